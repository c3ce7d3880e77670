package gauge

import (
	"encoding/json"
	"slices"
	"testing"

	"settle/core/quantity"
)

// form reads a panel as the screen sends it.
func form[F any](t *testing.T, text string) F {
	t.Helper()
	var f F
	if err := json.Unmarshal([]byte(text), &f); err != nil {
		t.Fatal(err)
	}
	return f
}

// names checks that the errors name exactly these fields, in the order of the form.
func names(t *testing.T, r *Reader, fields ...string) {
	t.Helper()
	var got []string
	for _, e := range r.Errors {
		got = append(got, e.Field)
	}
	if !slices.Equal(got, fields) {
		t.Errorf("the errors name %q and not %q: %v", got, fields, r.Errors)
	}
}

func TestDialForm(t *testing.T) {
	heard := map[string]quantity.Length{}
	r := Reader{Unit: quantity.UnitThou, Heard: func(path string, l quantity.Length) { heard[path] = l }}
	d := r.Dial(form[DialForm](t, `{"graduation":"0.5","readings":[{"clock":"12","value":"0"},{"clock":"1:30","value":"1"},
		{"deg":360,"value":"0.02 mm"},{"clock":"9","value":-25.4}],"back_to_start":"0",
		"sweep":{"low":"-1","high":"2"},"sag":"-3"}`))
	names(t, &r)
	want := []Reading{{0, 0}, {45, thou}, {0, 20_000}, {270, -thou}}
	if !slices.Equal(d.Readings, want) {
		t.Errorf("readings %v", d.Readings)
	}
	sweep := Sweep{Low: -thou, High: 2 * thou}
	if d.Graduation != thou/2 || *d.BackToStart != 0 || *d.Sag != -3*thou || *d.Sweep != sweep {
		t.Errorf("the dial is %+v", d)
	}
	if heard["readings[1].value"] != thou || heard["sweep.high"] != 2*thou || heard["sag"] != -3*thou || len(heard) != 9 {
		t.Errorf("heard %v", heard)
	}
}

func TestDialFormFaults(t *testing.T) {
	const typed = `{"readings":[{"clock":"13","value":"1"},{"clock":"3","deg":90,"value":"1"},{"value":"1"},
		{"deg":-1,"value":"1"},{"clock":"6","value":"one"},{"clock":"9","value":" "}],"sweep":{"low":"1"},"sag":"x"}`
	places := []string{"readings[0].clock", "readings[1]", "readings[2].clock", "readings[3].deg", "readings[4].value"}
	for _, tt := range []struct {
		partial bool
		fields  []string
	}{
		{false, slices.Concat([]string{"graduation"}, places, []string{"readings[5].value", "sag", "sweep.high"})},
		{true, slices.Concat(places, []string{"sag"})}, // what is blank is still being typed
	} {
		r := Reader{Unit: quantity.UnitThou, Partial: tt.partial}
		d := r.Dial(form[DialForm](t, typed))
		names(t, &r, tt.fields...)
		if len(d.Readings) != 0 || d.Sweep != nil || d.Sag != nil {
			t.Errorf("something was read of what is wrong: %+v", d)
		}
	}
	r := Reader{} // without a unit a bare number says nothing
	r.Dial(form[DialForm](t, `{"graduation":"0.5"}`))
	names(t, &r, "graduation")
}

func TestTrialsForm(t *testing.T) {
	r := Reader{Unit: quantity.UnitMillimetre}
	trials, graduation := r.Trials(form[FloatForm](t,
		`{"graduation":"0.01","trials":[{"in":"0","out":"0.05"},{"in":"0"}]}`))
	names(t, &r, "trials[1].out")
	if graduation != 10_000 || !slices.Equal(trials, []Trial{{In: 0, Out: 50_000}}) {
		t.Errorf("trials %v at %v", trials, graduation)
	}
	r = Reader{Unit: quantity.UnitMillimetre, Partial: true}
	trials, _ = r.Trials(form[FloatForm](t, `{"trials":[{"in":"0","out":""}]}`))
	if names(t, &r); len(trials) != 0 {
		t.Errorf("half a push and pull is a trial: %v", trials)
	}
}

func TestOpeningsForm(t *testing.T) {
	for _, tt := range []struct {
		name, typed string
		partial     bool
		want        []GapAt
		graduation  quantity.Length
		fields      []string
	}{
		{name: "leaves need no graduation", typed: `{"positions":[{"at":"vane 1","go":"14","no_go":"15"}]}`,
			want: []GapAt{{At: "vane 1", Low: 14 * thou, High: 15 * thou}}},
		{name: "a value does", typed: `{"positions":[{"at":"left","value":"14"}]}`,
			want: []GapAt{{At: "left", Low: 14 * thou, High: 14 * thou, Direct: true}}, fields: []string{"graduation"}},
		{name: "and of more than nothing", typed: `{"graduation":"0","positions":[{"at":"left","value":"14"}]}`,
			want: []GapAt{{At: "left", Low: 14 * thou, High: 14 * thou, Direct: true}}, fields: []string{"graduation"}},
		{name: "not both", typed: `{"positions":[{"at":"left","go":"14","no_go":"15","value":"14"}]}`,
			fields: []string{"positions[0]"}},
		{name: "one leaf of two", typed: `{"positions":[{"at":"left","go":"14"}]}`, fields: []string{"positions[0].no_go"}},
		{name: "no place", typed: `{"graduation":"1","positions":[{"value":"14"}]}`, graduation: thou,
			want: []GapAt{{Low: 14 * thou, High: 14 * thou, Direct: true}}, fields: []string{"positions[0].at"}},
		{name: "nothing typed yet", typed: `{"positions":[{"at":"left","go":""},{"at":"right"}]}`, partial: true},
	} {
		r := Reader{Unit: quantity.UnitThou, Partial: tt.partial}
		got, graduation := r.Gaps(form[GapForm](t, tt.typed))
		if !slices.Equal(got, tt.want) || graduation != tt.graduation {
			t.Errorf("%s: %v at %v", tt.name, got, graduation)
		}
		names(t, &r, tt.fields...)
	}
}

func TestLists(t *testing.T) {
	r := Reader{Unit: quantity.UnitThou}
	got := r.Lengths("blades", []quantity.Typed{quantity.Type("1"), quantity.Type("wide")})
	if r.Needed("bore", quantity.Typed{}); got[0] != thou {
		t.Errorf("lengths %v", got)
	}
	names(t, &r, "blades[1]", "bore")
}

func TestLeaves(t *testing.T) {
	for _, tt := range []struct {
		unit        quantity.Unit
		thin, thick quantity.Length
		has, hasNot quantity.Length
	}{
		{quantity.UnitThou, thou, 40 * thou, 19 * thou / 2, 21 * thou / 2},
		{quantity.UnitInch, thou, 40 * thou, 25 * thou, 26 * thou},
		{quantity.UnitMillimetre, 30_000, quantity.Millimetre, 150_000, 110_000},
	} {
		l := Leaves(tt.unit)
		if !slices.IsSorted(l) || l[0] != tt.thin || l[len(l)-1] != tt.thick ||
			!slices.Contains(l, tt.has) || slices.Contains(l, tt.hasNot) || len(slices.Compact(slices.Clone(l))) != len(l) {
			t.Errorf("the leaves in %s are %v", tt.unit, l)
		}
	}
}

func TestWords(t *testing.T) {
	for _, w := range TurnWords {
		if !w.Known() {
			t.Errorf("%s is not known", w)
		}
	}
	if Turn("").Known() || Turn("Free").Known() {
		t.Error("a word that is not in the list is known")
	}
	low, high := 2.0, 10.5
	for want, r := range map[string]Rates{"2 to 10.5 drops a minute": {Min: &low, Max: &high}, "no limit known": {},
		"at least 2 drops a minute": {Min: &low}, "at most 10.5 drops a minute": {Max: &high}} {
		if r.String() != want {
			t.Errorf("%q and not %q", r.String(), want)
		}
	}
}
