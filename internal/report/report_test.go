package report

import (
	"compress/gzip"
	"io"
	"os"
	"strings"
	"testing"
	"time"

	"settle/core/job"
)

// older is the file of a job that an earlier Settle saved, format 2: it is read, its
// chain holds, and it is written anew with every line to the letter.
func TestAnOlderFileIsRead(t *testing.T) {
	packed, err := os.Open("testdata/job-2.json.gz")
	if err != nil {
		t.Fatal(err)
	}
	defer packed.Close()
	unpack, err := gzip.NewReader(packed)
	if err != nil {
		t.Fatal(err)
	}
	file, err := io.ReadAll(unpack)
	if err != nil {
		t.Fatal(err)
	}
	r, photos, err := Read(file)
	if err != nil || r.Number != "J-0001" || len(r.Log) != 78 || len(photos) != 1 || len(r.Kept) != 0 {
		t.Fatalf("read: %v", err)
	}
	if s := job.Derive(r.Job); s.State != job.Signed || s.Tally.Within == 0 {
		t.Errorf("it comes to %s, %+v", s.State, s.Tally)
	}
	anew, err := JSON(r, func(id string) ([]byte, error) { return photos[id], nil })
	if err != nil {
		t.Fatal(err)
	}
	again, _, err := Read(anew)
	if err != nil || len(again.Log) != len(r.Log) {
		t.Fatalf("written anew: %v", err)
	}
	for i := range r.Log {
		if string(again.Log[i].Line()) != string(r.Log[i].Line()) {
			t.Errorf("entry %d is written otherwise", i+1)
		}
	}
	for name, change := range map[string][2]string{
		"a reading":          {`"value": "2.5"`, `"value": "1.5"`},
		"another person":     {`"name": "M. Okafor"`, `"name": "N. Okafor"`},
		"another plan":       {`"plan_hash": "`, `"plan_hash": "0`},
		"a plan's words":     {"plan_text\": \"", "plan_text\": \"# "},
		"another format":     {"settle-job/2", "settle-job/9"},
		"an entry too few":   {`"seq": 5,`, `"seq": 6,`},
		"no JSON":            {"{", ""},
		"a picture":          {`"photos": {`, `"photos": { "00": "AAAA",`},
		"a line that breaks": {`"log": [`, `"log": [ 7,`},
	} {
		// The sheet before the log is for programs that only read.
		from := strings.Index(string(file), `"log": [`)
		if !strings.Contains(string(file[from:]), change[0]) {
			from = 0
		}
		bad := string(file[:from]) + strings.Replace(string(file[from:]), change[0], change[1], 1)
		if bad == string(file) {
			t.Errorf("%s: nothing was changed", name)
		}
		if _, _, err := Read([]byte(bad)); err == nil {
			t.Errorf("%s was taken", name)
		}
	}
}

// A file that is no job is told at its first part that cannot be one, however long it is.
func TestAFileThatIsNoJob(t *testing.T) {
	begun := time.Now()
	zeros := strings.Repeat("0,", 20<<20)
	for name, file := range map[string]string{"zeros for entries": `{"format":"settle-job/5","log":[` + zeros + `0]}`,
		"zeros for signatures": `{"signatures":[` + zeros + `0]}`, "a number for the log": `{"log":5}`, "a list": `[1,2]`,
		"cut short": `{"format":"settle-job/5","log":[{"id":"x"}`, "nothing": "", "a list of pictures": `{"photos":[1]}`,
		"very many entries": `{"log":[` + strings.Repeat(`{},`, mostEntries) + `{}]}`} {
		if _, _, err := Read([]byte(file)); err == nil || len(err.Error()) > 300 {
			t.Errorf("%s: %.300v", name, err)
		}
	}
	if took := time.Since(begun); took > 5*time.Second {
		t.Errorf("it took %v", took)
	}
}
