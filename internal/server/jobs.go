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
	"settle/core/plan"
	"settle/core/quantity"
	"settle/internal/report"
	"settle/internal/store"
)

// JobView is one job as the bench shows it.
type JobView struct {
	Number    string      `json:"number"`
	Pump      store.Pump  `json:"pump"`
	Complaint string      `json:"complaint"`
	Opened    time.Time   `json:"opened"`
	By        job.Person  `json:"opened_by"`
	Plan      string      `json:"plan" doc:"title and version of the plan it was started with"`
	Schools   []School    `json:"schools" doc:"which way the shop works, where good shops differ"`
	Elastomer string      `json:"elastomer_warning,omitempty" doc:"why the pump's elastomer hardly suits its liquid"`
	Sheet     *job.Sheet  `json:"sheet"`
	Log       []job.Entry `json:"log"`
}

// School is a choice of the shop in words.
type School struct {
	Title  string `json:"title"`
	Choice string `json:"choice"`
}

func view(r *store.Record, sheet *job.Sheet) JobView {
	if sheet == nil {
		sheet = job.Derive(r.Job)
	}
	first := r.Log[0]
	v := JobView{Number: r.Number, Pump: r.Pump, Complaint: first.Open.Complaint, Opened: first.At, By: first.By,
		Plan: fmt.Sprintf("%s, version %d", r.Plan.Title, r.Plan.Version), Schools: []School{}, Elastomer: judge.Suits(
			r.Pump.Elastomer, r.Pump.Liquid), Sheet: sheet, Log: r.Log}
	for _, s := range plan.Schools {
		for _, c := range s.Choices {
			if c.Key == first.Open.Schools[s.Key] {
				v.Schools = append(v.Schools, School{s.Title, c.Title})
			}
		}
	}
	return v
}

// EntryForm is an entry as it is sent; the server adds number, time and hash.
type EntryForm struct {
	ID     string    `json:"id" doc:"made by the sender; sending it twice is harmless"`
	By     string    `json:"by" doc:"id of the person at work"`
	Kind   string    `json:"kind" enum:"kept,decided,pictured"`
	Step   string    `json:"step"`
	On     string    `json:"on,omitempty" doc:"id of the entry it takes the place of, or decides about"`
	Reason string    `json:"reason,omitempty"`
	Body   *job.Body `json:"body,omitempty"`
}

// PreviewView is what a half-filled panel comes to.
type PreviewView struct {
	Reading *job.Reading   `json:"reading,omitempty"`
	Tell    *job.Tell      `json:"tell"`
	Errors  []*field.Error `json:"errors" nullable:"false" doc:"what is wrong with the fields filled in so far"`
}

// JobPath names a job in an address.
type JobPath struct {
	Number string `path:"number" doc:"J-0147"`
}

func (s *server) jobs(api huma.API) {
	operation(api, http.MethodGet, "/jobs", "list-jobs", "List jobs, the one changed last first",
		func(ctx context.Context, in *struct {
			Words        string `query:"q" maxLength:"100" doc:"words in number, plate, complaint, findings, reasons or remarks"`
			State        string `query:"state" enum:"open,decide,signed,all" default:"all"`
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
		})
	operation(api, http.MethodPost, "/jobs", "open-job", "Open a job for a pump", func(ctx context.Context, in *struct {
		Body struct {
			ID        string   `json:"id" minLength:"1" maxLength:"64" doc:"made by the sender; sending it twice is harmless"`
			By        string   `json:"by" doc:"id of the person at work"`
			Pump      string   `json:"pump" doc:"tag"`
			Complaint string   `json:"complaint" doc:"why the pump is here"`
			Hours     *float64 `json:"hours,omitempty" doc:"its running hours, where they are known"`
		}
	}) (*body[JobView], error) {
		by, err := s.store.Person(ctx, in.Body.By)
		if err != nil {
			return nil, err
		}
		number, err := s.store.OpenJob(ctx, in.Body.ID, in.Body.Pump, in.Body.Complaint, in.Body.Hours, by)
		if err != nil {
			return nil, err
		}
		r, err := s.store.Job(ctx, number)
		if err != nil {
			return nil, err
		}
		return &body[JobView]{view(r, nil)}, nil
	})
	operation(api, http.MethodGet, "/jobs/{number}", "get-job", "One job with its sheet and its log",
		func(ctx context.Context, in *JobPath) (*body[JobView], error) {
			r, err := s.store.Job(ctx, in.Number)
			if err != nil {
				return nil, err
			}
			return &body[JobView]{view(r, nil)}, nil
		})
	operation(api, http.MethodPost, "/jobs/{number}/entries", "append-entry", "Keep an entry, or a decision on one",
		func(ctx context.Context, in *struct {
			JobPath
			Body EntryForm
		}) (*body[JobView], error) {
			by, err := s.store.Person(ctx, in.Body.By)
			if err != nil {
				return nil, err
			}
			b := in.Body
			r, sheet, err := s.store.Append(ctx, in.Number, job.Entry{ID: b.ID, By: by, Kind: b.Kind, Step: b.Step, On: b.On,
				Reason: b.Reason, Body: b.Body})
			if err != nil {
				return nil, err
			}
			return &body[JobView]{view(r, sheet)}, nil
		})
	operation(api, http.MethodPost, "/jobs/{number}/steps/{step}/preview", "preview",
		"Work out a panel that is still being typed", func(ctx context.Context, in *struct {
			JobPath
			Step string `path:"step"`
			Body job.Body
		}) (*body[PreviewView], error) {
			r, err := s.store.Job(ctx, in.Number)
			if err != nil {
				return nil, err
			}
			reading, tell, err := job.Preview(r.Job, in.Step, &in.Body)
			if tell == nil {
				return nil, err
			}
			v := PreviewView{Reading: reading, Tell: tell, Errors: []*field.Error{}}
			if err != nil {
				v.Errors = field.All(err)
			}
			return &body[PreviewView]{v}, nil
		})
	huma.Register(api, huma.Operation{OperationID: "sheet-file", Method: http.MethodGet,
		Path: "/api/v1/jobs/{number}/sheet.{format}", Summary: "The build sheet as a file",
		Errors: []int{http.StatusNotFound}}, func(ctx context.Context, in *struct {
		JobPath
		Format string `path:"format" enum:"json,csv,pdf"`
		Unit   string `query:"unit" enum:"thou,mm" default:"thou" doc:"pdf: lengths in thou or mm"`
		Paper  string `query:"paper" enum:"a4,letter" default:"a4" doc:"pdf: the size of its pages"`
	}) (*file, error) {
		r, err := s.store.Job(ctx, in.Number)
		if err != nil {
			return nil, problem(err)
		}
		out := &file{Type: "application/json", Name: fmt.Sprintf("attachment; filename=%q", r.Number+"."+in.Format)}
		switch in.Format {
		case "csv":
			out.Type = "text/csv; charset=utf-8"
			out.Body, err = report.CSV(r)
		case "pdf":
			var shop store.Shop
			if shop, err = s.store.Shop(ctx); err != nil {
				return nil, err
			}
			out.Type = "application/pdf"
			out.Body, err = report.PDF(r, report.Printing{
				Shop: shop.Name, Letter: in.Paper == "letter", Unit: quantity.Unit(in.Unit),
				Photo: func(id string) ([]byte, error) { return s.store.Photo(ctx, id) },
			})
		default:
			out.Body, err = report.JSON(r, func(id string) ([]byte, error) { return s.store.Photo(ctx, id) })
		}
		return out, problem(err)
	})
	huma.Register(api, huma.Operation{OperationID: "import-job", Method: http.MethodPost, Path: "/api/v1/jobs/import",
		Summary:       "Take in a job of another Settle, from its JSON file",
		DefaultStatus: http.StatusCreated, SkipValidateBody: true, MaxBodyBytes: maxImport,
		Errors: []int{http.StatusUnprocessableEntity, http.StatusRequestEntityTooLarge}},
		func(ctx context.Context, in *struct {
			RawBody []byte `contentType:"application/json"`
		}) (*body[JobView], error) {
			r, photos, err := report.Read(in.RawBody)
			if err != nil {
				return nil, problem(err)
			}
			number, err := s.store.ImportJob(ctx, r, photos)
			if err != nil {
				return nil, problem(err)
			}
			if r, err = s.store.Job(ctx, number); err != nil {
				return nil, problem(err)
			}
			return &body[JobView]{view(r, nil)}, nil
		})
	huma.Register(api, huma.Operation{OperationID: "kit-file", Method: http.MethodGet,
		Path: "/api/v1/jobs/{number}/kit.csv", Summary: "The parts list as a file",
		Errors: []int{http.StatusNotFound}}, func(ctx context.Context, in *JobPath) (*file, error) {
		r, err := s.store.Job(ctx, in.Number)
		if err != nil {
			return nil, problem(err)
		}
		b, err := report.Kit(r)
		return &file{"text/csv; charset=utf-8", fmt.Sprintf("attachment; filename=%q", r.Number+"-parts.csv"), b},
			problem(err)
	})
}

// maxImport bounds the file of a job with its pictures.
const maxImport = 64 << 20

// file is an answer to be saved.
type file struct {
	Type string `header:"Content-Type"`
	Name string `header:"Content-Disposition"`
	Body []byte
}
