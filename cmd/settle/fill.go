package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"

	"settle/internal/datafolder"
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
	folder, err := datafolder.Hold(*data, "fill")
	if err != nil {
		return err
	}
	defer release(folder)
	if _, err := folder.Put(false, func(to string) error { return demo.Load(ctx, to, *pumps, *jobs) }); err != nil {
		return err
	}
	fmt.Fprintf(out, "%d jobs on %d pumps are in %s. Their logs hold only the opening; the lists show them as "+
		"worked.\nStart it with: settle serve --data %s\n", *jobs, *pumps, folder.Shop(), *data)
	return nil
}
