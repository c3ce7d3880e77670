package plan

import (
	"slices"
	"strings"
)

func (c *checker) shaftLine() {
	drawn := map[string][]string{} // name of a piece → what it may be drawn as
	for i := range c.p.ShaftLine.Pieces {
		piece := &c.p.ShaftLine.Pieces[i]
		c.piece(piece)
		drawn[piece.Name()] = append(drawn[piece.Name()], piece.Piece)
	}
	c.bearings(drawn)
	c.benches()
	for _, s := range c.p.ShaftLine.Stations {
		c.stands(s)
		where := s.At
		if check := c.p.Checks[s.Check]; check != nil && check.For != "" {
			r := c.repeats[check.For]
			if r == nil || r.Count != "" || !strings.Contains(where, "{"+check.For+"}") {
				c.fault(s.line, "", "shaft line: station %s is for each %s: its place needs {%s} in it, and members that "+
					"are named", s.Check, check.For, check.For)
				continue
			}
			where = strings.ReplaceAll(where, "{"+check.For+"}", r.Members[0].Key)
		}
		if !stands(drawn, where) {
			c.fault(s.line, "", "shaft line: station %s stands at %q: write a piece that is drawn and one of its points, "+
				"such as bearing-frame.thrust-bearing", s.Check, s.At)
		}
		if c.p.Checks[s.Check] == nil {
			c.fault(s.line, "", "shaft line: there is no check %q for a station", s.Check)
		}
	}
}

// stands reports whether a place is on a piece that is drawn, in all of its variants.
func stands(drawn map[string][]string, at string) bool {
	piece, point, _ := strings.Cut(at, ".")
	return len(drawn[piece]) > 0 &&
		!slices.ContainsFunc(drawn[piece], func(as string) bool { return !slices.Contains(pieces[as], point) })
}

func (c *checker) piece(piece *Piece) {
	fault := func(format string, args ...any) { c.fault(piece.line, "", "shaft line: "+format, args...) }
	if _, ok := pieces[piece.Piece]; !ok {
		fault("there is no piece %q: the pieces are %s", piece.Piece, strings.Join(pieceNames(), ", "))
	}
	c.conditions(piece.line, "", piece.When)
	if stage, _, _ := strings.Cut(piece.Fitted, "@"); stage != "" && !c.stages[stage] {
		fault("piece %s is fitted in %q, which is not a stage", piece.Piece, piece.Fitted)
	}
	for _, id := range slices.Concat(piece.Off, piece.On) {
		if step, _, _ := strings.Cut(id, "@"); c.p.steps[step] == nil {
			fault("piece %s goes off or on at %q, which is not a step", piece.Piece, id)
		}
	}
}

func (c *checker) benches() {
	for i := range c.p.ShaftLine.Benches {
		b := &c.p.ShaftLine.Benches[i]
		if b.Title == "" || len(b.Pieces) == 0 || len(b.At) == 0 {
			c.fault(b.line, "", "shaft line: what is on the bench needs a title, pieces, and at: the stages or steps it is "+
				"drawn at")
		}
		for _, id := range b.At {
			if !c.stages[id] && c.p.steps[id] == nil {
				c.fault(b.line, "", "shaft line: %s is drawn at %q, which is neither a stage nor a step", b.Title, id)
			}
		}
		for k := range b.Pieces {
			c.piece(&b.Pieces[k])
		}
	}
}

// stands checks which of the places of its check a station is, and how far along it stands.
func (c *checker) stands(s Station) {
	check := c.p.Checks[s.Check]
	if check == nil {
		return
	}
	several := check.Instrument == Along
	switch {
	case several && !slices.Contains(check.Places, s.Place):
		c.fault(s.line, "", "shaft line: station %s has the place %q: write one of its check's, %s", s.Check, s.Place,
			strings.Join(check.Places, ", "))
	case !several && s.Place != "":
		c.fault(s.line, "", "shaft line: station %s has a place, and its check is taken at one only: remove it", s.Check)
	}
	for _, key := range c.p.forEach(s.Along, check.For) {
		c.distance(s.line, "station "+s.Check, key)
	}
}

// distance is a length along the shaft; blank where the plan asks for none.
func (c *checker) distance(line int, of, key string) {
	if key != "" && c.values[key] != LengthValue {
		c.fault(line, "", "shaft line: %s: along names %q: write one of the plan's lengths", of, key)
	}
}

// bearings stand on the metal, and somewhere along the shaft.
func (c *checker) bearings(drawn map[string][]string) {
	for _, b := range c.p.ShaftLine.Bearings {
		if b.Title == "" || !stands(drawn, b.At) {
			c.fault(b.line, "", "shaft line: bearing %q stands at %q: write its title and a piece that is drawn with one of "+
				"its points", b.Title, b.At)
		}
		c.distance(b.line, "bearing "+b.Title, b.Along)
	}
}

// later checks what names a step that may stand behind it.
func (c *checker) later() {
	for i := range c.p.Stages {
		for k := range c.p.Stages[i].Steps {
			s := &c.p.Stages[i].Steps[k]
			c.carried(s)
			for _, o := range s.Against {
				c.origin(s, "against", o)
			}
			for _, key := range s.Papers {
				if c.values[key] == "" {
					c.at(s)("papers names %q, which is not one of the plan's values", key)
				}
			}
			if other := c.p.steps[s.LeafAt]; s.LeafAt != "" && (other == nil || other.Kind != Measure) {
				c.at(s)("leaf_at is %q: name the step that tries the leaf", s.LeafAt)
			}
			for _, id := range s.ShownAt {
				if c.p.steps[id] == nil {
					c.at(s)("shown_at names %q, and no step has that id", id)
				}
			}
		}
	}
	for _, part := range c.p.Parts {
		for _, j := range part.Judged {
			if step := c.p.steps[j.Count]; j.Count != "" && (step == nil || step.Kind != Count) {
				c.fault(j.line, "", "part %s is judged by the count %q: name a count step", part.Key, j.Count)
			}
		}
	}
}

// speeds marks the values that a step takes for the speed of the pump.
func (c *checker) speeds() {
	for i := range c.p.Stages {
		for k := range c.p.Stages[i].Steps {
			for v := range c.p.Values {
				if a := &c.p.Values[v]; a.Key == c.p.Stages[i].Steps[k].Speed {
					a.Speed = true
				}
			}
		}
	}
}

func pieceNames() []string {
	var names []string
	for name := range pieces {
		names = append(names, name)
	}
	slices.Sort(names)
	return names
}
