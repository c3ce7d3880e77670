package calc

import (
	"fmt"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
)

// ringIn are diameters of a wear ring's bore and of the hub that runs in it, at least one of
// each; new is their diametral clearance as made, factor how many times that it may come to
// before it is replaced.
type ringIn struct {
	Bore []quantity.Typed `json:"bore"`
	Hub  []quantity.Typed `json:"hub"`
	// One length is the most of it; needed as found.
	New *spanIn `json:"new"`
	// 2 where nobody says.
	Factor     *float64       `json:"factor"`
	Graduation quantity.Typed `json:"graduation"`
	// as-found, where nobody says, or as-built.
	Phase string `json:"phase"`
	// Of the hub, the mean of its readings where it is not given: the general least hangs on it,
	// on the material (standard or galling, austenitic stainless or duplex on its like), and on
	// whether it runs above 260 °C.
	Diameter quantity.Typed `json:"diameter"`
	Material string         `json:"material"`
	Hot      bool           `json:"hot"`
	mpeIn
}

// ringOut is the clearance and its limits, in micrometres, with how far bore and hub are
// oval: largest − smallest diameter.
type ringOut struct {
	Clearance quantity.Length  `json:"clearance_um"`
	Limit     *quantity.Length `json:"limit_um"`
	Min       *quantity.Length `json:"min_um"`
	// nominal, maker, general or half-of-new; null without a least.
	MinFrom *judge.Origin `json:"min_from"`
	// The smallest bore less the largest hub.
	Smallest quantity.Length `json:"smallest_um"`
	// open, find-why or close; null where there is nothing to put right.
	Remedy   *judge.Remedy   `json:"remedy"`
	Phase    string          `json:"phase"`
	BoreOval quantity.Length `json:"bore_oval_um"`
	HubOval  quantity.Length `json:"hub_oval_um"`
	Verdict  verdictOut      `json:"verdict"`
	Warnings []string        `json:"warnings"`

	factor  float64
	bounds  judge.Bounds
	verdict judge.Verdict
	next    []judge.Next
}

// The phases of a wear ring.
const (
	asFound = "as-found"
	asBuilt = "as-built"
)

// checkPhase says whether a word is a phase; none is as-found.
func checkPhase(phase string) error {
	if phase == "" || phase == asFound || phase == asBuilt {
		return nil
	}
	return fmt.Errorf("is %q: write as-found or as-built", phase)
}

// maxFactor bounds how often the new clearance may be worn away.
const maxFactor = 100

// solve takes the mean bore less the mean hub; U = g·√(2/3). The limits are those of
// judge.RingWindow: as built what is new, as found factor times its most (judge.RingFactor where
// nobody gives one) and 0.6 of its least. A hub that is somewhere not smaller than its bore is out
// whatever the limit. Errors name bore, hub, new, factor, diameter, phase or material.
func (in ringIn) solve(r *gauge.Reader) (answer, error) {
	bore, hub := r.Lengths("bore", in.Bore), r.Lengths("hub", in.Hub)
	fresh, graduation := in.New.read(r, "new"), r.Needed("graduation", in.Graduation)
	diameter, mpe := r.Optional(gauge.Named("diameter"), in.Diameter), in.mpeIn.read(r)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	x, err := gauge.RingClearance(bore, hub, graduation, mpe)
	if err != nil {
		return nil, err
	}
	use := judge.RingUse{Diameter: x.MeanHub, Galling: in.Material == "galling", Hot: in.Hot}
	if diameter != nil {
		use.Diameter = float64(*diameter)
	}
	factor, err := in.check(fresh, use)
	if err != nil {
		return nil, err
	}
	out := &ringOut{Clearance: x.Clearance, Smallest: x.Smallest, Phase: asFound, BoreOval: x.BoreOval,
		HubOval: x.HubOval, factor: factor}
	built := in.Phase == asBuilt
	if built {
		out.Phase = asBuilt
	}
	bounds, from, warnings := judge.RingWindow(fresh, use, factor, built)
	if out.bounds = bounds; bounds.Min != nil {
		out.MinFrom = &from
	}
	out.Limit, out.Min = bounds.Max, bounds.Min
	j := judge.Ring(x, bounds, built)
	out.verdict, out.Verdict, out.next = j.Verdict, verdict(j.Verdict), judge.NextDifference(graduation, j.Verdict)
	if j.Remedy != "" {
		out.Remedy = &j.Remedy
	}
	out.Warnings = dedupe(append(warnings, j.Warnings...))
	return out, nil
}

// check says what of a question cannot be, and gives its factor.
func (in ringIn) check(fresh judge.RingSpan, use judge.RingUse) (float64, error) {
	switch {
	case checkPhase(in.Phase) != nil:
		return 0, field.Errorf("phase", "%v", checkPhase(in.Phase))
	case in.Material != "" && in.Material != "standard" && in.Material != "galling":
		return 0, field.Errorf("material", "is %q: write standard, or galling for austenitic stainless or duplex on its "+
			"like", in.Material)
	case in.Phase != asBuilt && in.New == nil:
		return 0, field.Errorf("new", "is missing: the diametral clearance of new rings, from the maker's drawing")
	case in.Phase != asBuilt && fresh.Max == nil:
		return 0, field.Errorf("new.max", "is missing: the most diametral clearance of new rings, from the maker's drawing")
	}
	factor := judge.RingFactor
	if in.Factor != nil {
		factor = *in.Factor
	}
	if !(factor > 0 && factor <= maxFactor) {
		return 0, field.Errorf("factor", "is %g: write how many times the new clearance is allowed, such as 2", factor)
	}
	return factor, judge.CheckRing(fresh, use)
}

// say heads the words with the verdict on the mean clearance.
func (out *ringOut) say(w *Words) {
	w.measure("Diametral clearance", out.Clearance)
	w.judged(out.verdict, out.bounds)
	if out.Phase == asFound && out.Limit != nil {
		w.row("Most from", quantity.Plainly(number(out.factor, 2)+" × the new clearance"))
	}
	if out.MinFrom != nil {
		w.row("Least from", quantity.Plainly(ringLeast(*out.MinFrom, out.Phase == asBuilt)))
	}
	w.length("Smallest bore less largest hub", &out.Smallest)
	w.length("Oval, bore", &out.BoreOval)
	w.length("Oval, hub", &out.HubOval)
	w.warnAs(out.Warnings, ringAdvice)
	if out.Remedy != nil {
		w.line(ringRemedies[*out.Remedy])
	}
	w.next(out.next)
}

var ringAdvice = map[string]string{
	judge.Interference: "The hub is not smaller than its bore everywhere: it cannot run. Look at the readings and " +
		"their units.",
	judge.RingTight:     "Too tight: the ring may seize on its hub.",
	judge.TooCoarse:     gauge.Advice(judge.TooCoarse),
	judge.BelowGeneral:  "The maker's clearance is less than the general table has: the maker is believed.",
	judge.BeyondGeneral: "Larger than the general table goes: ask the maker for the least clearance.",
	gauge.RingOval:      "Oval by more than a quarter of the clearance: it may rub at one place while its mean is right.",
}

// ringRemedies are which way a clearance is put right.
var ringRemedies = map[judge.Remedy]quantity.Format{
	judge.OpenRing:  "Machine or polish the ring until it has its least clearance.",
	judge.FindWhy:   "Find out why it is tight: galled, swollen or distorted. Do not machine it by a general figure.",
	judge.CloseRing: "Replace the ring, or bush it back to size.",
}

// ringLeast is where the least of a clearance comes from.
func ringLeast(from judge.Origin, built bool) string {
	says := map[judge.Origin]string{
		judge.OfNominal: "the nominal clearance, less its tolerance",
		judge.Maker:     "the maker",
		judge.General:   "general table, ask the maker first",
		judge.HalfOfNew: "half of the new clearance, ask the maker for the least",
	}[from]
	if built {
		return says
	}
	return "0.6 of the least when new: " + says
}

// spanIn is a length that may be given with its least: one length is the most.
type spanIn struct {
	Min quantity.Typed `json:"min"`
	Max quantity.Typed `json:"max"`

	one bool
}

// UnmarshalJSON reads one length, or an object with min and max.
func (s *spanIn) UnmarshalJSON(raw []byte) error {
	if len(raw) == 0 || raw[0] != '{' {
		s.one = true
		return s.Max.UnmarshalJSON(raw)
	}
	type plain spanIn
	return decode(raw, (*plain)(s), false)
}

// read understands what was typed; errors stand under the name of the field.
func (s *spanIn) read(r *gauge.Reader, name string) judge.RingSpan {
	switch {
	case s == nil:
		return judge.RingSpan{}
	case s.one:
		if most := r.Optional(gauge.Named(name), s.Max); most != nil {
			return judge.RingSpan{Max: most, Nominal: true}
		}
		return judge.RingSpan{}
	}
	return judge.RingSpan{Min: r.Optional(gauge.Named(name+".min"), s.Min),
		Max: r.Optional(gauge.Named(name+".max"), s.Max)}
}
