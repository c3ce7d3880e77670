package main

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"time"

	"settle/core/job"
	"settle/core/log"
	"settle/internal/copies"
	"settle/internal/datafolder"
	"settle/internal/report"
	"settle/internal/signing"
	"settle/internal/store"
)

// verify checks a shop's file or the file of one job, without changing it.
func verify(ctx context.Context, args []string, out io.Writer) error {
	flags := flag.NewFlagSet("settle verify", flag.ContinueOnError)
	flags.SetOutput(out)
	key := flags.String("key", "", "fingerprint that the shop's key must have, as it stands on the shop's page")
	if err := flags.Parse(args); err != nil {
		return helped(err)
	}
	if flags.NArg() != 1 {
		return usageError(
			"write the file to check: settle verify data/shop/" + datafolder.ShopFile + ", or the JSON of a job, or what " +
				"was read off the code of a sheet",
		)
	}
	path := flags.Arg(0)
	head, err := begins(path)
	if err != nil {
		return usageError(fmt.Sprintf("%s cannot be read: write the path of a shop's %s, or of a job saved as JSON", path,
			datafolder.ShopFile))
	}
	switch head {
	case '{':
		return verifyJob(path, *key, out)
	case 'S':
		if text, err := os.ReadFile(path); err == nil && !bytes.HasPrefix(text, []byte("SQLite")) {
			return verifyMark(string(text), *key, out)
		}
	}
	return verifyShop(ctx, path, *key, out)
}

// loose says that something is whole, and that a signed job is not signed by a key to its end.
type loose string

func (l loose) Error() string { return string(l) }

// verifyShop checks a shop's file, and holds it against the last copy beside it.
func verifyShop(ctx context.Context, path, key string, out io.Writer) error {
	c, err := store.Check(ctx, path, key)
	if err != nil {
		return err
	}
	broken := c.Broken
	last, missing, err := lastCopy(ctx, path, c)
	if err != nil {
		return err
	}
	broken = append(broken, missing...)
	for _, b := range broken {
		if b.Number == "" {
			b.Number = "the file"
		}
		fmt.Fprintf(out, "%s: %s\n", b.Number, b.Why)
	}
	for _, u := range c.Unsigned {
		fmt.Fprintf(out, "%s %s\n", u.Number, u.Why)
	}
	if last != "" {
		fmt.Fprintf(out, "held against the copy %s\n", last)
	} else {
		fmt.Fprintln(out, "no copy beside it to hold it against: what was taken away from its end does not show")
	}
	fmt.Fprintf(out, "%d jobs checked, %d broken; %d entries; %d jobs signed to their end, %d not\n", c.Jobs, len(broken),
		c.Entries, c.Signed, len(c.Unsigned))
	switch {
	case len(broken) > 0:
		return fmt.Errorf("the record does not hold: compare with a backup")
	case len(c.Unsigned) > 0:
		return loose("the record is whole, and not every signed job is signed by a key to its end")
	}
	return nil
}

// lastCopy holds a shop's file against the last of the copies beside it; a name of "" where there is none.
func lastCopy(ctx context.Context, path string, now *store.Checked) (name string, missing []store.Broken, err error) {
	folder := copies.Folder{Path: filepath.Join(filepath.Dir(path), datafolder.Copies), Now: time.Now}
	all, err := folder.List()
	if err != nil || len(all) == 0 {
		return "", nil, err
	}
	dir, err := os.MkdirTemp("", "settle-verify-*")
	if err != nil {
		return "", nil, err
	}
	defer func() { err = errors.Join(err, os.RemoveAll(dir)) }()
	to := filepath.Join(dir, datafolder.ShopFile)
	was, err := copies.Unpack(ctx, filepath.Join(folder.Path, all[0].Name), to)
	if err != nil {
		return "", nil, fmt.Errorf("the last copy, %s, cannot be held against it: %w", all[0].Name, err)
	}
	return all[0].Name, now.Missing(was), nil
}

// sameSheet says whether the sheet in a file is what its log comes to. Nothing signs it: it may also
// have been written by an older Settle.
func sameSheet(text []byte, j job.Job) bool {
	var in struct {
		Sheet json.RawMessage `json:"sheet"`
	}
	var was bytes.Buffer
	sheet, err := job.Show(j)
	if err != nil || json.Unmarshal(text, &in) != nil || json.Compact(&was, in.Sheet) != nil {
		return false
	}
	now, err := json.Marshal(sheet)
	return err == nil && bytes.Equal(now, was.Bytes())
}

// helped is nothing wrong where only help was asked for.
func helped(err error) error {
	if errors.Is(err, flag.ErrHelp) {
		return nil
	}
	return usageError(err.Error())
}

// begins is the first byte of a file that is not a space.
func begins(path string) (byte, error) {
	f, err := os.Open(path)
	if err != nil {
		return 0, err
	}
	defer f.Close()
	b := make([]byte, 1)
	for {
		if _, err := f.Read(b); err != nil {
			return 0, err
		}
		if b[0] > ' ' {
			return b[0], nil
		}
	}
}

// verifyMark checks what was read off the code of a sheet.
func verifyMark(text, key string, out io.Writer) error {
	m, err := signing.ReadMark(text)
	if err != nil {
		return err
	}
	if !m.Good(m.Hash) {
		return fmt.Errorf("sheet and key do not belong together: the signature is not of this sheet by this key")
	}
	if m.OfHeadOnly() {
		fmt.Fprintf(out, "sheet %s: the code says %s, entry %d, which a signature of its format does not cover\n",
			signing.Short(m.Hash), m.Job, m.Seq)
	} else {
		fmt.Fprintf(out, "%s, entry %d, sheet %s, the signing shop's own from entry %d\n", m.Job, m.Seq,
			signing.Short(m.Hash), m.From)
	}
	return tellKey(m.Signature, key, out)
}

// tellKey says by which key something is signed, and whether it is the one that was asked for.
func tellKey(g signing.Signature, asked string, out io.Writer) error {
	is := signing.Fingerprint(g.Public)
	fmt.Fprintf(out, "signed with the key %s\n", is)
	if asked != "" && !signing.Is(g.Public, asked) {
		return fmt.Errorf("sheet and key belong together, but the key is %s and not %s: it is not this shop's", is, asked)
	}
	return nil
}

// verifyJob checks the file of one job.
func verifyJob(path, key string, out io.Writer) error {
	text, err := os.ReadFile(path)
	if err != nil {
		return err
	}
	r, _, err := report.Read(text)
	if err != nil {
		return err
	}
	fmt.Fprintf(out, "%s holds: %d entries, %d kept sheets\n", r.Number, len(r.Log), len(r.Kept))
	if !sameSheet(text, r.Job) {
		fmt.Fprintln(out, "Its field \"sheet\", for programs that only read, is not what this Settle makes of the log: "+
			"go by the log.")
	}
	for _, t := range log.Intakes(r.Log) {
		fmt.Fprintln(out, t.Said())
	}
	own := log.OwnFrom(r.Log)
	for _, g := range r.Signatures {
		fmt.Fprintf(out, "entry %d, sheet %s: ", g.Seq, signing.Short(r.Log[g.Seq-1].Hash))
		if g.Seq < own { // of the shop that it came from
			fmt.Fprintf(out, "signed elsewhere with the key %s\n", signing.Fingerprint(g.Public))
			continue
		}
		if err := tellKey(g, key, out); err != nil {
			return err
		}
		if g.OfHeadOnly() {
			fmt.Fprintln(out, "  an older signature: it covers the log, and not the number of the job nor the pump's plate")
		}
	}
	if edited, err := r.EditedSince(); err != nil {
		return err
	} else if edited {
		fmt.Fprintln(out, "The pump's plate or papers were edited since: what was signed stands in the file, under plates.")
	}
	if why := r.Loose(key); why != "" {
		return loose(r.Number + " holds, and " + why)
	}
	if len(r.Kept) == 0 {
		fmt.Fprintln(out, "It is not over, so no key has signed it yet.")
	}
	return nil
}
