package log

import (
	"fmt"
	"regexp"
	"time"
)

// Intake is what the entry says by which a job of another shop, or of a whole shop, was taken in. All
// entries before it are what came; what is done here begins with it.
type Intake struct {
	File    string `json:"file" doc:"name of the file it came in"`
	Number  string `json:"number" doc:"number it had there"`
	Entries int    `json:"entries" doc:"so many entries came"`
	// Whole is true where the whole shop was taken in: its people are those of this shop.
	Whole bool `json:"whole,omitempty" doc:"it came with the whole shop, whose people are those of this one"`
	// Keys are the fingerprints of the keys that signed in what came.
	Keys []string `json:"keys,omitempty" doc:"fingerprints of the keys that signed what came"`
	// Pictures are those that were made anew: which picture of what came is which one here.
	Pictures map[string]string `json:"pictures,omitempty" doc:"id in what came → id of the picture made of it"`
}

// numbers are what jobs are called: it stands in addresses, file names and tables.
var numbers = regexp.MustCompile(`^J-[0-9]{1,9}(-[0-9]{1,4})?$`)

// IsNumber says whether a text is a number of a job, such as J-0042, or J-0042-2 of one that was taken
// in beside another.
func IsNumber(text string) bool { return numbers.MatchString(text) }

// TakeIn is the entry that ends what came of a job and begins what is done here.
func TakeIn(log []Entry, by Person, in Intake, at time.Time) (Entry, error) {
	last := &log[len(log)-1]
	in.Entries = len(log)
	id := fmt.Sprintf("taken-in-%s", last.Hash[:min(32, len(last.Hash))])
	return Seal(last, Entry{ID: id, By: by, Kind: TakenIn, Taken: &in}, at)
}

// elsewhere marks who is of another shop: their names stand in a log that was taken in, and an id of
// theirs may be that of somebody here.
const elsewhere = ", of another shop"

// Named gives the entries of a log the people they are shown with: those before it was taken in from
// another shop are of that one, whatever their ids. What is kept stays to the letter.
func Named(log []Entry) []Entry {
	for i := len(log) - 1; i >= 0; i-- {
		if t := log[i].Taken; log[i].Kind != TakenIn || t == nil || t.Whole {
			continue
		}
		for k := range log[:i] {
			log[k].By = strange(log[k].By)
		}
		break
	}
	return log
}

func strange(p Person) Person {
	if p.Elsewhere {
		return p
	}
	return Person{ID: "", Name: p.Name + elsewhere, Role: p.Role, Elsewhere: true}
}

// IntakeShown is a taking in as it is told.
type IntakeShown struct {
	By  string    `json:"by"`
	At  time.Time `json:"at"`
	Seq int       `json:"seq" doc:"number of the entry: what is done here begins with it"`
	Intake
}

// Intakes are the takings in of a job, the first first.
func Intakes(log []Entry) []IntakeShown {
	out := []IntakeShown{}
	for i := range log {
		if e := &log[i]; e.Kind == TakenIn && e.Taken != nil {
			out = append(out, IntakeShown{By: e.By.Name, At: e.At, Seq: e.Seq, Intake: *e.Taken})
		}
	}
	return out
}

// OwnFrom is the number of the first entry of a log that is this shop's own.
func OwnFrom(log []Entry) int {
	for i := len(log) - 1; i >= 0; i-- {
		if t := log[i].Taken; log[i].Kind == TakenIn && t != nil && !t.Whole {
			return log[i].Seq
		}
	}
	return 1
}

// MadeAnew is which picture here is the one that an entry names; "" where it is that one.
func MadeAnew(log []Entry, id string) string {
	for i := range log {
		if t := log[i].Taken; t != nil && t.Pictures[id] != "" {
			return t.Pictures[id]
		}
	}
	return ""
}

// PictureFits says whether a picture is the one that an entry names: by its SHA-256, or as it was made
// anew when the job was taken in.
func PictureFits(log []Entry, id, sum string) bool { return id == sum || MadeAnew(log, id) == sum }

// Said is a taking in as it stands on a sheet.
func (i IntakeShown) Said() string {
	with, whose := "", "The entries before it, and the people in them, are of another shop."
	if i.Whole {
		with, whose = " with the whole shop", "The entries before it came with it."
	}
	return fmt.Sprintf(
		"Taken in%s by %s on %s from %s, where it was %s. What was done here begins with entry %d. %s",
		with,
		i.By,
		i.At.Local().Format("2 January 2006 15:04"),
		i.File,
		i.Number,
		i.Seq,
		whose,
	)
}
