package plan

import "strings"

// Plans of format 1 told by a name what newer ones tell by a field of its own. This
// file, and no other, knows those names; what a plan says in so many words stands.

// fromNames fills the fields that a plan left to its names.
func (p *Plan) fromNames() {
	for i := range p.Parts {
		part := &p.Parts[i]
		part.Seal = part.Seal || strings.Contains(part.Key, "seal")
	}
	for i := range p.ShaftLine.Stations {
		s := &p.ShaftLine.Stations[i]
		s.Sleeve = s.Sleeve || strings.HasSuffix(s.At, ".sleeve")
	}
	for _, check := range p.Checks {
		if check == nil || check.Sign != "" {
			continue
		}
		for _, limit := range check.Limit {
			if check.Sign = signOfLimit(limit.Key); check.Sign != "" {
				break
			}
		}
	}
	for i := range p.Stages {
		for j := range p.Stages[i].Steps {
			s := &p.Stages[i].Steps[j]
			s.LaidOut = s.LaidOut || s.ID == "lay-out"
			s.Turns = s.Turns || s.Kind == Count && strings.HasPrefix(strings.ToLower(s.Of), "turns")
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
