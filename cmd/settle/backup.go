package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"time"

	"settle/internal/copies"
	"settle/internal/replica"
	"settle/internal/server"
)

// folderOfCopies is where the copies of a shop are, beside its file.
const folderOfCopies = "copies"

// backup makes a verified copy of a shop, which may be open.
func backup(ctx context.Context, args []string, out, errs io.Writer) error {
	flags := flag.NewFlagSet("settle backup", flag.ContinueOnError)
	flags.SetOutput(errs)
	data := flags.String("data", env("SETTLE_DATA", "data/shop"), "folder of the shop's data")
	to := flags.String("to", "", "folder for the copy; else copies in the data folder")
	if err := flags.Parse(args); err != nil {
		return given(err)
	}
	if flags.NArg() > 0 {
		return usageError(fmt.Sprintf("%q is not understood: backup takes only flags", flags.Arg(0)))
	}
	path := filepath.Join(*data, file)
	if _, err := os.Stat(path); errors.Is(err, fs.ErrNotExist) {
		return usageError(fmt.Sprintf("there is no shop in %s: write its folder with --data", *data))
	}
	folder := copies.Folder{Path: *to, Now: time.Now}
	if *to == "" {
		folder.Path = filepath.Join(*data, folderOfCopies)
	}
	c, err := folder.Make(ctx, path)
	if err != nil {
		return err
	}
	fmt.Fprintf(out, "%s, %d kB, verified\n", filepath.Join(folder.Path, c.Name), (c.Bytes+1023)/1024)
	return nil
}

// restore makes a shop of a copy or of a replica, where there is none.
func restore(ctx context.Context, args []string, out, errs io.Writer) error {
	flags := flag.NewFlagSet("settle restore", flag.ContinueOnError)
	flags.SetOutput(errs)
	data := flags.String("data", env("SETTLE_DATA", "data/shop"), "folder for the shop's data, without a shop in it")
	from := flags.String("from", "", "the replica to restore instead of a copy: a folder, or s3://bucket/shop")
	at := flags.String("at", "", "with --from: the moment to go back to, such as 2026-11-26T14:30:00+01:00")
	if err := flags.Parse(args); err != nil {
		return given(err)
	}
	moment, err := time.Time{}, error(nil)
	if *at != "" {
		if moment, err = time.Parse(time.RFC3339, *at); err != nil {
			return usageError(fmt.Sprintf("at %q is not understood: write a moment such as 2026-11-26T14:30:00+01:00", *at))
		}
	}
	if (flags.NArg() == 1) == (*from != "") || flags.NArg() > 1 || *at != "" && *from == "" {
		return usageError("write the copy to restore, settle restore [--data FOLDER] data/shop/copies/settle-….db.gz, or " +
			"the replica: --from FOLDER or s3://bucket/shop, with --at the moment")
	}
	if err := os.MkdirAll(*data, 0o700); err != nil {
		return fmt.Errorf("making the data folder: %w", err)
	}
	path := filepath.Join(*data, file)
	if *from != "" {
		err = replica.Restore(ctx, *from, moment, path)
	} else {
		err = copies.Unpack(ctx, flags.Arg(0), path)
	}
	if err != nil {
		return err
	}
	fmt.Fprintf(out, "Restored to %s, every chain verified. Start it with settle serve --data %s\n", path, *data)
	return nil
}

// given is what is wrong with the flags; asking for help is nothing wrong.
func given(err error) error {
	if errors.Is(err, flag.ErrHelp) {
		return nil
	}
	return usageError(err.Error())
}

// tellVersion prints what the program was built from.
func tellVersion(out io.Writer) error {
	_, err := fmt.Fprintln(out, "settle", server.Version())
	return err
}
