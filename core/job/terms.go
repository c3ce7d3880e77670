package job

import (
	"maps"

	"settle/core/judge"
	"settle/core/kind"
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
	limits      map[*plan.Check]kind.Limits
	panels      map[samePanel]*kind.Panel
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
	kind  *kind.Kind
	panel *kind.Panel
	bench string // title of the unit that is drawn instead of the pump
}

func newTerms(j Job) *terms {
	t := &terms{opening: j.Log[0].Open, plan: j.Plan}
	t.chosen = chosen(t.opening.Options, t.opening.Schools)
	if len(t.plan.Arrives) > 0 {
		t.chosen.Options[plan.Arrives] = t.opening.Arrives
	}
	t.plan = j.Plan.Repeated(func(key string) int { return kind.Number(t, key) })
	n := t.plan.Len()
	t.lined = linesOf(t.plan)
	t.pieces = moving(t.plan, t.plan.ShaftLine.Pieces)
	for i := range t.plan.ShaftLine.Benches {
		b := &t.plan.ShaftLine.Benches[i]
		t.benches = append(t.benches, unit{b.Title, moving(t.plan, b.Pieces)})
	}
	t.taking = make(map[string][]*plan.Step, len(t.plan.Checks))
	t.found = make(map[string][]*plan.Step, len(t.plan.Checks))
	t.limits = make(map[*plan.Check]kind.Limits, len(t.plan.Checks))
	t.drags = make(map[string][]*plan.Part, len(t.plan.Parts))
	for i := range t.plan.Parts {
		for _, key := range t.plan.Parts[i].Drags {
			t.drags[key] = append(t.drags[key], &t.plan.Parts[i])
		}
	}
	t.steps, t.panels = make([]task, n), make(map[samePanel]*kind.Panel, 3*len(t.plan.Checks))
	for _, check := range t.plan.Checks {
		t.limits[check] = t.resolve(check)
	}
	for i := range t.plan.Stages {
		stage := &t.plan.Stages[i]
		for k := range stage.Steps {
			step := &stage.Steps[k]
			task := &t.steps[step.N()]
			task.Step, task.stage, task.kind, task.panel = step, stage.ID, kind.Of(step), t.panel(step)
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
func (t *terms) resolve(check *plan.Check) kind.Limits {
	if key, ok := check.LimitKey(t.chosen); ok {
		if limit, ok := t.opening.Limits[key]; ok && limit.Origin != judge.None {
			both := kind.Limits{Found: &limit, Built: &limit}
			if limit.WornOut != 0 {
				found := limit.AsFound()
				found.Source += ", " + wornOut(limit.WornOut)
				both.Found = &found
			}
			return both
		}
	}
	return kind.OwnLimits(t, check)
}

// Plan is the plan of the job, with what the pump has several of written out.
func (t *terms) Plan() *plan.Plan { return t.plan }

// Opening is what the job was opened with.
func (t *terms) Opening() *log.Opening { return t.opening }

// CheckLimit is what readings of a check are judged by in a phase.
func (t *terms) CheckLimit(check *plan.Check, phase string) *judge.Limit {
	return t.limits[check].At(phase)
}

// panel is what the instrument of a step is drawn from, before anything is entered.
// Steps that take the same check in the same phase have one panel, and so have those whose
// kind needs to know nothing.
func (t *terms) panel(step *plan.Step) *kind.Panel {
	k := kind.Of(step)
	one := samePanel{by: step}
	if check := t.plan.Checks[step.Check]; check != nil && len(step.Depths) == 0 {
		one = samePanel{check, step.Phase}
	} else if k.Alike() {
		one.by = k
	}
	if p := t.panels[one]; p != nil {
		return p
	}
	p := kind.PanelOf(t, step)
	t.panels[one] = p
	return p
}
