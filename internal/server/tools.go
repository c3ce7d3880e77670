package server

import (
	"context"
	"errors"
	"maps"
	"net/http"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"settle/core/calc"
	"settle/core/field"
	"settle/core/fit"
	"settle/core/gauge"
	"settle/core/quantity"
	"settle/core/setting"
	"settle/internal/door"
	"settle/internal/store"
)

// ToolChoices are what may be chosen in a bench tool.
type ToolChoices struct {
	Shaft   []string `json:"shaft_classes" nullable:"false" doc:"classes of a seat on a shaft"`
	Housing []string `json:"housing_classes" nullable:"false" doc:"classes of a seat in a housing"`
	Turns   []string `json:"turns" nullable:"false" doc:"how a shaft may turn by hand; blank: not tried"`
	Bolts   []string `json:"bolt_classes" nullable:"false" doc:"classes of bolts"`
	Metals  []string `json:"materials" nullable:"false" doc:"of shafts and casings"`
}

func (s *server) toolChoices(context.Context, *struct{}) (*body[ToolChoices], error) {
	turns := []string{""}
	for _, t := range gauge.TurnWords {
		turns = append(turns, string(t))
	}
	return &body[ToolChoices]{ToolChoices{fit.Classes(fit.Shaft), fit.Classes(fit.Housing), turns, setting.BoltClasses(),
		slices.Sorted(maps.Keys(setting.Expansions))}}, nil
}

// tools are the calculators without a job: as the contract has them, as a
// screen shows them, and kept to a pump's notes. The core reads the object
// itself, as it does on the command line: one contract, one reader.
func (s *server) tools(api huma.API) {
	operation(api, http.MethodGet, "/tools/choices", "tool-choices", "What may be chosen in the bench tools",
		s.toolChoices)
	huma.Register(api, huma.Operation{
		OperationID: "calculate", Method: http.MethodPost, Path: "/api/v1/calc/{kind}",
		Summary:          "One calculation, without a job: docs/calc.md has the kinds",
		SkipValidateBody: true, MaxBodyBytes: maxBody, Errors: []int{http.StatusUnprocessableEntity},
	}, s.calculate)
	huma.Register(api, huma.Operation{
		OperationID: "look", Method: http.MethodPost, Path: "/api/v1/tools/{kind}",
		Summary:          "The same while it is typed: words, echo, and what is still missing",
		SkipValidateBody: true, MaxBodyBytes: maxBody, Errors: []int{http.StatusUnprocessableEntity},
	}, s.look)
	operation(api, http.MethodPost, "/pumps/{tag}/notes", "add-note", "Keep a calculation to a pump's notes", s.addNote)
}

// NoteForm asks to keep a calculation. What it came to is worked out here, so
// that a note holds what the core answers and nothing else.
type NoteForm struct {
	ID      string `json:"id" doc:"made by the client, so that a note sent twice is kept once"`
	Kind    string `json:"kind"`
	Input   string `json:"input" doc:"the calculation's JSON object"`
	Unit    string `json:"unit"`
	Address string `json:"address" doc:"query of the tool's screen that shows it again"`
	Remark  string `json:"remark,omitempty"`
}

func (f NoteForm) note() (store.Note, error) {
	unit, err := bareUnit(f.Unit)
	if err != nil {
		return store.Note{}, err
	}
	look := calc.Preview(f.Kind, []byte(f.Input), &gauge.Reader{Unit: unit, Asks: true})
	if len(look.Errors) > 0 {
		return store.Note{}, look.Errors[0]
	}
	return store.Note{ID: f.ID, Kind: f.Kind, Text: look.Text, Address: f.Address, Remark: f.Remark}, nil
}

func bareUnit(text string) (quantity.Unit, error) {
	unit := quantity.Unit(text)
	if _, known := unit.Size(); text != "" && !known {
		return "", field.Errorf("unit", "is %q: write thou, in, mm or um", text)
	}
	return unit, nil
}

func (s *server) calculate(_ context.Context, in *struct {
	Kind    string `path:"kind" doc:"one of docs/calc.md"`
	RawBody []byte `contentType:"application/json"`
}) (*body[any], error) {
	out, err := calc.Run(in.Kind, in.RawBody)
	if err != nil {
		err = problem(err)
		if p, ok := errors.AsType[*Problem](err); ok && len(p.Errors) > 0 {
			p.First = p.Errors[0]
		}
		return nil, err
	}
	return &body[any]{out}, nil
}

func (s *server) look(_ context.Context, in *struct {
	Kind    string `path:"kind" doc:"one of docs/calc.md"`
	Unit    string `query:"unit" doc:"what a bare number means: thou, in, mm or um"`
	RawBody []byte `contentType:"application/json"`
}) (*body[calc.Look], error) {
	unit, err := bareUnit(in.Unit)
	if err != nil {
		return nil, problem(err)
	}
	return &body[calc.Look]{calc.Preview(in.Kind, in.RawBody, &gauge.Reader{Unit: unit, Asks: true})}, nil
}

func (s *server) addNote(ctx context.Context, in *struct {
	PumpPath
	Body NoteForm
}) (*body[store.Note], error) {
	note, err := in.Body.note()
	if err != nil {
		return nil, err
	}
	note, err = s.store.AddNote(ctx, in.Tag, note, door.Of(ctx).Account.ID)
	return &body[store.Note]{note}, err
}
