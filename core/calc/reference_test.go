package calc

import (
	"encoding/json"
	"fmt"
	"math"
	"math/big"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
)

// A second hand works the calculators from the contract in docs/calc.md, in
// fractions, with lengths typed in any unit. Both must come to the same.

// drawn makes up what is typed, and knows it exactly.
type drawn struct{ *rand.Rand }

var units = []struct {
	name     string
	um       *big.Rat
	decimals int
}{{"um", big.NewRat(1, 1), 1}, {"µm", big.NewRat(1, 1), 2}, {"mm", big.NewRat(1000, 1), 4},
	{"thou", big.NewRat(254, 10), 2}, {"in", big.NewRat(25400, 1), 5}, {`"`, big.NewRat(25400, 1), 5}}

// length is a length near um, as it is typed and in micrometres.
func (d drawn) length(um float64) (any, *big.Rat) {
	if d.IntN(5) == 0 { // a bare number is micrometres
		text := fmt.Sprintf("%.3f", um)
		return json.Number(text), rat(text)
	}
	u := units[d.IntN(len(units))]
	scale, _ := u.um.Float64()
	text := fmt.Sprintf("%.*f", u.decimals, um/scale)
	exact := new(big.Rat).Mul(rat(text), u.um)
	if d.IntN(4) == 0 {
		text = strings.Replace(text, ".", ",", 1)
	}
	if d.IntN(4) == 0 {
		text = strings.Replace(text, "-", "−", 1)
	}
	return text + []string{"", " "}[d.IntN(2)] + u.name, nano(exact)
}

func (d drawn) between(low, high float64) (any, *big.Rat) {
	return d.length(low + d.Float64()*(high-low))
}

// limit is a limit with one bound, both or none, as it is asked and in
// micrometres; nil where there is none.
func (d drawn) limit(low, high float64) (map[string]any, [2]*big.Rat) {
	in, bounds := map[string]any{}, [2]*big.Rat{}
	switch d.IntN(5) {
	case 0:
		return nil, bounds
	case 1:
		in["min"], bounds[0] = d.length(low)
	case 2:
		in["max"], bounds[1] = d.length(high)
	default:
		in["min"], bounds[0] = d.length(low)
		in["max"], bounds[1] = d.length(high)
	}
	return in, bounds
}

func rat(text string) *big.Rat {
	r, ok := new(big.Rat).SetString(text)
	if !ok {
		panic(text)
	}
	return r
}

func num(r *big.Rat) float64 { f, _ := r.Float64(); return f }

func minus(a, b *big.Rat) *big.Rat { return new(big.Rat).Sub(a, b) }
func plus(a, b *big.Rat) *big.Rat  { return new(big.Rat).Add(a, b) }

// nano rounds micrometres to whole nanometres, halves away from zero.
func nano(r *big.Rat) *big.Rat { return rat(r.FloatString(3)) }

func mean(of []*big.Rat) *big.Rat {
	sum := new(big.Rat)
	for _, r := range of {
		sum.Add(sum, r)
	}
	return sum.Quo(sum, big.NewRat(int64(len(of)), 1))
}

func spread(of []*big.Rat) *big.Rat {
	return minus(slices.MaxFunc(of, (*big.Rat).Cmp), slices.MinFunc(of, (*big.Rat).Cmp))
}

// judgedBy is the verdict on a length.
func judgedBy(at *big.Rat, bounds [2]*big.Rat, uncertainty float64) map[string]any {
	var margin *big.Rat
	for i, b := range bounds {
		if b == nil {
			continue
		}
		m := minus(at, b)
		if i == 1 {
			m.Neg(m)
		}
		if margin == nil || m.Cmp(margin) < 0 {
			margin = m
		}
	}
	coarse := margin != nil && bounds[1] != nil && num(margin) >= -uncertainty
	switch {
	case !coarse:
	case bounds[0] != nil:
		coarse = 2*uncertainty >= num(minus(bounds[1], bounds[0]))
	default:
		coarse = bounds[1].Sign() != 0 && uncertainty >= num(bounds[1])
	}
	switch {
	case margin == nil:
		return map[string]any{"result": "no-limit"}
	case coarse:
		return map[string]any{"result": "undecided", "margin_um": num(margin), "uncertainty_um": uncertainty}
	case margin.Sign() < 0:
		return map[string]any{"result": "out", "margin_um": num(margin), "uncertainty_um": uncertainty}
	case num(margin) < uncertainty:
		return map[string]any{"result": "close", "margin_um": num(margin), "uncertainty_um": uncertainty}
	}
	return map[string]any{"result": "within", "margin_um": num(margin), "uncertainty_um": uncertainty}
}

// capped makes undecided of what would pass.
func capped(verdict map[string]any) {
	if verdict["result"] == "within" || verdict["result"] == "close" {
		verdict["result"] = "undecided"
	}
}

var secondHand = map[string]func(d drawn) (in, out map[string]any){
	"float": func(d drawn) (map[string]any, map[string]any) {
		graduation, g := d.length([]float64{2.54, 12.7, 25.4, 10}[d.IntN(4)])
		trials, plays := []any{}, []*big.Rat{}
		for range 1 + d.IntN(5) {
			push, a := d.between(-20, 20)
			pull, b := d.between(30, 90)
			trials, plays = append(trials, map[string]any{"in": push, "out": pull}), append(plays, minus(b, a))
		}
		in := map[string]any{"graduation": graduation, "trials": trials}
		limit, bounds := d.limit(30, 75)
		if limit != nil {
			in["limit"] = limit
		}
		warnings, next := []any{}, any(nil)
		m := nano(mean(plays))
		verdict := judgedBy(m, bounds, num(g)*math.Sqrt(2./3))
		if mean(plays).Cmp(g) <= 0 {
			warnings = append(warnings, "no-play")
			if bounds[0] == nil || bounds[0].Sign() > 0 {
				capped(verdict)
			}
		}
		if spread(plays).Cmp(plus(g, g)) > 0 {
			warnings, next = append(warnings, "not-repeating"), []any{map[string]any{"do": "repeat"}}
			capped(verdict)
		}
		if len(plays) == 1 {
			warnings = append(warnings, "one-trial")
		}
		out := map[string]any{"mean_um": num(m), "spread_um": num(spread(plays)), "verdict": verdict, "warnings": warnings}
		if next != nil {
			out["next"] = next
		}
		return in, out
	},
	"gap": func(d drawn) (map[string]any, map[string]any) {
		graduation, g := d.length([]float64{10, 20, 25.4}[d.IntN(3)])
		limit, bounds := d.limit(200, 380)
		in, out := map[string]any{"graduation": graduation}, map[string]any{}
		if limit != nil {
			in["limit"] = limit
		}
		positions, each, middles, ends, results := []any{}, []any{}, []*big.Rat{}, []*big.Rat{}, []string{}
		for i := range 1 + d.IntN(6) {
			at := fmt.Sprintf("vane %d", i+1)
			var low, high *big.Rat
			position := map[string]any{"at": at}
			if d.IntN(2) == 0 {
				position["value"], low = d.between(120, 480)
				high = low
			} else {
				position["go"], low = d.between(120, 460)
				position["no_go"], high = d.length(num(low) + 12 + d.Float64()*60)
			}
			positions = append(positions, position)
			under, over := bounds[0] != nil && low.Cmp(bounds[0]) < 0, bounds[1] != nil && high.Cmp(bounds[1]) > 0
			result := "within"
			switch {
			case limit == nil:
				result = "no-limit"
			case low == high && under, low != high && bounds[0] != nil && high.Cmp(bounds[0]) <= 0:
				result = "tight"
			case low == high && over, low != high && bounds[1] != nil && low.Cmp(bounds[1]) > 0:
				result = "wide"
			case low == high && judgedBy(low, bounds, num(g)/math.Sqrt(3))["result"] == "close":
				result = "close"
			case low != high && (under || over):
				result = "undecided"
			}
			each = append(each, map[string]any{"at": at, "low_um": num(low), "high_um": num(high), "result": result})
			middles, ends, results = append(middles, plus(low, high)), append(ends, low, high), append(results, result)
		}
		in["positions"], out["positions"] = positions, each
		out["lowest_um"], out["highest_um"] = num(slices.MinFunc(ends, (*big.Rat).Cmp)), num(slices.MaxFunc(ends,
			(*big.Rat).Cmp))
		out["spread_um"] = num(spread(middles)) / 2
		out["result"] = "within"
		for _, worse := range [][]string{{"no-limit"}, {"close"}, {"undecided"}, {"tight", "wide"}} {
			if slices.ContainsFunc(results, func(r string) bool { return slices.Contains(worse, r) }) {
				out["result"] = strings.NewReplacer("tight", "out", "wide", "out").Replace(worse[0])
			}
		}
		return in, out
	},
	"lateral": func(d drawn) (map[string]any, map[string]any) {
		travel, way := d.between(200, 8000)
		in, pitch := map[string]any{"travel": travel}, new(big.Rat)
		if d.IntN(2) == 0 {
			threads := int64([]int{8, 10, 12, 16, 20}[d.IntN(5)])
			in["threads_per_inch"], pitch = threads, big.NewRat(25400, threads)
		} else {
			in["pitch"], pitch = d.length([]float64{1500, 2000, 3000}[d.IntN(3)])
		}
		turns := new(big.Rat).Quo(way, pitch)
		divisions := int64(4 + d.IntN(9))
		in["divisions"] = divisions
		out := map[string]any{"turns": num(rat(turns.FloatString(4))),
			"degrees":   num(rat(new(big.Rat).Mul(turns, big.NewRat(360, 1)).FloatString(1))),
			"divisions": num(rat(new(big.Rat).Mul(turns, big.NewRat(divisions, 1)).FloatString(2))), "direction": nil}
		for hand, direction := range map[string]string{"right": "clockwise", "left": "anticlockwise"} {
			if d.IntN(3) == 0 {
				in["hand"], out["direction"] = hand, direction
				break
			}
		}
		return in, out
	},
	"ring": func(d drawn) (map[string]any, map[string]any) {
		around := 80_000 + d.Float64()*120_000
		side := func(low, high float64) (in []any, um []*big.Rat) {
			for range 1 + d.IntN(4) {
				typed, exact := d.between(around+low, around+high)
				in, um = append(in, typed), append(um, exact)
			}
			return in, um
		}
		bore, b := side(-30, 30)
		hub, h := side(-900, -300)
		fresh, n := d.between(250, 500)
		graduation, g := d.length([]float64{10, 25.4}[d.IntN(2)])
		clearance, limit := nano(minus(mean(b), mean(h))), plus(n, n)
		in := map[string]any{"bore": bore, "hub": hub, "graduation": graduation}
		bounds := [2]*big.Rat{nil, limit}
		if d.IntN(2) == 0 {
			least, low := d.between(100, 240)
			in["new"], in["phase"] = map[string]any{"min": least, "max": fresh}, "as-built"
			bounds = [2]*big.Rat{low, n}
		} else { // nominal: its least is half of it, or 30 µm less; worn it may have 0.6 of that
			in["new"] = fresh
			least := minus(n, rat("30"))
			if half := nano(new(big.Rat).Quo(n, rat("2"))); half.Cmp(least) > 0 {
				least = half
			}
			bounds[0] = nano(new(big.Rat).Mul(least, rat("0.6")))
		}
		out := map[string]any{"clearance_um": num(clearance), "limit_um": num(bounds[1]), "min_um": num(bounds[0]),
			"bore_oval_um": num(spread(b)), "hub_oval_um": num(spread(h)),
			"verdict": judgedBy(clearance, bounds, num(g)*math.Sqrt(2./3))}
		out["min_from"] = "nominal"
		if in["phase"] == "as-built" {
			out["min_from"] = "maker"
		}
		return in, out
	},
	"wear": func(d drawn) (map[string]any, map[string]any) {
		history, hours, um := []any{}, []*big.Rat{}, []*big.Rat{}
		at, clearance := int64(0), 200+d.Float64()*200
		for range 2 + d.IntN(5) {
			typed, exact := d.length(clearance)
			history = append(history, map[string]any{"hours": at, "clearance": typed})
			hours, um = append(hours, big.NewRat(at, 1)), append(um, exact)
			at += 500 + d.Int64N(6000)
			clearance += d.Float64()*140 - 20
		}
		typed, limit := d.between(300, 900)
		planned := d.Int64N(12000)
		up, down, runs := new(big.Rat), new(big.Rat), 0
		for from := 0; from < len(um); runs++ {
			to := from + 1
			for to < len(um) && um[to].Cmp(um[to-1]) >= 0 {
				to++
			}
			for i := from; i < to; i++ {
				x := minus(hours[i], mean(hours[from:to]))
				up.Add(up, new(big.Rat).Mul(x, minus(um[i], mean(um[from:to]))))
				down.Add(down, new(big.Rat).Mul(x, x))
			}
			from = to
		}
		in := map[string]any{"history": history, "limit": map[string]any{"max": typed}, "planned_hours": planned}
		if down.Sign() == 0 {
			out := map[string]any{"rate_um_per_1000h": nil, "result": "no-rate", "hours_left": nil, "runs": float64(runs)}
			if um[len(um)-1].Cmp(limit) > 0 {
				out["result"], out["hours_left"] = "past-limit", 0.
			}
			return in, out
		}
		rate := new(big.Rat).Mul(up.Quo(up, down), big.NewRat(1000, 1))
		out := map[string]any{"rate_um_per_1000h": num(rate), "runs": float64(runs)}
		switch last := um[len(um)-1]; {
		case last.Cmp(limit) > 0:
			out["result"] = "past-limit"
		case rate.Sign() <= 0:
			out["result"], out["hours_left"] = "not-wearing", nil
		default:
			left := new(big.Rat).Mul(new(big.Rat).Quo(minus(limit, last), rate), big.NewRat(1000, 1))
			whole := new(big.Int).Div(left.Num(), left.Denom()).Int64()
			out["hours_left"], out["result"] = float64(whole), "reset-now"
			if whole >= planned {
				out["result"] = "lasts"
			}
		}
		return in, out
	},
	"setting": func(d drawn) (map[string]any, map[string]any) {
		graduation, g := d.length([]float64{10, 25.4, 396.875}[d.IntN(3)])
		mark, m := d.between(20_000, 60_000)
		measured, is := d.length(num(m) + d.Float64()*1200 - 600)
		tolerance, most := d.between(200, 500)
		shift, by := d.between(-500, 500)
		before, spring := d.between(2000, 6000)
		head := []string{"impeller-side", "coupling-side"}[d.IntN(2)]
		limit, bounds := d.limit(2500, 5000)
		group := map[string]any{"measured": before}
		for k, v := range limit {
			group[k] = v
		}
		after, now := minus(spring, by), minus(m, by)
		if head == "coupling-side" {
			after, now = plus(spring, by), plus(m, by)
		}
		u := num(g) / math.Sqrt(3)
		return map[string]any{"graduation": graduation, "setting": mark, "measured": measured, "tolerance": tolerance,
				"shift": shift, "head": head, "compression": group},
			map[string]any{
				"mark": map[string]any{"deviation_um": num(minus(is, now)), "against_um": num(now),
					"verdict": judgedBy(minus(is, now), [2]*big.Rat{new(big.Rat).Neg(most), most}, u)},
				"compression":          map[string]any{"after_um": num(after), "verdict": judgedBy(after, bounds, u)},
				"setting_for_shift_um": num(now),
			}
	},
}

func TestASecondHandComesToTheSame(t *testing.T) {
	const seed, cases = 20261125, 300
	for kind, work := range secondHand {
		d := drawn{rand.New(rand.NewPCG(seed, uint64(len(kind))))}
		for range cases {
			in, want := work(d)
			question, err := json.Marshal(in)
			if err != nil {
				t.Fatal(err)
			}
			out, err := Run(kind, question)
			if err != nil {
				t.Errorf("%s %s: %v", kind, question, err)
				break
			}
			answer, err := json.Marshal(out)
			if err != nil {
				t.Fatal(err)
			}
			var got any
			if err := json.Unmarshal(answer, &got); err != nil {
				t.Fatal(err)
			}
			if wrong := differences("", got, any(want)); len(wrong) > 0 {
				t.Errorf("%s %s\ncomes to %s\n%s", kind, question, answer, strings.Join(wrong, "\n"))
				break
			}
		}
	}
}
