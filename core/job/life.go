package job

import (
	"cmp"
	"fmt"
	"slices"

	"settle/core/field"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/quantity"
)

// Life is how a clearance, a play or a run-out of a pump grows over its jobs.
type Life struct {
	Check  string           `json:"check"`
	Title  string           `json:"title"`
	Points []LifePoint      `json:"points" nullable:"false" doc:"oldest first"`
	Limit  *kind.LimitShown `json:"limit" doc:"where it is reset or replaced"`
	// What its runs came to, from each setting to the next; missing with fewer than two jobs.
	Rate   *Figure          `json:"rate,omitempty" doc:"wear in a thousand hours"`
	Left   *int64           `json:"left,omitempty" doc:"running hours left from what was set, or found, last"`
	Result judge.WearResult `json:"result,omitempty" enum:"past-limit,not-wearing,lasts,reset-now,no-rate"`
	Words  Sentence         `json:"words"`
	Guess  string           `json:"guess,omitempty" doc:"what had to be assumed"`

	mend string
}

// LifePoint is what one job found and left.
type LifePoint struct {
	Job   string  `json:"job"`
	Hours float64 `json:"hours"`
	Found *Figure `json:"found,omitempty"`
	Built *Figure `json:"built,omitempty"`
}

// Lives works out the growth of every check that has a limit for it, from jobs
// whose running hours are known. Planned is the running hours to the next
// planned stop, nil where it is not known.
func Lives(jobs []Past, planned *float64) []Life {
	jobs = slices.DeleteFunc(slices.Clone(jobs), func(p Past) bool { return p.Hours == nil })
	slices.SortStableFunc(jobs, func(a, b Past) int { return cmp.Compare(*a.Hours, *b.Hours) })
	lives, of := []Life{}, map[string]int{}
	for _, past := range jobs {
		for _, c := range past.Checks {
			p := LifePoint{past.Number, *past.Hours, c.Found.widest(), c.Built.widest()}
			if c.Until == nil || p.Found == nil && p.Built == nil {
				continue
			}
			i, known := of[c.Check]
			if !known {
				i = len(lives)
				of[c.Check], lives = i, append(lives, Life{Check: c.Check})
			}
			// The latest job says what it is called and what holds.
			lives[i].Title, lives[i].Limit, lives[i].mend = c.Title, c.Until, cmp.Or(c.Mend, reset)
			lives[i].Points = append(lives[i].Points, p)
		}
	}
	for i := range lives {
		lives[i].work(planned)
	}
	return lives
}

// work finds the rate over the runs from what one job left to what the next one found, and
// how long what is there now will last at it.
func (l *Life) work(planned *float64) {
	n := len(l.Points)
	if n < 2 {
		l.Words = plainly("One job with running hours tells no wear yet.")
		return
	}
	stop, top := 0.0, quantity.Length(quantity.MaxLength)
	if planned != nil {
		stop = *planned
	}
	if l.Limit.Max != nil {
		top = l.Limit.Max.Length
	}
	history := l.history()
	worn, err := judge.Wear(history, top, stop, nil)
	switch {
	case err != nil:
		l.Words = plainly(field.All(err)[0].Message)
		return
	case worn.Rate == nil:
		l.Words = plainly("Two jobs with a reading each, at different running hours, tell a rate.")
		return
	}
	l.Rate = figure(*worn.Rate)
	if l.Limit.Max == nil {
		l.Words = say("Grows %s in a thousand hours. No limit known: look it up in the maker's manual and enter it on "+
			"the pump.", *worn.Rate)
		return
	}
	from := "what was found in " + l.Points[n-1].Job
	if history[len(history)-1].Set {
		from = "what was set in " + l.Points[n-1].Job
	}
	l.Left, l.Result = worn.Left, worn.Result
	l.Words = l.lasts(worn, from, planned)
}

// history is what was found and set, in the order of the hours. Where nobody wrote down
// what a job set, it wears on from what was found.
func (l *Life) history() []judge.Worn {
	var history []judge.Worn
	for i, p := range l.Points {
		if p.Found != nil {
			history = append(history, judge.Worn{Hours: p.Hours, Clearance: p.Found.Length})
		}
		if p.Built != nil {
			history = append(history, judge.Worn{Hours: p.Hours, Clearance: p.Built.Length, Set: true})
		} else if i < len(l.Points)-1 {
			l.Guess = "nobody wrote down what " + p.Job + " set: what it found is taken"
		}
	}
	return history
}

func hours(n int64) string { return fmt.Sprintf("%d h", n) }

// SealLives are the running hours between the jobs in which a seal was replaced.
func SealLives(jobs []Past) []float64 {
	var at []float64
	for _, p := range jobs {
		if p.Hours != nil && p.NewSeal {
			at = append(at, *p.Hours)
		}
	}
	slices.Sort(at)
	lives := []float64{}
	for i := 1; i < len(at); i++ {
		lives = append(lives, at[i]-at[i-1])
	}
	return lives
}
