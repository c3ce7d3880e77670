package record

import (
	"strings"
	"testing"
	"time"

	"settle/core/field"
	"settle/core/job"
	"settle/core/log"
	"settle/core/quantity"
)

func day(text string) time.Time {
	t, err := time.Parse(date, text)
	if err != nil {
		panic(err)
	}
	return t.Add(9 * time.Hour)
}

var anna = log.Person{ID: "p1", Name: "Anna"}

func TestRemarksStayOpenUntilSettled(t *testing.T) {
	visits := []Visit{
		{Number: "J-1", Opened: day("2025-01-01"), Signed: day("2025-01-02"), By: "Ben", Remark: "next time: new wear plate"},
		{Number: "J-2", Opened: day("2026-01-01"), Signed: day("2026-01-02"), By: "Ben", Remark: "coupling hub grooved"},
		{Number: "J-3", Opened: day("2026-03-01")},
	}
	entries := []Line{
		{ID: "a", At: day("2025-06-01"), By: anna, Kind: Remark, Text: "suction strainer clogs"},
		{ID: "b", At: day("2026-01-02"), By: anna, Kind: Done, On: "J-1", Text: "new plate fitted"},
	}
	s := Derive(entries, visits, Facts{}, day("2026-04-01"))
	var got []string
	for _, r := range s.Remarks {
		got = append(got, r.ID)
	}
	if strings.Join(got, " ") != "a J-2" || s.Settled != 1 || s.Remarks[1].Job != "J-2" || len(s.Log) != 2 ||
		s.Log[0].ID != "b" {
		t.Errorf("open: %v, settled %d, log %+v", got, s.Settled, s.Log)
	}
}

// By hand: 1000 h on 1 January, 3920 h 365 days later: 8 h a day.
func TestRunningHours(t *testing.T) {
	h := func(x float64) *float64 { return &x }
	visits := []Visit{{Number: "J-1", Opened: day("2025-01-01"), Hours: h(1000)}}
	entries := []Line{{ID: "a", At: day("2026-01-01"), By: anna, Kind: Hours, Hours: h(3920)}}
	m := Derive(entries, visits, Facts{}, day("2026-04-01")).Hours
	if m == nil || m.Hours != 3920 || m.From != "Anna" || m.Day == nil || *m.Day != 8 {
		t.Errorf("%+v", m)
	}
	if m := Derive(nil, visits, Facts{}, day("2026-04-01")).Hours; m == nil || m.Day != nil {
		t.Errorf("one reading has a pace: %+v", m)
	}
	if m := Derive(nil, nil, Facts{}, day("2026-04-01")).Hours; m != nil {
		t.Errorf("no reading: %+v", m)
	}
}

func TestWhatIsDue(t *testing.T) {
	h := func(x float64) *float64 { return &x }
	left := int64(800)
	life := []job.Life{{Title: "Impeller clearance", Left: &left, Points: []job.LifePoint{{Job: "J-2"}}}}
	visits := []Visit{
		{Number: "J-1", Opened: day("2025-01-01"), Hours: h(0), Signed: day("2025-01-03")},
		{Number: "J-2", Opened: day("2025-04-11"), Hours: h(800), Signed: day("2025-04-12")}, // 100 days, 8 h a day
		{Number: "J-3", Opened: day("2025-05-01"), Hours: h(960)},                            // 120 days, 8 h a day
	}
	ten := 10
	tests := []struct {
		name  string
		facts Facts
		log   []Line
		today string
		want  []string // key, day, due
	}{
		{"continuous: a month from the rebuild", Facts{Service: "continuous"}, nil, "2025-04-20",
			[]string{"grease 2025-05-12 later"}},
		{"intermittent: a quarter", Facts{Service: "intermittent"}, nil, "2025-07-10", []string{"grease 2025-07-12 soon"}},
		{"nobody said", Facts{}, nil, "2025-07-10", nil},
		{"the maker's interval wins, from what was entered", Facts{Service: "continuous", GreaseEvery: &ten},
			[]Line{{ID: "g", Kind: Grease, At: day("2025-06-01"),
				By: anna}}, "2025-06-12", []string{"grease 2025-06-11 overdue"}},
		{"the stop, after the limit is reached", Facts{PlannedStop: "2025-09-01", Lives: life}, nil, "2025-04-20",
			[]string{"wear 2025-07-20 later", "stop 2025-09-01 later"}},
		{"on the bench, found past its limit",
			Facts{Lives: []job.Life{{Title: "End play", Left: new(int64),
				Points: []job.LifePoint{{Job: "J-3"}}}}}, nil, "2025-04-20", nil},
		{"on the bench, set already",
			Facts{Lives: []job.Life{{Title: "End play", Left: &left,
				Points: []job.LifePoint{{Job: "J-3",
					Built: &quantity.Figure{}}}}}}, nil, "2025-05-02", []string{"wear 2025-08-09 later"}},
		{"a day that is none", Facts{PlannedStop: "soon"}, nil, "2025-04-20", nil},
	}
	for _, test := range tests {
		var got []string
		for _, l := range Derive(test.log, visits, test.facts, day(test.today)).Next {
			got = append(got, l.Key+" "+l.Day+" "+l.State)
			if l.Why == "" {
				t.Errorf("%s: %s does not say why", test.name, l.Key)
			}
		}
		if strings.Join(got, ", ") != strings.Join(test.want, ", ") {
			t.Errorf("%s: %v, want %v", test.name, got, test.want)
		}
	}
}

func TestAccept(t *testing.T) {
	h := func(x float64) *float64 { return &x }
	open := []OpenRemark{{ID: "J-1"}}
	for name, test := range map[string]struct {
		e     Line
		field string
	}{
		"a remark":              {Line{Kind: Remark, Text: "new plate"}, ""},
		"a blank remark":        {Line{Kind: Remark, Text: "  "}, "text"},
		"a long one":            {Line{Kind: Remark, Text: strings.Repeat("x", 501)}, "text"},
		"settled":               {Line{Kind: Done, On: "J-1", Text: "fitted"}, ""},
		"settled, not how":      {Line{Kind: Done, On: "J-1"}, "text"},
		"settled, not there":    {Line{Kind: Done, On: "J-9", Text: "fitted"}, "on"},
		"hours":                 {Line{Kind: Hours, Hours: h(12)}, ""},
		"no hours":              {Line{Kind: Hours}, "hours"},
		"less than none":        {Line{Kind: Hours, Hours: h(-1)}, "hours"},
		"greased":               {Line{Kind: Grease}, ""},
		"a drawing":             {Line{Kind: Paper, Text: "seal drawing", File: "x"}, ""},
		"a drawing, no file":    {Line{Kind: Paper, Text: "seal drawing"}, "file"},
		"a kind there is not":   {Line{Kind: "guess", Text: "x"}, "kind"},
		"a drawing, not titled": {Line{Kind: Paper, File: "x"}, "text"},
	} {
		err := Accept(test.e, open)
		if (err == nil) != (test.field == "") || err != nil && field.All(err)[0].Field != test.field {
			t.Errorf("%s: %v, want a complaint about %q", name, err, test.field)
		}
	}
}
