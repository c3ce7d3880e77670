package log

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"regexp"
	"time"
)

// The numbers that every new entry carries, so that whoever reads it later knows
// what it was made by. Each change of rules has a line in docs/rules.md.
const (
	RulesNumber  = 5  // of the rules by which readings are judged and steps come due
	CoreNumber   = 7  // of this core: raised when what it works out changes, verdict or not
	FormatNumber = 10 // of the fields of an entry, docs/files.md; entries without a number are 1
)

// Seal makes an accepted entry the next line of a log: it gives it its place, its
// time and its hash, and the bytes that are to be kept. Last is nil for the
// opening of a job. What was sent as Seq, At and Hash counts for nothing.
func Seal(last *Entry, e Entry, at time.Time) (Entry, error) {
	e.Seq, e.At, e.Hash, e.line = 1, at, "", nil
	e.Rules, e.Core, e.Format = RulesNumber, CoreNumber, FormatNumber
	before := ""
	if last != nil {
		e.Seq, before = last.Seq+1, last.Hash
	}
	open, err := json.Marshal(e)
	if err != nil {
		return e, fmt.Errorf("an entry does not marshal: %w", err)
	}
	e.Hash = chain(before, open)
	e.line = closed(open, e.Hash)
	return e, nil
}

// ReadLine reads an entry from the bytes it was kept as. They stay with it: the
// chain is verified over them, and they are what is written out again. Fields
// that this core does not know are let be.
func ReadLine(line []byte) (Entry, error) {
	var e Entry
	if err := json.Unmarshal(line, &e); err != nil {
		return e, err
	}
	e.line = line
	return e, nil
}

// Line is the entry as it is kept, nil for one that was never sealed.
func (e *Entry) Line() []byte { return e.line }

// Verify returns the sequence number of the first entry whose kept bytes do not
// follow from the ones before, or 0 when the whole log holds.
func Verify(log []Entry) int {
	before := ""
	for i := range log {
		open, hash, ok := opened(log[i].line)
		if !ok || log[i].Seq != i+1 || hash != chain(before, open) {
			return i + 1
		}
		before = hash
	}
	return 0
}

// chain is the hash of a line that follows one with hash before: SHA-256 over that
// hash and the line's bytes with its own hash left blank.
func chain(before string, open []byte) string {
	sum := sha256.New()
	sum.Write([]byte(before + "\n"))
	sum.Write(open)
	return hex.EncodeToString(sum.Sum(nil))
}

// A line ends with its hash.
var (
	blankEnd = []byte(`"hash":""}`)
	lineEnd  = regexp.MustCompile(`"hash":"([0-9a-f]{64})"}$`)
)

func closed(open []byte, hash string) []byte {
	return append(bytes.TrimSuffix(open, blankEnd), `"hash":"`+hash+`"}`...)
}

// opened is a line with its hash left blank, and that hash.
func opened(line []byte) (open []byte, hash string, ok bool) {
	at := lineEnd.FindSubmatchIndex(line)
	if at == nil {
		return nil, "", false
	}
	return append(bytes.Clone(line[:at[0]]), blankEnd...), string(line[at[2]:at[3]]), true
}
