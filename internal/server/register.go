package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"settle/core/job"
	"settle/core/record"
	"settle/internal/door"
	"settle/internal/register"
	"settle/internal/store"
)

// TakenIn is what taking a file of the register in does, or would do.
type TakenIn struct {
	*register.Effects
	Done bool `json:"done" doc:"false where it was only tried"`
}

const pumpsFile = "pumps"

// registered is what the register holds.
type registered struct {
	pumps []record.Pump
	rules job.Rules
}

func (s *server) registered(ctx context.Context) (registered, error) {
	shop, err := s.store.Shop(ctx)
	if err != nil {
		return registered{}, err
	}
	rows, err := s.store.Pumps(ctx, store.PumpQuery{})
	now := registered{rules: shop.Rules}
	for _, r := range rows {
		now.pumps = append(now.pumps, r.Pump)
	}
	return now, err
}

func (s *server) register(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "register-file", Method: http.MethodGet,
		Path: "/api/v1/register/{file}", Summary: "The register of pumps, or all limits, as CSV"}, s.registerFile)
	huma.Register(api, huma.Operation{OperationID: "take-in-register", Method: http.MethodPost,
		Path: "/api/v1/register/{what}", Summary: "Take in the register, or limits, from CSV: whole or not at all",
		SkipValidateBody: true, MaxBodyBytes: maxImport, Errors: []int{http.StatusUnprocessableEntity,
			http.StatusRequestEntityTooLarge}}, s.takeInRegister)
}

func (s *server) registerFile(ctx context.Context, in *struct {
	File string `path:"file" enum:"pumps.csv,limits.csv,gauges.csv"`
}) (*file, error) {
	now, err := s.registered(ctx)
	if err != nil {
		return nil, problem(err)
	}
	out := &file{Type: "text/csv; charset=utf-8", Name: `attachment; filename="` + in.File + `"`}
	switch in.File {
	case pumpsFile + ".csv":
		out.Body, err = register.WritePumps(now.pumps)
	case "gauges.csv":
		var gauges []record.GaugePage
		if gauges, err = s.store.Gauges(ctx); err == nil {
			out.Body, err = register.WriteGauges(gauges)
		}
	default:
		out.Body, err = register.WriteLimits(now.pumps, now.rules)
	}
	return out, problem(err)
}

func (s *server) takeInRegister(ctx context.Context, in *struct {
	What    string `path:"what" enum:"pumps,limits,gauges"`
	Try     bool   `query:"try" doc:"only say what it would do"`
	RawBody []byte `contentType:"text/csv"`
}) (*body[TakenIn], error) {
	if in.What == "limits" && door.Of(ctx).Account.Role != leads {
		return nil, &Problem{Title: "Not yours to do", Status: http.StatusForbidden, Detail: "This takes a lead: the file " +
			"sets limits of pumps."}
	}
	if in.What == "gauges" {
		changes, err := s.takeInGauges(ctx, in.RawBody, door.Of(ctx).Account.ID, in.Try)
		if err == nil && !in.Try {
			err = s.door.Note(ctx, door.Of(ctx), door.TookRegister, in.What)
		}
		return &body[TakenIn]{TakenIn{changes, !in.Try}}, problem(err)
	}
	now, err := s.registered(ctx)
	if err != nil {
		return nil, problem(err)
	}
	plans, err := s.store.Plans(ctx)
	if err != nil {
		return nil, problem(err)
	}
	var put []record.Pump
	var rules *job.Rules
	var changes *register.Effects
	if in.What == pumpsFile {
		put, changes, err = register.ReadPumps(ctx, in.RawBody, now.pumps, plans)
	} else {
		rules = &now.rules
		put, now.rules, changes, err = register.ReadLimits(ctx, in.RawBody, now.pumps, now.rules, plans)
	}
	if err == nil && !in.Try {
		caller := door.Of(ctx)
		err = s.store.PutPumps(ctx, put, rules, caller.Account.Person())
		if err == nil {
			err = s.door.Note(ctx, caller, door.TookRegister, in.What)
		}
	}
	return &body[TakenIn]{TakenIn{changes, !in.Try}}, problem(err)
}
