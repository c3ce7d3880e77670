package main

import (
	"context"
	"fmt"
	"io"
	"os"

	"settle/internal/report"
	"settle/internal/store"
)

// verify checks a shop's file or the file of one job, without changing it.
func verify(ctx context.Context, args []string, out io.Writer) error {
	if len(args) != 1 {
		return usageError("write the file to check: settle verify data/shop/" + file + ", or the JSON of a job")
	}
	path := args[0]
	head, err := begins(path)
	if err != nil {
		return usageError(fmt.Sprintf("%s cannot be read: write the path of a shop's %s, or of a job saved as JSON", path,
			file))
	}
	if head == '{' {
		return verifyJob(path, out)
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

// verifyJob checks the file of one job.
func verifyJob(path string, out io.Writer) error {
	text, err := os.ReadFile(path)
	if err != nil {
		return err
	}
	r, _, err := report.Read(text)
	if err != nil {
		return err
	}
	fmt.Fprintf(out, "%s holds: %d entries, %d kept sheets\n", r.Number, len(r.Log), len(r.Kept))
	return nil
}
