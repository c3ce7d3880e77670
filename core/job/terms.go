package job

import (
	"maps"

	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
)

// terms are what the opening of a job settles for all of it: its plan, the papers of
// its pump, the limits it is judged by. They never change.
type terms struct {
	opening *log.Opening
	plan    *plan.Plan // with what the pump has several of written out
	chosen  plan.Chosen

	steps       []task                  // each step of the plan, by its number
	inspections []*plan.Step            // those that look at a part
	lined       []lined                 // the checks in the order of the sheet
	taking      map[string][]*plan.Step // check → the steps that take it, in order
	shownAt     map[string][]*plan.Step // step → those at which what it needs was marked
	found       map[string][]*plan.Step // check → those of them that take it as found
	drags       map[string][]*plan.Part // part → those that take it along, in order
	pieces      []piece                 // of the shaft line
	benches     []unit                  // what is drawn by itself
	rims        []rim                   // the steps whose run-outs are compared along the shaft
	between     []judge.Bearing         // the bearings it turns in
	limits      map[*plan.Check]limits
	panels      map[samePanel]*Panel
}

// limits are those of a check by its phase: what is found may be worn, what is built is new.
type limits struct{ found, built *judge.Limit }

func (l limits) at(phase string) *judge.Limit {
	if phase == plan.Found {
		return l.found
	}
	return l.built
}

// samePanel is by what steps have the same panel: their check and phase, or their kind.
type samePanel struct {
	by    any
	phase string
}

// task is a step of the plan with what is known of it before anything is entered.
type task struct {
	*plan.Step
	stage string
	kind  *kind
	panel *Panel
	bench string // title of the unit that is drawn instead of the pump
}

func newTerms(j Job) *terms {
	t := &terms{opening: j.Log[0].Open, plan: j.Plan}
	t.chosen = chosen(t.opening.Options, t.opening.Schools)
	if len(t.plan.Arrives) > 0 {
		t.chosen.Options[plan.Arrives] = t.opening.Arrives
	}
	t.plan = j.Plan.Repeated(t.number)
	n := t.plan.Len()
	t.lined = linesOf(t.plan)
	t.pieces = moving(t.plan, t.plan.ShaftLine.Pieces)
	for i := range t.plan.ShaftLine.Benches {
		b := &t.plan.ShaftLine.Benches[i]
		t.benches = append(t.benches, unit{b.Title, moving(t.plan, b.Pieces)})
	}
	t.taking = make(map[string][]*plan.Step, len(t.plan.Checks))
	t.found = make(map[string][]*plan.Step, len(t.plan.Checks))
	t.limits = make(map[*plan.Check]limits, len(t.plan.Checks))
	t.drags = make(map[string][]*plan.Part, len(t.plan.Parts))
	for i := range t.plan.Parts {
		for _, key := range t.plan.Parts[i].Drags {
			t.drags[key] = append(t.drags[key], &t.plan.Parts[i])
		}
	}
	t.steps, t.panels = make([]task, n), make(map[samePanel]*Panel, 2*len(t.plan.Checks)+len(kinds))
	for _, check := range t.plan.Checks {
		t.limits[check] = t.resolve(check)
	}
	for i := range t.plan.Stages {
		stage := &t.plan.Stages[i]
		for k := range stage.Steps {
			step := &stage.Steps[k]
			task := &t.steps[step.N()]
			task.Step, task.stage, task.kind, task.panel = step, stage.ID, t.kind(step), t.panel(step)
			task.bench = benched(t.plan, stage.ID, step.ID)
			for _, id := range step.ShownAt {
				if t.shownAt == nil {
					t.shownAt = map[string][]*plan.Step{}
				}
				t.shownAt[id] = append(t.shownAt[id], step)
			}
			switch step.Kind {
			case plan.Inspect:
				t.inspections = append(t.inspections, step)
			case plan.Measure:
				t.taking[step.Check] = append(t.taking[step.Check], step)
				if step.Phase == plan.Found {
					t.found[step.Check] = append(t.found[step.Check], step)
				}
			}
		}
	}
	t.rims, t.between = t.rimsOf(), t.shaftBearings()
	return t
}

// kind is that by which a step is worked.
func (t *terms) kind(step *plan.Step) *kind { return kinds[step.Way()] }

// chosen are the options of a pump and the schools of its shop together: no option has
// the name of a school.
func chosen(options, schools map[string]string) plan.Chosen {
	c := plan.Chosen{Options: make(map[string]string, len(options)+len(schools))}
	maps.Copy(c.Options, schools)
	maps.Copy(c.Options, options)
	return c
}

// resolve finds the limits of a check among those the job was opened with. Which one
// counts hangs on options and schools alone, never on what is decided about a part.
func (t *terms) resolve(check *plan.Check) limits {
	if key, ok := check.LimitKey(t.chosen); ok {
		if limit, ok := t.opening.Limits[key]; ok {
			both := limits{&limit, &limit}
			if limit.WornOut != 0 {
				found := limit.AsFound()
				found.Source += ", " + wornOut(limit.WornOut)
				both.found = &found
			}
			return both
		}
	}
	return t.seatLimit(check)
}

// limitOf is what the reading of a step is judged by; one that nothing is known of
// says so.
func (t *terms) limitOf(step *plan.Step) *judge.Limit {
	if limit := t.kind(step).limit; limit != nil {
		return limit(t, step)
	}
	return noLimit(judge.NoneKnown)
}

func checkLimit(t *terms, step *plan.Step) *judge.Limit {
	return t.limits[t.plan.Checks[step.Check]].at(step.Phase)
}

// window is the limit that a clearance is set into.
func window(t *terms, step *plan.Step) *judge.Limit {
	if l, ok := t.opening.Limits[step.Window]; ok {
		return &l
	}
	return noLimit(judge.NoneKnown)
}

func noLimit(source string) *judge.Limit { return &judge.Limit{Origin: judge.None, Source: source} }

// inWords is a limit that is no length.
func inWords(source string) *judge.Limit { return &judge.Limit{Source: source} }

// away reports whether a step may be said not to be on this pump or not in this job. A caution may
// since format 3, but never one that takes energy away where there is any.
func (t *terms) away(step *plan.Step) bool {
	if step.Kind != plan.Caution || t.plan.Format < 3 {
		return t.kind(step).away
	}
	none := t.opening.Arrives == plan.OnBench || t.opening.Arrives == plan.NewParts
	return step.Energy != plan.Isolates || none
}

// panel is what the instrument of a step is drawn from, before anything is entered.
// Steps that take the same check in the same phase have one panel, and so have those whose
// kind needs to know nothing.
func (t *terms) panel(step *plan.Step) *Panel {
	k := t.kind(step)
	one := samePanel{by: step}
	if check := t.plan.Checks[step.Check]; check != nil && len(step.Depths) == 0 {
		one = samePanel{check, step.Phase}
	} else if k.show == nil && k.limit == nil && k.tool == "" {
		one.by = k
	}
	if p := t.panels[one]; p != nil {
		return p
	}
	p := &Panel{Instrument: k.panel, Gauges: k.gauges, Group: k.group, Tool: k.tool, Optional: !k.must, Away: t.away(step),
		FigureTitle: k.title,
		Divisions:   k.divisions}
	t.panels[one] = p
	if k.divisions != nil {
		p.Usual = &k.usual
	}
	if check := t.plan.Checks[step.Check]; check != nil {
		p.Sign, p.Judge = check.Sign, check.Judge
	}
	if k.limit != nil {
		p.Limit = shown(k.limit(t, step))
	}
	if k.show != nil {
		k.show(t, step, p)
	}
	if k.tool != "" {
		p.Given = t.given(step)
	}
	return p
}
