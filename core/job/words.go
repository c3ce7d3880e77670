package job

import (
	"fmt"
	"math"
	"math/big"
	"slices"
	"strings"
	"time"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/words"
)

// The sentences of this package: what a job is told in. Nothing reads one back; what
// the program goes by stands in values and codes.

// Sources of limits that are no figures.
const (
	nothingToHold     = "nothing is known to hold it against: look it up and enter it on the pump"
	thinnestPack      = "the thinnest pack with which it turns free"
	couplingTolerance = "the coupling maker's tolerance, or the general table by speed"
	ofBothDepths      = "worked out of the windows of the two depths"
	nobodyCounted     = "nobody counted them when they came off"
	noSetting         = "no setting dimension known: look it up on the seal's drawing and enter it on the pump"
	noPressure        = "no test pressure known: look it up in the maker's manual and enter it on the pump"
)

// shouldTurn is how a shaft should feel.
func shouldTurn(right []gauge.Turn) string {
	switch {
	case len(right) == 0:
		return "nothing that catches is right"
	case slices.Contains(right, gauge.Drags):
		return "must catch nowhere: whether free or with a drag is written down"
	case len(right) > 1:
		return "free, or a light drag, even all round"
	case right[0] == gauge.Free:
		return "must turn free"
	case right[0] == gauge.Light:
		return "a light drag, even all round, is right"
	}
	return string(right[0]) + " is right"
}

// What figures are called that are judged.
const (
	spreadName   = "Spread"
	eachName     = "Smallest to largest"
	measuredName = "Measured"
	tirName      = "TIR, highest less lowest"
	circleName   = "Fitted circle"
	turnName     = "TIR, whole turn"
	faceName     = "At the limit's diameter"
	offMark      = "Off the mark"
	notJudged    = "Not judged"
)

func awayFrom(o plan.Origin, p *plan.Plan) string { return "off " + otherReading(o, p) }

// By what a check is judged that is not judged by its limit.
const startingValue = "a starting value, nothing judges it"

func otherReading(o plan.Origin, p *plan.Plan) string {
	title := o.Of
	if check := p.Checks[o.Of]; check != nil {
		title = check.Title
	}
	return words.Lower(title) + " as " + o.Part
}

func otherMissing(o plan.Origin, p *plan.Plan) string {
	return "nothing to hold it against: " + otherReading(o, p) + " is not taken"
}

func againstOther(source string, o plan.Origin, p *plan.Plan) string {
	return "away from " + otherReading(o, p) + ": " + source
}

func countedAs(step *plan.Step, n *big.Rat) string { return step.Title + ": " + quantity.ShowNumber(n) }

// roundAfter and roundFor say why a step of a loop is to be done again.
func roundAfter(loop, changed string) string {
	return loop + ", next round: " + words.Lower(changed) + " was done again"
}

func roundFor(loop, bad string) string {
	return loop + ", next round: " + words.Lower(bad) + " came out wrong"
}

// threadUnknown stands where the papers do not say what a torque is stated for.
const threadUnknown = "thread condition not known: dry, oiled, anti-seize or locking fluid is another torque"

// reach is how far something is tightened.
func reach(step *plan.Step) string {
	switch step.To {
	case plan.ToSnug:
		return "snug by hand"
	case plan.ToHome:
		return "driven home with a soft hammer"
	case plan.ToUntil:
		return step.Until
	}
	return "to its torque"
}

// tightAs is a joint that was tightened by feel.
func tightAs(how string) string {
	if how == Snug {
		return "snug by hand, no torque known"
	}
	return "tight by wrench, no torque known"
}

// permitted is what hangs at the switch.
func permitted(p *log.PermitForm) string {
	return after(", lock ", strings.TrimSpace(p.Lock)) + after(", permit ", strings.TrimSpace(p.Permit))
}

func heldAgainst(n *big.Rat, where string) string { return quantity.ShowNumber(n) + " by " + where }
func alikeWithin(alike string) string             { return "alike within " + alike }

// together is where a figure comes from that is made of two.
func together(first string, less bool, next string) string {
	if less {
		return first + ", less " + words.Lower(next)
	}
	return first + ", and " + words.Lower(next)
}

func cameOff(n *big.Rat) string { return quantity.ShowNumber(n) + " came off" }
func capOf(c int) string        { return fmt.Sprintf("cap of the weakest part, %d °C", c) }

// capTyped stands where neither papers nor plan give a cap.
const capTyped = "the cap as it was typed: what the weakest part may take"

func homeWithin(m int) string     { return fmt.Sprintf("home within %d minutes", m) }
func minutes(m int) string        { return fmt.Sprintf("%d minutes", m) }
func coolerThan(c int) string     { return fmt.Sprintf("below %d °C", c) }
func classOf(class string) string { return "ISO 286, class " + class + ", off nominal" }

// workedName is what a figure is called that follows from others.
const workedName = "Worked out"

// Why a figure does not follow from others.
const sourceMissing = "what it follows from is not entered"

func cannotFollow(why string) string { return "not worked out: " + why }

// noEqualRows is said where the bolts of a flange cannot be drawn up from its middle.
const noEqualRows = "has no order: the bolts do not stand in equal rows; count them again on the pump's page"

// Why nothing is carried.
func readTwice(a, b string) string {
	return "read at " + a + " and at " + b + ", and the plan does not say which: type it"
}

func measuredOn(step, part string, outcome judge.Outcome) string {
	word := "replaced"
	if outcome == judge.Repair {
		word = "repaired"
	}
	return fmt.Sprintf("%s: read on the %s, which is %s: measure it again", step, words.Lower(part), word)
}

// What a person has to know first: of a sleeve that runs out, and of a bearing whose play is outside the
// general rule.
const (
	bareFirst   = "read on the sleeve, over its limit: read the bare shaft, or turn the sleeve on it and read again"
	makersFirst = "outside the general rule: the maker's value is wanted"
)

func outOfLimit(check string) string { return check + " out of limit" }

func timesNew(factor float64, source string) string {
	times := fmt.Sprintf("%g times", factor)
	if factor == 2 {
		times = "twice"
	}
	return fmt.Sprintf("%s the new clearance (%s); at least 0.6 of its least when new", times, source)
}

// foundBy says by what something is judged that is found.
func foundBy(source string) string { return "; as found: " + source }

// wornOut is when a bearing is that was found.
func wornOut(times float64) string { return fmt.Sprintf("worn out beyond %g times its most", times) }

// lacks says that a limit has no bound where the general set has one.
func lacks(own, general LimitShown) Sentence {
	switch {
	case own.Min == nil && general.Min != nil:
		return say("The general set has a least, too: %s.", general.Min.Length)
	case own.Max == nil && general.Max != nil:
		return say("The general set has a most, too: %s.", general.Max.Length)
	}
	return Sentence{}
}

// newRing is where the limits of a ring as built come from.
func newRing(source string, least judge.Origin) string {
	switch least {
	case judge.General:
		return "the new clearance (" + source + "), its least from the general table, ask the maker first"
	case judge.OfNominal:
		return "the nominal clearance (" + source + ") with its general tolerance"
	case judge.HalfOfNew:
		return "the new clearance (" + source + "), its least half of that, ask the maker first"
	}
	return "the new clearance (" + source + ")"
}

// generalPractice is where a limit comes from that the trade goes by.
const generalPractice = "general practice"

// generalRing is where the least of a ring comes from of which nothing is known.
const generalRing = "general table of running clearances, ask the maker first"

// forWater stands where a general rate would be wrong.
const forWater = "the general rate is for water: ask the maker how much of this liquid may drip, if any"

// planRate is where a rate comes from that the plan itself gives.
const planRate = "general service, rule of thumb, to be replaced by the maker's value"

func toHold(pressure string, minutes, drops int) string {
	return from(pressure, ", ") + fmt.Sprintf("held %d min, at most %d drops", minutes, drops)
}

// from puts a text before others, with what stands between where there is one.
func from(text, between string) string {
	if text == "" {
		return ""
	}
	return text + between
}

// What was entered.
const nothingFound = "Nothing found"

// feel is what a shaft feels like that is turned by hand.
var feel = map[gauge.Turn]string{
	gauge.Free:   "No resistance, one full turn and back",
	gauge.Light:  "A light drag, even all round",
	gauge.Drags:  "Evenly stiff all round",
	gauge.Rough:  "Grains or steps in the bearing",
	gauge.Rubs:   "Touches at one place",
	gauge.Binds:  "Stops at one place",
	gauge.Locked: "Does not turn",
}

func leftOut(why string) string { return "not taken: " + why }

func notThere(absent, why string) string {
	if absent == log.NotOnPump {
		return "not on this pump: " + why
	}
	return "not in this job: " + why
}

// thePapers is where a figure of the pump's papers stands.
func thePapers(value string) string { return value + ", from the papers" }

// figureChanged says that a figure which was carried is another one by now.
func figureChanged(title, was, now string) string {
	if now == "" {
		return title + " was " + was + " and is taken back: enter it again, or keep what stands here"
	}
	return title + " was " + was + " and is " + now + " now: work it out anew, or keep what stands here"
}

// What becomes of the scope of a job.
const tooLate = "the scope was widened too late"

func notTakenSince(at time.Time) string { return "not taken, widened on " + at.Format(time.DateOnly) }

func callsFor(c Call) string {
	if c.General {
		return words.Capital(c.Why) + ". Widen the job to " + words.Lower(c.Title) + ", or decide that it stays"
	}
	return words.Capital(c.Why) + ": widen the job to " + words.Lower(c.Title) + ", or decide otherwise"
}

func scopedTo(title string, stays bool) Sentence {
	if stays {
		return plainly("Scope stays: " + words.Lower(title))
	}
	return plainly("Scope from here: " + words.Lower(title))
}

func feltAt(f log.TurnForm) string {
	if f.Clock == "" {
		return string(f.Turn)
	}
	return string(f.Turn) + " at " + f.Clock
}

func foundAt(finding string, where Spot) string {
	if at := where.String(); at != "" {
		return finding + " at " + at
	}
	return finding
}

func pictured(f log.PhotoForm) string {
	if n := len(f.Photos); n > 0 {
		return several(n, "picture")
	}
	return "kept elsewhere: " + f.Words
}

func homeIn(seconds int) string { return fmt.Sprintf(", home in %d:%02d min", seconds/60, seconds%60) }
func waitedFor(took time.Duration) string {
	return fmt.Sprintf("waited %g min", math.Floor(took.Minutes()*2)/2)
}
func reachedOf(c float64) string { return ", left the heater at " + degrees(math.Round(c)) }
func warmedTo(c float64) string  { return "left the heater at " + degrees(math.Round(c)) }
func degrees(c float64) string   { return fmt.Sprintf("%g °C", c) }

// heldAt is a leak test as it was made; one from before its medium was asked names none.
func heldAt(pressure, medium string, minutes float64, drops int) string {
	return fmt.Sprintf("%s%s, %g min, %d drops", strings.TrimSpace(pressure), after(", ", medium), minutes, drops)
}

// mediumWords are what a leak test is made with.
var mediumWords = map[judge.Medium]string{judge.Water: "water", judge.OwnLiquid: "the pump's own liquid",
	judge.Air: "air", judge.Nitrogen: "nitrogen"}

func eitherPressure(p quantity.Pressure) string {
	return fmt.Sprintf("%.4g bar, %.4g psi", float64(p), p.In(quantity.PSI))
}

func wrenchSetTo(p Pull) string {
	return fmt.Sprintf("wrench set to %s N·m, %s lbf·ft, for its extension", p.NM, p.LbfFt)
}

func replacedWith(part string) string { return "replaced with the " + strings.ToLower(part) }

func several(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}

// Why nothing can be entered at a step, or why it is to be done again.

func safeFirst(stage, step string) string { return stage + " first: " + words.Lower(step) }
func opensAfter(stage string) string      { return "Opens when it is done: " + words.Lower(stage) }
func blockedUntil(step string) string     { return "Blocked until done: " + words.Lower(step) }

func offSinceThen(step string) string { return "It came off since: " + words.Lower(step) }

func lockIsOff(l live) string {
	if l.locks != nil {
		return "The lock is off. First: " + words.Lower(l.locks.Title)
	}
	return "The lock is off: lock out again before hands go to the pump"
}

func lockedSince(energy plan.Energy) string {
	if energy == plan.Isolates {
		return "The lock came off, and something before it is open again: lock out before hands go to the pump"
	}
	return "The pump was locked out again since"
}

func stillOpen(n int, first string) string {
	if n == 1 {
		return "One step is open: " + words.Lower(first)
	}
	return fmt.Sprintf("%d steps are open, the first is: %s", n, words.Lower(first))
}

// cameOutAs is a result that sent work back.
func cameOutAs(step string, r *Reading) string {
	if r.Text == "" {
		return step + ": " + string(r.Verdict)
	}
	return step + ": " + words.Lower(r.Text)
}

// What a reading tells.
const (
	closeToLimit = "Within, but close to the limit"
	notSettled   = "Not settled yet"
	noneKnown    = "No limit known, nothing is judged"
	findTheCatch = "Find where it catches before going on: the clock place tells shaft from casing."
	wrongTorque  = "The torque used is not the one asked for this joint."
	rightUnit    = "Is the unit right? That is a lot for this reading."
)

func gaugeGood(u quantity.Length) Sentence { return say("The gauge is good to ± %s.", u) }

func everywhere(way string) string { return fmt.Sprintf("Too %s everywhere.", way) }
func onlyAt(way string, places []string) string {
	return fmt.Sprintf("Too %s at %s.", way, strings.Join(places, ", "))
}

// What the causes of the whole job are told by.

// checkIs is a check with the figure that was judged, called what it is where it is not the reading
// itself.
func checkIs(check *plan.Check, h *Held, phase string) Sentence {
	as := "as built"
	if phase == plan.Found {
		as = "as found"
	}
	name := check.Title
	if h.Basis == OfSpread || h.Basis == OfTarget {
		name += ", " + words.Lower(h.Name)
	}
	return say("%s %s, %s", name, h.Figure.Length, as)
}

func outOfRound(check *plan.Check, by judge.Shape, l quantity.Length) Sentence {
	switch by {
	case judge.TwiceTurn:
		return say("%s: %s twice a turn, oval", check.Title, l)
	case judge.SumRule:
		return say("%s: 12 and 6 together differ from 3 and 9 by %s", check.Title, l)
	}
	return say("%s: %s beside the fitted circle", check.Title, l)
}

// zonesAfter is by what the vibration of a pump that is handed back is judged.
const zonesAfter = "the zones after ISO 10816-7, a bearing at most 82 °C and 40 K above the air: general"

// ranAs is how a pump ran, in a line.
func ranAs(run *Running) string {
	var said []string
	for i := range run.At {
		at := &run.At[i]
		var figures []string
		for _, x := range at.directions() {
			if x.mmS != nil {
				figures = append(figures, fmt.Sprintf("%s %.4g mm/s", x.way, *x.mmS))
			}
		}
		if at.Warm != nil {
			figures = append(figures, fmt.Sprintf("%.4g °C", *at.Warm))
		}
		said = append(said, at.At+": "+strings.Join(figures, ", "))
	}
	if run.Air != nil {
		said = append(said, fmt.Sprintf("air %.4g °C", *run.Air))
	}
	for _, noted := range []struct{ what, text string }{{"flow ", run.Flow}, {"pressure ", run.Pressure}} {
		if noted.text != "" {
			said = append(said, noted.what+noted.text)
		}
	}
	return strings.Join(said, "; ")
}

// shaftAt is a place of the bare shaft that the plan does not name.
const shaftAt = "Bare shaft"

func alsoAllowed(any bool) string {
	if !any {
		return "no other place of the shaft is read"
	}
	return fmt.Sprintf("at most %d are read beside the one that is asked for", mostAlso)
}

// cameOutAt is a step with what its calculation came to.
func cameOutAt(step *StepSheet) Sentence {
	r := step.Reading
	if r.Held == nil {
		return plainly(step.Title + ": " + words.Lower(r.Text))
	}
	return say("%s: %s", step.Title, r.Held.Figure.Length)
}

func facesHigh(one, other float64) Sentence {
	return plainly("Adapter and chamber face are high near " + gauge.DegreesClock(one) + " and " +
		gauge.DegreesClock(other) + " o'clock")
}

func armDroops(check *plan.Check, high float64, where string) Sentence {
	return plainly(check.Title + " is high near " + gauge.DegreesClock(high) + " o'clock; a drooping arm reads high at " +
		where + ", and no sag was taken off")
}

func tightest(check *plan.Check, l quantity.Length, phase string) Sentence {
	as := "as built"
	if phase == plan.Found {
		as = "as found"
	}
	return say("%s %s at its tightest, %s", check.Title, l, as)
}

func fromTo(check *plan.Check, low, high quantity.Length) Sentence {
	return say("%s from %s to %s round the impeller", check.Title, low, high)
}

func turnedByHand(felt string) Sentence       { return plainly("Turned by hand: " + felt) }
func partShows(part, finding string) Sentence { return plainly(part + ": " + words.Lower(finding)) }
func accepted(reason string) Sentence         { return plainly("accepted: " + reason) }

// Who says what of a limit, and why one counts.
const (
	thisPump   = "This pump"
	theShop    = "The shop"
	thePlan    = "The plan"
	shopCounts = "The shop's rule counts where the pump has none of its own."
)

var (
	saysNothing = map[Who]string{ThePump: "the pump has none of its own", TheShop: "the shop has no rule"}
	counts      = map[Who]string{ThePump: "the pump's own counts before all others.", TheShop: "the shop's rule counts.",
		ThePlan: "what the plan brings counts.", GeneralSet: "the general set counts."}
)

// whyCounts says why the first of those who said something of a limit counts; before
// it the silent were asked.
func whyCounts(said []LimitSaid, silent []Who) string {
	if len(said) == 0 {
		return "Nobody has given one: look it up in the maker's manual."
	}
	var asked []string
	for _, who := range silent {
		if words := saysNothing[who]; words != "" {
			asked = append(asked, words)
		}
	}
	return words.Capital(from(strings.Join(asked, " and "), ": ") + counts[said[0].Who])
}

// The build sheet.
const (
	notTaken       = "not taken"
	noneKnownShort = "none known"
)

func goesOn(next string) Sentence { return plainly(next + " goes on") }

// lasts is how long a clearance lasts, from what it was left at, and whether that is as
// far as the planned stop; planned is nil where nobody has planned one.
func (l *Life) lasts(worn judge.Life, from string, planned *float64) Sentence {
	switch {
	case l.Result == judge.PastLimit:
		return say("Past its limit of %s: %s now.", l.Limit.Max.Length, l.mend)
	case l.Result == judge.NotWearing:
		return plainly("Does not grow by these readings.")
	}
	left := "At %s in a thousand hours, " + hours(*l.Left) + " are left from " + from
	if worn.Least != nil && worn.Most != nil {
		left += " (" + hours(*worn.Least) + " to " + hours(*worn.Most) + " by the fastest and the slowest run)"
	} else if len(l.Points) < 3 {
		left += " (two readings are thin)"
	}
	switch {
	case planned == nil:
		return say("%s.", left)
	case l.Result == judge.Lasts && slices.Contains(worn.Warnings, judge.MayNotLast):
		return say("%s: as a rule it lasts to the planned stop in %s, at the fastest it does not.", left,
			hours(int64(*planned)))
	case l.Result == judge.Lasts:
		return say("%s: it lasts to the planned stop in %s.", left, hours(int64(*planned)))
	}
	return say("%s, less than the %s to the planned stop: %s now.", left, hours(int64(*planned)), l.mend)
}

// alongShaft is a place along the shaft; one that is the plan's says so.
func alongShaft(a *Along) Sentence {
	more := ""
	if a.Assumed {
		more = ", assumed"
	}
	mm := a.Um() / 1000
	return Sentence{Thou: fmt.Sprintf("at %.4g in%s", mm/25.4, more), Mm: fmt.Sprintf("at %.4g mm%s", mm, more)}
}

// Say is what a job waits for in words, as its plan calls the parts and steps.
func (w Wait) Say(p *plan.Plan) string {
	stage, step := p.Titles(w.Step)
	switch w.For {
	case ForDecision:
		if w.N > 1 {
			return fmt.Sprintf("%d decisions, the first: ", w.N) + words.Lower(step)
		}
		return "a decision: " + words.Lower(step)
	case ForLead:
		return "a lead: " + words.Lower(step)
	case ForCooling:
		return "cooling: " + words.Lower(stage)
	case ForSecond:
		return "a second signature: checked by"
	case ForPart:
		return "parts: " + w.partNames(p)
	}
	return "to follow: " + words.Lower(step)
}

// mostNamed is how many parts are named before the rest is counted.
const mostNamed = 3

func (w Wait) partNames(p *plan.Plan) string {
	var names []string
	for i, key := range w.Parts {
		if i == mostNamed {
			names = append(names, fmt.Sprintf("%d more", len(w.Parts)-i))
			break
		}
		names = append(names, words.Lower(p.PartTitle(key)))
	}
	return strings.Join(names, ", ")
}

// pressed is what a bearing that went on cold says.
const pressed = "pressed on cold, by the ring being fitted"

func coolerThanFitted(reached, least float64) string {
	return fmt.Sprintf("left the heater at %.0f °C: the papers ask for %.0f °C at least, it may stick", reached, least)
}

func eitherDegree(celsius float64) string {
	return fmt.Sprintf("%.0f °C, %.0f °F", celsius, celsius*9/5+32)
}

func blank(s string) bool { return strings.TrimSpace(s) == "" }
