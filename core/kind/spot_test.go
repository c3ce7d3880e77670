package kind_test

import (
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/kind"
	"settle/core/log"
)

func TestParseSpot(t *testing.T) {
	for text, want := range map[string]kind.Spot{
		"":                          {},
		" , ;":                      {},
		"4h":                        {Clock: "4"},
		"4 o'clock":                 {Clock: "4"},
		"at 12 O’CLOCK":             {Clock: "12"},
		"4:30 h":                    {Clock: "4:30"},
		"7:00h, v3":                 {Clock: "7", Vane: 3},
		"vane 3; inboard":           {Vane: 3, End: "inboard"},
		"OB, stage 2":               {End: "outboard", Stage: 2},
		"drive end, under the lip":  {End: "inboard", Words: "under the lip"},
		"under the O-ring, at 4":    {Words: "under the O-ring, at 4"},
		"v5, 6h, worn  to the base": {Vane: 5, Clock: "6", Words: "worn to the base"},
	} {
		got, err := kind.ParseSpot(text, 5)
		if err != nil || got != want {
			t.Errorf("%q: %+v %v, want %+v", text, got, err, want)
		}
		// What is said of a place is read as the same place.
		if again, err := kind.ParseSpot(got.String(), 5); err != nil || again != got {
			t.Errorf("%q says %q, which is read as %+v %v", text, got, again, err)
		}
	}
	for _, text := range []string{"13h", "0 o'clock", "vane 6", "v0", "stage 0", string(make([]byte, 121))} {
		if p, err := kind.ParseSpot(text, 5); err == nil {
			t.Errorf("%q is taken as %+v", text, p)
		}
	}
	if p, err := kind.ParseSpot("vane 9", 0); err != nil || p.Vane != 9 {
		t.Errorf("with no vanes known: %+v %v", p, err)
	}
}

func TestFindingsSayWhere(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	b.Safe()
	body := jobtest.InspectBody("groove", "marks")
	body.Inspect.At = map[string]string{"groove": "4h, under the lip", "marks": ""}
	b.Keep("inspect-sleeve", body)
	r := b.Sheet().Step("inspect-sleeve").Reading
	if r.Text != "Groove a fingernail catches at 4 o'clock, under the lip, Light marks or corrosion that cloth "+
		"takes off" || len(r.Found) != 2 || r.Found[0].Clock != "4" {
		t.Errorf("%q %+v", r.Text, r.Found)
	}
	for name, at := range map[string]map[string]string{"on the clock": {"groove": "14h"},
		"past the vanes": {"groove": "v4"}, "on nothing ticked": {"pits": "4h"}} {
		bad := jobtest.InspectBody("groove")
		bad.Inspect.At = at
		err := b.Try(log.Entry{Kind: log.Kept, Step: "inspect-sleeve", On: b.Log[len(b.Log)-1].ID, Reason: "again",
			Body: &bad})
		if err == nil || !strings.Contains(err.Error(), "body.inspect.at.") {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// A picture is put to any step or finding, before it is entered and after, and
// changes nothing that was entered.
func TestPictures(t *testing.T) {
	b := jobtest.New(t, jobtest.Papers, job.Rules{})
	shot := func(id, step, of string) error {
		return b.Try(log.Entry{Kind: log.Pictured, Step: step, Body: &log.Body{Photo: &log.PhotoForm{Photos: []string{id},
			Of: of}}})
	}
	if err := shot("a", "inspect-sleeve", ""); err != nil { // the step is not open yet
		t.Fatal(err)
	}
	b.Safe()
	kept := b.Keep("inspect-sleeve", jobtest.InspectBody("groove"))
	if err := shot("b", "inspect-sleeve", "groove"); err != nil {
		t.Fatal(err)
	}
	s := b.Sheet().Step("inspect-sleeve")
	if len(s.Pictures) != 2 || s.Pictures[0].ID != "a" || s.Pictures[1].Of != "Groove a fingernail catches" ||
		s.Pictures[1].By != jobtest.Tech.Name || s.Entry != kept || s.Entries != 1 || s.State != job.Done {
		t.Errorf("%+v", s)
	}
	if log.Verify(b.Log) != 0 {
		t.Error("the chain breaks")
	}
	for name, e := range map[string]log.Entry{
		"body.photo.photos": {Step: "inspect-sleeve", Body: &log.Body{Photo: &log.PhotoForm{}}},
		"body.photo.of": {Step: "inspect-sleeve", Body: &log.Body{Photo: &log.PhotoForm{Photos: []string{"c"},
			Of: "rust"}}},
		"step": {Step: "polish", Body: &log.Body{Photo: &log.PhotoForm{Photos: []string{"c"}}}},
		"body:": {Step: "inspect-sleeve", Body: &log.Body{Done: true,
			Photo: &log.PhotoForm{Photos: []string{"c"}}}},
		"on": {Step: "inspect-sleeve", On: kept,
			Body: &log.Body{Photo: &log.PhotoForm{Photos: []string{"c"}}}},
	} {
		e.Kind = log.Pictured
		if err := b.Try(e); err == nil || !strings.HasPrefix(err.Error(), name) {
			t.Errorf("%s: %v", name, err)
		}
	}
}
