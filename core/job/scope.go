package job

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/words"
)

// Asked is what is asked when a job is opened. What is left out is what the plan
// proposes; a plan without scopes asks for none.
type Asked struct {
	Complaint string `json:"complaint" doc:"why the pump is here, in words"`
	Why       string `json:"why,omitempty" doc:"key of the plan's complaint"`
	Scope     string `json:"scope,omitempty" doc:"key of the scope; blank for what the complaint proposes"`
	Arrives   string `json:"arrives,omitempty" enum:"in-line,bench,new-parts" doc:"in what state the pump comes"`
}

// settle fills in what a plan proposes, and says what it does not know. The words of
// the complaint that was chosen stand before what was written beside it.
func (a *Asked) settle(p *plan.Plan) (wrong map[string]string) {
	wrong = map[string]string{}
	a.Complaint = strings.TrimSpace(a.Complaint)
	i := slices.IndexFunc(p.Complaints, func(c plan.Complaint) bool { return c.Key == a.Why })
	switch {
	case i >= 0:
		a.Complaint = p.Complaints[i].Words + words.Behind(": ", a.Complaint)
		if a.Scope == "" {
			a.Scope = p.Complaints[i].Scope
		}
	case a.Why != "":
		wrong["why"] = fmt.Sprintf("is %q, which is none of the plan's complaints", a.Why)
	}
	for _, choice := range p.Asked() { // the scope first
		field := &a.Scope
		if choice.Key == plan.Arrives {
			field = &a.Arrives
		}
		if *field == "" {
			if *field = choice.Default; field == &a.Arrives {
				*field = p.ComesFor(a.Scope)
			}
		}
		if !slices.ContainsFunc(choice.Choices, func(o plan.Option) bool { return o.Key == *field }) {
			wrong[choice.Key] = fmt.Sprintf("is %q: write one of %s", *field, keysOf(choice.Choices))
		}
	}
	if s := p.Scope(a.Scope); s != nil && wrong[plan.Arrives] == "" && !s.Comes(a.Arrives) {
		wrong[plan.Arrives] = notFor(s, a.Arrives)
	}
	if len(p.Scopes) == 0 && a.Scope != "" {
		wrong[plan.InScope] = "is nothing this construction asks: leave it out"
	}
	if len(p.Arrives) == 0 && a.Arrives != "" {
		wrong[plan.Arrives] = "is nothing this construction asks: leave it out"
	}
	return wrong
}

// notFor says that a pump does not come in a state for a scope.
func notFor(s *plan.Scope, arrives string) string {
	return fmt.Sprintf("is %q, and for %q a pump comes %s", arrives, s.Title, strings.Join(s.Arrives, " or "))
}

func keysOf(options []plan.Option) string {
	var keys []string
	for _, o := range options {
		keys = append(keys, o.Key)
	}
	return strings.Join(keys, ", ")
}

// ScopeSheet is how much of the work a job is.
type ScopeSheet struct {
	Key     string        `json:"key"`
	Title   string        `json:"title"`
	Checks  bool          `json:"checks,omitempty" doc:"nothing is repaired: the sheet never says ready to run"`
	Arrives string        `json:"arrives,omitempty" doc:"in what state the pump came, in words"`
	Choices []ScopeChoice `json:"choices" nullable:"false" doc:"all scopes of the plan"`
	Calls   []Call        `json:"calls" nullable:"false" doc:"what calls for another one and is not answered"`
	Changes []ScopeChange `json:"changes" nullable:"false" doc:"the oldest first"`
}

// ScopeChoice is a scope that may be chosen.
type ScopeChoice struct {
	Key    string `json:"key"`
	Title  string `json:"title"`
	Covers string `json:"covers,omitempty"`
}

// Call is a finding or a reading that calls for another scope.
type Call struct {
	Key   string `json:"key"`
	To    string `json:"to" doc:"key of the scope it calls for"`
	Title string `json:"title" doc:"of that scope"`
	Why   string `json:"why"`
	Step  string `json:"step" doc:"where it was entered"`
	// General is true where a general limit alone says so: it asks, and calls for nothing.
	General bool `json:"general,omitempty" doc:"only a general limit says so: a person decides"`

	seq  int // of the last entry it comes from
	from int // the number of the last step it comes from: what is after it waits
}

// ScopeChange is a change of the scope, or a person's decision to leave it.
type ScopeChange struct {
	Entry  string    `json:"entry"`
	To     string    `json:"to" doc:"title of the scope from there on"`
	Stays  bool      `json:"stays,omitempty" doc:"it was left as it was, though something called for more"`
	Reason string    `json:"reason,omitempty"`
	By     string    `json:"by"`
	At     time.Time `json:"at"`
}

// scopeAt is the scope of a job before an entry; 0 is as it is now.
func scopeAt(opening *log.Opening, changes []*log.Entry, before int) string {
	scope := opening.Scope
	for _, e := range changes {
		if before == 0 || e.Seq < before {
			scope = e.Scope.To
		}
	}
	return scope
}

// scopeSheet tells how much of the work a job is; nil where its plan has no scopes.
func scopeSheet(s *scale, calls []Call) *ScopeSheet {
	now := s.plan.Scope(s.scope)
	if now == nil {
		return nil
	}
	out := &ScopeSheet{Key: now.Key, Title: now.Title, Checks: now.Checks, Choices: []ScopeChoice{},
		Calls: append([]Call{}, calls...), Changes: []ScopeChange{}}
	for _, x := range s.plan.Scopes {
		if !x.Comes(s.opening.Arrives) {
			continue
		}
		out.Choices = append(out.Choices, ScopeChoice{x.Key, x.Title, x.Covers})
	}
	for _, choice := range s.plan.Asked() {
		for _, o := range choice.Choices {
			if choice.Key == plan.Arrives && o.Key == s.opening.Arrives {
				out.Arrives = o.Title
			}
		}
	}
	scope := s.opening.Scope
	for _, e := range s.log.Scoped {
		to := e.Scope.To
		if x := s.plan.Scope(to); x != nil {
			to = x.Title
		}
		out.Changes = append(out.Changes, ScopeChange{e.ID, to, e.Scope.To == scope, e.Reason, e.By.Name, e.At})
		scope = e.Scope.To
	}
	return out
}

// calls are what calls for another scope: nobody has widened the job to it, nor decided
// otherwise since it was entered.
func calls(s *scale) []Call {
	var out []Call
	for _, w := range s.plan.Widens {
		if to := s.plan.Scope(w.To); w.To == s.scope || !to.Comes(s.opening.Arrives) || !w.When.Hold(s) {
			continue
		}
		call := Call{Key: w.Key, To: w.To, Title: s.plan.Scope(w.To).Title, Why: w.Why}
		for _, c := range w.When.Each() {
			call.comesFrom(s, c.Key)
			for _, check := range s.each(c.Key) {
				step, r := s.takenBy(check, func(*plan.Step) bool { return true })
				if r != nil && r.Verdict == judge.Out && s.playByRule(check, step, r) {
					call.General, call.Why = true, w.Why+", "+makersFirst
				}
			}
		}
		answered := slices.ContainsFunc(s.log.Scoped, func(e *log.Entry) bool {
			return e.Seq > call.seq && slices.Contains(e.Scope.Not, call.Key)
		})
		if !answered {
			out = append(out, call)
		}
	}
	return out
}

// comesFrom notes the entries of a part or a check that a condition asks.
func (c *Call) comesFrom(s *scale, key string) {
	for i := range s.steps {
		step := s.steps[i].Step
		about := step.Part
		if step.Kind == plan.Measure {
			about = step.Check
		}
		if base, _, _ := strings.Cut(about, "@"); about == "" || base != key && about != key {
			continue
		}
		if e := s.Latest(step); e != nil && e.Seq > c.seq {
			c.seq, c.from, c.Step = e.Seq, step.N(), step.ID
		}
	}
}

// CameTo answers conditions on checks: what one came to, as built or else as found. Of
// those that are there for each of several, the worst.
func (s *scale) CameTo(check string) judge.Result {
	var worst judge.Result
	for _, key := range s.each(check) {
		var r judge.Result
		for _, step := range s.taking[key] {
			e := s.Latest(step)
			if e == nil || !s.Has(step) {
				continue
			}
			if x := s.reading(step, e); step.Phase == plan.Built || r == "" {
				r = x.Verdict
			}
		}
		if r.Heavier(worst) {
			worst = r
		}
	}
	return worst
}

// each is a check as it is, or as it is there for each of several.
func (s *scale) each(check string) []string {
	if s.plan.Checks[check] != nil {
		return []string{check}
	}
	var keys []string
	for _, l := range s.lined {
		if base, _, _ := strings.Cut(l.check, "@"); base == check {
			keys = append(keys, l.check)
		}
	}
	return keys
}

// late is when a job was widened to a step that shows how the pump was found, where the
// pump is no longer as it was by then: work had been done that comes after it.
func (s *scale) late(step *plan.Step) *time.Time {
	if len(s.log.Scoped) == 0 || step.Phase != plan.Found {
		return nil
	}
	now := *s
	for _, e := range slices.Backward(s.log.Scoped) {
		now.scope = scopeAt(s.opening, s.log.Scoped, e.Seq)
		if step.There(&now) {
			continue // it was asked for before already
		}
		for i := step.N() + 1; i < len(s.steps); i++ {
			done := s.log.Of(s.steps[i].Step).Counts()
			if done != nil && done.Seq < e.Seq && changesThePump(s.steps[i].Step) {
				return &e.At
			}
		}
		return nil
	}
	return nil
}

// changesThePump reports whether a pump is another one once a step is done.
func changesThePump(step *plan.Step) bool {
	switch step.Kind {
	case plan.Do, plan.Count, plan.Set, plan.Torque, plan.Tighten, plan.Heat, plan.Inspect:
		return true
	}
	return false
}

// scoped is a change of the scope.
func (a *acceptance) scoped() error {
	s, now := a.Entry.Scope, a.d.sheet.Scope
	switch {
	case now == nil:
		return &Refused{"the plan of this job has no scopes: it is all of it"}
	case s == nil:
		a.errs.Add("scope", fmt.Errorf("is missing: the scope from here on"))
		return nil
	case a.d.scale.plan.Scope(s.To) == nil:
		a.errs.Add("scope.to", fmt.Errorf("is %q: name one of the plan's scopes", s.To))
	case !a.d.scale.plan.Scope(s.To).Comes(a.d.scale.opening.Arrives):
		a.errs.Add("scope.to", fmt.Errorf("is %q, and this pump came %s: open a job of its own for it", s.To,
			a.d.scale.opening.Arrives))
	}
	asked := false
	for _, call := range now.Calls {
		asked = asked || call.To == s.To
	}
	for i, key := range s.Not { // one that a narrower scope would call for is answered with it
		if !slices.ContainsFunc(a.d.scale.plan.Widens, func(w plan.Widen) bool { return w.Key == key }) {
			a.errs.Add(fmt.Sprintf("scope.not[%d]", i), fmt.Errorf("is %q: nothing of that name calls for another scope", key))
		}
	}
	if s.To == now.Key && len(s.Not) == 0 {
		a.errs.Add("scope.to", fmt.Errorf("is the scope it has already"))
	}
	if !asked || len(s.Not) > 0 {
		a.needReason("say why the scope is changed, or why it stays")
	}
	return nil
}
