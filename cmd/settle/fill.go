package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"path/filepath"

	"settle/internal/demo"
)

// fill makes a shop of very many jobs, to try the lists on.
func fill(ctx context.Context, args []string, out, errs io.Writer) error {
	flags := flag.NewFlagSet("settle fill", flag.ContinueOnError)
	flags.SetOutput(errs)
	data := flags.String("data", "data/many", "folder of the shop's data, which must not hold one yet")
	jobs := flags.Int("jobs", 100_000, "jobs to make")
	pumps := flags.Int("pumps", 1000, "pumps to make")
	if err := flags.Parse(args); err != nil {
		if errors.Is(err, flag.ErrHelp) {
			return nil
		}
		return usageError(err.Error())
	}
	if *pumps < 1 || *pumps > 9000 || *jobs < *pumps || *jobs > 1_000_000 {
		return usageError("write 1 to 9000 --pumps, and at least as many --jobs, up to a million")
	}
	path := filepath.Join(*data, file)
	if _, err := os.Stat(path); err == nil {
		return usageError(fmt.Sprintf("%s is there already: name another folder with --data", path))
	}
	if err := os.MkdirAll(*data, 0o700); err != nil {
		return fmt.Errorf("making the data folder: %w", err)
	}
	if err := demo.Load(ctx, path, *pumps, *jobs); err != nil {
		return err
	}
	fmt.Fprintf(out, "%d jobs on %d pumps are in %s. Their logs hold only the opening; the lists show them as "+
		"worked.\nStart it with: settle serve --data %s\n", *jobs, *pumps, path, *data)
	return nil
}
