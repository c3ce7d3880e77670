package quantity

import (
	"encoding/json"
	"math"
	"strings"
	"testing"
)

func TestFigure(t *testing.T) {
	for _, tt := range []struct {
		in   Length
		want string
	}{
		{2 * Thou, `{"um":50.8,"thou":"2.0","mm":"0.051"}`},
		{-3 * Thou / 2, `{"um":-38.1,"thou":"-1.5","mm":"-0.038"}`},
		{0, `{"um":0,"thou":"0.0","mm":"0.000"}`},
		{1, `{"um":0.001,"thou":"0.0","mm":"0.000"}`},
		{MaxLength, `{"um":1000000000,"thou":"39370078.7","mm":"1000000.000"}`},
	} {
		b, err := json.Marshal(Show(tt.in))
		if err != nil || string(b) != tt.want {
			t.Errorf("%d nm is shown as %s, %v", tt.in, b, err)
		}
		var back Figure
		if err := json.Unmarshal(b, &back); err != nil || back.Length != tt.in {
			t.Errorf("%s comes back as %d nm, %v", b, back.Length, err)
		}
	}
	if ShowMaybe(nil) != nil {
		t.Error("no length is shown as one")
	}
	if l := 2 * Thou; ShowMaybe(&l).Length != l {
		t.Error("a length is not shown")
	}
}

func TestSay(t *testing.T) {
	for _, tt := range []struct {
		say      func(Format, ...any) Sentence
		length   Length
		thou, mm string
	}{
		{Say, 2 * Thou, "by 2.0 thou", "by 0.051 mm"},
		{Say, 0, "by 0.0 thou", "by 0.000 mm"},
		{Say, Thou / 100, "by 0.01 thou", "by 0.0003 mm"}, // never "over by 0.0"
		{Say, -1, "by -0.00004 thou", "by -0.000001 mm"},
		{SayFine, Thou / 4, "by 0.25 thou", "by 0.006 mm"},
	} {
		if s := tt.say("by %s", tt.length); s != (Sentence{tt.thou, tt.mm}) {
			t.Errorf("%d nm is said %q", tt.length, s)
		}
	}
	if s := Plainly("no 100 % here"); s.Thou != "no 100 % here" || s.Mm != s.Thou {
		t.Errorf("%q", s)
	}
}

func TestTyped(t *testing.T) {
	var f struct {
		A, B, C, D Typed
	}
	if err := json.Unmarshal([]byte(`{"A":" 2 thou ","B":50.8,"C":null,"D":" "}`), &f); err != nil {
		t.Fatal(err)
	}
	if f.A.String() != " 2 thou " || f.C.Given() || !f.C.IsZero() || !f.D.Given() || !f.D.Blank() {
		t.Errorf("read as %+v", f)
	}
	for name, typed := range map[string]Typed{"text": f.A, "micrometres": f.B} {
		if l, err := typed.Length(UnitMillimetre); err != nil || l != 2*Thou {
			t.Errorf("%s: %d nm, %v", name, l, err)
		}
	}
	if _, err := f.C.Length(UnitThou); err == nil || !strings.Contains(err.Error(), "is missing") {
		t.Errorf("a field that is not there: %v", err)
	}
	if b, err := json.Marshal(f.A); err != nil || string(b) != `" 2 thou "` {
		t.Errorf("what was typed is written as %s, %v", b, err)
	}
	for _, bad := range []string{"true", "[1]", "{}", "1e300", "1e12"} {
		if err := json.Unmarshal([]byte(bad), &f.A); err == nil {
			t.Errorf("%s is taken for a length", bad)
		}
	}
}

func TestMicrometres(t *testing.T) {
	for _, um := range []float64{0, 50.8, -0.001, 1e9} {
		l, err := FromUm(um)
		if err != nil || l.Um() != um {
			t.Errorf("%v µm is %d nm, %v", um, l, err)
		}
		var back Length
		if b, _ := json.Marshal(l); json.Unmarshal(b, &back) != nil || back != l {
			t.Errorf("%d nm is written %s and comes back as %d", l, b, back)
		}
	}
	for _, um := range []float64{math.NaN(), math.Inf(1), -1.1e9} {
		if l, err := FromUm(um); err == nil {
			t.Errorf("%v µm is %d nm", um, l)
		}
	}
	var l Length
	if err := json.Unmarshal([]byte(`"2"`), &l); err == nil {
		t.Error("a text is taken for micrometres")
	}
}

func TestTorqueUnits(t *testing.T) {
	for _, tt := range []struct {
		text          string
		lbfFt, inches float64
	}{{"30 N·m", 22.1268, 265.522}, {"22 lbf·ft", 22, 264}, {"264 in-lb", 22, 264}, {"1 kgf·m", 7.23301, 86.7962}} {
		q, err := ParseTorque(tt.text, "")
		if err != nil || math.Abs(q.LbfFt()-tt.lbfFt) > 1e-4 || math.Abs(q.LbfIn()-tt.inches) > 1e-3 {
			t.Errorf("%s is %v lbf·ft, %v lbf·in, %v", tt.text, q.LbfFt(), q.LbfIn(), err)
		}
		if math.Abs(q.KgfM()*9.80665-q.NM()) > 1e-9 {
			t.Errorf("%s is %v kgf·m", tt.text, q.KgfM())
		}
	}
}
