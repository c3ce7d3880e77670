package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"sync"
	"syscall"
	"time"

	"settle/internal/copies"
	"settle/internal/demo"
	"settle/internal/replica"
	"settle/internal/server"
	"settle/internal/store"
	"settle/web"
)

const file = "settle.db"

// start serves until the context ends.
func start(ctx context.Context, command string, args []string, out, errs io.Writer) error {
	flags := flag.NewFlagSet("settle "+command, flag.ContinueOnError)
	flags.SetOutput(errs)
	addr := flags.String("addr", env("SETTLE_ADDR", "127.0.0.1:8420"), "address to listen on, of this machine only")
	folder := "data/shop"
	if command == "demo" {
		folder = "data/demo"
	}
	data := flags.String("data", env("SETTLE_DATA", folder), "folder of the shop's data")
	logs := flags.String("log", "text", "how what happens is logged: text or json, a line each")
	second := flags.String("replica", env("SETTLE_REPLICA", ""), "a second place for the shop's file: a folder, or "+
		"s3://bucket/shop")
	fresh := false
	if command == "demo" {
		flags.BoolVar(&fresh, "fresh", false, "make the demo shop anew")
	}
	if err := flags.Parse(args); err != nil {
		if errors.Is(err, flag.ErrHelp) {
			return nil
		}
		return usageError(err.Error())
	}
	if flags.NArg() > 0 {
		return usageError(fmt.Sprintf("%q is not understood: %s takes only flags", flags.Arg(0), command))
	}
	if err := logTo(errs, *logs); err != nil {
		return err
	}
	listener, err := listen(*addr)
	if err != nil {
		return err
	}
	defer listener.Close()
	if err := os.MkdirAll(*data, 0o700); err != nil {
		return fmt.Errorf("making the data folder: %w", err)
	}
	path := filepath.Join(*data, file)
	if command == "demo" {
		if err := furnish(ctx, path, fresh); err != nil {
			return fmt.Errorf("making the demo shop: %w", err)
		}
	}
	shop, err := store.Open(ctx, path, time.Now)
	if err != nil {
		return err
	}
	keeper := copies.Beside(shop, time.Now)
	if *second != "" {
		if keeper.Replica, err = replica.Start(ctx, path, *second); err != nil {
			return errors.Join(err, shop.Close())
		}
	}
	defer shut(shop, keeper.Replica)
	var keeping sync.WaitGroup
	keeping.Go(func() { keeper.Run(ctx) })
	defer keeping.Wait()
	handler := &http.Server{Handler: server.New(shop, keeper, web.Dist()), ReadHeaderTimeout: 5 * time.Second,
		ReadTimeout: 30 * time.Second, IdleTimeout: 2 * time.Minute}
	handler.RegisterOnShutdown(shop.Unwatch) // streams end, so that the server can
	fmt.Fprintf(out, "Settle is at http://%s  (data in %s, Ctrl-C stops it)\n", listener.Addr(), *data)
	done := make(chan error, 1)
	go func() { done <- handler.Serve(listener) }()
	select {
	case err := <-done:
		return err
	case <-ctx.Done():
	}
	// What is under way is answered before the doors close.
	last, cancel := context.WithTimeout(context.Background(), 5*time.Second)
	defer cancel()
	if err := handler.Shutdown(last); err != nil {
		return err
	}
	fmt.Fprintln(out, "Settle has stopped.")
	return nil
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

// listen opens the address, which has to be this machine's own: there is no
// sign-in, so anybody who could reach the port could sign a job.
func listen(addr string) (net.Listener, error) {
	host, _, err := net.SplitHostPort(addr)
	if err != nil {
		return nil, usageError(fmt.Sprintf("address %q is not understood: write one such as 127.0.0.1:8420", addr))
	}
	if !server.Loopback(host) {
		return nil,
			usageError(fmt.Sprintf("address %q can be reached from other machines, and Settle has no sign-in yet, so "+
				"anybody there could sign a job: use 127.0.0.1 or localhost", addr))
	}
	l, err := net.Listen("tcp", addr)
	if errors.Is(err, syscall.EADDRINUSE) {
		return nil, fmt.Errorf("address %s is taken: another Settle may be running; stop it, or choose another port "+
			"with --addr 127.0.0.1:8421", addr)
	}
	return l, err
}

// furnish makes the demo shop where there is none, beside the place and then
// in it, so that one half made is never taken for whole.
func furnish(ctx context.Context, path string, fresh bool) error {
	if _, err := os.Stat(path); err == nil && !fresh {
		return nil
	}
	making := path + ".making"
	if err := errors.Join(gone(path), gone(making)); err != nil {
		return err
	}
	if err := demo.Fill(ctx, making); err != nil {
		return err
	}
	if err := onDisk(making); err != nil {
		return err
	}
	return os.Rename(making, path)
}

// gone removes a shop's file with what SQLite keeps beside it.
func gone(path string) error {
	for _, end := range []string{"", "-wal", "-shm"} {
		if err := os.Remove(path + end); err != nil && !errors.Is(err, os.ErrNotExist) {
			return err
		}
	}
	return nil
}

// onDisk waits until a file is on the disk.
func onDisk(path string) error {
	f, err := os.OpenFile(path, os.O_RDWR, 0)
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
}

func env(name, otherwise string) string {
	if v := os.Getenv(name); v != "" {
		return v
	}
	return otherwise
}
