package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"slices"
	"strings"
	"time"

	"settle/core/job"
)

// JobRow is a job in the list.
type JobRow struct {
	Number    string    `json:"number"`
	Tag       string    `json:"tag"`
	Name      string    `json:"name"`
	Complaint string    `json:"complaint"`
	State     job.State `json:"state" enum:"received,in-work,ready,signed,ended"`
	Opened    time.Time `json:"opened"`
	Changed   time.Time `json:"changed"`
	Stage     string    `json:"stage" doc:"the stage to work in"`
	Step      string    `json:"step" doc:"the step to do next"`
	WaitsFor  []string  `json:"waits_for,omitempty" doc:"what it waits for, in words"`
	job.Summary
}

// JobQuery asks for a page of the list of jobs.
type JobQuery struct {
	Words        string // all of which must be in number, plate, complaint, findings, reasons or remarks
	State        string // "open", "decide", "signed", "ended" or "" for all
	Pump         string // tag, or "" for all
	Construction string // letter, or "" for all
	Sort         string // "changed", "opened", "number", "tag"; "" is by change
	After        string // number of the last job of the page before
	Limit        int
}

// jobOrders are the ways the list of jobs is sorted, the latest first, and what
// makes a job stand behind the one whose number is given.
var jobOrders = map[string]struct{ by, behind string }{
	"changed": {"jobs.changed DESC, jobs.id DESC", "(jobs.changed, jobs.id) < (SELECT changed, id FROM jobs WHERE " +
		"number = ?)"},
	"opened": {"jobs.opened DESC, jobs.id DESC", "(jobs.opened, jobs.id) < (SELECT opened, id FROM jobs WHERE " +
		"number = ?)"},
	"number": {"CAST(substr(jobs.number, 3) AS INTEGER) DESC, jobs.number DESC",
		"(CAST(substr(jobs.number, 3) AS INTEGER), jobs.number) < (SELECT CAST(substr(number, 3) AS INTEGER), number " +
			"FROM jobs WHERE number = ?)"},
	"tag": {"pumps.tag, jobs.id DESC", "(pumps.tag, -jobs.id) > (SELECT p.tag, -j.id FROM jobs j JOIN pumps p " +
		"ON p.id = j.pump WHERE j.number = ?)"},
}

// listing is a list of jobs: what is asked of them, and their order.
type listing struct {
	where  []string
	args   []any
	order  string
	from   string
	byPump bool // in the order of the pumps' tags
	limit  int
}

func (l *listing) add(condition string, args ...any) {
	l.where, l.args = append(l.where, condition), append(l.args, args...)
}

// query selects columns of the jobs in the list and of their pumps, in its order.
func (l *listing) query(columns string) string {
	return l.selectFrom(columns, l.from+" ON pumps.id = jobs.pump")
}

// jobsOnly does so of the jobs alone, where their order does not hang on the pumps.
func (l *listing) jobsOnly(columns string) string {
	if l.byPump {
		return l.query(columns)
	}
	return l.selectFrom(columns, "jobs")
}

func (l *listing) selectFrom(columns, tables string) string {
	return "SELECT " + columns + " FROM " + tables + " WHERE " + strings.Join(l.where, " AND ") + " ORDER BY " + l.order
}

// listed is what a query asks for beside its words.
func listed(q JobQuery) *listing {
	l := &listing{where: []string{"1"}, from: "jobs JOIN pumps", limit: q.Limit}
	if condition := states[q.State]; condition != "" {
		l.add(condition)
	}
	if q.Pump != "" {
		l.add("jobs.pump = (SELECT id FROM pumps WHERE tag = ?)", q.Pump)
	}
	if q.Construction != "" {
		l.add("jobs.construction = ?", q.Construction)
	}
	order, ok := jobOrders[q.Sort]
	if !ok {
		order = jobOrders["changed"]
	}
	l.order = order.by
	if q.After != "" {
		l.add(order.behind, q.After)
	}
	if l.limit < 1 || l.limit > 200 {
		l.limit = 50
	}
	if q.Sort == "tag" {
		l.from, l.byPump = "pumps CROSS JOIN jobs", true // pumps in the order of their tags, so that nothing is sorted
	}
	return l
}

// states are the conditions of a filter.
var states = map[string]string{"open": isOpen, "decide": "jobs.decide > 0", "signed": "jobs.state = 'signed'",
	"ended": "jobs.state = 'ended'"}

// Jobs lists jobs.
func (s *Store) Jobs(ctx context.Context, q JobQuery) ([]JobRow, error) {
	l := listed(q)
	find, err := s.search(ctx, q.Words)
	if err != nil || len(find.words) == 0 {
		return s.page(ctx, l, err)
	}
	ids, err := s.find(ctx, l, find)
	if err != nil || len(ids) == 0 {
		return []JobRow{}, err
	}
	one := *l
	one.where, one.args = nil, nil
	one.add(among(len(ids)), ids...)
	return s.page(ctx, &one, nil)
}

// find returns the first jobs of a list that have the words. What is common fills a page
// from the first jobs there are; for others the index of words is asked, and where it
// has very many they are found sooner by looking on.
func (s *Store) find(ctx context.Context, l *listing, find search) (ids []any, err error) {
	if ids, err = s.look(ctx, l, find, glanced); err != nil || len(ids) == l.limit {
		return ids, err
	}
	match, err := s.match(ctx, find)
	if err != nil || match == "" {
		return nil, err
	}
	hits, err := s.hits(ctx, match, few)
	if err != nil || len(hits) == 0 {
		return nil, err
	}
	some := *l
	some.where, some.args = slices.Clone(l.where), slices.Clone(l.args)
	if len(hits) < few {
		some.add(among(len(hits)), hits...)
	} else if n, err := s.count(ctx, match); err != nil {
		return nil, err
	} else if n > rare {
		return s.look(ctx, l, find, 0)
	} else {
		some.add("jobs.id IN (SELECT rowid FROM job_words WHERE job_words MATCH ?)", match)
	}
	return query(ctx, s.db, func(rows *sql.Rows) (id any, err error) { return id, rows.Scan(&id) },
		some.jobsOnly("jobs.id")+" LIMIT ?", append(some.args, l.limit)...)
}

func among(n int) string {
	return "jobs.id IN (" + strings.TrimPrefix(strings.Repeat(", ?", n), ", ") + ")"
}

// look goes through the list until a page is found, or as many jobs have been looked at
// as it may; 0 is all of them.
func (s *Store) look(ctx context.Context, l *listing, find search, most int) (ids []any, err error) {
	rows, err := s.db.QueryContext(ctx, l.jobsOnly("jobs.id, jobs.search"), l.args...)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	for n := 0; len(ids) < l.limit && (most == 0 || n < most) && rows.Next(); n++ {
		var id int64
		var text string
		if err := rows.Scan(&id, &text); err != nil {
			return nil, err
		}
		if find.in(text) {
			ids = append(ids, id)
		}
	}
	return ids, rows.Err()
}

// page reads the first jobs of a list.
func (s *Store) page(ctx context.Context, l *listing, err error) ([]JobRow, error) {
	if err != nil {
		return nil, err
	}
	type kept struct { // files from before there were ids keep titles
		Stage, Step string
		job.Summary
	}
	var hashes []string
	rows, err := query(ctx, s.db, func(rows *sql.Rows) (r JobRow, err error) {
		var opened, changed, summary, hash string
		if err := rows.Scan(&r.Number, &r.State, &opened, &changed, &summary, &r.Tag, &r.Name, &r.Complaint,
			&hash); err != nil {
			return r, err
		}
		hashes = append(hashes, hash)
		r.Opened, r.Changed = stamp(opened), stamp(changed)
		var k kept
		err = json.Unmarshal([]byte(summary), &k)
		r.Stage, r.Step, r.Summary = k.Stage, k.Step, k.Summary
		return r, err
	}, l.query("jobs.number, jobs.state, jobs.opened, jobs.changed, jobs.summary, pumps.tag, pumps.name, "+
		"jobs.complaint, jobs.plan")+" LIMIT ?", append(l.args, l.limit)...)
	if err != nil {
		return nil, err
	}
	for i := range rows {
		if rows[i].NextStep == "" && len(rows[i].Waits) == 0 {
			continue
		}
		p, err := s.plan(ctx, hashes[i])
		if err != nil {
			return nil, err
		}
		if rows[i].NextStep != "" {
			rows[i].Stage, rows[i].Step = p.Titles(rows[i].NextStep)
		}
		for _, w := range rows[i].Waits {
			rows[i].WaitsFor = append(rows[i].WaitsFor, w.Say(p))
		}
	}
	return rows, nil
}
