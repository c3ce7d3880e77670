package demo

import (
	"fmt"
	"time"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/quantity"
	"settle/core/record"
	typist "settle/internal/hand"
)

// rebuild is an earlier job on one of the two filter feed pumps: what it found
// and what it set, in thou.
type rebuild struct {
	date, tag, complaint string
	hours                float64
	by                   int
	turn                 gauge.Turn
	endPlay, built       [3]string
	runout, runoutBuilt  [5]string
	found, set           []int
	sleeve, seal         []string
	remark               string
}

var past = []rebuild{
	{date: "2021-09-14 07:40", tag: "LS-201", complaint: "Seal leaks at the gland", hours: 9800, by: 0, turn: gauge.Drags,
		endPlay: [3]string{"4.5", "5", "4.5"}, built: [3]string{"1.5", "1", "1.5"},
		runout: [5]string{"0", "1", "2.5", "1.5", "0"}, runoutBuilt: [5]string{"0", "0.5", "1", "0.5", "0"},
		found: []int{29, 28, 29, 30, 29}, set: []int{14, 14, 15, 14,
			14}, sleeve: []string{"groove"}, seal: []string{"groove"},
		remark: "Sleeve was grooved under the seal."},
	{date: "2022-03-22 08:05", tag: "LS-204", complaint: "Low flow on the filter, planned overhaul", hours: 12400, by: 1,
		turn:    gauge.Free,
		endPlay: [3]string{"3.5", "3.5", "4"}, built: [3]string{"1", "1.5", "1.5"},
		runout: [5]string{"0", "-1", "-2", "-1", "0"}, runoutBuilt: [5]string{"0", "-0.5", "-1", "-0.5", "0"},
		found: []int{31, 30, 31, 31, 30}, set: []int{15, 14, 15, 15, 14}, sleeve: []string{"marks"}, seal: []string{"heat"},
		remark: "Faces showed heat, flush line was half blocked."},
	{date: "2023-11-07 07:30", tag: "LS-201", complaint: "Noise at the coupling end", hours: 27300, by: 0,
		turn:    gauge.Rough,
		endPlay: [3]string{"6", "6.5", "6"}, built: [3]string{"2", "2", "1.5"},
		runout: [5]string{"0", "1.5", "3", "1.5", "0"}, runoutBuilt: [5]string{"0", "0.5", "1.5", "1", "0"},
		found: []int{26, 25, 26, 26, 27}, set: []int{15, 15, 15, 14, 15}, sleeve: []string{}, seal: []string{"chip"},
		remark: "Thrust bearing was worn, lock nut had come loose."},
	{date: "2024-05-16 07:55", tag: "LS-204", complaint: "Seal leaks, found dry-run on the strainer alarm", hours: 27900,
		by: 1, turn: gauge.Free,
		endPlay: [3]string{"3", "3", "3.5"}, built: [3]string{"1.5", "1.5", "1.5"},
		runout: [5]string{"0", "-1", "-2.5", "-1.5", "0"}, runoutBuilt: [5]string{"0", "-0.5", "-1.5", "-1", "0"},
		found: []int{27, 26, 27, 27, 26}, set: []int{15, 15, 15, 14, 15}, sleeve: []string{"groove"}, seal: []string{"heat",
			"crack"},
		remark: "New wear plate."},
}

// rebuild works a whole job: what is written here as it was measured, the rest
// as a steady hand enters it.
func (h *hand) rebuild(r rebuild) {
	h.open(r.date, r.tag, r.complaint, r.hours, r.by)
	with := r.found1()
	for step, keys := range map[string][]string{"inspect-sleeve": r.sleeve, "inspect-seal": r.seal,
		"inspect-bearings": {"rough"}, "inspect-impeller": {"scored"}} {
		with[step] = found("", keys...)
	}
	with["end-play-built"] = play(r.built[0], r.built[1], r.built[2])
	with["runout-seal-built"] = dial(r.runoutBuilt[0], r.runoutBuilt[1], r.runoutBuilt[2], r.runoutBuilt[3],
		r.runoutBuilt[4])
	with["clearance-built"] = leaves("vane", r.set...)
	with["sign"] = job.Body{Sign: &job.SignForm{Remark: r.remark}}
	h.work(with, "")
}

// found1 is what a pump of the filter feed showed as it came in, and what is
// alike in all its rebuilds.
func (r rebuild) found1() map[string]job.Body {
	return map[string]job.Body{
		"turn-found":            turns(r.turn, ""),
		"end-play-found":        play(r.endPlay[0], r.endPlay[1], r.endPlay[2]),
		"radial-play-found":     play("2.5", "3", "2.5"),
		"runout-seal-found":     dial(r.runout[0], r.runout[1], r.runout[2], r.runout[3], r.runout[4]),
		"clearance-found":       leaves("vane", r.found...),
		"identify":              {Marks: []string{"41877", "1998, clockwise"}},
		"leak-path":             {Marks: []string{"from the gland, down the adapter"}},
		"marks":                 {Marks: []string{"two dots at 12", "one dot at 3"}},
		"shims-out":             count(6, "42"),
		"runout-coupling-built": dial("0", "0.5", "1", "0.5", "0"),
		"adapter-rim-built":     dial("0", "1", "1.5", "0.5", "0"),
		"adapter-face-built":    dial("0", "-0.5", "-1", "-0.5", "0"),
		"chamber-face-built":    dial("0", "1", "1.5", "0.5", "0"),
		"chamber-bore-built":    dial("0", "1.5", "3", "1.5", "0"),
		"radial-play-built":     play("1.5", "1.5", "2"),
		"setting-built": {Unit: quantity.UnitInch, Setting: &job.SettingForm{Measured: quantity.Type("1.534"),
			Graduation: quantity.Type("1/64 in")}},
		"gland-gap-built": gland("124", "125", "126", "125"),
		"shims-back":      count(6, "42"),
	}
}

// halfWay is the job on the bench now: the power end is being built up.
func (h *hand) halfWay() {
	h.open("2026-11-19 07:35", "LS-204", "Seal drips on the floor, flow is down", 46000, 0)
	with := rebuild{turn: gauge.Drags, endPlay: [3]string{"5.5", "5.5", "5"}, runout: [5]string{"0", "-1.5", "-3.5",
		"-2", "0"}, found: []int{38, 37, 38, 38, 37}}.found1()
	with["inspect-sleeve"], with["inspect-seal"] = found("", "marks"), found("", "crack", "heat")
	with["inspect-bearings"], with["inspect-impeller"] = found("", "rough"), found("", "scored", "edges")
	with["inspect-seal"].Inspect.At = map[string]string{"crack": "4h"}
	with["inspect-impeller"].Inspect.At = map[string]string{"edges": "v3"}
	h.work(with, "end-play-built")
	tight := h.keep("end-play-built", play("3.5", "3.5", "4"))
	h.again("end-play-built", tight, "Lock nut was not home, tightened and measured again", play("1.5", "1.5", "1.5"))
	h.keep("runout-coupling-built", dial("0", "0.5", "1", "0.5", "0"))
}

// received is a pump that has just come in.
func (h *hand) received() {
	h.open("2026-11-23 14:10", "IN-101", "Planned overhaul before the winter storms", 31200, 1)
}

// others are the jobs on the pumps of other constructions, each at some stage:
// worked up to the step that is named.
var others = []struct {
	date, tag, complaint string
	hours                float64
	by                   int
	until                string
}{
	{"2026-11-02 08:10", "CW-310", "Drips under the adapter", 8100, 1, "clamp-tight"},
	{"2026-11-04 13:20", "FK-401", "Wash water in the motor flange", 4400, 0, "seat-in"},
	{"2026-11-05 07:50", "FK-402", "weep hole wet since the weekend", 6050, 1, "retainer-locked"},
	{"2026-11-06 09:00", "FK-403", "Noise, planned", 3900, 0, "shims-work-front"},
	{"2026-11-09 07:40", "HT-501", "Pressure is down", 15600, 1, "trial"},
	{"2026-11-10 08:00", "IN-103", "Vibration at the head, drips too much", 22800, 0, "lateral-built"},
	{"2026-11-11 07:45", "WW-601", "since the storm", 9100, 1, "pack-first"},
	{"2026-11-12 08:30", "IN-110", "Earth fault cleared, worn by sand", 17500, 0, "stage-nut@5"},
	{"2026-11-13 07:35", "LS-230", "inboard, a thread of water", 38400, 1, "cool@outboard"},
	{"2026-11-16 10:00", "HT-520", "Knocks and drips", 11900, 0, "turn-built"},
	{"2026-11-17 07:55", "LS-240", "Leaks acid at standstill", 5200, 1, "travel-built"},
	{"2026-11-18 08:20", "HT-530", "slow to fill the day tank", 7700, 0, "back-off"},
}

// whys are the complaints of those plans that list them.
var whys = map[string]string{"CW-310": "leak", "FK-401": "leak", "HT-501": "flow", "IN-103": "vibration", "IN-110": "sand", "HT-530": "flow", "WW-601": "clogs", "LS-240": "standing", "HT-520": "rough", "FK-403": "planned", "FK-402": "leak", "LS-230": "leak"}

func (h *hand) atSomeStage() {
	for _, o := range others {
		h.openAs(o.date, o.tag, job.Asked{Complaint: o.complaint, Why: whys[o.tag]}, o.hours, o.by)
		h.work(nil, o.until)
		if o.tag == waitsForADecision && h.err == nil {
			h.keep(o.until, typist.Entry(h.sheet.Step(o.until), false, h.now))
		}
	}
}

// waitsForADecision is the pump whose last reading is out of its limit.
const waitsForADecision = "LS-240"

// notes are what people said of the filter feed pumps between the jobs.
func (h *hand) notes() {
	for i, n := range []struct {
		date, tag string
		by        int
		e         record.Line
	}{
		{"2024-03-04 10:20", "LS-201", 0, record.Line{Kind: record.Done, On: "J-0001",
			Text: "New sleeve fitted with J-0003"}},
		{"2025-09-30 15:40", "LS-201", 1, record.Line{Kind: record.Hours, Hours: new(41800.0)}},
		{"2026-06-10 09:15", "LS-204", 0, record.Line{Kind: record.Remark,
			Text: "Drain plug on the casing weeps: new gasket next time"}},
		{"2026-10-30 08:30", "LS-204", 0, record.Line{Kind: record.Grease,
			Text: "Both bearings, lithium complex, 20 g each"}},
		{"2026-11-02 07:50", "LS-201", 1, record.Line{Kind: record.Hours, Hours: new(50900.0)}},
		{"2026-11-02 07:55", "LS-201", 1, record.Line{Kind: record.Grease,
			Text: "Both bearings, lithium complex, 20 g each"}},
	} {
		if h.err != nil {
			return
		}
		if h.now, h.err = time.Parse("2006-01-02 15:04", n.date); h.err != nil {
			return
		}
		n.e.ID = fmt.Sprintf("demo-note-%02d", i+1)
		h.err = h.store.Note(h.ctx, n.tag, n.e, h.people[n.by].ID, []record.OpenRemark{{ID: n.e.On}})
	}
}
