package store

import (
	"cmp"
	"context"
	"database/sql"
	"encoding/json"
	"slices"
	"strings"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/job"
	"settle/core/log"
	"settle/core/record"
)

// Gauges returns the shop's gauges by their keys.
func (s *Store) Gauges(ctx context.Context) ([]record.GaugePage, error) {
	lines, err := s.gaugeLines(ctx, "SELECT gauge, line FROM gauge_log ORDER BY gauge, rowid")
	if err != nil {
		return nil, err
	}
	pages := make([]record.GaugePage, 0, len(lines))
	for _, entries := range lines {
		pages = append(pages, record.DeriveGauge(entries, s.now()))
	}
	slices.SortFunc(pages, func(a, b record.GaugePage) int {
		return cmp.Compare(strings.ToLower(a.Key), strings.ToLower(b.Key))
	})
	return pages, nil
}

// Gauge returns one gauge of the register.
func (s *Store) Gauge(ctx context.Context, key string) (record.GaugePage, error) {
	lines, err := s.gaugeLines(ctx, "SELECT gauge, line FROM gauge_log WHERE gauge = ? ORDER BY rowid", key)
	if err != nil {
		return record.GaugePage{}, err
	}
	for _, entries := range lines {
		return record.DeriveGauge(entries, s.now()), nil
	}
	return record.GaugePage{}, &NotFound{"gauge", key}
}

// gaugeLines reads logs by the key of their gauge, in lower case.
func (s *Store) gaugeLines(ctx context.Context, q string, args ...any) (map[string][]record.GaugeLine, error) {
	out := map[string][]record.GaugeLine{}
	_, err := query(ctx, s.db, func(rows *sql.Rows) (none struct{}, err error) {
		var key, line string
		var e record.GaugeLine
		if err := rows.Scan(&key, &line); err != nil {
			return none, err
		}
		if err := json.Unmarshal([]byte(line), &e); err != nil {
			return none, err
		}
		key = strings.ToLower(key)
		out[key] = append(out[key], e)
		return none, nil
	}, q, args...)
	return out, err
}

// NoteGauges appends entries to logs of gauges, by their keys: all of them or none. One sent
// twice, with the same id, is kept once. When it returns without an error they are on the disk.
func (s *Store) NoteGauges(ctx context.Context, by string, lines ...GaugeNote) error {
	s.writing.Lock()
	defer s.writing.Unlock()
	who, err := s.Person(ctx, by)
	if err != nil {
		return err
	}
	for i := range lines {
		if err := s.gaugeNote(ctx, &lines[i]); err != nil {
			return err
		}
		lines[i].Line.By, lines[i].Line.At = who, s.now()
	}
	return s.transaction(ctx, func(tx *sql.Tx) error {
		for _, n := range lines {
			line, err := json.Marshal(n.Line)
			if err != nil {
				return err
			}
			if _, err := tx.ExecContext(ctx, "INSERT INTO gauge_log (id, gauge, line) VALUES (?, ?, ?) ON CONFLICT DO NOTHING",
				n.Line.ID, n.Key, string(line)); err != nil {
				return err
			}
		}
		return nil
	})
}

// GaugeNote is an entry for the log of a gauge.
type GaugeNote struct {
	Key  string
	Line record.GaugeLine
}

// gaugeNote checks one against the gauge as it stands.
func (s *Store) gaugeNote(ctx context.Context, n *GaugeNote) error {
	e := &n.Line
	if len(e.ID) < 8 || len(e.ID) > 64 {
		return field.Errorf("id", "must be 8 to 64 letters made by the client, never used before")
	}
	page, err := s.Gauge(ctx, n.Key)
	known := err == nil
	if err := record.AcceptGauge(*e, known); err != nil {
		return err
	}
	if e.Kind == record.Put {
		if known {
			e.Gauge.Key = page.Key // as it was written first
		}
		n.Key = e.Gauge.Key
	}
	if e.Gauge != nil && e.Gauge.Certificate != "" {
		if _, _, err := s.Paper(ctx, e.Gauge.Certificate); err != nil {
			return field.Errorf("gauge.certificate", "is not kept here: send the picture or the PDF first")
		}
	}
	return nil
}

// Hold remembers which gauge of a kind a person has in the hand; a blank key is none of the
// register.
func (s *Store) Hold(ctx context.Context, person string, kind gauge.Kind, key string) error {
	if _, ok := gauge.KindOf(kind); !ok {
		return field.Errorf("kind", "is %q, which is no kind of gauge", kind)
	}
	if key != "" {
		if _, err := s.Gauge(ctx, key); err != nil {
			return err
		}
	}
	_, err := s.db.ExecContext(ctx, "INSERT INTO gauge_hands (person, kind, gauge) VALUES (?, ?, ?) "+
		"ON CONFLICT DO UPDATE SET gauge = excluded.gauge", person, kind, key)
	return err
}

// Held are the gauges that a person has in the hand, by their kind.
func (s *Store) Held(ctx context.Context, person string) (map[gauge.Kind]string, error) {
	held := map[gauge.Kind]string{}
	_, err := query(ctx, s.db, func(rows *sql.Rows) (none struct{}, err error) {
		var kind gauge.Kind
		var key string
		err = rows.Scan(&kind, &key)
		held[kind] = key
		return none, err
	}, "SELECT kind, gauge FROM gauge_hands WHERE person = ?", person)
	return held, err
}

// WithGauge is a body with its gauge as the register has it. What was sent of the gauge beside
// its key and its word counts for nothing. Where only a preview is wanted the word may be missing.
func (s *Store) WithGauge(ctx context.Context, b *log.Body, preview bool) (*log.Body, error) {
	if b == nil || b.Gauge == nil {
		return b, nil
	}
	page, err := s.Gauge(ctx, b.Gauge.Key)
	if err != nil {
		return b, field.Errorf("body.gauge.key", "is %q, which is not in the register of gauges: put it there first",
			b.Gauge.Key)
	}
	used, err := page.Use(b.Gauge.Word)
	out := *b
	out.Gauge = used
	if err != nil && !preview {
		var errs field.Errors
		errs.Add("body.gauge", err)
		return b, errs.Err()
	}
	return &out, nil
}

// gauged gives an entry its gauge; one sent twice has the gauge it had.
func (s *Store) gauged(ctx context.Context, entries []log.Entry, e *log.Entry) (err error) {
	for i := range entries {
		old := &entries[i]
		if old.ID != e.ID || old.Body == nil || old.Body.Gauge == nil || e.Body == nil || e.Body.Gauge == nil {
			continue
		}
		if strings.EqualFold(old.Body.Gauge.Key, e.Body.Gauge.Key) {
			same := *e.Body
			same.Gauge = old.Body.Gauge
			e.Body = &same
		}
		return nil
	}
	e.Body, err = s.WithGauge(ctx, e.Body, false)
	return err
}

// usedGauge notes that a gauge was used at an entry.
func usedGauge(ctx context.Context, tx *sql.Tx, id int64, e *log.Entry) error {
	if e.Body == nil || e.Body.Gauge == nil {
		return nil
	}
	_, err := tx.ExecContext(ctx, "INSERT INTO gauge_uses (gauge, job, seq) VALUES (?, ?, ?) ON CONFLICT DO NOTHING",
		e.Body.Gauge.Key, id, e.Seq)
	return err
}

// Touched are the readings that were taken with a gauge since a day, with the jobs they stand
// in, the nearest to its limit first.
func (s *Store) Touched(ctx context.Context, key, since string) ([]job.TouchedReading, error) {
	type use struct {
		number string
		seq    int
	}
	uses, err := query(ctx, s.db, func(rows *sql.Rows) (u use, err error) { return u, rows.Scan(&u.number, &u.seq) },
		"SELECT jobs.number, gauge_uses.seq FROM gauge_uses JOIN jobs ON jobs.id = gauge_uses.job "+
			"WHERE gauge_uses.gauge = ? ORDER BY jobs.id, gauge_uses.seq", key)
	if err != nil {
		return nil, err
	}
	out := []job.TouchedReading{}
	for len(uses) > 0 {
		number := uses[0].number
		n := slices.IndexFunc(uses, func(u use) bool { return u.number != number })
		if n < 0 {
			n = len(uses)
		}
		r, err := s.Job(ctx, number)
		if err != nil {
			return nil, err
		}
		seqs := make([]int, n)
		for i := range seqs {
			seqs[i] = uses[i].seq
		}
		for _, t := range job.Touched(r.Job, seqs) {
			if t.At.Format("2006-01-02") >= since {
				t.Job, t.Pump = number, r.Pump.Tag
				out = append(out, t)
			}
		}
		uses = uses[n:]
	}
	slices.SortStableFunc(out, job.TouchedReading.Nearer)
	return out, nil
}
