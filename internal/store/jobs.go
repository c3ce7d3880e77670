package store

import (
	"bytes"
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"sync"
	"time"

	"settle/core/field"
	"settle/core/job"
	"settle/core/plan"
)

// times are written so that they sort as text.
const layout = "2006-01-02T15:04:05.000Z"

func stamp(text string) time.Time {
	t, err := time.Parse(layout, text)
	if err != nil {
		return time.Time{}
	}
	return t
}

// Record is one job with the pump it is about.
type Record struct {
	Number string
	Pump   Pump
	job.Job

	id int64
}

// OpenJob opens a job for a pump. The id is the client's: sent twice, it gives
// the same job.
func (s *Store) OpenJob(ctx context.Context, id, tag, complaint string, hours *float64, by job.Person) (number string,
	err error) {
	s.writing.Lock()
	defer s.writing.Unlock()
	pump, pumpID, err := s.pump(ctx, tag)
	if err != nil {
		return "", err
	}
	if pump.Plan == "" {
		return "", field.Errorf("pump", "%s has no plan: there is none yet for construction %s", pump.Tag, pump.Construction)
	}
	if id == "" {
		return "", field.Errorf("id", "is missing: the sender makes one")
	}
	shop, err := s.Shop(ctx)
	if err != nil {
		return "", err
	}
	plans, err := s.Plans(ctx)
	if err != nil {
		return "", err
	}
	p := plans[pump.Plan]
	opening, err := job.NewOpening(p, pump.Tag, pump.Papers, shop.Rules, complaint)
	if err != nil {
		return "", err
	}
	if err := opening.Run(hours); err != nil {
		return "", err
	}
	e := job.Entry{ID: id, Seq: 1, At: s.now(), By: by, Kind: job.Opened, Open: opening}
	e.Hash = job.Chain("", e)
	line, err := json.Marshal(e)
	if err != nil {
		return "", err
	}
	sheet := job.Derive(job.Job{Plan: p, Log: []job.Entry{e}})
	err = s.transaction(ctx, func(tx *sql.Tx) error {
		err := tx.QueryRowContext(ctx, "SELECT number FROM jobs JOIN entries ON entries.job = jobs.id WHERE entries.id = ?",
			id).Scan(&number)
		if !errors.Is(err, sql.ErrNoRows) {
			return err // sent twice
		}
		var open sql.NullString
		if err := tx.QueryRowContext(ctx, "SELECT max(number) FROM jobs WHERE pump = ? AND state <> 'signed'",
			pumpID).Scan(&open); err != nil {
			return err
		}
		if open.Valid {
			return field.Errorf("pump", "%s has an open job already: go on with %s", pump.Tag, open.String)
		}
		if _, err := tx.ExecContext(ctx, "INSERT INTO plans (hash, text) VALUES (?, ?) ON CONFLICT DO NOTHING", p.Hash,
			p.Text); err != nil {
			return err
		}
		var n int64
		if err := tx.QueryRowContext(ctx, "SELECT coalesce(max(id), 0) + 1 FROM jobs").Scan(&n); err != nil {
			return err
		}
		// A job taken in from elsewhere keeps its number, which may stand ahead.
		for next, taken := n, 1; taken > 0; next++ {
			number = fmt.Sprintf("J-%04d", next)
			if err := tx.QueryRowContext(ctx, "SELECT count(*) FROM jobs WHERE number = ?", number).Scan(&taken); err != nil {
				return err
			}
		}
		summary, err := json.Marshal(summarize(sheet, e))
		if err != nil {
			return err
		}
		search := jobWords(number, pump, complaint)
		at := e.At.Format(layout)
		if _, err := tx.ExecContext(ctx, "INSERT INTO jobs (id, number, pump, plan, opened, changed, state, length, "+
			"search, summary, complaint) VALUES (?, ?, ?, ?, ?, ?, ?, 1, ?, ?, ?)",
			n, number, pumpID, p.Hash, at, at, sheet.State, search, string(summary), complaint); err != nil {
			return err
		}
		_, err = tx.ExecContext(ctx, "INSERT INTO entries (job, seq, id, line) VALUES (?, 1, ?, ?)", n, id, string(line))
		return err
	})
	return number, err
}

func (s *Store) now() time.Time { return s.clock().UTC().Truncate(time.Millisecond) }

// Job returns a job with its whole log.
func (s *Store) Job(ctx context.Context, number string) (*Record, error) {
	var id int64
	var length int
	var record, hash string
	err := s.db.QueryRowContext(ctx, "SELECT jobs.id, length, plan, record FROM jobs JOIN pumps ON pumps.id = "+
		"jobs.pump WHERE number = ?", number).Scan(&id, &length, &hash, &record)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, &NotFound{"job", number}
	}
	if err != nil {
		return nil, err
	}
	r := &Record{Number: number, id: id}
	if err := json.Unmarshal([]byte(record), &r.Pump); err != nil {
		return nil, err
	}
	if j, ok := s.logs.get(id, length); ok {
		r.Job = j
		return r, nil
	}
	if r.Plan, err = s.plan(ctx, hash); err != nil {
		return nil, err
	}
	r.Log, err = query(ctx, s.db, func(rows *sql.Rows) (e job.Entry, err error) {
		var line string
		if err := rows.Scan(&line); err != nil {
			return e, err
		}
		return e, json.Unmarshal([]byte(line), &e)
	}, "SELECT line FROM entries WHERE job = ? ORDER BY seq", id)
	if err != nil {
		return nil, err
	}
	r.Memo = new(job.Memo)
	s.logs.put(id, r.Job)
	return r, nil
}

// Past returns what a pump's page goes by of its latest jobs, the one changed
// last first.
func (s *Store) Past(ctx context.Context, tag string, limit int) ([]job.Past, error) {
	type kept struct{ number, past string }
	rows, err := query(ctx, s.db, func(rows *sql.Rows) (k kept, err error) { return k, rows.Scan(&k.number, &k.past) },
		"SELECT number, past FROM jobs WHERE pump = (SELECT id FROM pumps WHERE tag = ?) ORDER BY changed DESC, id "+
			"DESC LIMIT ?", tag, limit)
	if err != nil {
		return nil, err
	}
	jobs := make([]job.Past, len(rows))
	for i, k := range rows {
		if k.past != "" {
			if err := json.Unmarshal([]byte(k.past), &jobs[i]); err != nil {
				return nil, fmt.Errorf("what is kept of %s: %w", k.number, err)
			}
		} else {
			r, err := s.Job(ctx, k.number)
			if err != nil {
				return nil, err
			}
			jobs[i] = job.PastOf(k.number, r.Job)
		}
		jobs[i].Number = k.number
	}
	return jobs, nil
}

func (s *Store) plan(ctx context.Context, hash string) (*plan.Plan, error) {
	for _, p := range plan.Library() {
		if p.Hash == hash {
			return p, nil
		}
	}
	var text []byte
	if err := s.db.QueryRowContext(ctx, "SELECT text FROM plans WHERE hash = ?", hash).Scan(&text); err != nil {
		return nil, err
	}
	return plan.Read("kept plan "+hash[:8], text)
}

// Append puts an entry at the end of a job's log and returns the job with it.
// The entry's Seq, At and Hash are made here. One whose id is in the log
// already is the same one sent twice, and changes nothing. When Append returns
// without an error the entry is on the disk.
func (s *Store) Append(ctx context.Context, number string, e job.Entry) (*Record, *job.Sheet, error) {
	s.writing.Lock()
	defer s.writing.Unlock()
	r, err := s.Job(ctx, number)
	if err != nil {
		return nil, nil, err
	}
	for i := range r.Log {
		if r.Log[i].ID == e.ID {
			if r.Log[i].Step != e.Step || r.Log[i].Kind != e.Kind || !same(r.Log[i].Body, e.Body) {
				return nil, nil, field.Errorf("id", "was used for another entry: make a new one")
			}
			return r, job.Derive(r.Job), nil
		}
	}
	if err := job.Accept(r.Job, e); err != nil {
		return nil, nil, err
	}
	if e.Body != nil && e.Body.Photo != nil {
		for i, id := range e.Body.Photo.Photos {
			if _, err := s.Photo(ctx, id); err != nil {
				return nil, nil, field.Errorf(fmt.Sprintf("body.photo.photos[%d]", i), "is not kept here: send the picture first")
			}
		}
	}
	last := r.Log[len(r.Log)-1]
	e.Seq, e.At = last.Seq+1, s.now()
	e.Hash = job.Chain(last.Hash, e)
	line, err := json.Marshal(e)
	if err != nil {
		return nil, nil, err
	}
	// A reader may hold the old slice; it never looks beyond its length.
	after := *r
	after.Log = append(r.Log, e)
	sheet := job.Derive(after.Job)
	sum := summarize(sheet, e)
	summary, err := json.Marshal(sum)
	if err != nil {
		return nil, nil, err
	}
	past, err := json.Marshal(job.PastOf(number, after.Job))
	if err != nil {
		return nil, nil, err
	}
	err = s.transaction(ctx, func(tx *sql.Tx) error {
		if _, err := tx.ExecContext(ctx, "INSERT INTO entries (job, seq, id, line) VALUES (?, ?, ?, ?)", r.id, e.Seq, e.ID,
			string(line)); err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, "UPDATE jobs SET changed = ?, state = ?, length = ?, summary = ?, past = ?, "+
			"decide = ? WHERE id = ?",
			e.At.Format(layout), sheet.State, e.Seq, string(summary), string(past), sum.Decide, r.id); err != nil {
			return err
		}
		words := said(e, sheet)
		if words == "" {
			return nil
		}
		_, err := tx.ExecContext(ctx, "UPDATE jobs SET search = search || ' ' || ?1 WHERE id = ?2 AND instr(search, "+
			"?1) = 0", words, r.id)
		return err
	})
	if err != nil {
		s.logs.drop(r.id)
		return nil, nil, fmt.Errorf("keeping the entry: %w", err)
	}
	s.logs.put(r.id, after.Job)
	return &after, sheet, nil
}

// same compares two bodies as they are written, so that one read back from the
// disk equals the one that was sent.
func same(a, b *job.Body) bool {
	x, errA := json.Marshal(a)
	y, errB := json.Marshal(b)
	return errA == nil && errB == nil && bytes.Equal(x, y)
}

// Broken is a job whose chain of hashes does not hold.
type Broken struct {
	Number string
	Seq    int // the first entry that does not follow
}

// Verify checks the hash chain of every job and returns those that are broken.
func (s *Store) Verify(ctx context.Context) (checked int, broken []Broken, err error) {
	numbers, err := query(ctx, s.db, func(rows *sql.Rows) (n string, err error) { return n, rows.Scan(&n) },
		"SELECT number FROM jobs ORDER BY id")
	if err != nil {
		return 0, nil, err
	}
	for _, n := range numbers {
		r, err := s.Job(ctx, n)
		if err != nil {
			return checked, broken, err
		}
		checked++
		if seq := job.Verify(r.Log); seq > 0 {
			broken = append(broken, Broken{n, seq})
		}
	}
	return checked, broken, nil
}

// logs keeps the jobs worked on last, so that an append need not read three
// hundred entries back. The length kept with the job tells whether it is whole.
type logs struct {
	mu   sync.Mutex
	jobs map[int64]job.Job
	used []int64 // oldest first
}

const keptLogs = 32

func newLogs() *logs { return &logs{jobs: map[int64]job.Job{}} }

func (l *logs) get(id int64, length int) (job.Job, bool) {
	l.mu.Lock()
	defer l.mu.Unlock()
	j, ok := l.jobs[id]
	return j, ok && len(j.Log) == length
}

func (l *logs) put(id int64, j job.Job) {
	l.mu.Lock()
	defer l.mu.Unlock()
	if _, ok := l.jobs[id]; !ok {
		l.used = append(l.used, id)
		if len(l.used) > keptLogs {
			delete(l.jobs, l.used[0])
			l.used = l.used[1:]
		}
	}
	l.jobs[id] = j
}

func (l *logs) drop(id int64) {
	l.mu.Lock()
	defer l.mu.Unlock()
	delete(l.jobs, id)
	for i, x := range l.used {
		if x == id {
			l.used = append(l.used[:i:i], l.used[i+1:]...)
			break
		}
	}
}
