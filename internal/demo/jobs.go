package demo

import (
	"compress/gzip"
	"embed"
	"fmt"
	"io"
	"io/fs"
	"time"

	"settle/core/gauge"
	"settle/core/job"
	"settle/core/record"
	typist "settle/internal/hand"
	"settle/internal/report"
)

// kept are the earlier rebuilds of the two filter feed pumps, as they were signed under the
// plan of their day.
//
//go:embed kept/*.json.gz
var kept embed.FS

// earlier takes the kept jobs in, as a shop takes in a job that was saved as a file.
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
	_, err = h.store.ImportJob(h.ctx, r, photos)
	return err
}

// halfWay is the job on the bench now: the power end is being built up.
func (h *hand) halfWay() {
	h.openAs("2026-11-19 07:35", "LS-204", job.Asked{Complaint: "Seal drips on the floor, flow is down", Why: "leak",
		Scope: "overhaul"}, 46000, 0)
	with := map[string]job.Body{
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
	h.work(with, "end-play-built")
	tight := h.keep("end-play-built", play("3.5", "3.5", "4"))
	h.again("end-play-built", tight, "Lock nut was not home, tightened and measured again", play("1.5", "1.5", "1.5"))
	h.keep("runout-coupling-built", dial("0", "0.5", "1", "0.5", "0"))
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
