package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"sync"
	"time"

	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/record"
	"settle/internal/signing"
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

// Job is one job as it is kept, with the pump it is about and what it was signed with.
type Job struct {
	Number string
	Pump   record.Pump
	job.Job
	Signatures []signing.Signature // by the shop's key, the oldest first
	Plates     map[string]string   // hash → the plate and papers that a signature covers, as JSON

	id int64
}

// Now is the time of the store's clock, as it stands in what is kept.
func (s *Store) Now() time.Time { return s.now() }

func (s *Store) now() time.Time { return s.clock().UTC().Truncate(time.Millisecond) }

// Job returns a job with its whole log.
func (s *Store) Job(ctx context.Context, number string) (*Job, error) {
	var id int64
	var length int
	var record, hash string
	err := s.ready.head.QueryRowContext(ctx, number).Scan(&id, &length, &hash, &record)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, &NotFound{"job", number}
	}
	if err != nil {
		return nil, err
	}
	r := &Job{Number: number, id: id}
	if err := json.Unmarshal([]byte(record), &r.Pump); err != nil {
		return nil, err
	}
	if w, ok := s.logs.get(id, length); ok {
		r.Job = w.Job
		return r, s.signatures(ctx, r)
	}
	if r.Plan, err = s.plan(ctx, hash); err != nil {
		return nil, err
	}
	if r.Log, err = s.log(ctx, id); err != nil {
		return nil, err
	}
	if r.Kept, err = s.sheets(ctx, id); err != nil {
		return nil, err
	}
	// An entry that came in between belongs to the next look at the job.
	r.Kept = slices.DeleteFunc(r.Kept, func(k job.KeptSheet) bool { return k.Seq > len(r.Log) })
	r.Memo = new(job.Memo)
	s.logs.put(id, worked{Job: r.Job})
	return r, s.signatures(ctx, r)
}

// log reads the entries of a job from their kept lines.
func (s *Store) log(ctx context.Context, id int64) ([]log.Entry, error) {
	entries, err := query(ctx, s.db, func(rows *sql.Rows) (e log.Entry, err error) {
		var line []byte
		if err := rows.Scan(&line); err != nil {
			return e, err
		}
		return log.ReadLine(line)
	}, "SELECT line FROM entries WHERE job = ? ORDER BY seq", id)
	return log.Named(entries), err
}

// Past returns what a pump's page goes by of its latest jobs, the one changed
// last first.
func (s *Store) Past(ctx context.Context, tag string, limit int) ([]job.Past, error) {
	type kept struct {
		id           int64
		length       int
		number, past string
	}
	rows, err := query(ctx, s.db, func(rows *sql.Rows) (k kept, err error) {
		return k, rows.Scan(&k.id, &k.length, &k.number, &k.past)
	}, "SELECT id, length, number, past FROM jobs WHERE pump = (SELECT id FROM pumps WHERE tag = ?) "+
		"ORDER BY changed DESC, id DESC LIMIT ?", tag, limit)
	if err != nil {
		return nil, err
	}
	jobs := make([]job.Past, len(rows))
	for i, k := range rows {
		if past, ok := s.pasts.get(k.id, k.length); ok {
			jobs[i] = past
			continue
		}
		if jobs[i], err = s.past(ctx, k.number, k.past); err != nil {
			return nil, err
		}
		jobs[i].Number = k.number
		s.pasts.put(k.id, k.length, jobs[i])
	}
	return jobs, nil
}

// past reads what is kept of a job, or works it out where nothing is.
func (s *Store) past(ctx context.Context, number, kept string) (p job.Past, err error) {
	if kept != "" {
		if err := json.Unmarshal([]byte(kept), &p); err != nil {
			return p, fmt.Errorf("what is kept of %s: %w", number, err)
		}
		return p, nil
	}
	r, err := s.Job(ctx, number)
	if err != nil {
		return p, err
	}
	return job.PastOf(number, r.Job)
}

// pasts remembers what was read of jobs whose log is as long as it was then.
type pasts struct {
	mu   sync.Mutex
	jobs map[int64]pastAt
}

type pastAt struct {
	length int
	past   job.Past
}

// mostPasts bounds them: some megabytes.
const mostPasts = 1000

func (p *pasts) get(id int64, length int) (job.Past, bool) {
	p.mu.Lock()
	defer p.mu.Unlock()
	at, ok := p.jobs[id]
	return at.past, ok && at.length == length
}

func (p *pasts) put(id int64, length int, past job.Past) {
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.jobs == nil || len(p.jobs) >= mostPasts {
		p.jobs = map[int64]pastAt{}
	}
	p.jobs[id] = pastAt{length, past}
}

func (s *Store) plan(ctx context.Context, hash string) (*plan.Plan, error) {
	for _, p := range plan.Library() {
		if p.Hash == hash {
			return p, nil
		}
	}
	if p, ok := s.read.Load(hash); ok {
		return p.(*plan.Plan), nil
	}
	var text []byte
	if err := s.db.QueryRowContext(ctx, "SELECT text FROM plans WHERE hash = ?", hash).Scan(&text); err != nil {
		return nil, err
	}
	p, err := plan.ReadKept("kept plan "+hash[:8], text)
	if err == nil {
		s.read.Store(hash, p)
	}
	return p, err
}

// logs keeps the jobs worked on last, so that an append need not read three
// hundred entries back. The length kept with the job tells whether it is whole.
type logs struct {
	mu   sync.Mutex
	jobs map[int64]worked
	used []int64 // oldest first
}

// worked is a job as it was left: with the glance that stands beside it, and the words
// of its last entries that its search has already.
type worked struct {
	job.Job
	glance *job.Glance // nil where it was not read yet
	said   map[string]bool
}

const keptLogs = 32

func newLogs() *logs { return &logs{jobs: map[int64]worked{}} }

// get returns a job whose log is as long as it should be, and false where it is not kept.
func (l *logs) get(id int64, length int) (worked, bool) {
	l.mu.Lock()
	defer l.mu.Unlock()
	w, ok := l.jobs[id]
	return w, ok && len(w.Log) == length
}

func (l *logs) put(id int64, w worked) {
	l.mu.Lock()
	defer l.mu.Unlock()
	if _, ok := l.jobs[id]; !ok {
		l.used = append(l.used, id)
		if len(l.used) > keptLogs {
			delete(l.jobs, l.used[0])
			l.used = l.used[1:]
		}
	}
	l.jobs[id] = w
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
