// Package report writes a job out for others: the build sheet as JSON and CSV.
package report

import (
	"bytes"
	"crypto/sha256"
	"encoding/csv"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"strconv"

	"settle/core/field"
	"settle/core/job"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/internal/register"
	"settle/internal/store"
)

// format names what the JSON file is, so that a reader can tell.
const format = "settle-job/2"

// whole is a job with everything another Settle needs to show it the same: the
// plan as it was written and the pictures with it.
type whole struct {
	Format   string            `json:"format"`
	Number   string            `json:"number"`
	Pump     store.Pump        `json:"pump"`
	Plan     string            `json:"plan"`
	PlanHash string            `json:"plan_hash"`
	PlanText string            `json:"plan_text"`
	Sheet    json.RawMessage   `json:"sheet"`
	Log      []job.Entry       `json:"log"`
	Photos   map[string][]byte `json:"photos"`
}

// JSON returns the whole job: pump, plan, sheet, log and pictures.
func JSON(r *store.Record, photo func(id string) ([]byte, error)) ([]byte, error) {
	d := job.Derive(r.Job)
	sheet, err := json.Marshal(d)
	if err != nil {
		return nil, err
	}
	w := whole{format, r.Number, r.Pump, r.Plan.Title, r.Plan.Hash, string(r.Plan.Text), sheet, r.Log, map[string][]byte{}}
	for _, stage := range d.Stages {
		for _, s := range stage.Steps {
			for _, p := range s.Pictures {
				if w.Photos[p.ID], err = photo(p.ID); err != nil {
					return nil, err
				}
			}
		}
	}
	return json.MarshalIndent(w, "", "  ")
}

// Read reads such a file back. It is taken only whole: the plan is the one the
// job was started with, and the chain of hashes holds.
func Read(file []byte) (*store.Record, map[string][]byte, error) {
	var w whole
	if err := json.Unmarshal(file, &w); err != nil {
		return nil, nil, field.Errorf("file", "is not JSON of a job: save one from a build sheet")
	}
	if w.Format != format || len(w.Log) == 0 || w.Log[0].Open == nil {
		return nil, nil, field.Errorf("file", "is no job of this kind: its format is %q, %q is read", w.Format, format)
	}
	p, err := plan.Read("plan_text", []byte(w.PlanText))
	if err != nil {
		return nil, nil, field.Errorf("file", "holds a plan that cannot be read: %v", err)
	}
	if p.Hash != w.Log[0].Open.PlanHash || p.Hash != w.PlanHash {
		return nil, nil, field.Errorf("file", "holds another plan than the job was started with")
	}
	if bad := job.Verify(w.Log); bad != 0 {
		return nil, nil, field.Errorf("file", "was changed: its chain of hashes breaks at entry %d", bad)
	}
	for id, jpeg := range w.Photos {
		if sum := sha256.Sum256(jpeg); hex.EncodeToString(sum[:]) != id {
			return nil, nil, field.Errorf("file", "was changed: a picture is not the one the job names")
		}
	}
	return &store.Record{Number: w.Number, Pump: w.Pump, Job: job.Job{Plan: p, Log: w.Log}}, w.Photos, nil
}

// CSV returns the checks, one row each, in micrometres, thou and millimetres;
// then what was decided about the parts.
func CSV(r *store.Record) ([]byte, error) {
	sheet := job.Derive(r.Job)
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	head := []string{"job", "pump", "station", "check", "found_um", "built_um", "change_um", "min_um", "max_um",
		"limit_source", "verdict", "reason",
		"found_thou", "built_thou", "found_mm", "built_mm"}
	if err := w.Write(head); err != nil {
		return nil, err
	}
	for _, c := range sheet.Checks {
		var found, built, low, high *job.Figure
		verdict, reason := "not-measured", ""
		if c.Found != nil {
			found = c.Found.Figure
		}
		if c.Built != nil {
			built = c.Built.Figure
			if c.Built.Verdict != "" {
				verdict = string(c.Built.Verdict)
			}
			if c.Built.Decision != nil {
				reason = c.Built.Decision.Reason
			}
		}
		if c.Limit != nil {
			low, high = c.Limit.Min, c.Limit.Max
		}
		if err := w.Write([]string{r.Number, register.Guard(r.Pump.Tag), c.Letter, c.Title, um(found), um(built),
			um(c.Change),
			um(low), um(high), register.Guard(c.Limit.Source), verdict, register.Guard(reason),
			short(found, quantity.UnitThou, 1), short(built, quantity.UnitThou, 1), short(found, quantity.UnitMillimetre,
				3), short(built, quantity.UnitMillimetre, 3)}); err != nil {
			return nil, err
		}
	}
	if err := parts(w, sheet); err != nil {
		return nil, err
	}
	w.Flush()
	return b.Bytes(), w.Error()
}

func parts(w *csv.Writer, sheet *job.Sheet) error {
	if err := w.Write([]string{"part", "outcome", "rule", "found", "by"}); err != nil {
		return err
	}
	for _, stage := range sheet.Stages {
		for _, s := range stage.Steps {
			if s.Reading == nil || s.Reading.Outcome == "" {
				continue
			}
			by := "rule"
			if s.Reading.ByRule != "" {
				by = fmt.Sprintf("person, rule said %s", s.Reading.ByRule)
			}
			if err := w.Write([]string{s.Panel.Part, string(s.Reading.Outcome), register.Guard(s.Reading.Rule),
				register.Guard(s.Reading.Text), by}); err != nil {
				return err
			}
		}
	}
	return nil
}

// Kit returns the parts list, one row a line.
func Kit(r *store.Record) ([]byte, error) {
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	rows := [][]string{{"job", "pump", "part", "quantity", "use", "state", "goes_on_it", "elastomer"}}
	for _, l := range job.Derive(r.Job).Kit {
		rows = append(rows, []string{r.Number, register.Guard(r.Pump.Tag), register.Guard(l.Title),
			strconv.Itoa(l.Quantity), l.Use, string(l.State), register.Guard(l.Lubricant), r.Pump.Elastomer})
	}
	if err := w.WriteAll(rows); err != nil {
		return nil, err
	}
	return b.Bytes(), nil
}

func um(f *job.Figure) string {
	if f == nil {
		return ""
	}
	return f.Exact(quantity.UnitMicrometre)
}

// short is the figure as the sheet shows it; the micrometres beside it are exact.
func short(f *job.Figure, unit quantity.Unit, decimals int) string {
	if f == nil {
		return ""
	}
	return f.In(unit, decimals)
}
