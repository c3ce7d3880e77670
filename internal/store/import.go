package store

import (
	"cmp"
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"settle/core/field"
	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/internal/picture"
	"settle/internal/signing"
)

// incoming is a job of another Settle, ready to be written.
type incoming struct {
	*Job
	Arrival
	fresh  bool // its pump is not known here
	theirs bool // nor is its plan
	pump   string
	row    row
	made   map[string]string // pictures that were made anew: id in the file → id here
	keep   map[string][]byte // pictures to be kept, by their id here
}

// Arrival is how a job comes in from elsewhere.
type Arrival struct {
	By     log.Person // who takes it in
	File   string     // name of the file
	Whole  bool       // it comes with its whole shop
	Photos map[string][]byte

	own bool // of this very shop, as it was kept
}

// ImportJob takes in a job of another Settle, with its log and its kept sheets as they are and its
// pictures, and returns the number it has here: its own, or with a tail where another job has that
// one. An entry is put at its end that says who took it in and from where. The pump is added where
// its tag is not known yet, and with it a plan that its shop wrote. A job that is here already is
// refused, and so is one that is open where its pump has an open one; it is all or nothing.
func (s *Store) ImportJob(ctx context.Context, r *Job, a Arrival) (number string, err error) {
	return s.takeIn(ctx, r, a)
}

// KeepJob puts a job of this very shop into a shop that is still being made, as it was kept.
func (s *Store) KeepJob(ctx context.Context, r *Job, photos map[string][]byte) error {
	if s.opened != nil {
		return errors.New("only a shop that is being made takes in a job as its own")
	}
	_, err := s.takeIn(ctx, r, Arrival{Photos: photos, own: true})
	return err
}

func (s *Store) takeIn(ctx context.Context, r *Job, a Arrival) (number string, err error) {
	s.writing.Lock()
	defer s.writing.Unlock()
	in, err := s.prepare(ctx, r, a)
	if err != nil {
		return "", err
	}
	err = s.transaction(ctx, func(tx *sql.Tx) error {
		if number, err = freeNumber(ctx, tx, r.Number); err != nil {
			return err
		}
		return s.write(ctx, tx, in, number)
	})
	if err == nil {
		s.tell(Event{What: JobChanged, Job: number, Pump: r.Pump.Tag, Length: len(r.Log)})
	}
	return number, err
}

// prepare checks a job that comes in and works out what stands beside its log.
func (s *Store) prepare(ctx context.Context, r *Job, a Arrival) (*incoming, error) {
	in := &incoming{Job: r, Arrival: a}
	if !log.IsNumber(r.Number) {
		return nil, field.Errorf("file", "holds a job with the number %.40q: a number is such as J-0042 or J-0042-2",
			r.Number)
	}
	var here string
	err := s.db.QueryRowContext(ctx, "SELECT number FROM jobs JOIN entries ON entries.job = jobs.id WHERE entries.id = ?",
		r.Log[0].ID).Scan(&here)
	if err == nil {
		return nil, field.Errorf("file", "holds a job that is here already: look at %s", here)
	} else if !errors.Is(err, sql.ErrNoRows) {
		return nil, err
	}
	if err := s.pumpOf(ctx, in); err != nil {
		return nil, err
	}
	in.keep = in.Photos
	if !in.own {
		if err := in.pictures(); err != nil {
			return nil, err
		}
		if err := in.arrive(s.now()); err != nil {
			return nil, err
		}
	}
	sheet, err := job.Show(r.Job)
	if err != nil {
		return nil, err
	}
	if sheet.State == job.Signed && len(r.Kept) == 0 { // of a Settle that kept no sheets
		k, err := job.KeepSheet(len(r.Log), sheet)
		if err != nil {
			return nil, err
		}
		k.Later = true
		r.Kept = append(r.Kept, k)
	}
	if in.row, err = derived(r.Number, r.Job, sheet, job.GlanceAt(sheet)); err != nil {
		return nil, err
	}
	return in, nil
}

// arrive puts the entry at the end of the log that says who took it in.
func (in *incoming) arrive(at time.Time) error {
	keys := []string{}
	for _, g := range in.Signatures {
		if key := signing.Fingerprint(g.Public); !slices.Contains(keys, key) {
			keys = append(keys, key)
		}
	}
	file := strings.Map(func(r rune) rune {
		if field.Plain("", string(r), 1) != nil {
			return -1
		}
		return r
	}, in.File)
	if file = cut(file, 120); file == "" {
		file = "a file"
	}
	e, err := log.TakeIn(in.Log, in.By, log.Intake{File: file, Number: in.Number, Whole: in.Whole, Keys: keys,
		Pictures: in.made}, at)
	if err != nil {
		return err
	}
	in.Log = log.Named(append(in.Log, e))
	return nil
}

// cut is a text with no more than so many letters.
func cut(text string, most int) string {
	if letters := []rune(text); len(letters) > most {
		return string(letters[:most])
	}
	return text
}

// pictures makes the pictures of a job anew, but for those that hold nothing but a picture already, as
// Settle itself writes them: those stay to the letter.
func (in *incoming) pictures() error {
	in.keep, in.made = map[string][]byte{}, map[string]string{}
	for id, bytes := range in.Photos {
		if was := log.MadeAnew(in.Log, id); was != "" { // made anew by the shop it comes from
			if picture.Clean(bytes) {
				in.keep[was], in.made[id] = bytes, was
				continue
			}
		} else if picture.Clean(bytes) {
			in.keep[id] = bytes
			continue
		}
		anew, err := picture.Fit(bytes)
		if err != nil {
			return field.Errorf("file", "holds a picture that is none: %v", err)
		}
		sum := sha256.Sum256(anew)
		here := hex.EncodeToString(sum[:])
		in.keep[here], in.made[id] = anew, here
	}
	return nil
}

// pumpOf says whether the pump of a job that comes in, and its plan, are known.
func (s *Store) pumpOf(ctx context.Context, in *incoming) error {
	plans, err := s.Plans(ctx)
	if err != nil {
		return err
	}
	in.theirs = plans[in.Plan.Key] == nil
	if plans[in.Plan.Key] = in.Plan; plans[in.Pump.Plan] == nil {
		in.Pump.Plan = in.Plan.Key // its page names a plan that the file does not hold
	}
	_, _, err = s.pump(ctx, in.Pump.Tag)
	var missing *NotFound
	if in.fresh = errors.As(err, &missing); in.fresh {
		before := in.Pump
		before.Tag, before.Name, before.Place = "", "", "" // what is said of a pump stays, but in letters that can be read
		before.Maker, before.Model, before.Serial = "", "", ""
		err = in.Pump.Check(plans, before)
	}
	if err != nil {
		return err
	}
	if in.fresh && in.theirs && !in.Whole && !in.own {
		if err := in.addable(); err != nil {
			return err
		}
	}
	record, err := json.Marshal(in.Pump)
	in.pump = string(record)
	return err
}

// addable says whether the plan of a job may become one of this shop's: what is wrong with one that is
// added is wrong with one that a job brings. The job itself keeps its plan as it is.
func (in *incoming) addable() error {
	p, err := plan.Read(in.Plan.Key, []byte(in.Plan.Text))
	if err == nil && p.Key != in.Plan.Key {
		err = fmt.Errorf("its key is %q", p.Key)
	}
	if err == nil {
		return nil
	}
	return field.Errorf("file", "brings a plan of its own that this shop does not take in: %s. Add the pump %s first, "+
		"with a plan of this shop: then the job comes in, and keeps its plan as it is", firstLine(err), in.Pump.Tag)
}

// freeNumber is the number, or that with a tail where it is taken.
func freeNumber(ctx context.Context, tx *sql.Tx, wanted string) (string, error) {
	number := wanted
	for tail, taken := 2, 1; ; tail++ {
		err := tx.QueryRowContext(ctx, "SELECT count(*) FROM jobs WHERE number = ?", number).Scan(&taken)
		if err != nil || taken == 0 {
			return number, err
		}
		number = fmt.Sprintf("%s-%d", wanted, tail)
	}
}

func (s *Store) write(ctx context.Context, tx *sql.Tx, in *incoming, number string) error {
	first, last := in.Log[0], in.Log[len(in.Log)-1]
	run := func(q string, args ...any) error {
		_, err := tx.ExecContext(ctx, q, args...)
		return err
	}
	if err := s.writePlan(in, first.By.Name, run); err != nil {
		return err
	}
	if !in.Whole && !in.own && in.row.state != job.Signed && in.row.state != job.Closed {
		if err := alone(ctx, tx, in.Pump.Tag); err != nil {
			return err
		}
	}
	named := *in.Job
	named.Number = number
	words, err := s.words(ctx, tx, &named)
	if err != nil {
		return err
	}
	res, err := tx.ExecContext(ctx, "INSERT INTO jobs (number, pump, plan, opened, changed, state, length, search, "+
		"summary, past, glance, complaint, decide, construction, coded) "+
		"SELECT ?, id, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, coalesce(construction, ''), 1 FROM pumps WHERE tag = ?",
		number, in.Plan.Hash, first.At.Format(layout), last.At.Format(layout), in.row.state, len(in.Log), words,
		in.row.summary, in.row.past, in.row.glance, first.Open.Complaint, in.row.decide, in.Pump.Tag)
	if err != nil {
		return err
	}
	id, err := res.LastInsertId()
	if err != nil {
		return err
	}
	for i := range in.Log {
		e := &in.Log[i]
		if err := run("INSERT INTO entries (job, seq, id, line) VALUES (?, ?, ?, ?)", id, e.Seq, e.ID,
			string(e.Line())); err != nil {
			return err
		}
		if err := usedGauge(ctx, tx, id, e); err != nil {
			return err
		}
	}
	if err := s.writeSignatures(ctx, tx, in, number, id); err != nil {
		return err
	}
	for photo, jpeg := range in.keep {
		if err := keepPhoto(ctx, tx, photo, id, last.At, jpeg); err != nil {
			return err
		}
	}
	for was, photo := range in.made {
		if err := run("INSERT INTO made_pictures (was, job, photo) VALUES (?, ?, ?)", was, id, photo); err != nil {
			return err
		}
	}
	return nil
}

// writePlan writes the plan of a job that is taken in, and the pump where it is not there yet.
func (s *Store) writePlan(in *incoming, by string, run func(q string, args ...any) error) error {
	if err := run("INSERT INTO plans (hash, text) VALUES (?, ?) ON CONFLICT DO NOTHING", in.Plan.Hash,
		in.Plan.Text); err != nil {
		return err
	}
	if !in.fresh {
		return nil
	}
	if err := run("INSERT INTO pumps (tag, record, plate) VALUES (?, ?, ?)", in.Pump.Tag, in.pump,
		in.Pump.Plate()); err != nil || !in.theirs {
		return err
	}
	return run("INSERT INTO own_plans (key, hash, imported, by) VALUES (?, ?, ?, ?)", in.Plan.Key, in.Plan.Hash,
		s.now().Format(layout), cmp.Or(in.By.Name, by))
}

// writeSignatures writes the sheets and signatures that came with a job, and signs what is ours of it.
func (s *Store) writeSignatures(ctx context.Context, tx *sql.Tx, in *incoming, number string, id int64) error {
	for _, k := range in.Kept {
		if err := keepSheet(ctx, tx, id, k); err != nil {
			return err
		}
	}
	for _, g := range in.Signatures {
		if err := s.writeSignature(ctx, tx, id, g, in.Plates[g.Plate]); err != nil {
			return err
		}
	}
	last := lastSheet(in.Log)
	if !in.own || last == nil {
		return nil
	}
	kept := *in.Job
	kept.Number, kept.id = number, id
	if !in.fresh { // signed with the plate that the shop has
		var err error
		if kept.Pump, _, err = s.pump(ctx, in.Pump.Tag); err != nil {
			return err
		}
	}
	return s.sign(ctx, tx, &kept, last)
}

// lastSheet is the last entry that carries a sheet; nil where none does.
func lastSheet(entries []log.Entry) *log.Entry {
	for i := len(entries) - 1; i >= 0; i-- {
		if entries[i].Sheet != "" {
			return &entries[i]
		}
	}
	return nil
}

// alone refuses a job that is open where its pump has an open one.
func alone(ctx context.Context, tx *sql.Tx, tag string) error {
	var pump int64
	if err := tx.QueryRowContext(ctx, "SELECT id FROM pumps WHERE tag = ?", tag).Scan(&pump); err != nil {
		return err
	}
	if err := free(ctx, tx, pump, tag, 0); err != nil {
		return field.Errorf("file", "holds an open job, and %s: sign or end that one first", field.All(err)[0].Message)
	}
	return nil
}

// firstLine is the first of what is wrong.
func firstLine(err error) string {
	first, _, _ := strings.Cut(err.Error(), "\n")
	return first
}
