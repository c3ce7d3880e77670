package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"log/slog"
	"net"
	"os"
	"path/filepath"
	"sync"
	"time"

	"settle/internal/copies"
	"settle/internal/datafolder"
	"settle/internal/demo"
	"settle/internal/door"
	"settle/internal/replica"
	"settle/internal/server"
	"settle/internal/signing"
	"settle/internal/store"
	"settle/web"
)

// options are what a server is started with.
type options struct {
	command string // serve, demo, open or service install
	data    string
	second  string   // a second place for the shop's file
	clear   bool     // it may go there without TLS
	fresh   bool     // make the demo shop anew
	keeper  bool     // print an address with which one more keeper is made
	user    string   // who a service runs as
	given   []string // the flags that were written, but for --data and --user
	network
}

// parse reads the flags; ok is false where only help was asked for.
func parse(command string, args []string, errs io.Writer) (o options, ok bool, err error) {
	o.command = command
	flags := flag.NewFlagSet("settle "+command, flag.ContinueOnError)
	flags.SetOutput(errs)
	o.network.flags(flags)
	folder := demoFolder
	if command == "demo" {
		flags.BoolVar(&o.fresh, "fresh", false, "make the demo shop anew")
	} else {
		folder = shopFolder()
		flags.BoolVar(&o.keeper, "new-keeper", false, "print an address with which a keeper is made, where no keeper can "+
			"come in any more")
	}
	flags.StringVar(&o.data, "data", env("SETTLE_DATA", folder), "folder of the shop's data")
	logs := flags.String("log", "text", "how what happens is logged: text or json, a line each")
	flags.StringVar(&o.second, "replica", env("SETTLE_REPLICA", ""), "a second place for the shop's file: a folder, or "+
		"s3://bucket/shop")
	flags.BoolVar(&o.clear, "replica-insecure", env("SETTLE_REPLICA_INSECURE", "") != "", "the replica may go over the "+
		"network without TLS: who stands between reads the shop's file")
	if command == install {
		flags.StringVar(&o.user, "user", "", "who the service runs as; who asks for it, or LocalService on Windows")
	}
	if err := flags.Parse(args); err != nil {
		if errors.Is(err, flag.ErrHelp) {
			return o, false, nil
		}
		return o, false, usageError(err.Error())
	}
	flags.Visit(func(f *flag.Flag) {
		if f.Name != "data" && f.Name != "user" {
			o.given = append(o.given, "--"+f.Name+"="+f.Value.String())
		}
	})
	if flags.NArg() > 0 {
		return o, false, usageError(fmt.Sprintf("%q is not understood: %s takes only flags", flags.Arg(0), command))
	}
	return o, true, logTo(errs, *logs)
}

// start serves until the context ends.
func start(ctx context.Context, command string, args []string, out, errs io.Writer) error {
	o, ok, err := parse(command, args, errs)
	if err != nil || !ok {
		return err
	}
	if err := o.network.check(); err != nil {
		return err
	}
	folder, err := datafolder.Hold(o.data, command)
	if command == "open" && running(err, out) {
		return nil
	}
	if err != nil {
		return err
	}
	defer release(folder)
	if folder.Finished != "" {
		fmt.Fprintln(out, "A restore that was broken off has been brought to its end.")
		tellMoved(out, folder.Finished)
	}
	listener, err := listen(o.addr)
	if err != nil {
		return err
	}
	defer listener.Close()
	if command == "demo" {
		if err := furnish(ctx, folder, o.fresh); err != nil {
			return fmt.Errorf("making the demo shop: %w", err)
		}
	}
	if err := folder.Sound(); err != nil {
		return err
	}
	path := folder.Shop()
	shop, err := store.Open(ctx, path, time.Now)
	if err != nil {
		return err
	}
	if err := useKey(ctx, shop, o.data, out); err != nil {
		return errors.Join(err, shop.Close())
	}
	keeper := copies.Beside(shop, time.Now)
	if o.second != "" {
		if keeper.Replica, err = replica.Start(ctx, path, o.second, o.clear); err != nil {
			return errors.Join(err, shop.Close())
		}
		if keeper.Replica.Clear {
			fmt.Fprintf(out, "The replica goes to %s without TLS: who stands between reads the shop's file.\n", o.second)
		}
	}
	defer shut(shop, keeper.Replica)
	if err := o.allowed(ctx, shop); err != nil {
		return err
	}
	var keeping sync.WaitGroup
	keeping.Go(func() { keeper.Run(ctx) })
	keeping.Go(func() { shop.KeepWatch(ctx) })
	defer keeping.Wait()
	return o.serve(ctx, shop, keeper, folder, listener, out)
}

// serve lets people in and answers them until the context ends.
func (o *options) serve(ctx context.Context, shop *store.Store, keeper *copies.Keeper,
	folder *datafolder.Folder, listener net.Listener, out io.Writer) error {
	d, err := door.New(ctx, shop, time.Now, o.how())
	if err != nil {
		return err
	}
	ways, err := o.ways(listener, server.New(shop, keeper, d, web.Dist()))
	if err != nil {
		return err
	}
	if !o.near() && !o.proxied {
		d.Stands(o.here(listener.Addr()))
	}
	ways[0].RegisterOnShutdown(shop.Unwatch) // streams end, so that the server can
	if err := folder.Tell(o.command, o.here(listener.Addr())); err != nil {
		return err
	}
	first, err := o.greet(ctx, d, listener.Addr(), out)
	if err != nil {
		return err
	}
	done := make(chan error, len(ways))
	for _, w := range ways {
		go func() { done <- w.serve() }()
	}
	if o.command == "open" {
		show(first, out)
	}
	select {
	case err := <-done:
		return err
	case <-ctx.Done():
	}
	// What is under way is answered before the doors close.
	last, cancel := context.WithTimeout(context.Background(), 5*time.Second)
	defer cancel()
	for _, w := range ways {
		err = errors.Join(err, w.Shutdown(last))
	}
	if err == nil {
		fmt.Fprintln(out, "Settle has stopped.")
	}
	return err
}

// keyFile is the shop's own key. It stands beside the shop's file and in no copy of it.
const keyFile = "shop.key"

// useKey signs with the shop's key, and says where it had to make a new one.
func useKey(ctx context.Context, shop *store.Store, data string, out io.Writer) error {
	key, made, err := signing.Open(filepath.Join(data, keyFile))
	if err != nil {
		return err
	}
	changed, err := shop.UseKey(ctx, key)
	if changed && made {
		fmt.Fprintf(out, "This shop's key was not in %s, so a new one was made: %s. Sheets that were signed before stay "+
			"good by the key they were signed with.\n", data, signing.Fingerprint(key.Public()))
	}
	return err
}

// shut closes the shop's file, and ships what is left of it to its second place.
func shut(shop *store.Store, second *replica.Replica) {
	err := shop.Close()
	if second != nil {
		last, cancel := context.WithTimeout(context.Background(), 10*time.Second)
		defer cancel()
		err = errors.Join(err, second.Close(last))
	}
	if err != nil {
		slog.Error("closing the shop's file", "error", err)
	}
}

// logTo sends what happens to a writer, as lines that a program can read.
func logTo(out io.Writer, how string) error {
	switch how {
	case "text":
		slog.SetDefault(slog.New(slog.NewTextHandler(out, nil)))
	case "json":
		slog.SetDefault(slog.New(slog.NewJSONHandler(out, nil)))
	default:
		return usageError(fmt.Sprintf("log %q is not understood: write text or json", how))
	}
	return nil
}

// furnish makes the demo shop where there is none.
func furnish(ctx context.Context, folder *datafolder.Folder, fresh bool) error {
	if _, err := os.Stat(folder.Shop()); err == nil && !fresh {
		return nil
	}
	key, _, err := signing.Open(filepath.Join(folder.Path, keyFile))
	if err != nil {
		return err
	}
	was, err := folder.Put(fresh, func(to string) error { return demo.Fill(ctx, to, key) })
	if err != nil || was == "" {
		return err
	}
	return os.RemoveAll(was) // nobody misses a demo
}

func env(name, otherwise string) string {
	if v := os.Getenv(name); v != "" {
		return v
	}
	return otherwise
}
