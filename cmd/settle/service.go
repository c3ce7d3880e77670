package main

import (
	"bytes"
	"cmp"
	"context"
	_ "embed"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"runtime"
	"strings"
	"text/template"
	"time"

	"github.com/kardianos/service"

	"settle/internal/datafolder"
	"settle/internal/store"
)

const (
	serviceName = "settle"
	windows     = "windows"
	install     = "service install"
)

//go:embed settle.service.tmpl
var unitText string

var unit = template.Must(template.New("unit").Parse(unitText))

// installation is a service that is to be put in place.
type installation struct {
	program  string   // where the program will be
	user     string   // who it runs as
	args     []string // what it is started with
	data     string
	second   string // a folder it also writes to; blank: none
	platform string
}

// config is what the system is told. On Linux the unit is ours: it lets the program write its own folder
// and nothing else.
func (i installation) config() (*service.Config, error) {
	c := &service.Config{Name: serviceName, DisplayName: "Settle", Description: "Settle, the bench book of the pump shop",
		UserName: i.user, Executable: i.program, Arguments: i.args, Option: service.KeyValue{"RunAtLoad": true}}
	switch i.platform {
	case windows:
		c.Option["OnFailure"], c.Option["OnFailureDelayDuration"] = "restart", "2s"
	case "darwin":
		c.Option["LogOutput"], c.Option["LogDirectory"] = true, "/Library/Logs"
	default:
		text, err := i.unit()
		c.Option["SystemdScript"] = text
		return c, err
	}
	return c, nil
}

// unit is the text of the systemd unit.
func (i installation) unit() (string, error) {
	command := []string{unitWord(i.program)}
	for _, a := range i.args {
		command = append(command, unitWord(a))
	}
	writes := unitWord(i.data)
	if i.second != "" {
		writes += " " + unitWord(i.second)
	}
	var b bytes.Buffer
	err := unit.Execute(&b, map[string]string{"User": i.user, "Command": strings.Join(command, " "), "Writes": writes})
	return b.String(), err
}

// unitWord is a word as a systemd unit wants it (systemd.syntax, systemd.service: quoting, specifiers).
func unitWord(word string) string {
	word = strings.NewReplacer(`\`, `\\`, `"`, `\"`, "%", "%%", "$", "$$").Replace(word)
	if strings.ContainsAny(word, " \t'\"\\;") {
		return `"` + word + `"`
	}
	return word
}

// services puts Settle in place as a service of this machine, starts and stops it, and takes it away.
func services(ctx context.Context, args []string, out, errs io.Writer) error {
	const say = "write settle service install [--data FOLDER] [--addr :8420], start, stop or remove"
	if len(args) == 0 {
		return usageError(say)
	}
	switch args[0] {
	case "install":
		return installed(ctx, args[1:], out, errs)
	case "start", "stop", "remove":
		if len(args) > 1 {
			return usageError(fmt.Sprintf("%q is not understood: %s takes nothing more", args[1], args[0]))
		}
	default:
		return usageError(fmt.Sprintf("%q is not understood: %s", args[0], say))
	}
	s, err := known(&service.Config{Name: serviceName})
	if err != nil {
		return err
	}
	if _, err := s.Status(); errors.Is(err, service.ErrNotInstalled) {
		return usageError("Settle is no service of this machine: settle service install makes it one")
	}
	switch args[0] {
	case "start":
		if err = s.Start(); err == nil {
			fmt.Fprintln(out, "Started. It starts by itself with this machine.")
		}
	case "stop":
		if err = s.Stop(); err == nil {
			fmt.Fprintln(out, "Stopped, until this machine starts again or settle service start.")
		}
	default:
		_ = s.Stop() // it may not run
		if err = s.Uninstall(); err == nil {
			fmt.Fprintln(out, "Settle is no service of this machine any more. The shop is where it was.")
		}
	}
	return elevated(err)
}

// known is the service as this system keeps it; refused where it could not be kept well, or by who may not.
func known(c *service.Config) (service.Service, error) {
	if runtime.GOOS == "linux" && service.Platform() != "linux-systemd" {
		return nil, errors.New("this system has no systemd: have what it has instead start settle serve, docs/run.md says " +
			"how")
	}
	if runtime.GOOS != windows && os.Geteuid() != 0 {
		return nil, usageError("a service takes an administrator: sudo settle service …")
	}
	s, err := service.New(nil, c)
	return s, elevated(err)
}

// elevated says what to do where the system says that one may not.
func elevated(err error) error {
	if runtime.GOOS == windows && err != nil && strings.Contains(err.Error(), "denied") {
		return usageError("a service takes an administrator: open the command prompt with “Run as administrator” and " +
			"write it there")
	}
	return err
}

// installed puts the program where the system keeps programs, and tells the system to start it.
func installed(ctx context.Context, args []string, out, errs io.Writer) error {
	o, ok, err := parse(install, args, errs)
	if err != nil || !ok {
		return err
	}
	if err := o.network.check(); err != nil {
		return err
	}
	if o.keeper {
		return usageError("--new-keeper is for once: settle serve --new-keeper, then start the service again")
	}
	if _, err := known(&service.Config{Name: serviceName}); err != nil {
		return err
	}
	if err := o.ready(ctx); err != nil {
		return err
	}
	i := installation{user: o.user, args: append([]string{"serve"}, o.given...), platform: runtime.GOOS}
	if i.data, err = filepath.Abs(o.data); err != nil {
		return err
	}
	i.args = append(i.args, "--data="+i.data)
	if o.second != "" && !strings.Contains(o.second, "://") {
		if i.second, err = filepath.Abs(o.second); err != nil {
			return err
		}
	}
	if i.user == "" {
		i.user = cmp.Or(os.Getenv("SUDO_USER"), lowly)
	}
	if i.program, err = place(); err != nil {
		return err
	}
	if err := give(i.data, i.user); err != nil {
		return err
	}
	c, err := i.config()
	if err != nil {
		return err
	}
	if err := i.put(c); err != nil {
		return err
	}
	fmt.Fprintf(out, "Settle is a service now: %s %s, as %s. Start it: settle service start\n", i.program,
		strings.Join(i.args, " "), i.user)
	if runtime.GOOS == windows && !o.near() {
		fmt.Fprintf(out, "Let tablets through the firewall, once:\n  netsh advfirewall firewall add rule name=Settle dir=in "+
			"action=allow profile=private program=\"%s\"\n", i.program)
	}
	return nil
}

// put makes the service, in the place of one that is there.
func (i *installation) put(c *service.Config) error {
	s, err := known(c)
	if err != nil {
		return err
	}
	if _, err := s.Status(); !errors.Is(err, service.ErrNotInstalled) {
		_ = s.Stop() // it may not run
		if err := s.Uninstall(); err != nil {
			return elevated(err)
		}
	}
	if err := s.Install(); err != nil {
		return elevated(err)
	}
	return nil
}

// ready says whether the shop can be served as it is asked for: it is there, nobody has it, and it has a
// keeper where others can reach it.
func (o *options) ready(ctx context.Context) (err error) {
	path := filepath.Join(o.data, datafolder.ShopFile)
	if !datafolder.There(path) {
		return usageError(fmt.Sprintf("there is no shop in %s yet: start it once, settle open, and make the keeper; or "+
			"write its folder with --data", o.data))
	}
	folder, err := datafolder.Hold(o.data, o.command)
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, folder.Release()) }()
	shop, err := store.Open(ctx, path, time.Now)
	if err != nil {
		return err
	}
	return errors.Join(o.allowed(ctx, shop), shop.Close())
}

// place copies the program to where the system keeps programs, and where only an administrator writes: a
// service that anybody could overwrite would be anybody's.
func place() (string, error) {
	here, err := os.Executable()
	if err != nil {
		return "", err
	}
	to := "/usr/local/bin/settle"
	if runtime.GOOS == windows {
		to = filepath.Join(cmp.Or(os.Getenv("ProgramFiles"), `C:\Program Files`), "Settle", "settle.exe")
	}
	if here == to {
		return to, nil
	}
	if err := os.MkdirAll(filepath.Dir(to), 0o755); err != nil {
		return "", elevated(err)
	}
	from, err := os.Open(here)
	if err != nil {
		return "", err
	}
	defer from.Close()
	fresh, err := os.OpenFile(to+".new", os.O_WRONLY|os.O_CREATE|os.O_TRUNC, 0o755)
	if err != nil {
		return "", elevated(err)
	}
	_, err = io.Copy(fresh, from)
	if err = errors.Join(err, fresh.Sync(), fresh.Close()); err != nil {
		return "", errors.Join(err, os.Remove(to+".new"))
	}
	return to, elevated(os.Rename(to+".new", to))
}

// asService runs a command as Windows wants a service run: it is told to stop by the system, and what it
// says goes to the system's log.
func asService(args []string) int {
	p := &underWindows{args: args}
	s, err := service.New(p, &service.Config{Name: serviceName})
	if err != nil {
		return 1
	}
	if p.log, err = s.Logger(nil); err != nil {
		return 1
	}
	if err := s.Run(); err != nil {
		return 1
	}
	return 0
}

type underWindows struct {
	args   []string
	log    service.Logger
	stop   context.CancelFunc
	status chan int
}

func (p *underWindows) Start(service.Service) error {
	ctx, stop := context.WithCancel(context.Background())
	p.stop, p.status = stop, make(chan int, 1)
	go func() {
		status := run(ctx, p.args, strings.NewReader(""), logged(p.log.Info), logged(p.log.Error))
		p.status <- status
		if ctx.Err() == nil { // by itself: the system starts it again
			os.Exit(max(status, 1))
		}
	}()
	return nil
}

func (p *underWindows) Stop(service.Service) error {
	p.stop()
	if status := <-p.status; status != 0 {
		return fmt.Errorf("stopped with %d", status)
	}
	return nil
}

// logged sends what is written to the system's log.
type logged func(v ...any) error

func (l logged) Write(b []byte) (int, error) {
	return len(b), l(string(bytes.TrimSpace(b)))
}
