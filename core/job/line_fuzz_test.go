package job

import (
	"bytes"
	"testing"
)

// Whatever bytes a line is made of: reading and verifying it never fails over, and
// what is read keeps its bytes.
func FuzzReadLine(f *testing.F) {
	e, err := Seal(nil, Entry{ID: "x", By: tech, Kind: Kept, Step: "s", Body: &Body{Done: true}}, day)
	if err != nil {
		f.Fatal(err)
	}
	f.Add(e.Line())
	f.Add([]byte(`{"hash":""}`))
	f.Add([]byte(`{"kind":"withdrawn","on":"x","seq":1,"hash":"0"}`))
	p := backPullOut(f)
	f.Fuzz(func(t *testing.T, line []byte) {
		e, err := ReadLine(line)
		if err != nil {
			return
		}
		if !bytes.Equal(e.Line(), line) {
			t.Errorf("%q came back as %q", line, e.Line())
		}
		log := []Entry{e}
		Verify(log)
		read(log, p)
	})
}
