package store

import (
	"context"
	"database/sql"
	"time"

	"settle/core/log"
)

// Hand is a step that somebody has begun and not kept yet. It is no record of the work: it
// tells the others at the pump, and goes when the step is kept.
type Hand struct {
	Job   string     `json:"job"`
	Tag   string     `json:"tag"`
	Step  string     `json:"step"`
	Title string     `json:"title" doc:"of the step"`
	By    log.Person `json:"by"`
	Since time.Time  `json:"since"`
	Clock *Clock     `json:"clock,omitempty" doc:"runs at the step"`
}

// Clock is a time that runs: from the heater, until it is cool, under pressure.
type Clock struct {
	Began   time.Time `json:"began"`
	Minutes float64   `json:"minutes,omitempty" doc:"how long it is to be; missing where nothing says"`
}

// Begin notes that somebody has begun a step of a job, and the clock that runs at it.
func (s *Store) Begin(ctx context.Context, number, step string, by log.Person, clock *Clock) error {
	s.writing.Lock()
	defer s.writing.Unlock()
	var began *string
	var minutes *float64
	if clock != nil {
		began, minutes = new(clock.Began.UTC().Format(layout)), &clock.Minutes
	}
	_, err := s.db.ExecContext(ctx, "INSERT INTO hands (job, step, person, since, began, minutes) "+
		"SELECT id, ?2, ?3, ?4, ?5, ?6 FROM jobs WHERE number = ?1 "+
		"ON CONFLICT DO UPDATE SET began = ?5, minutes = ?6", number, step, by.ID, s.now().UTC().Format(layout), began,
		minutes)
	if err == nil {
		s.tell(Event{What: HandsChanged, Job: number})
	}
	return err
}

// LetGo says that somebody has not begun a step after all.
func (s *Store) LetGo(ctx context.Context, number, step string, by log.Person) error {
	s.writing.Lock()
	defer s.writing.Unlock()
	_, err := s.db.ExecContext(ctx, "DELETE FROM hands WHERE job = (SELECT id FROM jobs WHERE number = ?) AND step = ? "+
		"AND person = ?", number, step, by.ID)
	if err == nil {
		s.tell(Event{What: HandsChanged, Job: number})
	}
	return err
}

// Hands are the steps that are in somebody's hands: of one job, or of all that are open.
func (s *Store) Hands(ctx context.Context, number string) ([]Hand, error) {
	where, args := isOpen, []any{}
	if number != "" {
		where, args = "jobs.number = ?", []any{number}
	}
	var hashes []string
	hands, err := query(ctx, s.db, func(rows *sql.Rows) (h Hand, err error) {
		var since, hash string
		var began *string
		var minutes *float64
		if err := rows.Scan(&h.Job, &h.Tag, &h.Step, &h.By.ID, &since, &began, &minutes, &hash); err != nil {
			return h, err
		}
		if h.Since = stamp(since); began != nil {
			h.Clock = &Clock{Began: stamp(*began), Minutes: *minutes}
		}
		hashes = append(hashes, hash)
		return h, nil
	}, "SELECT jobs.number, pumps.tag, hands.step, hands.person, hands.since, hands.began, hands.minutes, jobs.plan "+
		"FROM hands JOIN jobs ON jobs.id = hands.job JOIN pumps ON pumps.id = jobs.pump WHERE "+where+
		" ORDER BY hands.since, hands.step", args...)
	if err != nil {
		return nil, err
	}
	for i := range hands {
		p, err := s.plan(ctx, hashes[i])
		if err != nil {
			return nil, err
		}
		_, hands[i].Title = p.Titles(hands[i].Step)
		if hands[i].By, err = s.Person(ctx, hands[i].By.ID); err != nil {
			return nil, err
		}
	}
	return hands, nil
}
