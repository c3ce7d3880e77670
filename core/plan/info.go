package plan

// StepInfo is what a plan says of a step, as a sheet shows it.
type StepInfo struct {
	ID       string      `json:"id"`
	Kind     string      `json:"kind" doc:"one of the kinds of steps"`
	Base     string      `json:"base,omitempty" doc:"the step this is one of several of: the same work on each"`
	Member   string      `json:"member,omitempty" doc:"which of them, short"`
	Repeat   string      `json:"repeat,omitempty" doc:"what there are several of, such as Stages"`
	Work     string      `json:"work,omitempty" doc:"what the work is called on each of them"`
	Title    string      `json:"title"`
	Short    string      `json:"short" doc:"for the order of work"`
	How      string      `json:"how,omitempty"`
	Lines    []string    `json:"lines,omitempty" doc:"how, one command a line"`
	Why      string      `json:"why,omitempty"`
	Right    string      `json:"right,omitempty" doc:"what is seen or measured when it is good"`
	Tools    []string    `json:"tools,omitempty" doc:"what it is done with"`
	Setup    *Setup      `json:"setup,omitempty" doc:"how a dial stands"`
	Warnings []Warning   `json:"warnings,omitempty" doc:"what can hurt people"`
	Notices  []Warning   `json:"notices,omitempty" doc:"what can spoil parts"`
	IfNot    *IfNotShown `json:"if_not,omitempty"`
	Search   []string    `json:"search,omitempty" doc:"other names by which people look for it"`
	Cautions []string    `json:"cautions,omitempty"`
	Phase    string      `json:"phase,omitempty" enum:"found,built"`
	Check    string      `json:"check,omitempty"`
	Lead     bool        `json:"lead,omitempty"`
	Compound string      `json:"compound,omitempty" doc:"what goes on"`
	Drawing  string      `json:"drawing,omitempty" doc:"name of the small drawing of how it goes in"`
	Follows  bool        `json:"follows,omitempty" doc:"comes after the hand-back"`
}

// Info is what the plan says of a step. It is made once and never changes.
func (s *Step) Info() *StepInfo { return s.info }

// Says are the warnings and cautions of a step, each as one text.
func (i *StepInfo) Says() []string {
	var out []string
	for _, w := range i.Warnings {
		out = append(out, w.String())
	}
	return append(out, i.Cautions...)
}

// inform tells a step as a sheet shows it.
func (p *Plan) inform(s *Step) *StepInfo {
	i := &StepInfo{ID: s.ID, Kind: s.Kind, Title: s.Title, Short: s.Title, How: s.How.String(), Why: s.Why,
		Cautions: s.Cautions, Phase: s.Phase, Check: s.Check, Lead: s.Lead, Compound: s.Compound, Drawing: s.Drawing,
		Follows: s.Follows}
	p.tell(s, i)
	check := p.Checks[s.Check]
	if check != nil {
		i.Short = check.Short
	}
	if s.member != nil {
		i.Base, i.Member, i.Work, i.Repeat = s.base, s.member.Short, s.work, s.repeat
		if check != nil {
			i.Work = check.work
		}
	}
	return i
}
