package server

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net/http"
	"regexp"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"settle/core/field"
	"settle/core/job"
	"settle/core/log"
	"settle/core/record"
	"settle/core/words"
	"settle/internal/door"
	"settle/internal/store"
)

// Problem is every error of the API, as problem+json (RFC 9457): it names the
// fields and says what would be right.
type Problem struct {
	Title  string         `json:"title"`
	Status int            `json:"status"`
	Detail string         `json:"detail"`
	Errors []*field.Error `json:"errors,omitempty"`
	// First is what the command line would say of a calculation.
	First *field.Error `json:"error,omitempty" doc:"of a calculation: the first, as the command gives it"`
	// Latest is the entry which the sender has not seen, with status 409.
	Latest *log.Entry `json:"latest,omitempty"`
	// Pump or Shop is what stands where the sender did not see it, with status 409.
	Pump *record.Pump `json:"pump,omitempty"`
	Shop *store.Shop  `json:"shop,omitempty"`
}

func (p *Problem) Error() string  { return p.Detail }
func (p *Problem) GetStatus() int { return p.Status }

// ContentType names the media type of a problem.
func (p *Problem) ContentType(string) string { return "application/problem+json" }

// newProblem brings what the framework finds wrong with a request into the
// same form as what the core finds.
func newProblem(status int, detail string, errs ...error) huma.StatusError {
	p := &Problem{Title: http.StatusText(status), Status: status, Detail: detail}
	for _, err := range errs {
		var d *huma.ErrorDetail
		if errors.As(err, &d) {
			p.Errors = append(p.Errors, &field.Error{Field: place(d.Location), Message: d.Message})
		} else if err != nil {
			p.Errors = append(p.Errors, field.All(err)...)
		}
	}
	if status == http.StatusRequestEntityTooLarge {
		p.Detail = "What was sent is too large."
		if m := tooLarge.FindStringSubmatch(detail); m != nil {
			bytes, _ := strconv.ParseFloat(m[1], 64) // the pattern holds digits only
			p.Detail = fmt.Sprintf("What was sent is too large: at most %s are taken. Take a picture with a smaller "+
				"setting; divide a long file.", size(bytes))
		}
		p.Errors = []*field.Error{{Field: "body", Message: p.Detail}}
	}
	if len(p.Errors) > 0 && status == http.StatusUnprocessableEntity {
		p.Detail = p.Errors[0].Error()
	}
	return p
}

// tooLarge is how the framework says that a body is beyond its bound.
var tooLarge = regexp.MustCompile(`limit=(\d+) bytes`)

func size(bytes float64) string {
	if bytes < 1<<20 {
		return fmt.Sprintf("%.0f kB", bytes/1024)
	}
	return fmt.Sprintf("%.0f MB", bytes/(1<<20))
}

// place is the field's path as the sender wrote it.
func place(location string) string {
	for _, prefix := range []string{"body.", "query.", "path."} {
		if rest, ok := strings.CutPrefix(location, prefix); ok {
			return rest
		}
	}
	return strings.TrimPrefix(location, "body")
}

// problem turns an error of the core or the store into an answer. What is
// nobody's fault but ours is logged and answered without its inside.
func problem(err error) error {
	var stale *job.Stale
	var overtaken *store.Overtaken
	var refused *job.Refused
	var missing *store.NotFound
	var unwritable *store.Unwritable
	var ready *Problem
	var wait *door.Wait
	var damaged *job.Damaged
	var many field.Errors
	var one *field.Error
	if err == nil {
		return nil
	}
	switch err = store.Outside(err); {
	case errors.As(err, &stale):
		return &Problem{Title: "Entered in the meantime", Status: http.StatusConflict, Detail: stale.Error(),
			Latest: &stale.Latest}
	case errors.As(err, &overtaken):
		return &Problem{Title: "Changed in the meantime", Status: http.StatusConflict,
			Detail: words.Capital(overtaken.Error()) + ".", Pump: overtaken.Pump, Shop: overtaken.Shop}
	case errors.As(err, &refused):
		return &Problem{Title: "Not now", Status: http.StatusConflict, Detail: refused.Why}
	case errors.As(err, &damaged):
		return &Problem{Title: "Changed after it was signed", Status: http.StatusConflict,
			Detail: words.Capital(damaged.Error()) + "."}
	case errors.As(err, &wait):
		return &Problem{Title: "Wait", Status: http.StatusTooManyRequests, Detail: wait.Error(),
			Errors: []*field.Error{{Field: "wait", Message: wait.Error()}}}
	case errors.As(err, &ready):
		return ready
	case errors.As(err, &unwritable):
		slog.Error("nothing can be kept", "why", unwritable.Why)
		return &Problem{Title: "Nothing can be kept", Status: http.StatusServiceUnavailable, Detail: unwritable.Why}
	case errors.As(err, &missing):
		return &Problem{Title: http.StatusText(http.StatusNotFound), Status: http.StatusNotFound, Detail: missing.Error()}
	case errors.As(err, &many), errors.As(err, &one):
		return newProblem(http.StatusUnprocessableEntity, "", field.All(err))
	}
	if !errors.Is(err, context.Canceled) { // a browser that went elsewhere waits for no answer
		slog.Error("answering a request", "error", err)
	}
	return &Problem{Title: http.StatusText(http.StatusInternalServerError), Status: http.StatusInternalServerError,
		Detail: "Something went wrong in Settle and nothing was kept. Try once more; if it stays so, stop Settle, " +
			"start it again and look at what it prints."}
}
