package server

import (
	"context"
	"fmt"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/record"
	"settle/internal/door"
	"settle/internal/register"
	"settle/internal/report"
	"settle/internal/store"
)

// GaugesView is the register of gauges.
type GaugesView struct {
	Gauges []record.GaugePage    `json:"gauges" nullable:"false" doc:"by their keys"`
	Kinds  []gauge.KindInfo      `json:"kinds" nullable:"false"`
	Held   map[gauge.Kind]string `json:"held" nullable:"false" doc:"kind → gauge; blank: none of the register"`
}

// GaugeForm is an entry of a gauge's log as it is sent.
type GaugeForm struct {
	ID    string           `json:"id" doc:"made by the sender; sending it twice is harmless"`
	Kind  record.GaugeKind `json:"kind" enum:"put,calibrated,bad,retired"`
	Gauge *record.Gauge    `json:"gauge,omitempty" doc:"put: all of it; calibrated: the days and the certificate"`
	Text  string           `json:"text,omitempty"`
}

// HeldForm says which gauge of a kind a person has in the hand.
type HeldForm struct {
	Kind gauge.Kind `json:"kind"`
	Key  string     `json:"key" doc:"blank: none of the register"`
}

// TouchedView is what a gauge was used for.
type TouchedView struct {
	Since    string               `json:"since" doc:"day from which they are told"`
	Readings []job.TouchedReading `json:"readings" nullable:"false" doc:"the nearest to its limit first"`
}

// GaugePath names a gauge in an address.
type GaugePath struct {
	Key string `path:"key" doc:"IND-3"`
}

func (s *server) gauges(api huma.API) {
	operation(api, http.MethodGet, "/gauges", "list-gauges", "The shop's gauges, and which of them somebody holds",
		s.listGauges)
	operation(api, http.MethodGet, "/gauges/{key}", "get-gauge", "A gauge with its log", s.getGauge)
	operation(api, http.MethodPost, "/gauges/{key}/log", "note-gauge",
		"Put a gauge into the register, or note that it was calibrated, found bad or retired", s.noteGauge)
	operation(api, http.MethodPost, "/gauges-held", "hold-gauge", "Say which gauge of a kind is in the hand", s.holdGauge)
	operation(api, http.MethodGet, "/gauges/{key}/touched", "touched",
		"The readings that a gauge was used for, the nearest to its limit first", s.touched)
	download(api, "/gauges-due.ics", "gauges-calendar", "When gauges are due for calibration, as iCalendar",
		s.gaugesCalendar)
	download(api, "/gauges/{key}/label.svg", "gauge-label", "A label with a QR code that opens the page of a gauge",
		s.gaugeLabel)
}

// kindsOfGauges are the words for them.
func kindsOfGauges() []string {
	var words []string
	for _, k := range gauge.Kinds {
		words = append(words, string(k.Kind))
	}
	return words
}

func (s *server) listGauges(ctx context.Context, _ *struct{}) (*body[GaugesView], error) {
	all, err := s.store.Gauges(ctx)
	if err != nil {
		return nil, err
	}
	for i := range all {
		all[i].Log = []record.GaugeLine{} // each has a page of its own
	}
	held, err := s.store.Held(ctx, door.Of(ctx).Account.ID)
	return &body[GaugesView]{GaugesView{all, gauge.Kinds, held}}, err
}

func (s *server) getGauge(ctx context.Context, in *GaugePath) (*body[record.GaugePage], error) {
	page, err := s.store.Gauge(ctx, in.Key)
	return &body[record.GaugePage]{page}, err
}

func (s *server) noteGauge(ctx context.Context, in *struct {
	GaugePath
	Body GaugeForm
}) (*body[record.GaugePage], error) {
	b := in.Body
	if err := s.store.NoteGauges(ctx, door.Of(ctx).Account.ID, store.GaugeNote{Key: in.Key,
		Line: record.GaugeLine{ID: b.ID, Kind: b.Kind, Gauge: b.Gauge, Text: b.Text}}); err != nil {
		return nil, err
	}
	return s.getGauge(ctx, &in.GaugePath)
}

func (s *server) holdGauge(ctx context.Context, in *struct{ Body HeldForm }) (*body[GaugesView], error) {
	b := in.Body
	if err := s.store.Hold(ctx, door.Of(ctx).Account.ID, b.Kind, b.Key); err != nil {
		return nil, err
	}
	return s.listGauges(ctx, nil)
}

func (s *server) touched(ctx context.Context, in *struct {
	GaugePath
	Since string `query:"since" doc:"day, 2026-03-01; else the last calibration at which it was good"`
}) (*body[TouchedView], error) {
	page, err := s.store.Gauge(ctx, in.Key)
	if err != nil {
		return nil, err
	}
	v := TouchedView{Since: in.Since}
	switch {
	case v.Since != "":
	case page.State == record.FoundBad:
		v.Since = page.Since
	default:
		v.Since = page.Gauge.Calibrated
	}
	v.Readings, err = s.store.Touched(ctx, page.Key, v.Since)
	return &body[TouchedView]{v}, err
}

// takeInGauges puts the gauges of a CSV file into the register.
func (s *server) takeInGauges(ctx context.Context, file []byte, by string, try bool) (*register.Effects, error) {
	here, err := s.store.Gauges(ctx)
	if err != nil {
		return nil, err
	}
	put, changes, err := register.ReadGauges(ctx, file, here)
	if err != nil || try {
		return changes, err
	}
	notes := make([]store.GaugeNote, len(put))
	for i := range put {
		id := fmt.Sprintf("csv-%d-%d", time.Now().UnixNano(), i)
		notes[i] = store.GaugeNote{Key: put[i].Key, Line: record.GaugeLine{ID: id, Kind: record.Put, Gauge: &put[i]}}
	}
	return changes, s.store.NoteGauges(ctx, by, notes...)
}

func (s *server) gaugesCalendar(ctx context.Context, in *struct {
	At string `query:"at" maxLength:"200" doc:"address under which Settle is opened, such as http://bench:8420"`
}) (*file, error) {
	all, err := s.store.Gauges(ctx)
	if err != nil {
		return nil, err
	}
	if _, err := screenOf(in.At, "gauges", ""); err != nil {
		return nil, err
	}
	out, err := report.GaugeCalendar(all, func(key string) string {
		page, _ := screenOf(in.At, "gauges", key) // it was read above
		return page
	}, time.Now())
	return &file{"text/calendar; charset=utf-8", `attachment; filename="gauges-due.ics"`, out}, err
}

func (s *server) gaugeLabel(ctx context.Context, in *struct {
	GaugePath
	At string `query:"at" maxLength:"200" doc:"address under which tablets open Settle, such as http://bench:8420"`
}) (*file, error) {
	page, err := s.store.Gauge(ctx, in.Key)
	if err != nil {
		return nil, err
	}
	address, err := screenOf(in.At, "gauges", page.Key)
	if err != nil {
		return nil, err
	}
	out, err := report.GaugeLabel(page, address)
	return &file{Type: "image/svg+xml", Body: out}, err
}
