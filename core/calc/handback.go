package calc

import (
	"fmt"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/judge"
	"settle/core/quantity"
	"settle/core/rotor"
)

// handbackIn is how a pump runs before it is handed back: velocities at its bearings, and
// their temperatures.
type handbackIn struct {
	Power   *float64 `json:"power_kw"`
	PowerHP *float64 `json:"power_hp"`
	// general, where nobody says, or critical.
	Service  string   `json:"service"`
	Speed    *float64 `json:"speed_rpm"`
	Readings []struct {
		At   string   `json:"at"`
		MmS  *float64 `json:"mm_s"`
		Peak *float64 `json:"in_s_peak"`
	} `json:"readings"`
	Limit *float64 `json:"limit_mm_s"`
	// How far the instrument may be off, 5 where nobody says.
	Gauge    *float64 `json:"gauge_percent"`
	Ambient  *float64 `json:"ambient_c"`
	AmbientF *float64 `json:"ambient_f"`
	Bearings []struct {
		At string   `json:"at"`
		C  *float64 `json:"c"`
		F  *float64 `json:"f"`
	} `json:"bearings"`
	LimitC *float64 `json:"limit_c"`
	LimitF *float64 `json:"limit_f"`
	Rise   *float64 `json:"limit_rise_k"`
}

// handbackOut is the highest velocity in mm/s rms with its zone, and the bearings; null without
// bearings.
type handbackOut struct {
	Highest  float64       `json:"highest_mm_s"`
	At       string        `json:"highest_at"`
	Zone     rotor.Zone    `json:"zone"`
	Zones    [3]float64    `json:"zones_mm_s"`
	Verdict  numberVerdict `json:"verdict"`
	From     string        `json:"limit_from"`
	Bearings []warmOut     `json:"bearings"`
	Warm     *judge.Result `json:"bearings_result"`
	Warnings []string      `json:"warnings"`
	// What it was judged by, in mm/s rms.
	Limit float64 `json:"limit_mm_s"`

	limit    float64
	critical bool
}

// warmOut is one bearing: its temperature, how far above the ambient, within or out.
type warmOut struct {
	At     string       `json:"at"`
	C      float64      `json:"c"`
	Rise   float64      `json:"rise_k"`
	Result judge.Result `json:"result"`
}

// The warnings of a hand-back, as codes.
const (
	slowRunning = "slow"
	inZoneD     = "zone-d"
	limitInD    = "limit-in-zone-d" // the limit that was given lets damage pass
)

// defaultGauge is how far a vibration meter may be off, in percent: general.
const defaultGauge = 5.0

// solve takes the zones after ISO 10816-7. A critical pump fresh from the bench is to run like a
// new one, zone A; in general service it is held to the acceptance value of the standard. A limit
// over the end of zone C is not used. U is a share of the highest. Errors name the
// field, such as readings[1].mm_s.
func (in handbackIn) solve(r *gauge.Reader) (answer, error) {
	power := needed(r, "", "power_kw", either(r, "", "power_kw", "power_hp", in.Power, in.PowerHP, times(Horsepower)),
		"the power of the driver")
	out := &handbackOut{critical: in.Service == "critical", Warnings: []string{}, From: fromGiven}
	if in.Service != "" && in.Service != "critical" && in.Service != fromGeneral {
		r.Errors.Add("service", fmt.Errorf("is %q: write critical or general", in.Service))
	}
	if in.Speed != nil {
		r.Errors.Add("speed_rpm", rotor.CheckSpeed(*in.Speed))
	}
	share := defaultGauge
	if in.Gauge != nil {
		if share = *in.Gauge; !(share > 0 && share <= 50) {
			r.Errors.Add("gauge_percent", fmt.Errorf("is %g: write percent, over 0 to 50", share))
		}
	}
	if in.Limit != nil && !(*in.Limit > 0 && *in.Limit <= 1e6) {
		r.Errors.Add("limit_mm_s", fmt.Errorf("is %g: write mm/s rms, more than nothing", *in.Limit))
	}
	highest := in.highest(r, out)
	in.bearings(r, out)
	if err := r.Errors.Err(); err != nil {
		return nil, err
	}
	var err error
	if out.Zones, err = rotor.Zones(out.critical, power); err != nil {
		return nil, err
	}
	out.Highest, out.Zone = round(highest, 3), rotor.ZoneOf(highest, out.Zones)
	switch {
	case in.Limit != nil:
		out.limit = *in.Limit
	case out.critical:
		out.limit, out.From = out.Zones[0], fromGeneral
	default:
		out.limit, out.From = rotor.FreshFromBench(power), fromGeneral
	}
	if damage := out.Zones[2]; out.limit > damage { // zone D never passes, whoever says so
		out.limit = damage
		out.Warnings = append(out.Warnings, limitInD)
	}
	out.Limit = round(out.limit, 3)
	out.Verdict = judgeNumber(highest, share/100*highest, &out.limit, "mm_s")
	if in.Speed != nil && *in.Speed < rotor.SlowRunning {
		out.Warnings = append(out.Warnings, slowRunning)
	}
	if out.Zone == rotor.ZoneD {
		out.Warnings = append(out.Warnings, inZoneD)
	}
	out.Warnings = dedupe(out.Warnings)
	return out, nil
}

// highest is the highest velocity, and where it was read.
func (in handbackIn) highest(r *gauge.Reader, out *handbackOut) float64 {
	listed(r, "readings", len(in.Readings))
	highest := -1.0
	for i, x := range in.Readings {
		path := field.At("readings", i)
		if x.At == "" {
			need(r, path+".at", "where it was read, such as drive end horizontal")
		}
		v := needed(r, path, "mm_s", either(r, path, "mm_s", "in_s_peak", x.MmS, x.Peak, rotor.FromPeak), "mm/s rms, or "+
			"in_s_peak")
		name := path + ".mm_s"
		if x.MmS == nil && x.Peak != nil {
			name = path + ".in_s_peak"
		}
		switch given := x.MmS != nil || x.Peak != nil; {
		case given && v == 0:
			r.Errors.Add(name, fmt.Errorf("is 0: the probe did not touch, or was not switched on. Read it again"))
		case !(v >= 0 && v <= 1e6):
			r.Errors.Add(name, fmt.Errorf("is %g: write a velocity, more than 0", v))
		}
		if v > highest {
			highest, out.At = v, x.At
		}
	}
	return highest
}

// bearings judges their temperatures.
func (in handbackIn) bearings(r *gauge.Reader, out *handbackOut) {
	ambient := celsius(r, "", "ambient_c", "ambient_f", in.Ambient, in.AmbientF)
	limit, rise := rotor.HotBearing, rotor.HotRise
	if l := celsius(r, "", "limit_c", "limit_f", in.LimitC, in.LimitF); l != nil {
		limit = *l
	}
	if in.Rise != nil {
		if rise = *in.Rise; !(rise > 0 && rise <= hottestC) {
			r.Errors.Add("limit_rise_k", fmt.Errorf("is %g: write K above the ambient, more than nothing", rise))
		}
	}
	if in.Bearings == nil {
		return
	}
	listed(r, "bearings", len(in.Bearings))
	air := needed(r, "", "ambient_c", ambient, "the temperature of the air beside it")
	result := judge.Within
	for i, b := range in.Bearings {
		path := field.At("bearings", i)
		if b.At == "" {
			need(r, path+".at", "which bearing, such as drive end")
		}
		c := needed(r, path, "c", celsius(r, path, "c", "f", b.C, b.F), "the temperature on its housing")
		one := warmOut{b.At, round(c, 1), round(c-air, 1), judge.Within}
		if c > limit || c-air > rise {
			one.Result, result = judge.Out, judge.Out
		}
		out.Bearings = append(out.Bearings, one)
	}
	out.Warm = &result
}

// say tells the zone and why it is held to it.
func (out *handbackOut) say(w *Words) {
	w.main("Highest velocity, rms", quantity.Plainly(number(out.Highest, 2)+" mm/s"))
	w.Verdict, w.Headline = string(out.Verdict.result), out.Verdict.headline("mm/s")
	if out.Warm != nil && *out.Warm == judge.Out {
		says := "A bearing runs too hot"
		if out.Verdict.result == judge.Out {
			says = "It shakes too much, and a bearing runs too hot"
		}
		w.Verdict, w.Headline = string(judge.Out), quantity.Plainly(says)
	}
	w.row("At", quantity.Plainly(out.At))
	w.row("Zone", quantity.Plainly(string(out.Zone)))
	w.row("Limit", quantity.Plainly("at most "+number(out.limit, 2)+" mm/s"))
	w.limitFrom(out.From)
	for _, b := range out.Bearings {
		w.row("Heat, "+b.At, quantity.Plainly(number(b.C, 1)+" °C, air + "+number(b.Rise, 1)+" K: "+string(b.Result)))
	}
	switch {
	case out.From == fromGiven:
	case out.critical:
		w.plain("Fresh from the bench a critical pump is to run like a new one: zone A, with all of B left to wear through.")
	default:
		w.plain("A pump fresh from the bench is held to its acceptance value, below what it may run at for long: general, " +
			"the maker's comes first.")
	}
	w.warnAs(out.Warnings, map[string]string{
		slowRunning: "So slow a shaft hides its motion from velocity: read displacement.",
		inZoneD:     "Zone D does damage: stop it.",
		limitInD:    "The limit that was given lies in zone D, which does damage: it is held to the end of zone C.",
	})
}
