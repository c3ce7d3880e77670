package store

import (
	"database/sql"
	"slices"
	"strings"
	"testing"

	"settle/core/job"
	"settle/core/log"
	"settle/core/record"
)

// 8m: an id that comes again with something else in it is no entry that was kept already.
func TestAnIDBelongsToOneEntry(t *testing.T) {
	s, by, number := shop(t)
	first := done("e1", "lock-out", by)
	appended(t, s, number, first, first)
	other, err := s.AddPerson(ctx, "R. Lindqvist", "technician")
	if err != nil {
		t.Fatal(err)
	}
	for name, change := range map[string]func(e *log.Entry){
		"another reason":  func(e *log.Entry) { e.Reason = "again" },
		"another person":  func(e *log.Entry) { e.By = other },
		"another step":    func(e *log.Entry) { e.Step = "isolate" },
		"another content": func(e *log.Entry) { e.Body = &log.Body{Skip: "none", Absent: log.NotOnPump} },
		"another ending":  func(e *log.Entry) { e.Ending = log.Scrapped },
		"another scope":   func(e *log.Entry) { e.Scope = &log.Scoping{To: "full"} },
	} {
		e := first
		change(&e)
		if _, _, err := s.Append(ctx, number, e); err == nil || !strings.Contains(err.Error(), "used for another entry") {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// 8m: one picture sent to two jobs is of both; an entry names no picture of a job that it is not of.
func TestAPictureOfTwoJobs(t *testing.T) {
	s, by, number := shop(t)
	if err := s.SavePump(ctx, record.Pump{Tag: "LS-2", Name: "Spare", Construction: "A", Plan: "first"},
		true); err != nil {
		t.Fatal(err)
	}
	second, err := s.OpenJob(ctx, ToOpen{ID: "open-2", Tag: "LS-2", Asked: job.Asked{Complaint: "noise"}, By: by})
	if err != nil {
		t.Fatal(err)
	}
	id, err := s.AddPhoto(ctx, number, []byte("a picture"))
	if err != nil {
		t.Fatal(err)
	}
	shows := log.Entry{ID: "p1", By: by, Kind: log.Pictured, Step: "clean",
		Body: &log.Body{Photo: &log.PhotoForm{Photos: []string{id}}}}
	if _, _, err := s.Append(ctx, second, shows); err == nil || !strings.Contains(err.Error(), "not kept with this job") {
		t.Errorf("a picture of another job: %v", err)
	}
	if _, err := s.AddPhoto(ctx, second, []byte("a picture")); err != nil {
		t.Fatal(err)
	}
	for _, n := range []string{number, second} {
		if of, err := s.PhotoOf(ctx, id, n); err != nil || !of {
			t.Errorf("it is not of %s: %v", n, err)
		}
	}
	if _, _, err := s.Append(ctx, second, shows); err != nil {
		t.Errorf("its own: %v", err)
	}
}

// 8m: a signature that comes in between two reads of a job is of the next look at it.
func TestASheetBeyondTheLogIsNotRead(t *testing.T) {
	s, _, number := shop(t)
	r, err := s.Job(ctx, number)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.transaction(ctx, func(tx *sql.Tx) error {
		return keepSheet(ctx, tx, r.id, job.KeptSheet{Seq: len(r.Log) + 1, Hash: "x", Bytes: []byte("{}")})
	}); err != nil {
		t.Fatal(err)
	}
	s.logs = newLogs()
	r, err = s.Job(ctx, number)
	if err != nil || slices.ContainsFunc(r.Kept, func(k job.KeptSheet) bool { return k.Seq > len(r.Log) }) {
		t.Errorf("%+v, %v", r.Kept, err)
	}
}
