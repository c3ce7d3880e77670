package server

import (
	"cmp"
	"context"
	"fmt"
	"net/http"

	"settle/core/job"
	"settle/core/quantity"
	"settle/internal/door"
	"settle/internal/report"
	"settle/internal/store"
)

func (s *server) sheetFile(ctx context.Context, in *struct {
	JobPath
	Format string `path:"format" enum:"json,csv,pdf"`
	Unit   string `query:"unit" enum:"thou,mm" default:"thou" doc:"pdf: lengths in thou or mm"`
	Paper  string `query:"paper" enum:"a4,letter" default:"a4" doc:"pdf: the size of its pages"`
	As     int    `query:"as" doc:"number of an entry: the sheet that was kept with it; not for json"`
}) (*file, error) {
	if in.Format == "json" && door.Of(ctx).Job != "" {
		return nil, &Problem{Title: "Not by this link", Status: http.StatusForbidden, Detail: "The link shows the sheet. " +
			"The whole job as a file, with its plan and who typed what, the shop itself saves."}
	}
	r, sheet, err := s.sheetAs(ctx, in.Number, in.As)
	if err != nil {
		return nil, err
	}
	photo := func(id string) ([]byte, error) { return s.store.Photo(ctx, id) }
	out := &file{Type: "application/json", Name: fmt.Sprintf("attachment; filename=%q", r.Number+"."+in.Format)}
	switch in.Format {
	case "csv":
		out.Type = "text/csv; charset=utf-8"
		out.Body, err = report.CSV(r, sheet)
	case "pdf":
		var shop store.Shop
		if shop, err = s.store.Shop(ctx); err != nil {
			return nil, err
		}
		var whose string
		if whose, err = s.whose(ctx, r, in.As); err != nil {
			return nil, err
		}
		out.Type = "application/pdf"
		out.Body, err = report.PDF(r, sheet, report.Printing{Shop: shop.Name, Letter: in.Paper == "letter",
			Unit: quantity.Unit(in.Unit), Photo: photo, As: in.As, Whose: whose})
	default:
		out.Body, err = report.JSON(r, photo)
	}
	return out, err
}

// OnPaper is how something is printed.
type OnPaper struct {
	Unit  string `query:"unit" enum:"thou,mm" default:"thou" doc:"lengths in thou or mm"`
	Paper string `query:"paper" enum:"a4,letter" default:"a4" doc:"the size of its pages"`
}

func (s *server) jobOrder(ctx context.Context, in *struct {
	JobPath
	OnPaper
}) (*file, error) {
	r, err := s.store.Job(ctx, in.Number)
	if err != nil {
		return nil, err
	}
	return s.order(ctx, r, in.OnPaper)
}

func (s *server) pumpOrder(ctx context.Context, in *struct {
	PumpPath
	OnPaper
	Complaint string `query:"complaint" maxLength:"500" doc:"why the pump is here, in words"`
	Why       string `query:"why" doc:"key of the plan's complaint"`
	Scope     string `query:"scope" doc:"key of the scope; left out, what the complaint proposes"`
	Arrives   string `query:"arrives" doc:"in what state the pump comes"`
}) (*file, error) {
	asked := job.Asked{Complaint: cmp.Or(in.Complaint, "not said yet"), Why: in.Why, Scope: in.Scope, Arrives: in.Arrives}
	r, err := s.store.Unopened(ctx, in.Tag, asked)
	if err != nil {
		return nil, err
	}
	return s.order(ctx, r, in.OnPaper)
}

func (s *server) order(ctx context.Context, r *store.Job, on OnPaper) (*file, error) {
	shop, err := s.store.Shop(ctx)
	if err != nil {
		return nil, err
	}
	b, err := report.WorkOrder(r, job.Derive(r.Job), report.Printing{Shop: shop.Name, Letter: on.Paper == "letter",
		Unit: quantity.Unit(on.Unit)})
	name := cmp.Or(r.Number, r.Pump.Tag)
	return &file{"application/pdf", fmt.Sprintf("attachment; filename=%q", name+"-order.pdf"), b}, err
}

func (s *server) kitFile(ctx context.Context, in *JobPath) (*file, error) {
	r, err := s.store.Job(ctx, in.Number)
	if err != nil {
		return nil, err
	}
	b, err := report.Kit(r)
	return &file{"text/csv; charset=utf-8", fmt.Sprintf("attachment; filename=%q", r.Number+"-parts.csv"), b}, err
}
