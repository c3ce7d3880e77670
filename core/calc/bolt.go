package calc

import (
	"settle/core/field"
	"settle/core/gauge"
	"settle/core/quantity"
	"settle/core/setting"
)

// boltIn is a bolt whose torque the maker does not give: its size, class and thread, and how
// much of its proof it is drawn up to.
type boltIn struct {
	// M12, or an inch size with its unit.
	Size string `json:"size"`
	// 5.6, 8.8, 10.9, A2-70, A4-80; of inch bolts 2, 5, 8, B7.
	Class string `json:"class"`
	// dry, oiled, anti-seize or locking-fluid.
	Thread setting.Thread `json:"thread"`
	// Of proof, 70 where nobody says.
	Percent *float64 `json:"percent"`
}

// boltOut is the force and the torque, with what they are worked out from.
type boltOut struct {
	Area  float64 `json:"stress_area_mm2"`
	Proof float64 `json:"proof_mpa"`
	K     float64 `json:"k"`
	Force float64 `json:"force_n"`
	NM    float64 `json:"nm"`
	LbfFt float64 `json:"lbf_ft"`
	// Always general: K is a rule of thumb.
	Basis    string   `json:"basis"`
	Warnings []string `json:"warnings"`
}

// solve takes F = percent · S · A and T = K · d · F. Stress areas and proofs are those of ISO
// 898-1, ISO 3506-1, SAE J429 and ASTM A193. Errors name size, class, thread or percent.
func (in boltIn) solve(*gauge.Reader) (answer, error) {
	switch {
	case in.Size == "":
		return nil, field.Errorf("size", "is missing: write one such as M12 or 1/2 in")
	case in.Class == "":
		return nil, field.Errorf("class", "is missing: it stands on the head, such as 8.8 or A4-80")
	case in.Thread == "":
		return nil, field.Errorf("thread", "is missing: write dry, oiled, anti-seize or locking-fluid")
	}
	b := setting.Bolt{Size: in.Size, Class: in.Class, Thread: in.Thread, Percent: setting.DefaultPercent}
	if in.Percent != nil {
		b.Percent = *in.Percent
	}
	x, err := b.Run()
	if err != nil {
		return nil, err
	}
	return &boltOut{round(x.Area, 2), round(x.Proof, 1), x.Nut, round(x.Force, 0), round(x.Torque.NM(), 3),
		round(x.Torque.LbfFt(), 3), fromGeneral, list(x.Warnings)}, nil
}

// say gives the torque, and that the maker's comes first.
func (out *boltOut) say(w *Words) {
	w.main("Torque", quantity.Sentence{Thou: number(out.LbfFt, 1) + " lbf·ft", Mm: number(out.NM, 1) + " N·m"})
	w.Headline = quantity.Plainly("General: only where the maker gives no torque")
	w.row("Force in the bolt", quantity.Plainly(number(out.Force/1000, 1)+" kN"))
	w.row("Proof", quantity.Plainly(number(out.Proof, 1)+" MPa"))
	w.row("Stress area", quantity.Plainly(number(out.Area, 2)+" mm²"))
	w.row("Nut factor", quantity.Plainly(number(out.K, 2)))
	w.warnAs(out.Warnings, map[string]string{
		setting.Galls:          "Stainless seizes on its like when dry: a lubricant is better.",
		setting.LargeStainless: "Over M24 these classes hold by agreement only: ask who made the bolt.",
	})
	w.plain("The condition of the thread decides: the dry value on a greased thread over-tightens.")
}
