package plan

import (
	"slices"
	"strings"
	"testing"

	"settle/core/judge"
)

// The decisions a shop goes by, part by part: what each plan says of a finding
// must be this, in every construction that has the part.
var decided = []struct {
	parts    string // keys
	findings string // keys; "" is whatever is found, replaced always
	outcome  judge.Outcome
}{
	{"gaskets body-gasket quad-ring lip-seal felt packing", "", judge.Replace},
	{"lock-washer", "", judge.Replace},
	{"lock-nut", "thread slots", judge.Replace},
	{"seal head", "crack chip groove heat nose", judge.Replace},
	{"seal head", "spring springs swollen wide narrow", judge.Replace},
	{"seat", "crack", judge.Replace},
	{"gland", "light", judge.Dress},
	{"gland", "deep", judge.Repair},
	{"gland", "crack", judge.Replace},
	{"sleeve", "marks burr", judge.Dress},
	{"sleeve", "groove pits fretting", judge.Replace},
	{"shaft line-shaft", "bent journal", judge.Repair},
	{"shaft line-shaft", "scored keyway", judge.Replace},
	{"shaft line-shaft", "thread", judge.Dress},
	{"rotor", "bent deep", judge.Replace},
	{"bearings", "rough rock colour water metal thumb", judge.Replace},
	{"housing", "turned", judge.Repair},
	{"housing", "crack", judge.Replace},
	{"bushings bushing bowl-bearing", "crack worn oval", judge.Replace},
	{"impeller", "broken crack number", judge.Replace},
	{"impeller", "scored colour", judge.Reuse},
	{"impeller", "edges", judge.Dress},
	{"wear-plate", "groove thin", judge.Replace},
	{"keys", "edge loose pliers", judge.Replace},
	{"pin", "sheared", judge.Replace},
	{"casing", "crack", judge.Replace},
	{"casing", "face register", judge.Repair},
	{"coupling", "element hubs", judge.Replace},
	{"split-ring", "mixed worn", judge.Replace},
	{"shims cover-shims", "bent", judge.Replace},
	{"weights", "crack mass", judge.Replace},
	{"springs", "crack", judge.Replace},
	{"fasteners", "stretched grade", judge.Replace},
	{"adjusting-sleeve", "fit thread", judge.Replace},
}

func TestDecisions(t *testing.T) {
	for _, row := range decided {
		met := 0
		for _, p := range Library() {
			for _, part := range p.Parts {
				if !slices.Contains(strings.Fields(row.parts), part.Key) {
					continue
				}
				if row.findings == "" {
					if !slices.ContainsFunc(part.Always, func(a Always) bool { return len(a.When) == 0 && a.Outcome == row.outcome }) {
						t.Errorf("%s: the %s is not replaced always", p.Key, part.Key)
					}
					met++
				}
				for _, f := range part.Findings {
					if !slices.Contains(strings.Fields(row.findings), f.Key) {
						continue
					}
					met++
					d := judge.Part([]judge.Finding{{Key: f.Key, Words: f.Words, Outcome: f.Outcome, Rule: f.Rule}}, judge.Ruling{})
					if d.Outcome != row.outcome || d.Rule == "" {
						t.Errorf("%s: %s, %s: %s by %q, want %s", p.Key, part.Title, f.Words, d.Outcome, d.Rule, row.outcome)
					}
				}
			}
		}
		if met == 0 {
			t.Errorf("no plan has %s with %s", row.parts, row.findings)
		}
	}
}

// What goes with what: a bearing takes its lock washer along, and where the shop
// never uses a bearing twice it says so beforehand.
func TestPartsOfEveryPlan(t *testing.T) {
	for _, p := range Library() {
		parts := map[string]*Part{}
		for i := range p.Parts {
			parts[p.Parts[i].Key] = &p.Parts[i]
		}
		if b, w := parts["bearings"], parts["lock-washer"]; b != nil && w != nil && !slices.Contains(b.Drags, "lock-washer") {
			t.Errorf("%s: new bearings leave the old lock washer", p.Key)
		}
		if b := parts["bearings"]; b != nil && !slices.ContainsFunc(b.Always,
			func(a Always) bool { return len(a.When) > 0 && a.Outcome == judge.Replace }) {
			t.Errorf("%s: the shop's rule on bearings does not reach it", p.Key)
		}
		for key, part := range parts {
			inspected := len(part.Findings) == 0 && len(part.Always) == 0
			for _, stage := range p.Stages {
				for _, s := range stage.Steps {
					inspected = inspected || s.Part == key || slices.Contains(s.Fits, key)
				}
			}
			if !inspected {
				t.Errorf("%s: nobody looks at the %s", p.Key, part.Title)
			}
		}
		if p.Format < 2 && parts["seal"] != nil && parts["gland"] == nil { // since then the part has its own name
			t.Errorf("%s: the seal's bore is not looked at", p.Key)
		}
	}
}
