// Package report writes a job out for others: the build sheet as JSON, CSV and PDF, the
// parts list, what is due as a calendar, and the label of a pump. What stands in the rows
// is the core's; here it is laid out.
package report

import (
	"bytes"
	"crypto/sha256"
	"encoding/csv"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"settle/core/field"
	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/record"
	"settle/core/sheet"
	"settle/internal/register"
	"settle/internal/signing"
	"settle/internal/store"
)

// format names what the JSON file is, so that a reader can tell. Older files are read, too: those
// of format 4 hold no plates that were signed, those of format 3 no signatures by a shop's key, those
// of format 2 no kept sheets.
const format = "settle-job/5"

// formats are all that are read.
var formats = []string{format, "settle-job/4", "settle-job/3", "settle-job/2"}

// whole is a job with everything another Settle needs to show it the same: the
// plan as it was written, the log and the kept sheets to the letter, the pictures.
type whole struct {
	Format   string            `json:"format"`
	Number   string            `json:"number"`
	Pump     record.Pump       `json:"pump"`
	Plan     string            `json:"plan"`
	PlanHash string            `json:"plan_hash"`
	PlanText string            `json:"plan_text"`
	Sheet    json.RawMessage   `json:"sheet"`
	Log      []json.RawMessage `json:"log"`
	Sheets   []kept            `json:"sheets"`
	Photos   map[string][]byte `json:"photos"`

	Signatures []signing.Signature `json:"signatures"`
	Plates     map[string]string   `json:"plates"`
}

// kept is a sheet that is kept with an entry.
type kept struct {
	Seq   int             `json:"seq"`
	Hash  string          `json:"hash"`
	Later bool            `json:"later,omitempty"`
	Sheet json.RawMessage `json:"sheet"`
}

// JSON returns the whole job: pump, plan, sheet, log and pictures. Each entry of
// the log stands on a line of its own, as it is kept.
func JSON(r *store.Job, photo func(id string) ([]byte, error)) ([]byte, error) {
	d, err := job.Show(r.Job)
	if err != nil {
		return nil, err
	}
	photos := map[string][]byte{}
	for _, e := range r.Log {
		if e.Body == nil || e.Body.Photo == nil {
			continue
		}
		for _, id := range e.Body.Photo.Photos {
			if photos[id], err = photo(id); err != nil {
				return nil, err
			}
		}
	}
	w := writer{}
	w.field("format", format)
	w.field("number", r.Number)
	w.field("pump", r.Pump)
	w.field("plan", r.Plan.Title)
	w.field("plan_hash", r.Plan.Hash)
	w.field("plan_text", string(r.Plan.Text))
	w.field("sheet", d)
	w.lines("log", len(r.Log), func(i int) []byte { return r.Log[i].Line() })
	w.lines("sheets", len(r.Kept), func(i int) []byte {
		k := r.Kept[i]
		head := fmt.Sprintf(`{"seq":%d,"hash":"%s","later":%t,"sheet":`, k.Seq, k.Hash, k.Later)
		return append(append([]byte(head), k.Bytes...), '}')
	})
	w.field("signatures", append([]signing.Signature{}, r.Signatures...))
	plates := r.Plates
	if plates == nil {
		plates = map[string]string{}
	}
	w.field("plates", plates)
	w.field("photos", photos)
	return w.end()
}

// writer writes an object with a line for each field. What is kept to the letter
// is not marshalled again.
type writer struct {
	bytes.Buffer
	err error
}

func (w *writer) name(name string) {
	before := ",\n"
	if w.Len() == 0 {
		before = "{\n"
	}
	fmt.Fprintf(w, "%s  %q: ", before, name)
}

func (w *writer) field(name string, value any) {
	b, err := json.Marshal(value)
	w.err = errors.Join(w.err, err)
	w.name(name)
	w.Write(b)
}

func (w *writer) lines(name string, n int, line func(int) []byte) {
	w.name(name)
	w.WriteString("[")
	for i := range n {
		if i > 0 {
			w.WriteString(",")
		}
		w.WriteString("\n")
		w.Write(line(i))
	}
	w.WriteString("\n  ]")
}

func (w *writer) end() ([]byte, error) {
	w.WriteString("\n}\n")
	return w.Bytes(), w.err
}

// Read reads such a file back. It is taken only whole: the plan is the one the
// job was started with, the chain of hashes holds over the lines as they stand, and
// so do the sheets that the log names.
func Read(file []byte) (*store.Job, map[string][]byte, error) {
	w, err := readWhole(file)
	if err != nil {
		return nil, nil, err
	}
	if !slices.Contains(formats, w.Format) || len(w.Log) == 0 {
		return nil, nil, field.Errorf("file", "is not a job of this kind: its format is %q, and %s are read", w.Format,
			strings.Join(formats, ", "))
	}
	r := &store.Job{Number: w.Number, Pump: w.Pump, Signatures: w.Signatures, Plates: w.Plates}
	for i, raw := range w.Log {
		var line bytes.Buffer // format 2 was written with spaces between, and a program may have added some
		err := json.Compact(&line, raw)
		var e log.Entry
		if err == nil {
			e, err = log.ReadLine(line.Bytes())
		}
		if err != nil {
			return nil, nil, field.Errorf("file", "holds an entry that cannot be read, number %d: %v", i+1, err)
		}
		r.Log = append(r.Log, e)
	}
	for _, k := range w.Sheets {
		var whole bytes.Buffer
		if err := json.Compact(&whole, k.Sheet); err != nil {
			return nil, nil, field.Errorf("file", "holds a sheet that cannot be read: %v", err)
		}
		r.Kept = append(r.Kept, job.KeptSheet{Seq: k.Seq, Hash: k.Hash, Bytes: whole.Bytes(), Later: k.Later})
	}
	if r.Plan, err = plan.ReadKept("plan_text", []byte(w.PlanText)); err != nil {
		return nil, nil, field.Errorf("file", "holds a plan that cannot be read: %v", err)
	}
	if err := verify(r, w); err != nil {
		return nil, nil, err
	}
	r.Log = log.Named(r.Log)
	return r, w.Photos, nil
}

func verify(r *store.Job, w whole) error {
	open := r.Log[0].Open
	if open == nil || r.Plan.Hash != open.PlanHash || r.Plan.Hash != w.PlanHash {
		return field.Errorf("file", "holds another plan than the job was started with")
	}
	if bad := log.Verify(r.Log); bad != 0 {
		return field.Errorf("file", "was changed: its chain of hashes breaks at entry %d", bad)
	}
	if why := job.VerifySheets(r.Log, r.Kept); why != "" {
		return field.Errorf("file", "was changed: %s", why)
	}
	if err := store.VerifySignatures(r); err != nil {
		return field.Errorf("file", "was changed: %s", err)
	}
	for id, jpeg := range w.Photos {
		if sum := sha256.Sum256(jpeg); !log.PictureFits(r.Log, id, hex.EncodeToString(sum[:])) {
			return field.Errorf("file", "was changed: a picture is not the one the job names")
		}
	}
	return nil
}

// CSV returns the checks of a sheet, one row each, in micrometres, thou and millimetres;
// then what was decided about the parts.
func CSV(r *store.Job, whole *job.Sheet) ([]byte, error) {
	paper := sheet.PaperOf(whole)
	rows := [][]string{{"job", "pump", "station", "check", "found_um", "built_um", "change_um", "min_um", "max_um",
		"limit_source", "verdict", "reason", "found_thou", "built_thou", "found_mm", "built_mm", "judged", "found_read_um",
		"built_read_um"}}
	for i := range paper.Checks {
		c := &paper.Checks[i]
		found, built, change, limit := c.Figures()
		what, foundRead, builtRead := c.Judged()
		verdict, reason := "not-measured", ""
		if c.Built != nil {
			reason = c.Built.Accepted
			if c.Built.Verdict != "" {
				verdict = string(c.Built.Verdict)
			}
		}
		rows = append(rows, []string{r.Number, register.Guard(r.Pump.Tag), c.Letter, register.Guard(c.Title), um(found),
			um(built),
			um(change), um(limit.Min), um(limit.Max), register.Guard(limit.Source), verdict, register.Guard(reason),
			short(found, quantity.UnitThou, 1), short(built, quantity.UnitThou, 1), short(found, quantity.UnitMillimetre, 3),
			short(built, quantity.UnitMillimetre, 3), what, um(foundRead), um(builtRead)})
	}
	rows = append(rows, []string{"part", "decision", "found", "rule", "by"})
	for _, part := range paper.Parts {
		if part.Outcome == "" {
			continue
		}
		by := "rule"
		if part.ByRule != "" {
			by = fmt.Sprintf("person, rule said %s", part.ByRule)
		}
		rows = append(rows, []string{part.Part, string(part.Outcome), register.Guard(part.Found), register.Guard(part.Rule),
			by})
	}
	if len(paper.Gauges) > 0 {
		rows = append(rows, []string{"gauge", "name", "graduation", "mpe", "calibrated", "due", "word", "used at"})
	}
	for i := range paper.Gauges {
		g := &paper.Gauges[i]
		rows = append(rows, []string{register.Guard(g.Key), register.Guard(g.Name), register.Guard(g.Graduation),
			register.Guard(g.MPE.String()), g.Calibrated, g.Due, register.Guard(g.Word), strings.Join(g.Steps, "; ")})
	}
	return written(rows)
}

func written(rows [][]string) ([]byte, error) {
	var b bytes.Buffer
	err := csv.NewWriter(&b).WriteAll(rows)
	return b.Bytes(), err
}

// Kit returns the parts list, one row a line.
func Kit(r *store.Job) ([]byte, error) {
	whole, err := job.Show(r.Job)
	if err != nil {
		return nil, err
	}
	rows := [][]string{{"job", "pump", "part", "quantity", "use", "state", "goes_on_it", "elastomer"}}
	for _, l := range whole.Kit {
		rows = append(rows, []string{r.Number, register.Guard(r.Pump.Tag), register.Guard(l.Title),
			strconv.Itoa(l.Quantity), l.Use, string(l.State), register.Guard(l.Lubricant), r.Pump.Elastomer})
	}
	return written(rows)
}

func um(f *quantity.Figure) string {
	if f == nil {
		return ""
	}
	return f.Exact(quantity.UnitMicrometre)
}

// short is the figure as the sheet shows it; the micrometres beside it are exact.
func short(f *quantity.Figure, unit quantity.Unit, decimals int) string {
	if f == nil {
		return ""
	}
	return f.In(unit, decimals)
}
