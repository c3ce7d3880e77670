package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"io/fs"
	"log/slog"
	"os"
	"path/filepath"
	"time"

	"settle/internal/copies"
	"settle/internal/datafolder"
	"settle/internal/replica"
	"settle/internal/server"
	"settle/internal/store"
	"settle/internal/whole"
)

// backup makes a verified copy of a shop, which may be open.
func backup(ctx context.Context, args []string, out, errs io.Writer) error {
	flags := flag.NewFlagSet("settle backup", flag.ContinueOnError)
	flags.SetOutput(errs)
	data := flags.String("data", env("SETTLE_DATA", shopFolder()), "folder of the shop's data")
	to := flags.String("to", "", "folder for the copy; else copies in the data folder")
	if err := flags.Parse(args); err != nil {
		return given(err)
	}
	if flags.NArg() > 0 {
		return usageError(fmt.Sprintf("%q is not understood: backup takes only flags", flags.Arg(0)))
	}
	path := filepath.Join(*data, datafolder.ShopFile)
	if _, err := os.Stat(path); errors.Is(err, fs.ErrNotExist) {
		return usageError(fmt.Sprintf("there is no shop in %s: write its folder with --data", *data))
	}
	folder := copies.Folder{Path: *to, Now: time.Now}
	if *to == "" {
		folder.Path = filepath.Join(*data, datafolder.Copies)
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
	data := flags.String("data", env("SETTLE_DATA", shopFolder()), "folder for the shop's data")
	from := flags.String("from", "", "the replica to restore instead of a copy: a folder, or s3://bucket/shop")
	replace := flags.Bool(
		"replace",
		false,
		"where a shop is there already: move it aside, all of it, into a folder beside it",
	)
	insecure := flags.Bool("replica-insecure", false, "with --from s3://…: without TLS")
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
	what := *from
	if what == "" {
		what = flags.Arg(0)
	}
	folder, err := datafolder.Hold(*data, "restore")
	if err != nil {
		return err
	}
	defer release(folder)
	was, err := folder.Put(*replace, func(to string) error {
		var err error
		if *from != "" {
			err = replica.Restore(ctx, *from, *insecure, moment, to)
		} else {
			_, err = copies.Unpack(ctx, what, to)
		}
		if err != nil {
			return err
		}
		old := ""
		if _, err := os.Stat(folder.Shop()); err == nil {
			old = folder.Shop()
		}
		return store.AfterRestoring(ctx, to, old, filepath.Base(what), time.Now())
	})
	if err != nil {
		return err
	}
	tellMoved(out, was)
	fmt.Fprintf(out, "Restored to %s, every chain verified. Start it with settle serve --data %s\n"+
		"Tablets are let in anew, and a keeper looks through the people: who had left since may stand there again.\n",
		folder.Shop(), *data)
	return nil
}

// tellMoved says where the shop from before was moved to.
func tellMoved(out io.Writer, was string) {
	if was != "" {
		fmt.Fprintf(out, "The shop that was there stands in %s, all of it.\n", was)
	}
}

// release gives a data folder back. It ends with the process, too.
func release(folder *datafolder.Folder) {
	if err := folder.Release(); err != nil {
		slog.Error("giving the data folder back", "error", err)
	}
}

// export writes a whole shop, which may be open, into one file.
func export(ctx context.Context, args []string, out, errs io.Writer) error {
	data, to, _, err := wholeFile("export", args, errs)
	if err != nil || to == "" {
		return err
	}
	path := filepath.Join(data, datafolder.ShopFile)
	if _, err := os.Stat(path); errors.Is(err, fs.ErrNotExist) {
		return usageError(fmt.Sprintf("there is no shop in %s: write its folder with --data", data))
	}
	f, err := os.OpenFile(to, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
	if errors.Is(err, fs.ErrExist) {
		return usageError(fmt.Sprintf("%s is there already: write another name", to))
	}
	if err != nil {
		return err
	}
	if err := errors.Join(writeWhole(ctx, path, f), f.Sync(), f.Close()); err != nil {
		return errors.Join(err, os.Remove(to))
	}
	fmt.Fprintf(out, "%s holds the whole shop\n", to)
	return nil
}

// writeWhole takes a shop out of a copy: the shop itself may be open, and of an older Settle, and is
// not touched.
func writeWhole(ctx context.Context, path string, out io.Writer) (err error) {
	dir, err := os.MkdirTemp("", "settle-export-*")
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, os.RemoveAll(dir)) }()
	copied := filepath.Join(dir, datafolder.ShopFile)
	if err := store.CopyTo(ctx, path, copied); err != nil {
		return err
	}
	shop, err := store.Make(ctx, copied, time.Now)
	if err != nil {
		return err
	}
	return errors.Join(whole.Write(ctx, shop, out), shop.Close())
}

// takeIn makes a shop of such a file.
func takeIn(ctx context.Context, args []string, out, errs io.Writer) error {
	data, from, replace, err := wholeFile("import", args, errs)
	if err != nil || from == "" {
		return err
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
	folder, err := datafolder.Hold(data, "import")
	if err != nil {
		return err
	}
	defer release(folder)
	jobs := 0
	was, err := folder.Put(replace, func(to string) error {
		shop, err := store.Make(ctx, to, time.Now)
		if err != nil {
			return err
		}
		jobs, err = whole.Read(ctx, shop, in, info.Size(), filepath.Base(from))
		if err = errors.Join(err, shop.Close()); err != nil {
			return err
		}
		_, err = copies.Holds(ctx, to)
		return err
	})
	if err != nil {
		return err
	}
	tellMoved(out, was)
	fmt.Fprintf(out, "Taken in to %s: %d jobs, every chain verified. Start it with settle serve --data %s\n",
		folder.Shop(), jobs, data)
	return nil
}

// wholeFile reads the flags of export and import; the file is blank where only help was wanted.
func wholeFile(command string, args []string, errs io.Writer) (data, file string, replace bool, err error) {
	flags := flag.NewFlagSet("settle "+command, flag.ContinueOnError)
	flags.SetOutput(errs)
	folder := flags.String("data", env("SETTLE_DATA", shopFolder()), "folder of the shop's data")
	if command == "import" {
		flags.BoolVar(&replace, "replace", false, "where a shop is there already: move it aside, all of it, into a folder "+
			"beside it")
	}
	if err := flags.Parse(args); err != nil {
		return "", "", false, given(err)
	}
	if flags.NArg() != 1 {
		return "", "", false, usageError(fmt.Sprintf("write the file: settle %s [--data FOLDER] shop.zip", command))
	}
	return *folder, flags.Arg(0), replace, nil
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
