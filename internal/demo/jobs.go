package demo

import (
	"compress/gzip"
	"embed"
	"fmt"
	"io"
	"io/fs"
	"slices"
	"time"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/log"
	"settle/core/record"
	typist "settle/internal/hand"
	"settle/internal/report"
)

// kept are the earlier rebuilds of the two filter feed pumps, as they were signed under the
// plan of their day.
//
//go:embed kept/*.json.gz
var kept embed.FS

// earlier puts the kept jobs in.
func (h *hand) earlier() {
	names, err := fs.Glob(kept, "kept/*.json.gz")
	if err != nil {
		h.err = err
	}
	for _, name := range names {
		if h.err != nil {
			return
		}
		h.err = h.takeIn(name)
	}
}

func (h *hand) takeIn(name string) error {
	file, err := kept.Open(name)
	if err != nil {
		return err
	}
	defer file.Close()
	unpacked, err := gzip.NewReader(file)
	if err != nil {
		return err
	}
	text, err := io.ReadAll(unpacked)
	if err != nil {
		return err
	}
	r, photos, err := report.Read(text)
	if err != nil {
		return err
	}
	return h.store.KeepJob(h.ctx, r, photos)
}

// halfWay is the job on the bench now: the power end is being built up.
func (h *hand) halfWay() {
	h.openAs("2026-11-19 07:35", "LS-204", job.Asked{Complaint: "Seal drips on the floor, flow is down", Why: "leak",
		Scope: "overhaul"}, 46000, 0)
	with := map[string]log.Body{
		"turn-found":            turns(gauge.Drags, ""),
		"end-play-found":        play("5.5", "5.5", "5"),
		"radial-play-found":     play("2.5", "3", "2.5"),
		"runout-seal-found":     dial("0", "-1.5", "-3.5", "-2", "0"),
		"runout-coupling-found": dial("0", "0.5", "1", "0.5", "0"),
		"clearance-found":       direct("38 thou"),
		"identify":              {Marks: []string{"41877", "1998, clockwise"}},
		"shims-out":             count(6, "42"),
		"inspect-sleeve":        found("", "marks"), "inspect-seal": found("", "crack", "heat"),
		"inspect-bearings": found("", "rough"), "inspect-impeller": found("", "scored", "edges"),
	}
	with["inspect-seal"].Inspect.At = map[string]string{"crack": "4h"}
	with["inspect-impeller"].Inspect.At = map[string]string{"edges": "v3"}
	h.with = map[gauge.Kind]string{gauge.DialIndicator: "IND-2", gauge.DepthGauge: "DEP-1", gauge.LeafSet: "LEAF-1",
		gauge.TorqueWrench: "TW-1", gauge.Thermometer: "TH-1"}
	h.work(with, "end-play-built")
	h.with[gauge.DialIndicator] = "IND-1"
	tight := h.keep("end-play-built", play("3.5", "3.5", "4"))
	h.again("end-play-built", tight, "Lock nut was not home, tightened and measured again", play("1.5", "1.5", "1.5"))
	h.keep("runout-coupling-built", dial("0", "0.5", "1", "0.5", "0"))
	h.with = nil
}

// received is a pump that has just come in.
func (h *hand) received() {
	h.openAs("2026-11-23 14:10", "IN-101", job.Asked{Complaint: "Before the winter storms", Why: "planned"}, 31200, 1)
}

// others are the jobs on the pumps of other constructions, each at some stage:
// worked up to the step that is named.
var others = []struct {
	date, tag, why, complaint string
	hours                     float64
	by                        int
	until                     string
}{
	{"2026-11-02 08:10", "CW-310", "leak", "Drips under the adapter", 8100, 1, "clamp-tight"},
	{"2026-11-04 13:20", "FK-401", "leak", "Wash water in the motor flange", 4400, 0, "seat-in"},
	{"2026-11-05 07:50", "FK-402", "leak", "weep hole wet since the weekend", 6050, 1, "retainer-locked"},
	{"2026-11-06 09:00", "FK-403", "planned", "Noise, planned", 3900, 0, "shims-work-front"},
	{"2026-11-09 07:40", "HT-501", "flow", "Pressure is down", 15600, 1, "trial"},
	{"2026-11-10 08:00", "IN-103", "vibration", "Vibration at the head, drips too much", 22800, 0, "lateral-built"},
	{"2026-11-11 07:45", "WW-601", "clogs", "since the storm", 9100, 1, "pack-first"},
	{"2026-11-12 08:30", "IN-110", "sand", "Earth fault cleared, worn by sand", 17500, 0, "stage-nut@5"},
	{"2026-11-13 07:35", "LS-230", "leak", "inboard, a thread of water", 38400, 1, "cool@outboard"},
	{"2026-11-16 10:00", "HT-520", "rough", "Knocks and drips", 11900, 0, "turn-built"},
	{"2026-11-17 07:55", "LS-240", "standing", "Leaks acid at standstill", 5200, 1, "travel-built"},
	{"2026-11-18 08:20", "HT-530", "flow", "slow to fill the day tank", 7700, 0, "back-off"},
}

func (h *hand) atSomeStage() {
	for _, o := range others {
		h.openAs(o.date, o.tag, job.Asked{Complaint: o.complaint, Why: o.why}, o.hours, o.by)
		h.work(nil, o.until)
		if o.tag == waitsForADecision {
			h.wrong(o.until)
		}
	}
}

// finished are jobs on the sisters of those pumps, signed in a short scope. What is given
// goes wrong the first time, or the first two times, at the step that is named.
var finished = []struct {
	date, of, tag, name string
	why, scope, arrives string
	complaint           string
	hours               float64
	by                  int
	with                map[string]log.Body
	goesWrong           string
	times               int
}{
	{date: "2026-10-05 07:40", of: "LS-204", tag: "LS-202", name: "Sand filter feed C", why: "leak",
		complaint: "Drips since the restart", hours: 12200, goesWrong: "seal-drag", times: 1,
		with: map[string]log.Body{"clearance-found": direct("17 thou")}},
	{date: "2026-10-06 08:00", of: "CW-310", tag: "CW-311", name: "Chilled water, otter house", why: "flow",
		scope: "clearance", arrives: "bench", complaint: "Flow is down", hours: 9300, by: 1},
	{date: "2026-10-07 07:50", of: "FK-401", tag: "FK-404", name: "Fish kitchen transfer, spare", why: "flow",
		complaint: "Pumps less than its sister", hours: 2100},
	{date: "2026-10-08 13:00", of: "FK-402", tag: "FK-405", name: "Feed slurry, spare", why: "convert",
		complaint: "The new feed wants a flushed seal", hours: 5000, by: 1},
	{date: "2026-10-09 07:45", of: "FK-403", tag: "FK-406", name: "Tray washer booster, spare", why: "built",
		arrives: "new-parts", complaint: "A spare block for the shelf"},
	{date: "2026-10-12 08:10", of: "HT-501", tag: "HT-502", name: "Boiler feed, standby", why: "flow",
		complaint: "Pressure is down", hours: 8800, by: 1},
	{date: "2026-10-13 07:40", of: "IN-103", tag: "IN-104", name: "Deep intake, standby", why: "drip",
		complaint: "Drips in a thread", hours: 11300},
	{date: "2026-10-14 08:30", of: "WW-601", tag: "WW-602", name: "Waste sump chopper, standby", why: "clogs",
		complaint: "Nets come through whole", hours: 6400, by: 1, goesWrong: "gap-trial-built", times: 2},
	{date: "2026-10-15 07:50", of: "IN-110", tag: "IN-111", name: "Borehole, freshwater, second", why: "earth",
		complaint: "Earth fault", hours: 15100},
	{date: "2026-10-16 08:00", of: "LS-230", tag: "LS-231", name: "Main tank circulation, second", why: "vibration",
		complaint: "Shakes more than its sister", hours: 33000, by: 1},
	{date: "2026-10-19 09:00", of: "HT-520", tag: "HT-521", name: "Gallery heating circulator, spare", why: "planned",
		complaint: "Yearly oiling", hours: 8000},
	{date: "2026-10-20 07:45", of: "LS-240", tag: "LS-241", name: "Acid dosing, standby", why: "shakes",
		complaint: "Shakes at speed", hours: 3900, by: 1},
	{date: "2026-10-21 08:20", of: "HT-530", tag: "HT-531", name: "Fuel oil transfer, standby", why: "flow",
		complaint: "Slips when warm", hours: 6100},
}

// wrong enters what is outside its limit.
func (h *hand) wrong(step string) {
	if h.err == nil {
		s := h.sheet.Step(step)
		h.again(step, s.Entry, "", typist.Entry(s, false, h.now))
	}
}

func (h *hand) sisters() {
	for _, f := range finished {
		if h.err != nil {
			return
		}
		i := slices.IndexFunc(pumps, func(p record.Pump) bool { return p.Tag == f.of })
		p := pumps[i]
		p.Tag, p.Name, p.Serial = f.tag, f.name, p.Serial+"-2"
		if h.err = h.store.SavePump(h.ctx, p, true); h.err != nil {
			return
		}
		h.openAs(f.date, f.tag, job.Asked{Complaint: f.complaint, Why: f.why, Scope: f.scope, Arrives: f.arrives}, f.hours,
			f.by)
		for range f.times {
			h.work(f.with, f.goesWrong)
			h.wrong(f.goesWrong)
		}
		h.work(f.with, "")
	}
}

// widened are checks in place that called for more: the job goes on in a wider scope.
func (h *hand) widened() {
	h.openAs("2026-11-20 08:10", "LS-231", job.Asked{Complaint: "Shakes again at the inboard end", Why: "vibration"},
		34000, 1)
	h.work(nil, "runout-found@inboard")
	h.wrong("runout-found@inboard")
	h.entry(log.Entry{Kind: log.Scoped, Reason: "The run-out at a seal is over its limit",
		Scope: &log.Scoping{To: "seals"}})
	h.work(nil, "inspect-seal@outboard")
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
