package record

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"time"
)

// Due is something due on a pump on a day.
type Due struct {
	Key   string `json:"key" enum:"grease,stop,wear"`
	Title string `json:"title"`
	Day   string `json:"day" doc:"2027-03-01"`
	State string `json:"state" enum:"overdue,soon,later" doc:"soon: within a fortnight"`
	Why   string `json:"why" doc:"what the day was worked out from"`
	About bool   `json:"about,omitempty" doc:"the day follows from readings, nobody set it"`
	Every int    `json:"every,omitempty" doc:"days after which it is due again"`
}

// Services are the duties of a pump, with the days after which its grease is
// renewed: about monthly and about quarterly.
var Services = []Service{
	{"continuous", "Continuous", 30},
	{"intermittent", "Intermittent", 91},
}

// Service is a duty.
type Service struct {
	Key   string `json:"key"`
	Title string `json:"title"`
	Days  int    `json:"days" doc:"between two greasings, unless the maker says"`
}

// ruleOfGrease stands behind an interval that the maker did not give.
const ruleOfGrease = "general rule for small grease-lubricated power ends, to be replaced by the maker's interval"

const (
	date = "2006-01-02"
	soon = 14 * 24 * time.Hour
)

func (s *Page) next(log []Line, visits []Visit, facts Facts, today time.Time) {
	today = midnight(today)
	add := func(l Due, day time.Time) {
		l.Day = day.Format(date)
		switch left := day.Sub(today); {
		case left < 0:
			l.State = "overdue"
		case left <= soon:
			l.State = "soon"
		default:
			l.State = "later"
		}
		s.Next = append(s.Next, l)
	}
	if every, why := interval(facts); every > 0 {
		if at, from := lastGreased(log, visits); !at.IsZero() {
			add(Due{Key: "grease", Title: "Lubricate", Every: every, Why: fmt.Sprintf("every %d days, %s; counted from %s",
				every, why, from)}, midnight(at).AddDate(0, 0, every))
		}
	}
	if day, err := time.Parse(date, facts.PlannedStop); err == nil {
		add(Due{Key: "stop", Title: "Planned stop", Why: "as it stands on the pump's page"}, day)
	}
	if s.Hours != nil && s.Hours.Day != nil {
		// The one that reaches its limit first. What a pump on the bench was found
		// with is about to be set.
		var first *int64
		title, job := "", ""
		for _, l := range facts.Lives {
			last := l.Points[len(l.Points)-1]
			open := slices.ContainsFunc(visits, func(v Visit) bool {
				return v.Number == last.Job && v.Signed.IsZero() &&
					!v.Ended
			})
			if l.Left != nil && (!open || last.Built != nil) && (first == nil || *l.Left < *first) {
				first, title, job = l.Left, l.Title, l.Points[len(l.Points)-1].Job
			}
		}
		for _, v := range visits {
			if first != nil && v.Number == job && v.Hours != nil {
				// Hours left count from that job, whatever has run since.
				days := math.Min(float64(max(*first, 0))/(*s.Hours.Day), 50*366)
				add(Due{Key: "wear", Title: title + " reaches its limit", About: true,
					Why: fmt.Sprintf("%d h left from %s, at %.1f running hours a day", *first, job,
						*s.Hours.Day)}, midnight(v.Opened).AddDate(0, 0, int(days)))
			}
		}
	}
	slices.SortStableFunc(s.Next, func(a, b Due) int { return strings.Compare(a.Day, b.Day) })
}

func interval(f Facts) (days int, why string) {
	if f.GreaseEvery != nil {
		return *f.GreaseEvery, "by the pump's papers"
	}
	for _, x := range Services {
		if x.Key == f.Service {
			return x.Days, ruleOfGrease
		}
	}
	return 0, ""
}

// lastGreased is when somebody lubricated the pump last; a rebuild fills it
// afresh.
func lastGreased(log []Line, visits []Visit) (at time.Time, from string) {
	for _, v := range visits {
		if v.Signed.After(at) {
			at, from = v.Signed, "the rebuild "+v.Number
		}
	}
	for _, e := range log {
		if e.Kind == Grease && e.At.After(at) {
			at, from = e.At, "what "+e.By.Name+" entered"
		}
	}
	return at, from
}

func midnight(t time.Time) time.Time {
	t = t.UTC()
	return time.Date(t.Year(), t.Month(), t.Day(), 0, 0, 0, 0, time.UTC)
}

func byTime[T any](list []T, at func(T) time.Time) {
	slices.SortStableFunc(list, func(a, b T) int { return at(a).Compare(at(b)) })
}
