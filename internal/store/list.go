package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"slices"
	"strings"
	"time"

	"settle/core/job"
	"settle/core/judge"
	"settle/core/record"
)

// Summary is what the list of jobs shows of one: derived at each append, so
// that a list of thousands derives nothing.
type Summary struct {
	Stage   string         `json:"stage" doc:"the stage to work in"`
	Step    string         `json:"step" doc:"the step to do next"`
	Done    int            `json:"done"`
	Total   int            `json:"total"`
	Line    []judge.Result `json:"line" nullable:"false" doc:"as-built verdict of each station, blank where not measured"`
	Decide  int            `json:"decide" doc:"readings that wait for a person's decision"`
	By      string         `json:"by" doc:"who made the last entry"`
	Outcome string         `json:"remark,omitempty" doc:"at signing, or why it ended"`
}

func summarize(sheet *job.Sheet, last job.Entry) Summary {
	sum := Summary{By: last.By.Name, Line: []judge.Result{}}
	for _, stage := range sheet.Stages {
		sum.Done += stage.Done
		sum.Total += stage.Total
		for _, step := range stage.Steps {
			if step.ID == sheet.Next {
				sum.Stage, sum.Step = stage.Title, step.Title
			}
			if step.State == job.Decide {
				sum.Decide++
			}
		}
	}
	for _, st := range sheet.Stations {
		var r judge.Result
		if st.Built != nil {
			r = st.Built.Verdict
		}
		sum.Line = append(sum.Line, r)
	}
	if sheet.Signed != nil {
		sum.Outcome = sheet.Signed.Remark
	}
	if sheet.Ended != nil {
		sum.Outcome = sheet.Ended.Reason
	}
	return sum
}

// JobRow is a job in the list.
type JobRow struct {
	Number    string    `json:"number"`
	Tag       string    `json:"tag"`
	Name      string    `json:"name"`
	Complaint string    `json:"complaint"`
	State     job.State `json:"state" enum:"received,in-work,ready,signed,ended"`
	Opened    time.Time `json:"opened"`
	Changed   time.Time `json:"changed"`
	Summary
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

// Jobs lists jobs.
func (s *Store) Jobs(ctx context.Context, q JobQuery) ([]JobRow, error) {
	list, args, err := s.jobsQuery(ctx, q)
	if err != nil {
		return nil, err
	}
	return query(ctx, s.db, func(rows *sql.Rows) (r JobRow, err error) {
		var opened, changed, summary string
		if err := rows.Scan(&r.Number, &r.State, &opened, &changed, &summary, &r.Tag, &r.Name, &r.Complaint); err != nil {
			return r, err
		}
		r.Opened, r.Changed = stamp(opened), stamp(changed)
		return r, json.Unmarshal([]byte(summary), &r.Summary)
	}, list, args...)
}

func (s *Store) jobsQuery(ctx context.Context, q JobQuery) (string, []any, error) {
	where, args, err := s.found(ctx, q.Words)
	if err != nil {
		return "", nil, err
	}
	add := func(condition string, arg ...any) { where, args = append(where, condition), append(args, arg...) }
	switch q.State {
	case "open":
		add(isOpen)
	case "decide":
		add("jobs.decide > 0")
	case "signed":
		add("jobs.state = 'signed'")
	case "ended":
		add("jobs.state = 'ended'")
	}
	if q.Pump != "" {
		add("jobs.pump = (SELECT id FROM pumps WHERE tag = ?)", q.Pump)
	}
	if q.Construction != "" {
		add("jobs.pump IN (SELECT id FROM pumps WHERE construction = ?)", q.Construction)
	}
	order, ok := jobOrders[q.Sort]
	if !ok {
		order = jobOrders["changed"]
	}
	if q.After != "" {
		add(order.behind, q.After)
	}
	if q.Limit < 1 || q.Limit > 200 {
		q.Limit = 50
	}
	from := "jobs JOIN pumps"
	if q.Sort == "tag" {
		from = "pumps CROSS JOIN jobs" // pumps in the order of their tags, so that nothing is sorted
	}
	return `SELECT jobs.number, jobs.state, jobs.opened, jobs.changed, jobs.summary, pumps.tag, pumps.name, jobs.complaint
		FROM ` + from + ` ON pumps.id = jobs.pump
		WHERE ` + strings.Join(where, " AND ") + ` ORDER BY ` + order.by + ` LIMIT ?`, append(args, q.Limit), nil
}

// rare is up to how many jobs the index of words is asked for: beyond, the words
// are so common that the first page is found sooner by looking from the top.
const rare = 2000

// found are the conditions for jobs that have all the words.
func (s *Store) found(ctx context.Context, words string) (where []string, args []any, err error) {
	where = []string{"1"}
	var match []string
	for _, word := range strings.Fields(strings.ToLower(words)) {
		where, args = append(where, `jobs.search LIKE ? ESCAPE '\'`), append(args, like(word))
		if len([]rune(word)) >= 3 {
			match = append(match, `"`+strings.ReplaceAll(word, `"`, `""`)+`"`)
		}
	}
	if len(match) == 0 {
		return where, args, nil
	}
	text := strings.Join(match, " AND ")
	var n int
	err = s.db.QueryRowContext(ctx, "SELECT count(*) FROM (SELECT 1 FROM job_words WHERE job_words MATCH ? LIMIT ?)",
		text, rare+1).Scan(&n)
	if err != nil || n > rare {
		return where, args, err
	}
	return append(where, "+jobs.id IN (SELECT rowid FROM job_words WHERE job_words MATCH ?)"), append(args, text), nil
}

// like is a pattern that finds a word anywhere.
func like(word string) string {
	return "%" + strings.NewReplacer(`\`, `\\`, "%", `\%`, "_", `\_`).Replace(word) + "%"
}

// jobWords are what a job is found by when it is opened.
func jobWords(number string, p record.Pump, complaint string) string {
	return strings.ToLower(number + " " + p.Plate() + " " + complaint)
}

// said are the words that an entry adds to what its job is found by: what was
// found, why it was decided, what was left for next time.
func said(e job.Entry, sheet *job.Sheet) string {
	words := []string{e.Reason}
	if b := e.Body; b != nil {
		words = append(words, b.Skip)
		if b.Inspect != nil {
			words = append(words, b.Inspect.Where, b.Inspect.Reason)
			for _, stage := range sheet.Stages {
				for _, step := range stage.Steps {
					if step.ID != e.Step {
						continue
					}
					words = append(words, step.Title)
					for _, f := range step.Panel.Findings {
						if slices.Contains(b.Inspect.Found, f.Key) {
							words = append(words, f.Words, b.Inspect.At[f.Key])
						}
					}
				}
			}
		}
		if b.Sign != nil {
			words = append(words, b.Sign.Remark)
		}
		if b.Photo != nil {
			words = append(words, b.Photo.Words)
		}
		words = append(words, b.Marks...)
	}
	return strings.Join(strings.Fields(strings.ToLower(strings.Join(words, " "))), " ")
}
