package plan

import (
	_ "embed"
	"slices"
	"sync"

	"go.yaml.in/yaml/v3"
)

//go:embed dangers.yaml
var dangersText []byte

// Danger is a step that a shipped plan once had wrong in a way that could hurt a pump or a person.
type Danger struct {
	Step   string   `json:"step"`
	Title  string   `json:"title" yaml:"-"`
	Why    string   `json:"why" doc:"what goes wrong there, and what to do instead"`
	Scopes []string `json:"-" doc:"of the jobs it stands in, empty for all"`
}

// dangers are what shipped plans had wrong, by construction.
var dangers = sync.OnceValue(func() map[string][]Danger {
	all := map[string][]Danger{}
	if err := yaml.Unmarshal(dangersText, &all); err != nil {
		panic("plan: dangers.yaml: " + err.Error())
	}
	return all
})

// mended is the format from which the shipped plans had them mended.
const mended = 3

// Dangers lists what is known to be wrong with a plan that is older than its mending, in the order of
// work: at steps it has under the names that shipped plans gave them.
func (p *Plan) Dangers() []Danger {
	out := []Danger{}
	if p.Format >= mended {
		return out
	}
	for _, s := range p.inOrder() {
		for _, d := range dangers()[p.Construction] {
			if d.Step == s.ID {
				d.Title = s.Title
				out = append(out, d)
			}
		}
	}
	return out
}

// In reports whether it stands in jobs of a scope.
func (d Danger) In(scope string) bool { return len(d.Scopes) == 0 || slices.Contains(d.Scopes, scope) }
