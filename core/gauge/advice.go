package gauge

// sumRuleOval is the sum rule broken on a surface whose harmonics are known.
const sumRuleOval = "sum-rule-oval"

// AdviceOn is Advice for a run-out; harmonics tells whether it has its harmonics.
func AdviceOn(code string, harmonics bool) string {
	if code == SumRuleBroken && harmonics {
		code = sumRuleOval
	}
	return Advice(code)
}

// Advice says in words what a warning of a measurement means and what to do.
// It returns "" for a code that is not known.
func Advice(code string) string {
	switch code {
	case DidNotReturn:
		return "The dial did not come back to its first reading: the set-up moved. Tighten the stand and read again."
	case SumRuleBroken:
		return "12 + 6 and 3 + 9 do not agree: dirt, an oval surface or a knocked indicator. Wipe it and read again, at " +
			"eight even places if it stays."
	case sumRuleOval:
		return "12 + 6 and 3 + 9 do not agree: look at what comes twice a turn, that much is oval and no repeat mends it."
	case BetweenReadings:
		return "The high spot lies between two readings. Watch the needle through a whole turn and give its low and high."
	case FewReadings:
		return "Fewer than four places: take the four quarters of the clock, or a whole sweep."
	case Crowded:
		return "The readings crowd on one side: what the other side does nobody knows. Read round the whole clock."
	case SweepBelow:
		return "The whole turn shows less than its own points: the needle was not watched, or the set-up moved. Turn it " +
			"again and write the lowest and the highest."
	case OneTrial:
		return "One push and pull only: repeat it, three times is good practice."
	case NotRepeating:
		return "The repeats differ by more than two divisions: something slips. Check the stand and push fully home."
	case NoPlay:
		return "No play to speak of: preloaded by any amount, or the indicator did not follow. Free the bearing and push " +
			"and pull again."
	case "oval":
		return "Oval by more than half of the class: measure in a third direction, and look for a flat or wear on one side."
	case "tapered":
		return "Tapered by more than half of the class: one end is worn more, the ring will sit on the other."
	case FewPlanes:
		return "A seat wants two planes, three angles in each: oval and taper do not show in fewer."
	case "one-sided-steps":
		return "Steps taken on one side only: if the hubs differ in diameter, half of that reads as an offset. Lay the " +
			"edge on the other side, too."
	case "leaves-too-coarse":
		return "No leaf of a common set lies between those two: use a depth gauge or shim stock."
	case Drift:
		return "The turn did not come back to its first sample: the set-up drifts or moved. Tighten the stand and turn again."
	case "touching":
		return "It touches: nothing passes at one place. Find out what stands in the way, and measure again."
	case "coarse":
		return "The gauge is too coarse for this limit: it neither passes nor condemns what it cannot see. Use a finer one."
	case "circle-only":
		return "Every place that was read is inside. Only the circle laid through them is out, by less than it is known to."
	case PlugUnlike:
		return "This plug does not tell: the bore may be inside the limit or outside. Try one with the sizes of the limit, " +
			"or measure the bore."
	case "tight-and-wide":
		return "Some places are tight and others wide: it stands tilted. Even it out before changing the clearance."
	}
	return ""
}
