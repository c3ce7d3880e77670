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
	"settle/internal/store"
	"settle/internal/whole"
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

// export writes a whole shop, which may be open, into one file.
func export(ctx context.Context, args []string, out, errs io.Writer) error {
	data, to, err := wholeFile("export", args, errs)
	if err != nil || to == "" {
		return err
	}
	path := filepath.Join(data, file)
	if _, err := os.Stat(path); errors.Is(err, fs.ErrNotExist) {
		return usageError(fmt.Sprintf("there is no shop in %s: write its folder with --data", data))
	}
	shop, err := store.Open(ctx, path, time.Now)
	if err != nil {
		return err
	}
	defer shop.Close()
	f, err := os.OpenFile(to, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
	if errors.Is(err, fs.ErrExist) {
		return usageError(fmt.Sprintf("%s is there already: write another name", to))
	}
	if err != nil {
		return err
	}
	if err := errors.Join(whole.Write(ctx, shop, f), f.Sync(), f.Close()); err != nil {
		return errors.Join(err, os.Remove(to))
	}
	fmt.Fprintf(out, "%s holds the whole shop\n", to)
	return nil
}

// takeIn makes a shop of such a file, beside its place and then in it.
func takeIn(ctx context.Context, args []string, out, errs io.Writer) error {
	data, from, err := wholeFile("import", args, errs)
	if err != nil || from == "" {
		return err
	}
	path := filepath.Join(data, file)
	if _, err := os.Stat(path); err == nil {
		return usageError(fmt.Sprintf("there is a shop in %s already: write another folder with --data", data))
	}
	in, err := os.Open(from)
	if err != nil {
		return usageError(fmt.Sprintf("%s cannot be read: write the path of a file that settle export wrote", from))
	}
	defer in.Close()
	info, err := in.Stat()
	if err != nil {
		return err
	}
	if err := os.MkdirAll(data, 0o700); err != nil {
		return fmt.Errorf("making the data folder: %w", err)
	}
	jobs, err := makeOf(ctx, path+".making", in, info.Size())
	if err != nil {
		return err
	}
	if err := os.Rename(path+".making", path); err != nil {
		return err
	}
	fmt.Fprintf(out, "Taken in to %s: %d jobs, every chain verified. Start it with settle serve --data %s\n", path, jobs,
		data)
	return nil
}

// makeOf fills a shop's file; half a one is not left.
func makeOf(ctx context.Context, path string, in io.ReaderAt, size int64) (jobs int, err error) {
	if err := gone(path); err != nil {
		return 0, err
	}
	shop, err := store.Make(ctx, path, time.Now)
	if err != nil {
		return 0, err
	}
	jobs, err = whole.Read(ctx, shop, in, size)
	if err = errors.Join(err, shop.Close()); err != nil {
		return 0, errors.Join(err, gone(path))
	}
	return jobs, onDisk(path)
}

// wholeFile reads the flags of export and import; the file is blank where only help was wanted.
func wholeFile(command string, args []string, errs io.Writer) (data, file string, err error) {
	flags := flag.NewFlagSet("settle "+command, flag.ContinueOnError)
	flags.SetOutput(errs)
	folder := flags.String("data", env("SETTLE_DATA", "data/shop"), "folder of the shop's data")
	if err := flags.Parse(args); err != nil {
		return "", "", given(err)
	}
	if flags.NArg() != 1 {
		return "", "", usageError(fmt.Sprintf("write the file: settle %s [--data FOLDER] shop.zip", command))
	}
	return *folder, flags.Arg(0), nil
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
