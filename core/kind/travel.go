package kind

import (
	"fmt"
	"slices"
	"strings"

	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/words"
)

var travelKind = Kind{
	Gauges: depths, panel: plan.Travel, Group: "travel", typed: true, weigh: travel, boxes: travelBoxes,
	show: travelPanel, title: "Travel", divisions: travels, usual: usualRule,
}

func travel(s Scale, step *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f, check := b.Travel, checkAt(s, step)
	if f == nil {
		return missing(r, "travel", "is missing: the depth right down and right up")
	}
	down, okDown := r.Length(gauge.Named("travel.down"), f.Down)
	up, okUp := r.Length(gauge.Named("travel.up"), f.Up)
	graduation, ok := division(r, "travel.graduation", f.Graduation, " of the depth gauge")
	if !okDown || !okUp || !ok {
		return nil
	}
	if (check.Deeper == "up") != (up > down) && check.Deeper != "" && up != down {
		r.Errors.Add("travel.up", fmt.Errorf("is on the wrong side of the depth right down: here the shaft right %s is the "+
			"deeper, the two are changed over", check.Deeper))
		return nil
	}
	limit, length := travelLimit(s, step), (down - up).Abs()
	u := gauge.DifferenceUncertainty(graduation, b.MPE())
	reading := fine(&Reading{Figure: quantity.Show(length), Held: AsHeld(OfValue, "Travel", length)}, length, u, limit)
	ends := endsOf(s, check)
	for i, depth := range []quantity.Length{down, up} {
		ends[i].Figure = quantity.Show(depth)
	}
	for _, end := range []struct {
		at, key string
		depth   quantity.Length
	}{{rightDown, check.Down, down}, {rightUp, check.Up, up}} {
		window := s.Opening().Limits[end.key]
		v := judge.Length(end.depth, gauge.DirectUncertainty(graduation, b.MPE()), window.Bounds)
		reading.Places = append(reading.Places, Place{At: end.at, Low: Figure{Length: end.depth},
			High: Figure{Length: end.depth}, Result: judge.GapResult(v.Result)})
		if v.Result.Heavier(reading.Verdict) {
			reading.Verdict, reading.Limit, reading.Margin = v.Result, &window, nil
			if window.Source == "" {
				reading.Limit = NoLimit(judge.NoneKnown)
			}
			// The depth that is out is what is told, with its own window.
			reading.Held = AsHeld(OfValue, words.Capital("depth "+end.at), end.depth).Beside("Travel", quantity.Show(length))
			reading.Held.Limit = Shown(reading.Limit)
		}
	}
	reading.Held.Ends = ends
	return reading
}

const rightDown, rightUp = "right down", "right up"

// ends are the two depths of a travel with their windows, before they are read.
func endsOf(t Terms, check *plan.Check) []End {
	window := func(key string) *LimitShown {
		if l, ok := t.Opening().Limits[key]; ok {
			return Shown(&l)
		}
		return Shown(NoLimit(judge.NoneKnown))
	}
	return []End{{At: rightDown, Limit: window(check.Down)}, {At: rightUp, Limit: window(check.Up)}}
}

func travelPanel(t Terms, step *plan.Step, p *Panel) {
	check := checkAt(t, step)
	p.Deeper, p.Ends = check.Deeper, endsOf(t, check)
	p.fineFor(p.Ends[0].Limit, p.Ends[1].Limit)
}

// fineFor leaves out divisions that are coarser than a tenth of the narrowest window: they could not
// tell one side of it from the other.
func (p *Panel) fineFor(windows ...*LimitShown) {
	least := quantity.Length(0)
	for _, w := range windows {
		if w.Min != nil && w.Max != nil {
			if wide := w.Max.Length - w.Min.Length; least == 0 || wide < least {
				least = wide
			}
		}
	}
	if least == 0 {
		return
	}
	fine := slices.DeleteFunc(slices.Clone(p.Divisions), func(text string) bool {
		l, err := quantity.Parse(text, "")
		return err != nil || 10*l > least
	})
	if len(fine) == 0 {
		return
	}
	usual := *p.Usual
	for _, d := range fine { // the coarsest that are left stand first
		has := &usual.Thou
		if strings.HasSuffix(d, " mm") {
			has = &usual.Mm
		}
		if !slices.Contains(fine, *has) {
			*has = d
		}
	}
	p.Divisions, p.Usual = fine, &usual
}

// travelLimit is the window of a travel. Where nobody gives one it follows from those of the
// two depths: the least is from the nearer end of one to the farther of the other.
func travelLimit(s Scale, step *plan.Step) *judge.Limit {
	limit, check := limitOf(s, step), checkAt(s, step)
	near, far := s.Opening().Limits[check.Down], s.Opening().Limits[check.Up]
	if !limit.Open() || s.Plan().Format < 2 || near.Min == nil || near.Max == nil || far.Min == nil || far.Max == nil {
		return limit
	}
	if *near.Min > *far.Min {
		near, far = far, near
	}
	least, most := max(*far.Min-*near.Max, 0), *far.Max-*near.Min
	return &judge.Limit{Bounds: judge.Bounds{Min: &least, Max: &most}, Source: ofBothDepths}
}

func travelBoxes(b *log.Body) []box {
	if b.Travel == nil {
		return nil
	}
	return []box{{path: "travel.down", name: "right down", length: b.Travel.Down, most: absurdDepth},
		{path: "travel.up", name: "right up", length: b.Travel.Up, most: absurdDepth}}
}

const ofBothDepths = "worked out of the windows of the two depths"
