package job_test

import (
	"bytes"
	"testing"

	"settle/core/job"
	"settle/core/job/jobtest"
	"settle/core/log"
)

// Whatever bytes a line is made of: reading and verifying it never fails over, and
// what is read keeps its bytes.
func FuzzReadLine(f *testing.F) {
	e, err := log.Seal(nil, log.Entry{ID: "x", By: jobtest.Tech, Kind: log.Kept, Step: "s",
		Body: &log.Body{Done: true}}, jobtest.Day)
	if err != nil {
		f.Fatal(err)
	}
	f.Add(e.Line())
	f.Add([]byte(`{"hash":""}`))
	f.Add([]byte(`{"kind":"withdrawn","on":"x","seq":1,"hash":"0"}`))
	p := jobtest.BackPullOut(f)
	f.Fuzz(func(t *testing.T, line []byte) {
		e, err := log.ReadLine(line)
		if err != nil {
			return
		}
		if !bytes.Equal(e.Line(), line) {
			t.Errorf("%q came back as %q", line, e.Line())
		}
		entries := []log.Entry{e}
		log.Verify(entries)
		log.Read(entries, p, job.ReaderOf)
	})
}
