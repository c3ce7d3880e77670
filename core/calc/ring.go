package calc

import (
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
	// maker or general; null without a least.
	MinFrom  *judge.Origin   `json:"min_from"`
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

// maxFactor bounds how often the new clearance may be worn away.
const maxFactor = 100

// solve takes the mean bore less the mean hub; U = g·√(2/3). As found the limit is factor ×
// new, judge.RingFactor where nobody gives one; as built it is new itself, its least from the
// general table where the maker gives none. A hub that is not smaller than its bore is out
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
	out := &ringOut{Clearance: x.Clearance, Phase: asFound, BoreOval: x.BoreOval, HubOval: x.HubOval, factor: factor}
	var warnings []string
	if in.Phase == asBuilt {
		var from judge.Origin
		out.Phase = asBuilt
		if out.bounds, from, warnings = judge.RingWindow(fresh, use); out.bounds.Min != nil {
			out.MinFrom = &from
		}
	} else {
		out.bounds = judge.RingBounds(*fresh.Max, factor)
	}
	out.Limit, out.Min = out.bounds.Max, out.bounds.Min
	v, more := judge.Ring(x, out.bounds, in.Phase == asBuilt)
	out.verdict, out.Verdict, out.next = v, verdict(v), judge.NextDifference(graduation, v)
	out.Warnings = dedupe(append(warnings, more...))
	return out, nil
}

// check says what of a question cannot be, and gives its factor.
func (in ringIn) check(fresh judge.RingSpan, use judge.RingUse) (float64, error) {
	switch {
	case in.Phase != "" && in.Phase != asFound && in.Phase != asBuilt:
		return 0, field.Errorf("phase", "is %q: write as-found or as-built", in.Phase)
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
	switch {
	case out.Phase == asFound:
		w.row("Limit from", quantity.Plainly(number(out.factor, 2)+" × the new clearance"))
	case out.MinFrom != nil && *out.MinFrom == judge.General:
		w.row("Least from", quantity.Plainly("general table, ask the maker first"))
	}
	w.length("Oval, bore", &out.BoreOval)
	w.length("Oval, hub", &out.HubOval)
	w.warnAs(out.Warnings, ringAdvice)
	if out.verdict.Result == judge.Out && out.Clearance > 0 {
		w.line("Past the limit the ring goes: replace it, or bush it back to size.")
	}
	w.next(out.next)
}

var ringAdvice = map[string]string{
	judge.Interference:  "The hub is not smaller than its bore: it cannot run. Look at the readings and their units.",
	judge.BelowGeneral:  "The maker's clearance is less than the general table has: the maker is believed.",
	judge.BeyondGeneral: "Larger than the general table goes: ask the maker for the least clearance.",
	gauge.RingOval:      "Oval by more than a quarter of the clearance: it may rub at one place while its mean is right.",
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
	return decode(raw, (*plain)(s))
}

// read understands what was typed; errors stand under the name of the field.
func (s *spanIn) read(r *gauge.Reader, name string) judge.RingSpan {
	switch {
	case s == nil:
		return judge.RingSpan{}
	case s.one:
		return judge.RingSpan{Max: r.Optional(gauge.Named(name), s.Max)}
	}
	return judge.RingSpan{Min: r.Optional(gauge.Named(name+".min"), s.Min),
		Max: r.Optional(gauge.Named(name+".max"), s.Max)}
}
