package server

import (
	"context"
	"net/http"
	"runtime/debug"

	"github.com/danielgtaylor/huma/v2"

	"settle/core/log"
	"settle/internal/licences"
)

// About is what there is to know of the program itself.
type About struct {
	Version string            `json:"version" doc:"of the program, as it was built"`
	Rules   int               `json:"rules" doc:"number of the rules it judges by"`
	Core    int               `json:"core"`
	Format  int               `json:"format" doc:"number of the fields of an entry"`
	Notices []licences.Notice `json:"notices" nullable:"false" doc:"licences of what is shipped"`
}

func (s *server) about(api huma.API) {
	operation(api, http.MethodGet, "/about", "about", "The program: its numbers, and the licences of what is shipped",
		func(context.Context, *struct{}) (*body[About], error) {
			notices, err := licences.All()
			return &body[About]{About{Version(), log.RulesNumber, log.CoreNumber, log.FormatNumber, notices}}, err
		})
}

// Version is what the program was built from: its commit, and the day of that.
func Version() string {
	info, ok := debug.ReadBuildInfo()
	if !ok {
		return "unknown"
	}
	commit, day := info.Main.Version, ""
	for _, s := range info.Settings {
		switch {
		case s.Key == "vcs.revision" && len(s.Value) >= 10:
			commit = s.Value[:10]
		case s.Key == "vcs.time" && len(s.Value) >= 10:
			day = " of " + s.Value[:10]
		}
	}
	return commit + day
}
