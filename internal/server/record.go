package server

import (
	"bytes"
	"context"
	"fmt"
	"net/http"
	"net/url"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"settle/core/field"
	"settle/core/job"
	"settle/core/quantity"
	"settle/core/record"
	"settle/internal/door"
	"settle/internal/picture"
	"settle/internal/report"
)

// recordOf works out a pump's page from its log and its jobs.
func (s *server) recordOf(ctx context.Context, p record.Pump, jobs []job.Past) (*record.Page, error) {
	log, err := s.store.PumpLog(ctx, p.Tag)
	if err != nil {
		return nil, err
	}
	facts := record.Facts{Service: p.Service, GreaseEvery: p.GreaseEvery, PlannedStop: p.PlannedStop,
		Lives: job.Lives(jobs, p.PlannedHours)}
	return record.Derive(log, record.Visits(jobs), facts, time.Now()), nil
}

// page reads a pump with what is worked out of its log.
func (s *server) page(ctx context.Context, tag string) (record.Pump, *record.Page, error) {
	p, err := s.store.Pump(ctx, tag)
	if err != nil {
		return p, nil, err
	}
	jobs, err := s.store.Past(ctx, p.Tag, wornJobs)
	if err != nil {
		return p, nil, err
	}
	sheet, err := s.recordOf(ctx, p, jobs)
	return p, sheet, err
}

// PaperKept names a drawing or a picture that is kept.
type PaperKept struct {
	ID string `json:"id" doc:"named by the entry of the pump's log; the file is at /api/v1/papers/{id}"`
}

// LineForm is an entry of a pump's log as it is sent.
type LineForm struct {
	ID    string          `json:"id" doc:"made by the sender; sending it twice is harmless"`
	Kind  record.Kind     `json:"kind" enum:"remark,done,hours,grease,paper"`
	On    string          `json:"on,omitempty" doc:"done: the remark that is settled"`
	Text  string          `json:"text,omitempty"`
	Hours quantity.Number `json:"hours,omitzero"`
	File  string          `json:"file,omitempty" doc:"paper: id of the kept file"`
}

func (s *server) record(api huma.API) {
	operation(api, http.MethodPost, "/pumps/{tag}/log", "note-pump",
		"Note something about a pump: a remark, its hours, a greasing, a drawing", s.notePump)
	huma.Register(api, huma.Operation{
		OperationID: "add-paper", Method: http.MethodPost, Path: "/api/v1/papers",
		Summary:       "Keep a drawing or a picture of a pump: PDF, JPEG, PNG or WebP, at most 10 MB",
		DefaultStatus: http.StatusCreated, SkipValidateBody: true, MaxBodyBytes: picture.MaxBytes + 1,
		Errors: []int{http.StatusRequestEntityTooLarge, http.StatusUnprocessableEntity},
	}, s.addPaper)
	huma.Register(api, huma.Operation{
		OperationID: "get-paper", Method: http.MethodGet, Path: "/api/v1/papers/{id}",
		Summary: "A drawing or a picture of a pump", Errors: []int{http.StatusNotFound},
	}, s.getPaper)
	huma.Register(api, huma.Operation{
		OperationID: "pump-calendar", Method: http.MethodGet, Path: "/api/v1/pumps/{tag}/next.ics",
		Summary: "What is due on a pump, as iCalendar", Errors: []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, s.pumpCalendar)
	huma.Register(api, huma.Operation{
		OperationID: "pump-label", Method: http.MethodGet, Path: "/api/v1/pumps/{tag}/label.svg",
		Summary: "A label with a QR code that opens the pump's page",
		Errors:  []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, s.pumpLabel)
}

// pageOf is the address of a pump's page, where Settle is opened at origin.
func pageOf(origin, tag string) (string, error) { return screenOf(origin, "pumps", tag) }

// screenOf is the address of a screen.
func screenOf(origin, screen, key string) (string, error) {
	u, err := url.Parse(origin)
	if err != nil || u.Scheme != "http" && u.Scheme != "https" || u.Host == "" {
		return "", field.Errorf("at", "is not an address: write the one under which tablets open Settle, such as "+
			"http://bench:8420")
	}
	return u.Scheme + "://" + u.Host + "/" + screen + "/" + url.PathEscape(key), nil
}

func (s *server) notePump(ctx context.Context, in *struct {
	PumpPath
	Body LineForm
}) (*body[*record.Page], error) {
	_, sheet, err := s.page(ctx, in.Tag)
	if err != nil {
		return nil, err
	}
	b := in.Body
	hours, err := plain("hours", b.Hours)
	if err != nil {
		return nil, err
	}
	if err := s.store.Note(ctx, in.Tag, record.Line{ID: b.ID, Kind: b.Kind, On: b.On, Text: b.Text, Hours: hours,
		File: b.File}, door.Of(ctx).Account.ID, sheet.Remarks); err != nil {
		return nil, err
	}
	_, sheet, err = s.page(ctx, in.Tag)
	return &body[*record.Page]{sheet}, err
}

func (s *server) addPaper(ctx context.Context, in *struct {
	RawBody []byte `contentType:"application/octet-stream"`
}) (*body[PaperKept], error) {
	kind, kept := "application/pdf", in.RawBody
	switch {
	case len(kept) > picture.MaxBytes:
		return nil, problem(field.Errorf("file", "is over 10 MB: save it smaller"))
	case !bytes.HasPrefix(kept, []byte("%PDF-")):
		var err error
		if kept, err = picture.Fit(kept); err != nil {
			return nil, problem(field.Errorf("file", "cannot be read as PDF, JPEG, PNG or WebP"))
		}
		kind = "image/jpeg"
	}
	id, err := s.store.AddPaper(ctx, kind, kept)
	return &body[PaperKept]{PaperKept{id}}, problem(err)
}

func (s *server) getPaper(ctx context.Context, in *struct {
	ID string `path:"id"`
}) (*file, error) {
	kind, kept, err := s.store.Paper(ctx, in.ID)
	out := &file{Type: kind, Body: kept}
	if kind == "application/pdf" {
		out.Name = `attachment; filename="drawing.pdf"`
	}
	return out, problem(err)
}

func (s *server) pumpCalendar(ctx context.Context, in *struct {
	PumpPath
	At string `query:"at" maxLength:"200" doc:"address under which Settle is opened, such as http://bench:8420"`
}) (*file, error) {
	p, sheet, err := s.page(ctx, in.Tag)
	if err != nil {
		return nil, problem(err)
	}
	page, err := pageOf(in.At, p.Tag)
	if err != nil {
		return nil, problem(err)
	}
	out, err := report.Calendar(p, sheet, page, time.Now())
	return &file{"text/calendar; charset=utf-8", fmt.Sprintf("attachment; filename=%q", p.Tag+".ics"), out}, err
}

func (s *server) pumpLabel(ctx context.Context, in *struct {
	PumpPath
	At string `query:"at" maxLength:"200" doc:"address under which tablets open Settle, such as http://bench:8420"`
}) (*file, error) {
	p, err := s.store.Pump(ctx, in.Tag)
	if err != nil {
		return nil, problem(err)
	}
	page, err := pageOf(in.At, p.Tag)
	if err != nil {
		return nil, problem(err)
	}
	out, err := report.Label(p, page)
	return &file{Type: "image/svg+xml", Body: out}, err
}
