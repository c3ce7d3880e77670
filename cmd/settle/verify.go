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
	"strings"

	"settle/core/job"
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
		return usageError("write the file to check: settle verify data/shop/" + datafolder.ShopFile + ", or the JSON of a job, or what " +
			"was read off the code of a sheet")
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
	checked, broken, err := store.Verify(ctx, path)
	if err != nil {
		return err
	}
	for _, b := range broken {
		fmt.Fprintf(out, "%s: %s\n", b.Number, b.Why)
	}
	fmt.Fprintf(out, "%d jobs checked, %d broken\n", checked, len(broken))
	if len(broken) > 0 {
		return fmt.Errorf("the record does not hold: compare with a backup")
	}
	return nil
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
	fmt.Fprintf(out, "%s, entry %d, sheet %s: ", m.Job, m.Seq, signing.Short(m.Hash))
	return tellKey(m.Signature, key, out)
}

// tellKey says by which key something is signed, and whether it is the one that was asked for.
func tellKey(g signing.Signature, asked string, out io.Writer) error {
	is := signing.Fingerprint(g.Public)
	fmt.Fprintf(out, "signed with the key %s\n", is)
	plain := func(s string) string { return strings.ToUpper(strings.ReplaceAll(s, " ", "")) }
	if asked != "" && plain(asked) != plain(is) {
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
	if len(r.Signatures) == 0 {
		if key != "" {
			return fmt.Errorf("it carries no signature by a shop's key")
		}
		fmt.Fprintln(out, "It carries no signature by a shop's key.")
	}
	for _, g := range r.Signatures {
		fmt.Fprintf(out, "entry %d, sheet %s: ", g.Seq, signing.Short(r.Log[g.Seq-1].Hash))
		if err := tellKey(g, key, out); err != nil {
			return err
		}
	}
	return nil
}
