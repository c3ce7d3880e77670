package job

import (
	"slices"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/words"
)

// shaftRead is what was read along the shaft in one phase, in the order in which it was read.
type shaftRead struct {
	phase  string
	places []placeRead
	told   judge.Told
}

// placeRead is the run-out at one place of the shaft or of a sleeve on it.
type placeRead struct {
	title     string
	letter    string // of its station, blank for a place that is none
	along     *Along
	sleeve    bool
	seq       int
	dial      *kind.DialReading
	verdict   judge.Result
	fine      bool // by what is off centre alone
	uncertain quantity.Length
}

// rim is a step that is read with a fixed dial on what turns with the shaft, with the places it
// stands for.
type rim struct {
	step   *plan.Step
	check  *plan.Check
	places []rimPlace
}

// rimPlace is one of its stations, with what the pump's papers say of it.
type rimPlace struct {
	station *plan.Station
	along   *Along
}

// rims are the steps whose run-outs are compared along the shaft. A shaft that turns between its
// own centres says nothing of its bearings.
func (t *terms) rimsOf() []rim {
	var out []rim
	for i := range t.steps {
		step := t.steps[i].Step
		check := t.plan.Checks[step.Check]
		if check == nil || check.Surface != gauge.Rim || check.Indicator != gauge.Fixed || step.Rides == plan.OnCentres {
			continue
		}
		one := rim{step: step, check: check}
		for k := range t.plan.ShaftLine.Stations {
			if st := &t.plan.ShaftLine.Stations[k]; st.Check == step.Check {
				one.places = append(one.places, rimPlace{st, t.along(st.Along)})
			}
		}
		out = append(out, one)
	}
	return out
}

// shaftBearings are the two bearings of the shaft, where their places are known.
func (t *terms) shaftBearings() []judge.Bearing {
	var out []judge.Bearing
	for _, b := range t.plan.ShaftLine.Bearings {
		if at := t.along(b.Along); at != nil {
			out = append(out, judge.Bearing{Name: words.Lower(b.Title), Z: at.Length})
		}
	}
	return out
}

// shaftReads gathers the run-outs of a job. As found and as built are never mixed: between them
// the bearings may have changed.
func (s *scale) shaftReads(work workDone, stations []StationSheet) []shaftRead {
	out := [2]shaftRead{{phase: plan.Found}, {phase: plan.Built}}
	for i := range s.rims {
		r := &s.rims[i]
		step := work.states[r.step.N()]
		if step == nil || !compared(step.Reading) {
			continue
		}
		run := &out[0]
		if step.Phase == plan.Built {
			run = &out[1]
		}
		run.places = s.placesRead(run.places, r, step.Reading, stations)
	}
	var runs []shaftRead
	for i := range out {
		if len(out[i].places) == 0 {
			continue
		}
		out[i].settle()
		out[i].tell(s)
		runs = append(runs, out[i])
	}
	return runs
}

// compared reports whether a run-out is held against those at other places.
func compared(r *kind.Reading) bool {
	return r != nil && !slices.Contains(r.Warnings, gauge.DidNotReturn)
}

// foundAlong is what the run-outs that were found along the shaft say together.
func (s *scale) foundAlong() judge.Evidence {
	run := shaftRead{phase: plan.Found}
	for i := range s.rims {
		step := s.rims[i].step
		e := s.Latest(step)
		if e == nil || step.Phase != plan.Found || !s.Has(step) {
			continue
		}
		if r := s.reading(step, e); compared(r) {
			run.places = s.placesRead(run.places, &s.rims[i], r, nil)
		}
	}
	run.settle()
	run.tell(s)
	return run.told.Evidence
}

// placesRead adds the places that one step was read at: those of its stations, and others that
// were added along the shaft.
func (s *scale) placesRead(out []placeRead, rim *rim, r *kind.Reading, stations []StationSheet) []placeRead {
	e := s.log.Of(rim.step).Counts()
	if e == nil {
		return out
	}
	for _, at := range rim.places {
		st := at.station
		p := placeRead{title: rim.check.Title, along: at.along, sleeve: s.rides(rim.step, st), seq: e.Seq, dial: r.Dial,
			verdict: r.Verdict}
		if r.Uncertainty != nil {
			p.uncertain = r.Uncertainty.Length
		}
		if at := r.AlongAt(st.Place); at != nil {
			p.title, p.dial, p.verdict, p.uncertain = rim.check.Title+", "+words.Lower(at.At), at.Dial, at.Verdict,
				at.Uncertainty.Length
		}
		for k := range stations {
			if stations[k].Check == st.Check && stations[k].Place == st.Place {
				p.letter = stations[k].Letter
			}
		}
		if p.dial != nil && p.dial.Fitted != nil {
			p.fine = p.verdict == judge.Within ||
				r.Limit != nil && r.Limit.Max != nil && p.dial.Fitted.Length <= *r.Limit.Max
			out = append(out, p)
		}
	}
	for _, at := range r.Also {
		if at.Dial.Fitted != nil {
			out = append(out, placeRead{title: at.At, along: &Along{Figure: *at.Along}, seq: e.Seq, dial: at.Dial,
				verdict: at.Verdict, uncertain: at.Uncertainty.Length})
		}
	}
	return out
}

// rides reports whether a step is read on the sleeve at a station.
func (s *scale) rides(step *plan.Step, st *plan.Station) bool {
	if step.Rides != "" {
		return step.Rides == plan.OnSleeve
	}
	return plan.Is(st.Sleeve) && st.SleeveWhen.Hold(s)
}

// onSleeve reports whether a step is read on the sleeve.
func (s *scale) onSleeve(step *plan.Step) bool {
	for i := range s.plan.ShaftLine.Stations {
		if st := &s.plan.ShaftLine.Stations[i]; st.Check == step.Check {
			return s.rides(step, st)
		}
	}
	return step.Rides == plan.OnSleeve
}

// settle puts the places in the order in which they were read; of a place that was read
// again the last counts.
func (r *shaftRead) settle() {
	slices.SortStableFunc(r.places, func(a, b placeRead) int { return a.seq - b.seq })
	var kept []placeRead
	for _, p := range r.places {
		kept = slices.DeleteFunc(kept, func(old placeRead) bool {
			if old.along == nil || p.along == nil { // nobody knows how far along they are: they may be two
				return old.along == p.along && old.sleeve == p.sleeve && old.title == p.title && old.letter == p.letter
			}
			return old.sleeve == p.sleeve && old.along.Length == p.along.Length
		})
		kept = append(kept, p)
	}
	r.places = kept
}

// tell asks what the places say together, one after the other: what the later ones rule out
// is disproved by them.
func (r *shaftRead) tell(s *scale) {
	along := judge.Along{Bearings: s.between}
	for i, p := range r.places {
		v := judge.Vector{Name: words.Lower(p.title), OnSleeve: p.sleeve, Size: p.dial.Fitted.Length,
			Fine: p.fine, Uncertainty: p.uncertain}
		if p.along != nil {
			v.Z = &p.along.Length
		}
		if p.dial.HighDeg != nil {
			v.Directed, v.Degrees = true, *p.dial.HighDeg
		}
		along.Vectors = append(along.Vectors, v)
		if i == 0 {
			continue
		}
		before := r.told.Evidence
		r.told = along.Tell()
		if before != nil {
			r.told.Evidence = before.Then(r.told.Evidence, func(judge.Sign) bool { return false })
		}
	}
}
