package server

import (
	"context"
	"fmt"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"settle/core/field"
	"settle/core/job"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/record"
	"settle/core/sheet"
	"settle/internal/door"
	"settle/internal/report"
	"settle/internal/store"
)

// JobView is one job as the bench shows it.
type JobView struct {
	Number    string               `json:"number"`
	Pump      record.Pump          `json:"pump"`
	Complaint string               `json:"complaint"`
	Opened    time.Time            `json:"opened"`
	By        log.Person           `json:"opened_by"`
	Plan      string               `json:"plan" doc:"title and version of the plan it was started with"`
	Schools   []sheet.SchoolChosen `json:"schools" doc:"which way the shop works, where good shops differ"`
	Elastomer string               `json:"elastomer_warning,omitempty" doc:"why it hardly suits the liquid"`
	Sheet     *job.Sheet           `json:"sheet"`
	Then      map[string]string    `json:"then" nullable:"false" doc:"step → where work goes on from it"`
	Clock     string               `json:"clock_warning,omitempty" doc:"why the times of its entries cannot be trusted"`
	Again     map[string]string    `json:"again" nullable:"false" doc:"cause → what earlier jobs of the pump say of it"`
	Log       []log.Entry          `json:"log"`
	Taken     []string             `json:"taken,omitempty" doc:"that it was taken in from elsewhere, in sentences"`

	Said    map[string]quantity.Sentence `json:"said" doc:"what each entry says, by its id"`
	Rules   int                          `json:"rules" doc:"number of today's rules"`
	Changed []job.Difference             `json:"changed" nullable:"false" doc:"what today's rules judge otherwise"`
	Dangers []plan.Danger                `json:"dangers" nullable:"false" doc:"of its plan, until a lead looked"`
	Sheets  []SheetKept                  `json:"sheets" nullable:"false" doc:"those that are kept, the oldest first"`
	As      int                          `json:"as,omitempty" doc:"the entry whose kept sheet this is"`
}

// SheetKept names a sheet that is kept with an entry.
type SheetKept struct {
	Seq   int       `json:"seq" doc:"number of the entry"`
	At    time.Time `json:"at"`
	By    string    `json:"by"`
	Kind  string    `json:"kind"`
	Later bool      `json:"later,omitempty" doc:"made for a job that was signed before sheets were kept"`
}

// ahead is how far a clock may be set back, as clocks are by their time servers, without a word.
const ahead = 2 * time.Minute

// told is how a moment is told.
const told = "2 January 2006 15:04"

// clockTold is what is to be said of a clock by which an entry was kept in time to come.
func clockTold(entries []log.Entry, now time.Time) string {
	latest := entries[0].At
	for i := range entries {
		if entries[i].At.After(latest) {
			latest = entries[i].At
		}
	}
	if !now.Before(latest.Add(-ahead)) {
		return ""
	}
	return fmt.Sprintf("The clock of this server says %s, and an entry of this job was kept at %s. It was set back, or "+
		"ran ahead. Entries are kept in their order all the same: see to the clock.", now.Local().Format(told),
		latest.Local().Format(told))
}

// view is a job as it stands. The sheet may be nil: then it is worked out.
func (s *server) view(ctx context.Context, r *store.Job, whole *job.Sheet) (*body[JobView], error) {
	var err error
	if whole == nil {
		if whole, err = job.Show(r.Job); err != nil {
			return nil, err
		}
	}
	first := r.Log[0]
	v := JobView{Number: r.Number, Pump: r.Pump, Complaint: first.Open.Complaint, Opened: first.At, By: first.By,
		Plan: fmt.Sprintf("%s, version %d", r.Plan.Title, r.Plan.Version), Schools: sheet.SchoolsOf(r.Job),
		Elastomer: judge.Suits(r.Pump.Elastomer, r.Pump.Liquid), Sheet: whole, Then: whole.Then(), Log: r.Log,
		Said: job.Said(r.Job), Rules: log.RulesNumber, Sheets: []SheetKept{}}
	v.Clock = clockTold(r.Log, s.store.Now())
	for _, t := range log.Intakes(r.Log) {
		v.Taken = append(v.Taken, t.Said())
	}
	for _, k := range r.Kept {
		e := r.Log[k.Seq-1]
		v.Sheets = append(v.Sheets, SheetKept{k.Seq, e.At, e.By.Name, e.Kind, k.Later})
	}
	if v.Again, err = s.again(ctx, r, whole); err != nil {
		return nil, err
	}
	if door.Of(ctx).Job != "" { // who came by a link sees the sheet: nothing of other jobs, nor who typed what where
		v.Again, v.Log, v.Said = map[string]string{}, []log.Entry{}, map[string]quantity.Sentence{}
	}
	if v.Dangers, err = s.store.Dangers(ctx, r, whole); err != nil {
		return nil, err
	}
	v.Changed, err = s.store.Changed(ctx, r, whole)
	return &body[JobView]{v}, err
}

// again is what earlier jobs of the pump say of the causes of this one.
func (s *server) again(ctx context.Context, r *store.Job, whole *job.Sheet) (map[string]string, error) {
	if len(whole.Causes) == 0 {
		return map[string]string{}, nil
	}
	earlier, err := s.store.Past(ctx, r.Pump.Tag, wornJobs)
	if err != nil {
		return nil, err
	}
	return record.Again(whole.Causes, r.Log[0].At, earlier), nil
}

// EntryForm is an entry as it is sent; the server adds number, time and hash.
type EntryForm struct {
	ID     string       `json:"id" doc:"made by the sender; sending it twice is harmless"`
	Kind   string       `json:"kind"`
	Step   string       `json:"step,omitempty"`
	On     string       `json:"on,omitempty" doc:"id of the entry it takes the place of, decides about or withdraws"`
	Reason string       `json:"reason,omitempty"`
	Body   *log.Body    `json:"body,omitempty"`
	Next   string       `json:"next,omitempty" doc:"shift: who goes on"`
	Ending log.Ending   `json:"ending,omitempty" enum:"mistake,scrapped,taken-away,other" doc:"ended: why"`
	Scope  *log.Scoping `json:"scope,omitempty" doc:"scoped: the scope from here on"`
	PIN    string       `json:"pin,omitempty" maxLength:"200" doc:"PIN or passphrase once more, where it is a signature"`
	log.Source
}

// entry is what the form says, by who is signed in, at the tablet that was let in.
func (f EntryForm) entry(c door.Caller) log.Entry {
	if c.Device.Name != "" {
		f.Device = c.Device.Name
	}
	by := c.Account.Person()
	return log.Entry{ID: f.ID, By: by, Kind: f.Kind, Step: f.Step, On: f.On, Reason: f.Reason, Body: f.Body,
		Next: f.Next, Ending: f.Ending, Scope: f.Scope, Source: f.Source}
}

// PreviewView is what a half-filled panel comes to.
type PreviewView struct {
	Reading *kind.Reading  `json:"reading,omitempty"`
	Tell    *job.Tell      `json:"tell"`
	Errors  []*field.Error `json:"errors" nullable:"false" doc:"what is wrong with the fields filled in so far"`
}

// JobPath names a job in an address.
type JobPath struct {
	Number string `path:"number" doc:"J-0147"`
}

func (s *server) jobs(api huma.API) {
	operation(api, http.MethodGet, "/jobs", "list-jobs", "List jobs, the one changed last first", s.listJobs)
	operation(api, http.MethodPost, "/jobs", "open-job", "Open a job for a pump", s.openJob)
	operation(api, http.MethodGet, "/jobs/{number}", "get-job", "One job with its sheet and its log", s.getJob)
	operation(api, http.MethodGet, "/jobs/{number}/sheet", "get-sheet", "The build sheet as rows, ready to be laid out",
		s.getSheet)
	operation(api, http.MethodPost, "/jobs/{number}/entries", "append-entry",
		"Keep an entry, decide on one, withdraw one; end a job, or amend a signed one", s.appendEntry)
	operation(api, http.MethodPost, "/jobs/{number}/looked", "look-at-changes",
		"Say that somebody has looked at what a change of rules made of an open job", s.looked)
	operation(api, http.MethodPost, "/jobs/{number}/steps/{step}/preview", "preview",
		"Work out a panel that is still being typed", s.preview)
	download(api, "/jobs/{number}/sheet.{format}", "sheet-file", "The build sheet as a file", s.sheetFile)
	download(api, "/jobs/{number}/order.pdf", "job-order", "What of a job is still to be done, as a work order on paper",
		s.jobOrder)
	download(api, "/pumps/{tag}/order.pdf", "pump-order", "A job on a pump as a work order on paper, before it is opened",
		s.pumpOrder)
	download(api, "/jobs/{number}/kit.csv", "kit-file", "The parts list as a file", s.kitFile)
	huma.Register(api, huma.Operation{OperationID: "import-job", Method: http.MethodPost, Path: "/api/v1/jobs/import",
		Summary: "Take in a job of another Settle, from its JSON file", DefaultStatus: http.StatusCreated,
		SkipValidateBody: true, MaxBodyBytes: maxImport,
		Errors: []int{http.StatusUnprocessableEntity, http.StatusRequestEntityTooLarge}}, s.importJob)
}

func (s *server) listJobs(ctx context.Context, in *struct {
	Words        string `query:"q" maxLength:"100" doc:"words in number, plate, complaint, findings, reasons or remarks"`
	State        string `query:"state" enum:"open,decide,signed,ended,all" default:"all"`
	Pump         string `query:"pump" doc:"tag"`
	Construction string `query:"construction" doc:"letter"`
	Sort         string `query:"sort" enum:"changed,opened,number,tag" default:"changed"`
	After        string `query:"after" doc:"number of the last job of the page before"`
	Limit        int    `query:"limit" minimum:"1" maximum:"200" default:"50"`
}) (*body[[]store.JobRow], error) {
	state := in.State
	if state == "all" {
		state = ""
	}
	rows, err := s.store.Jobs(ctx, store.JobQuery{Words: in.Words, State: state, Pump: in.Pump,
		Construction: in.Construction, Sort: in.Sort, After: in.After, Limit: in.Limit})
	return &body[[]store.JobRow]{rows}, err
}

func (s *server) openJob(ctx context.Context, in *struct {
	Body struct {
		ID        string          `json:"id" minLength:"1" maxLength:"64" doc:"made by the sender; twice is harmless"`
		Pump      string          `json:"pump" doc:"tag"`
		Complaint string          `json:"complaint,omitempty" doc:"why the pump is here, in words"`
		Why       string          `json:"why,omitempty" doc:"key of the plan's complaint"`
		Scope     string          `json:"scope,omitempty" doc:"key of the scope; left out, what the complaint proposes"`
		Arrives   string          `json:"arrives,omitempty" enum:"in-line,bench,new-parts" doc:"in what state the pump comes"`
		Hours     quantity.Number `json:"hours,omitzero" doc:"its running hours, where they are known"`
	}
}) (*body[JobView], error) {
	b := in.Body
	hours, err := plain("hours", b.Hours)
	if err != nil {
		return nil, err
	}
	number, err := s.store.OpenJob(ctx, store.ToOpen{ID: b.ID, Tag: b.Pump, Hours: hours,
		By:    door.Of(ctx).Account.Person(),
		Asked: job.Asked{Complaint: b.Complaint, Why: b.Why, Scope: b.Scope, Arrives: b.Arrives}})
	if err != nil {
		return nil, err
	}
	r, err := s.store.Job(ctx, number)
	if err != nil {
		return nil, err
	}
	return s.view(ctx, r, nil)
}

func (s *server) preview(ctx context.Context, in *struct {
	JobPath
	Step string `path:"step"`
	Body log.Body
}) (*body[PreviewView], error) {
	r, err := s.store.Job(ctx, in.Number)
	if err != nil {
		return nil, err
	}
	filled, err := s.store.WithGauge(ctx, &in.Body, true)
	if err != nil {
		return nil, err
	}
	reading, tell, err := job.Preview(r.Job, in.Step, filled)
	if tell == nil {
		return nil, err
	}
	v := PreviewView{Reading: reading, Tell: tell, Errors: []*field.Error{}}
	if err != nil {
		v.Errors = field.All(err)
	}
	return &body[PreviewView]{v}, nil
}

func (s *server) importJob(ctx context.Context, in *struct {
	File    string `query:"file" maxLength:"200" doc:"name of the file, as it is to stand on the sheet"`
	RawBody []byte `contentType:"application/json"`
}) (*body[JobView], error) {
	r, photos, err := report.Read(in.RawBody)
	if err != nil {
		return nil, problem(err)
	}
	caller, came, entries := door.Of(ctx), r.Number, len(r.Log)
	number, err := s.store.ImportJob(ctx, r, store.Arrival{By: caller.Account.Person(), File: in.File, Photos: photos})
	if err != nil {
		return nil, problem(err)
	}
	if err := s.door.Note(ctx, caller, door.TookIn, fmt.Sprintf("%s as %s, %d entries, from %q", came, number, entries,
		in.File)); err != nil {
		return nil, problem(err)
	}
	if r, err = s.store.Job(ctx, number); err != nil {
		return nil, problem(err)
	}
	v, err := s.view(ctx, r, nil)
	return v, problem(err)
}

func (s *server) getJob(ctx context.Context, in *struct {
	JobPath
	As int `query:"as" doc:"number of an entry: the sheet that was kept with it"`
}) (*body[JobView], error) {
	r, err := s.store.Job(ctx, in.Number)
	if err != nil {
		return nil, err
	}
	if in.As == 0 {
		return s.view(ctx, r, nil)
	}
	whole, err := keptWith(r, in.As)
	if err != nil {
		return nil, err
	}
	v, err := s.view(ctx, r, whole)
	if err == nil {
		v.Body.As = in.As
	}
	return v, err
}

func (s *server) appendEntry(ctx context.Context, in *struct {
	JobPath
	Body EntryForm
}) (*body[JobView], error) {
	e := in.Body.entry(door.Of(ctx))
	if err := s.confirm(ctx, in.Number, e, in.Body.PIN); err != nil {
		return nil, err
	}
	r, _, err := s.store.Append(ctx, in.Number, e)
	if err != nil {
		return nil, err
	}
	return s.view(ctx, r, nil)
}

// confirm asks for the PIN again where an entry is a signature.
func (s *server) confirm(ctx context.Context, number string, e log.Entry, pin string) error {
	r, err := s.store.Job(ctx, number)
	if err != nil {
		return err
	}
	if !job.May(r.Job, e).PIN {
		return nil
	}
	return s.door.Confirm(ctx, door.Of(ctx), pin)
}

func (s *server) looked(ctx context.Context,
	in *struct {
		JobPath
		Plan bool `query:"plan" doc:"at what is wrong with the plan, which takes a lead; else at what changed"`
	}) (*body[JobView], error) {
	look := s.store.Looked
	if in.Plan {
		if door.Of(ctx).Account.Role != leads {
			return nil, &Problem{Title: "Not yours to do", Status: http.StatusForbidden, Detail: "This takes a lead."}
		}
		look = s.store.LookedAtPlan
	}
	r, err := look(ctx, in.Number)
	if err != nil {
		return nil, err
	}
	return s.view(ctx, r, nil)
}

// maxImport bounds the file of a job with its pictures.
const maxImport = 64 << 20

// file is an answer to be saved.
type file struct {
	Type string `header:"Content-Type"`
	Name string `header:"Content-Disposition"`
	Body []byte
}
