// Package server answers the screens: the API under /api/v1, described once
// here, and the front end. It computes nothing itself.
package server

import (
	"context"
	"io/fs"
	"net/http"
	"reflect"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humagin"
	"github.com/gin-gonic/gin"

	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/internal/copies"
	"settle/internal/door"
	"settle/internal/store"
)

// figure is job.Figure as it stands in JSON, for the description of the API.
type figure struct {
	Um   float64 `json:"um"`
	Thou string  `json:"thou"`
	Mm   string  `json:"mm"`
}

// number is quantity.Number as it stands in JSON: as it was typed, or a number.
type number struct{}

// Schema describes it.
func (number) Schema(huma.Registry) *huma.Schema {
	return &huma.Schema{AnyOf: []*huma.Schema{{Type: huma.TypeString}, {Type: huma.TypeNumber}}}
}

// maxBody is the longest request that is read, in bytes.
const maxBody = 256 << 10

type server struct {
	store  *store.Store
	keeper *copies.Keeper
	door   *door.Door
}

// New returns the handler of the whole application. The front end is the
// built one, or a file system with no index.html in it.
func New(s *store.Store, keeper *copies.Keeper, d *door.Door, front fs.FS) http.Handler {
	gin.SetMode(gin.ReleaseMode)
	engine := gin.New()
	engine.Use(gin.Recovery(), newGuard(d).pass)
	w := newWatch()
	describe(engine, s, keeper, d, w)
	figures(engine, d, w)
	screens(engine, front)
	return engine
}

// The library has one hook for errors a process, and one word for lists that may be null.
func init() {
	huma.NewError = newProblem
	huma.DefaultArrayNullable = false
}

// Description is the API, described, with nothing behind it.
func Description() *huma.OpenAPI {
	return describe(gin.New(), nil, nil, nil, newWatch()).OpenAPI()
}

// describe puts the operations on the engine and returns their description.
func describe(engine *gin.Engine, s *store.Store, keeper *copies.Keeper, d *door.Door, w *watch) huma.API {
	config := huma.DefaultConfig("Settle", "1")
	config.OpenAPIPath, config.DocsPath, config.SchemasPath = "/api/v1/openapi", "", ""
	config.CreateHooks = nil // no $schema fields in the answers
	config.RejectUnknownQueryParameters = true
	types := config.Components.Schemas
	types.RegisterTypeAlias(reflect.TypeFor[quantity.Length](), reflect.TypeFor[float64]())
	types.RegisterTypeAlias(reflect.TypeFor[quantity.Typed](), reflect.TypeFor[string]())
	types.RegisterTypeAlias(reflect.TypeFor[quantity.Number](), reflect.TypeFor[number]())
	types.RegisterTypeAlias(reflect.TypeFor[quantity.Figure](), reflect.TypeFor[figure]())
	api := humagin.New(engine, config)
	srv := &server{s, keeper, d}
	api.UseMiddleware(let(api, d), w.timed)
	srv.doors(api)
	srv.jobs(api)
	srv.hands(api)
	srv.live(api)
	srv.pumps(api)
	srv.shop(api)
	srv.photos(api)
	srv.record(api)
	srv.limits(api)
	srv.register(api)
	srv.plans(api)
	srv.gauges(api)
	srv.copying(api)
	srv.tools(api)
	srv.about(api)
	choices(types, "StepSheet", "kind", plan.Kinds)
	choices(types, "Panel", "group", log.Groups())
	all, sent, noted := job.EntryKinds()
	choices(types, "Entry", "kind", all)
	choices(types, "EntryForm", "kind", sent)
	choices(types, "SheetNote", "kind", noted)
	choices(types, "Gauge", "kind", kindsOfGauges())
	choices(types, "GaugePage", "kind", kindsOfGauges())
	return api
}

// choices tells the description of the API what a field may hold.
func choices(types huma.Registry, name, field string, words []string) {
	enum := make([]any, len(words))
	for i, w := range words {
		enum[i] = w
	}
	schema := types.Map()[name]
	schema.Properties[field].Enum = enum
	schema.Properties[field].PrecomputeMessages()
}

// operation registers one operation; its errors go out as problems.
func operation[I, O any](api huma.API, method, path, id, summary string, answer func(context.Context, *I) (*O, error)) {
	status := http.StatusOK
	if method == http.MethodPost && !strings.HasPrefix(id, "preview") {
		status = http.StatusCreated
	}
	huma.Register(api, huma.Operation{
		OperationID: id, Method: method, Path: "/api/v1" +
			path, Summary: summary, DefaultStatus: status, MaxBodyBytes: maxBody,
		Errors: []int{http.StatusNotFound, http.StatusConflict, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *I) (*O, error) {
		out, err := answer(ctx, in)
		return out, problem(err)
	})
}

// download registers an answer that is a file.
func download[I any](api huma.API, path, id, summary string, answer func(context.Context, *I) (*file, error)) {
	huma.Register(api, huma.Operation{OperationID: id, Method: http.MethodGet, Path: "/api/v1" + path, Summary: summary,
		Errors: []int{http.StatusNotFound}}, func(ctx context.Context, in *I) (*file, error) {
		out, err := answer(ctx, in)
		return out, problem(err)
	})
}

// body is an answer with nothing but a body.
type body[T any] struct{ Body T }
