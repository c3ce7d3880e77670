// Command settle is the whole application in one binary: the server with its
// screens, and the calculators on the command line.
package main

import (
	"bufio"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"os/signal"
	"runtime"
	"strings"
	"syscall"
	_ "time/tzdata" // a container has no zones of its own

	"github.com/gin-gonic/gin"
	"github.com/kardianos/service"

	"settle/core/calc"
	"settle/core/field"
	"settle/internal/datafolder"
	"settle/internal/server"
)

const usage = `settle: the bench book of a pump repair shop

  settle demo  [--addr A] [--data FOLDER] [--fresh]   start with the demo shop
  settle open  [--data FOLDER]                        start with your own shop and open it in the browser; so does
                                                      a double click
  settle serve [--addr A] [--data FOLDER]             start with your own shop
      [--replica FOLDER|s3://bucket/shop]             ... and keep its file in a second place all the while
      [--log json]                                    ... and log a JSON object a line
      [--cert FILE --key FILE | --behind-proxy]       ... and with a certificate from elsewhere (docs/run.md)
      [--new-keeper]                                  ... and print an address with which a keeper is made
  settle calc KIND                                    one calculation: JSON in, JSON out (%s)
  settle plan check FILE…                             what is wrong with a plan, line by line
  settle plan show FILE [--option seal=double]        the order of work that results
      [--markdown]                                    ... or all of it as a page
      [--paper FILE.pdf] [--letter] [--thou]          ... as a work order to write on
  settle plan schema                                  the plan format as a JSON Schema
  settle backup [--data FOLDER] [--to FOLDER]         a verified copy of a shop, which may be open
  settle restore [--data FOLDER] COPY                 a shop of a copy, where there is none
      [--replace]                                     ... or in the place of one, which is moved aside
      [--from FOLDER|s3://bucket/shop] [--at TIME]    ... or of a replica, as it was at a moment
  settle export [--data FOLDER] FILE.zip              a whole shop as one open file
  settle import [--data FOLDER] [--replace] FILE.zip  such a file as a shop
  settle verify [--key FINGERPRINT] FILE              check a shop's file, a job saved as JSON, or the code of a sheet:
                                                      nothing was changed, and by which key it is signed
  settle service install [--addr A] [--data FOLDER]   have it start with this machine, with the flags of serve
      start, stop, remove                             ... by name
  settle fill [--jobs 100000] [--data FOLDER]         make a shop of very many jobs, to try the lists on
  settle version                                      what it was built from
  settle openapi                                      print the description of the API

The address is 127.0.0.1:8420 unless --addr or SETTLE_ADDR says otherwise. The demo is kept in ./data/demo and a
shop where the system keeps what programs write, or in ./data/shop where one is there already, unless --data or
SETTLE_DATA says otherwise.
`

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	args := os.Args[1:]
	if runtime.GOOS == windows && !service.Interactive() {
		os.Exit(asService(args))
	}
	byClick := len(args) == 0 && clicked()
	if byClick {
		args = []string{"open"}
	}
	status := run(ctx, args, os.Stdin, os.Stdout, os.Stderr)
	if byClick && status != 0 { // else the window closes over what it says
		fmt.Fprintln(os.Stderr, "Press Enter to close.")
		_, _ = bufio.NewReader(os.Stdin).ReadString('\n')
	}
	os.Exit(status)
}

// run is the command: exit status 0, 1 where something failed or is broken, 2 where the input cannot
// be used, 3 where what was verified is whole and a signed job is not signed by a key to its end.
func run(ctx context.Context, args []string, in io.Reader, out, errs io.Writer) int {
	if len(args) == 0 {
		fmt.Fprintf(errs, usage, strings.Join(calc.Kinds(), ", "))
		return 2
	}
	var err error
	switch command, rest := args[0], args[1:]; command {
	case "demo", "serve", "open":
		err = start(ctx, command, rest, out, errs)
	case "calc":
		return calculate(rest, in, out)
	case "plan":
		err = plans(rest, out)
	case "backup":
		err = backup(ctx, rest, out, errs)
	case "restore":
		err = restore(ctx, rest, out, errs)
	case "export":
		err = export(ctx, rest, out, errs)
	case "import":
		err = takeIn(ctx, rest, out, errs)
	case "version":
		err = tellVersion(out)
	case "service":
		err = services(ctx, rest, out, errs)
	case "verify":
		err = verify(ctx, rest, out)
	case "fill":
		err = fill(ctx, rest, out, errs)
	case "openapi":
		err = openapi(out)
	case "help", "-h", "--help":
		fmt.Fprintf(out, usage, strings.Join(calc.Kinds(), ", "))
	default:
		fmt.Fprintf(errs, "settle: there is no command %q\n\n", command)
		fmt.Fprintf(errs, usage, strings.Join(calc.Kinds(), ", "))
		return 2
	}
	var bad usageError
	var occupied *datafolder.Occupied
	var ends loose
	switch {
	case errors.As(err, &ends):
		fmt.Fprintln(errs, "settle:", err)
		return 3
	case errors.As(err, &bad), errors.As(err, &occupied):
		fmt.Fprintln(errs, "settle:", err)
		return 2
	case err != nil:
		fmt.Fprintln(errs, "settle:", err)
		return 1
	}
	return 0
}

// usageError is a flag or an argument that cannot be used.
type usageError string

func (u usageError) Error() string { return string(u) }

func calculate(args []string, in io.Reader, out io.Writer) int {
	answer, err := func() (any, error) {
		if len(args) != 1 {
			return nil, field.Errorf("kind", "is missing: write one of %s", strings.Join(calc.Kinds(), ", "))
		}
		text, err := io.ReadAll(io.LimitReader(in, calc.MaxInput+1))
		if err != nil {
			return nil, err
		}
		if len(text) > calc.MaxInput {
			return nil, field.Errorf("", "is longer than one megabyte")
		}
		return calc.Run(args[0], text)
	}()
	status := 0
	if err != nil {
		answer, status = map[string]*field.Error{"error": field.All(err)[0]}, 2
	}
	b, err := json.Marshal(answer)
	if err != nil {
		return 1
	}
	fmt.Fprintf(out, "%s\n", b)
	return status
}

func openapi(out io.Writer) error {
	gin.SetMode(gin.ReleaseMode)
	b, err := json.MarshalIndent(server.Description(), "", "  ")
	if err != nil {
		return err
	}
	_, err = fmt.Fprintf(out, "%s\n", b)
	return err
}
