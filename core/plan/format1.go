package plan

import "strings"

// Plans of format 1 told by a name what newer ones tell by a field of its own. This
// file, and no other, knows those names; what a plan says in so many words stands. A
// new plan is asked to say it.

// Is reports what a field says that a plan may leave out.
func Is(said *bool) bool { return said != nil && *said }

// fromNames fills the fields that a plan left to its names, and notes each.
func (p *Plan) fromNames() {
	p.told = nil
	told := func(field **bool, byName bool, line int, step, what, key string) {
		if *field == nil && byName {
			*field = &byName
			p.told = append(p.told, &Error{Line: line, Step: step,
				Message: what + ": write " + key + ": true if it is so, else " + key + ": false"})
		}
	}
	for i := range p.Parts {
		part := &p.Parts[i]
		told(&part.Seal, strings.Contains(part.Key, "seal"), part.line, "", "part "+part.Key+
			" may be a mechanical seal by its name", "seal")
	}
	for i := range p.ShaftLine.Stations {
		s := &p.ShaftLine.Stations[i]
		told(&s.Sleeve, strings.HasSuffix(s.At, ".sleeve"), s.line, "", "station "+s.Check+
			" may be on the shaft sleeve by its place", "sleeve")
	}
	for i := range p.Values {
		v := &p.Values[i]
		told(&v.Vanes, v.Key == "vanes", v.line, "", "value "+v.Key+" may count the impeller's vanes by its name", "vanes")
	}
	for i := range p.Stages {
		for j := range p.Stages[i].Steps {
			s := &p.Stages[i].Steps[j]
			told(&s.LaidOut, s.ID == "lay-out", s.line, s.ID, "may lay out the kit by its id", "laid_out")
			told(&s.Turns, s.Kind == Count && strings.HasPrefix(strings.ToLower(s.Of), "turns"), s.line, s.ID,
				"may count turns by what it counts", "turns")
		}
	}
	for _, key := range sorted(p.Checks) {
		p.signFromLimit(key, p.Checks[key])
	}
}

func (p *Plan) signFromLimit(key string, check *Check) {
	if check == nil || check.Sign != "" {
		return
	}
	for _, limit := range check.Limit {
		if check.Sign = signOfLimit(limit.Key); check.Sign != "" {
			p.told = append(p.told, &Error{Line: check.line, Message: "check " + key + " may be a sign of " + check.Sign +
				" by its limit: write sign: " + check.Sign + " if it is so, else sign: " + NoSign})
			return
		}
	}
}

// signOfLimit is what a check was a sign of by the key of its limit.
func signOfLimit(key string) string {
	if strings.HasPrefix(key, "end-play") {
		return EndPlay
	}
	return map[string]string{
		"shaft-runout-seal": SealRunout, "shaft-runout-head": SealRunout, "shaft-runout-coupling": CouplingRunout,
		"radial-play-seal": RadialPlay, "adapter-face": Face, "chamber-face": Face, "adapter-rim": Bore, "chamber-bore": Bore,
		"seal-setting": SealSetting, "gland-gap": GlandGap,
	}[key]
}
