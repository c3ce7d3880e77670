package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"errors"
	"fmt"
	"slices"
	"strings"

	"settle/core/job"
	"settle/core/log"
	"settle/core/plan"
	"settle/internal/signing"
)

// Broken is a job in which something is not as it was kept; of what belongs to no job the number is
// blank.
type Broken struct {
	Number string
	Why    string
}

// Unsigned is a job that is over, and that no key of a shop has signed to its end.
type Unsigned struct {
	Number string
	Why    string
}

// Checked is what verifying a shop's file came to.
type Checked struct {
	Jobs, Entries int
	Broken        []Broken
	Signed        int // jobs that are signed to their end
	Unsigned      []Unsigned
	// Log is the length and the last hash of each job, by its first entry.
	logs map[string]head
	// Record is how many lines the record of doings has, and the hash of the last.
	record head
}

type head struct {
	number string
	length int
	hashes []string
}

// Verify checks a shop's file as Check does, and says what of it is broken.
func Verify(ctx context.Context, path string) (checked int, broken []Broken, err error) {
	c, err := Check(ctx, path, "")
	if err != nil {
		return 0, nil, err
	}
	return c.Jobs, c.Broken, nil
}

// Check checks a shop's file, of this Settle or of an older one: the file itself, the chain of hashes
// of every job over the lines as they are kept, the sheets kept with its signatures, its pictures,
// what stands of it in lists, the papers and the record. Where a key is asked for, a job that is over
// has to be signed by it. It changes nothing, and the shop may be open.
func Check(ctx context.Context, path, key string) (*Checked, error) {
	db, err := openToRead(path)
	if err != nil {
		return nil, err
	}
	defer db.Close()
	v := &verifier{db: db, key: key, out: &Checked{logs: map[string]head{}}, plans: map[string]*plan.Plan{}}
	if err := v.look(ctx); err != nil {
		return nil, fmt.Errorf("%s is not a shop's file: %w", path, err)
	}
	if err := integrity(ctx, db); err != nil {
		return nil, err
	}
	type kept struct {
		id            int64
		number, state string
		length        int
		plan          string
	}
	jobs, err := query(ctx, db, func(rows *sql.Rows) (k kept, err error) {
		return k, rows.Scan(&k.id, &k.number, &k.state, &k.length, &k.plan)
	}, "SELECT id, number, state, length, plan FROM jobs ORDER BY id")
	if err != nil {
		return nil, fmt.Errorf("%s is not a shop's file: %w", path, err)
	}
	for _, j := range jobs {
		r, why, err := v.job(ctx, j.id, j.number, j.plan)
		if err != nil {
			return nil, fmt.Errorf("%s: %w", j.number, err)
		}
		v.out.Jobs++
		if why == "" {
			v.out.Entries += len(r.Log)
			why = v.listed(r, j.state, j.length)
		}
		if why != "" {
			v.out.Broken = append(v.out.Broken, Broken{j.number, why})
			continue
		}
		v.signed(r)
	}
	for _, check := range []func(context.Context) (string, error){v.papers, v.doings} {
		why, err := check(ctx)
		if err != nil {
			return nil, err
		}
		if why != "" {
			v.out.Broken = append(v.out.Broken, Broken{"", why})
		}
	}
	return v.out, nil
}

// Missing says what an earlier file of the same shop holds, such as its last copy, that this one does
// not hold any more.
func (c *Checked) Missing(earlier *Checked) []Broken {
	var out []Broken
	for first, was := range earlier.logs {
		switch now, there := c.logs[first]; {
		case !there:
			out = append(out, Broken{was.number, "is not there any more, and the last copy has it"})
		case now.length < was.length:
			out = append(out, Broken{was.number, fmt.Sprintf("has %d entries, and %d in the last copy", now.length, was.length)})
		case now.hashes[was.length-1] != was.hashes[was.length-1]:
			out = append(out, Broken{was.number, fmt.Sprintf("has another entry %d than the last copy", was.length)})
		}
	}
	switch was, now := earlier.record, c.record; {
	case now.length < was.length:
		out = append(out, Broken{"", fmt.Sprintf("the record has %d lines, and %d in the last copy", now.length, was.length)})
	case was.length > 0 && now.hashes[was.length-1] != was.hashes[was.length-1]:
		out = append(out, Broken{"", fmt.Sprintf("line %d of the record is another than in the last copy", was.length)})
	}
	slices.SortFunc(out, func(a, b Broken) int { return strings.Compare(a.Number, b.Number) })
	return out
}

// verifier goes through one file.
type verifier struct {
	db  *sql.DB
	key string
	out *Checked

	plans map[string]*plan.Plan // those that were read, by their hash

	sheets, signatures, covers, photos, anew, paper, record bool // what a file of this age has
}

// look says what the file has: older ones have less.
func (v *verifier) look(ctx context.Context) error {
	for name, has := range map[string]*bool{"sheets": &v.sheets, "signatures": &v.signatures, "photos": &v.photos,
		"made_pictures": &v.anew, "papers": &v.paper, "doing_hashes": &v.record} {
		var n int
		if err := v.db.QueryRowContext(ctx, "SELECT count(*) FROM sqlite_master WHERE name = ?", name).Scan(&n); err != nil {
			return err
		}
		*has = n > 0
	}
	var n int
	err := v.db.QueryRowContext(ctx, "SELECT count(*) FROM pragma_table_info('signatures') WHERE name = 'format'").Scan(&n)
	v.covers = n > 0
	return err
}

// job reads a job and says what is wrong with it, "" where nothing is.
func (v *verifier) job(ctx context.Context, id int64, number, hash string) (*Job, string, error) {
	seq, unreadable := 0, 0
	r := &Job{Number: number, id: id}
	entries, err := query(ctx, v.db, func(rows *sql.Rows) (log.Entry, error) {
		var line []byte
		var at int
		var id string
		if err := rows.Scan(&at, &id, &line); err != nil {
			return log.Entry{}, err
		}
		seq++
		e, err := log.ReadLine(line)
		if (err != nil || e.ID != id || e.Seq != at) && unreadable == 0 {
			unreadable = seq
		}
		return e, nil
	}, "SELECT seq, id, line FROM entries WHERE job = ? ORDER BY seq", id)
	if err != nil {
		return nil, "", err
	}
	if bad := log.Verify(entries); bad != 0 || unreadable != 0 {
		return nil, fmt.Sprintf("entry %d was changed after it was kept", max(bad, unreadable)), nil
	}
	if len(entries) == 0 {
		return nil, "has no entries", nil
	}
	r.Log = entries
	h := head{number: number, length: len(entries)}
	for i := range entries {
		h.hashes = append(h.hashes, entries[i].Hash)
	}
	v.out.logs[entries[0].ID] = h
	if v.sheets {
		r.Kept, err = query(ctx, v.db, scanSheet, "SELECT seq, hash, later, gzip FROM sheets WHERE job = ? ORDER BY seq", id)
		if err != nil {
			return nil, "a sheet kept with it cannot be read", nil
		}
	}
	if why := job.VerifySheets(entries, r.Kept); why != "" {
		return nil, why, nil
	}
	if v.signatures {
		if err := v.readSignatures(ctx, r); err != nil {
			return nil, "", err
		}
		if err := VerifySignatures(r); err != nil {
			return nil, err.Error(), nil
		}
	}
	if why, err := v.pictures(ctx, r); why != "" || err != nil {
		return nil, why, err
	}
	if r.Plan = v.plan(ctx, hash); r.Plan == nil || entries[0].Open == nil || entries[0].Open.PlanHash != hash {
		return nil, "its plan is not there, or not the one it was started with", nil
	}
	return r, "", nil
}

// plan reads a plan that jobs were started with, once; nil where it cannot be read.
func (v *verifier) plan(ctx context.Context, hash string) *plan.Plan {
	if p, read := v.plans[hash]; read {
		return p
	}
	var text string
	err := v.db.QueryRowContext(ctx, "SELECT text FROM plans WHERE hash = ?", hash).Scan(&text)
	var p *plan.Plan
	if err == nil {
		p, err = plan.ReadKept("kept.yaml", []byte(text))
	}
	if err != nil || p.Hash != hash {
		p = nil
	}
	v.plans[hash] = p
	return p
}

func (v *verifier) readSignatures(ctx context.Context, r *Job) (err error) {
	if r.Signatures, err = signaturesOf(ctx, v.db, r.id, v.covers); err != nil || !v.covers {
		return err
	}
	r.Plates = map[string]string{}
	for _, g := range r.Signatures {
		var text string
		err := v.db.QueryRowContext(ctx, "SELECT text FROM plates WHERE hash = ?", g.Plate).Scan(&text)
		if err == nil {
			r.Plates[g.Plate] = text
		} else if !errors.Is(err, sql.ErrNoRows) {
			return err
		}
	}
	return nil
}

func (v *verifier) pictures(ctx context.Context, r *Job) (string, error) {
	if !v.photos {
		return "", nil
	}
	here, err := query(ctx, v.db, func(rows *sql.Rows) (id string, err error) {
		var jpeg []byte
		err = rows.Scan(&id, &jpeg)
		if sum := sha256.Sum256(jpeg); hex.EncodeToString(sum[:]) != id {
			id = ""
		}
		return id, err
	}, "SELECT id, bytes FROM photos WHERE job = ?", r.id)
	if slices.Contains(here, "") {
		return "a picture is not the one that was kept", err
	}
	if err != nil || !v.anew {
		return "", err
	}
	made, err := query(ctx, v.db, func(rows *sql.Rows) (fits bool, err error) {
		var was, photo string
		err = rows.Scan(&was, &photo)
		return log.PictureFits(r.Log, was, photo), err
	}, "SELECT was, photo FROM made_pictures WHERE job = ?", r.id)
	if slices.Contains(made, false) {
		return "a picture that was made anew is not the one that its entry names", err
	}
	return "", err
}

// listed says what of a job stands otherwise in the lists than its log comes to.
func (v *verifier) listed(r *Job, state string, length int) string {
	if length != len(r.Log) {
		return fmt.Sprintf("the lists say that it has %d entries, and it has %d", length, len(r.Log))
	}
	// How far an open job has come may have changed with the rules; that it is over does not.
	if is := job.Derive(r.Job).State; over(is) != over(job.State(state)) || over(is) && string(is) != state {
		return fmt.Sprintf("the lists say that it is %s, and by its log it is %s", state, is)
	}
	return ""
}

func over(s job.State) bool { return s == job.Signed || s == job.Closed }

// SignedTo is the number of the last entry that carries a sheet, and that of the last one signed by a
// key, which may be any; 0 where there is none.
func (r *Job) SignedTo(key string) (sheet, signed int) {
	for i := range r.Log {
		if r.Log[i].Sheet != "" {
			sheet = r.Log[i].Seq
		}
	}
	for _, g := range r.Signatures {
		if key == "" || signing.Is(g.Public, key) {
			signed = max(signed, g.Seq)
		}
	}
	return sheet, signed
}

// Loose says why a job that is over is not signed to its end, "" where it is or is not over.
func (r *Job) Loose(key string) string {
	by := "a key"
	if key != "" {
		by = "this key"
	}
	switch sheet, signed := r.SignedTo(key); {
	case sheet == 0 && len(r.Kept) > 0 && signed == 0:
		return "is over, and carries no signature by " + by
	case sheet <= signed:
		return ""
	case signed == 0:
		return fmt.Sprintf("is over, and carries no signature by %s: nothing says that its %d entries are the shop's", by,
			len(r.Log))
	default:
		return fmt.Sprintf("is signed by %s to entry %d of %d: nothing says that those behind are the shop's", by, signed,
			len(r.Log))
	}
}

// signed counts a job that is over by whether it is signed to its end.
func (v *verifier) signed(r *Job) {
	if why := r.Loose(v.key); why != "" {
		v.out.Unsigned = append(v.out.Unsigned, Unsigned{r.Number, why})
	} else if len(r.Kept) > 0 {
		v.out.Signed++
	}
}
