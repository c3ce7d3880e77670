package demo

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"net/url"
	"strings"
	"time"

	"settle/core/log"
	"settle/core/record"
	"settle/internal/signing"
)

// Load makes a shop of very many jobs, to see how the lists bear it: the demo
// shop, and copies of its pumps and jobs. A copy stands in the lists as the job
// it was copied from; its log holds only the opening.
func Load(ctx context.Context, path string, pumps, jobs int) (err error) {
	if err := Fill(ctx, path, signing.Key{}); err != nil {
		return err
	}
	db, err := sql.Open("sqlite", "file:"+(&url.URL{Path: path}).EscapedPath()+
		"?_pragma=foreign_keys(1)&_txlock=immediate")
	if err != nil {
		return err
	}
	defer func() {
		if e := db.Close(); err == nil {
			err = e
		}
	}()
	models, err := read(ctx, db)
	if err != nil {
		return err
	}
	tx, err := db.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	if err := copies(ctx, tx, models, pumps, jobs); err != nil {
		return fmt.Errorf("%w (%v)", err, tx.Rollback())
	}
	return tx.Commit()
}

// model is a job of the demo shop with its pump.
type model struct {
	pump                         record.Pump
	plan, state, search, summary string
	opening                      log.Entry
	decide                       int
}

func read(ctx context.Context, db *sql.DB) ([]model, error) {
	rows, err := db.QueryContext(ctx, `SELECT pumps.record, jobs.plan, state, jobs.search, summary, entries.line, decide
		FROM jobs JOIN pumps ON pumps.id = jobs.pump JOIN entries ON entries.job = jobs.id AND seq = 1 ORDER BY jobs.id`)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var out []model
	for rows.Next() {
		var m model
		var record, line string
		if err := rows.Scan(&record, &m.plan, &m.state, &m.search, &m.summary, &line, &m.decide); err != nil {
			return nil, err
		}
		if err := json.Unmarshal([]byte(record), &m.pump); err != nil {
			return nil, err
		}
		if err := json.Unmarshal([]byte(line), &m.opening); err != nil {
			return nil, err
		}
		out = append(out, m)
	}
	return out, rows.Err()
}

func copies(ctx context.Context, tx *sql.Tx, models []model, pumps, jobs int) error {
	const layout = "2006-01-02T15:04:05.000Z"
	var last int64
	if err := tx.QueryRowContext(ctx, "SELECT max(id) FROM pumps").Scan(&last); err != nil {
		return err
	}
	addPump, err := tx.PrepareContext(ctx, "INSERT INTO pumps (id, tag, record, plate) VALUES (?, ?, ?, ?)")
	if err != nil {
		return err
	}
	addJob, err := tx.PrepareContext(ctx, "INSERT INTO jobs (id, number, pump, plan, opened, changed, state, "+
		"length, search, summary, glance, complaint, decide, construction, coded) "+
		"VALUES (?, ?, ?, ?, ?, ?, ?, 1, ?, ?, '{}', ?, ?, ?, 1)")
	if err != nil {
		return err
	}
	addEntry, err := tx.PrepareContext(ctx, "INSERT INTO entries (job, seq, id, line) VALUES (?, 1, ?, ?)")
	if err != nil {
		return err
	}
	tags := make([]string, pumps)
	for i := range tags {
		p := models[i%len(models)].pump
		tags[i] = fmt.Sprintf("%s-%04d", p.Tag[:2], 1000+i)
		p.Tag, p.Serial = tags[i], fmt.Sprintf("%s/%d", p.Serial, i)
		record, err := json.Marshal(p)
		if err != nil {
			return err
		}
		if _, err := addPump.ExecContext(ctx, last+1+int64(i), p.Tag, string(record), p.Plate()); err != nil {
			return err
		}
	}
	start, first := time.Date(2010, 1, 4, 7, 0, 0, 0, time.UTC), len(models)+1
	for i := range jobs {
		pump := i % pumps
		m := models[pump%len(models)]
		if i < jobs-pumps { // all but the last job of each pump are over
			m.state, m.decide = "signed", 0
		}
		number := fmt.Sprintf("J-%04d", first+i)
		e := m.opening
		e.Open = new(*m.opening.Open)
		e.ID, e.Open.Pump = fmt.Sprintf("load-%06d", i), tags[pump]
		e, err := log.Seal(nil, e, start.Add(time.Duration(i)*80*time.Minute))
		if err != nil {
			return err
		}
		at := e.At.Format(layout)
		if _, err := addJob.ExecContext(ctx, first+i, number, last+1+int64(pump), m.plan, at, at, m.state,
			strings.ToLower(number+" "+tags[pump])+" "+m.search, m.summary, e.Open.Complaint, m.decide,
			m.pump.Construction); err != nil {
			return err
		}
		if _, err := addEntry.ExecContext(ctx, first+i, e.ID, string(e.Line())); err != nil {
			return err
		}
	}
	return nil
}
