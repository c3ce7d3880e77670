package job

import (
	"cmp"
	"fmt"
	"slices"

	"settle/core/field"
	"settle/core/judge"
	"settle/core/quantity"
)

// Life is how a clearance, a play or a run-out of a pump grows over its jobs.
type Life struct {
	Check  string      `json:"check"`
	Title  string      `json:"title"`
	Points []LifePoint `json:"points" nullable:"false" doc:"oldest first"`
	Limit  *LimitShown `json:"limit" doc:"where it is reset or replaced"`
	// What the last interval came to; missing with fewer than two jobs.
	Rate   *Figure          `json:"rate,omitempty" doc:"wear in a thousand hours"`
	Left   *int64           `json:"left,omitempty" doc:"running hours left from what was set, or found, last"`
	Result judge.WearResult `json:"result,omitempty" enum:"past-limit,not-wearing,lasts,reset-now"`
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

// work finds the rate of the last interval, from what one job left to what the
// next one found, and how long what is there now will last at it.
func (l *Life) work(planned *float64) {
	var limit *quantity.Length
	if l.Limit.Max != nil {
		limit = &l.Limit.Max.Length
	}
	n := len(l.Points)
	if n < 2 {
		l.Words = plainly("One job with running hours tells no wear yet.")
		return
	}
	before, now := l.Points[n-2], l.Points[n-1]
	set := before.Built
	if set == nil {
		set, l.Guess = before.Found, "nobody wrote down what "+before.Job+" set: what it found is taken"
	}
	if set == nil || now.Found == nil || now.Hours <= before.Hours {
		l.Words = plainly("Two jobs with a reading each, at different running hours, tell a rate.")
		return
	}
	stop, top := 0.0, quantity.Length(quantity.MaxLength)
	if planned != nil {
		stop = *planned
	}
	if limit != nil {
		top = *limit
	}
	worn, err := judge.Wear([]judge.Worn{{Hours: before.Hours, Clearance: set.Length},
		{Hours: now.Hours, Clearance: now.Found.Length}}, top, stop)
	if err != nil {
		l.Words = plainly(field.All(err)[0].Message)
		return
	}
	l.Rate = figure(worn.Rate)
	if limit == nil {
		l.Words = say("Grows %s in a thousand hours. No limit known: look it up in the maker's manual and enter it on "+
			"the pump.", worn.Rate)
		return
	}
	from := "what was found in " + now.Job
	if now.Built != nil {
		// The same rate, from what the last job left.
		again, err := judge.Wear([]judge.Worn{{Hours: 0, Clearance: max(now.Built.Length-worn.Rate, 0)},
			{Hours: 1000, Clearance: now.Built.Length}}, *limit, stop)
		if err == nil && worn.Rate > 0 && now.Built.Length > worn.Rate {
			worn, from = again, "what was set in "+now.Job
		}
	}
	l.Left, l.Result = worn.Left, worn.Result
	l.Words = l.lasts(*limit, from, planned)
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
