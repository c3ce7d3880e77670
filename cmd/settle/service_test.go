package main

import (
	"context"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"strings"
	"testing"
	"time"
)

func TestWhereAShopIsKept(t *testing.T) {
	tests := []struct {
		system, home string
		env          map[string]string
		want         string
	}{
		{"windows", `C:\Users\ann`, map[string]string{"LocalAppData": `C:\Users\ann\AppData\Local`},
			filepath.Join(`C:\Users\ann\AppData\Local`, "Settle")},
		{"windows", "", nil, ""},
		{"darwin", "/Users/ann", nil, "/Users/ann/Library/Application Support/Settle"},
		{"linux", "/home/ann", nil, "/home/ann/.local/share/settle"},
		{"linux", "/home/ann", map[string]string{"XDG_DATA_HOME": "/data/ann"}, "/data/ann/settle"},
		{"linux", "/home/ann", map[string]string{"XDG_DATA_HOME": "not/whole"}, "/home/ann/.local/share/settle"},
		{"linux", "/home/ann", map[string]string{"XDG_DATA_HOME": "/root/data", "SUDO_USER": "ann"},
			"/home/ann/.local/share/settle"},
		{"linux", "", nil, ""},
	}
	for _, tt := range tests {
		if got := systemFolder(tt.system, func(name string) string { return tt.env[name] }, tt.home); got != tt.want {
			t.Errorf("%s, home %q, %v: %q, want %q", tt.system, tt.home, tt.env, got, tt.want)
		}
	}
	t.Chdir(t.TempDir())
	t.Setenv("XDG_DATA_HOME", t.TempDir())
	if got := shopFolder(); got == beginners {
		t.Errorf("a shop begins in %s", got)
	}
	if err := os.MkdirAll(beginners, 0o700); err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(filepath.Join(beginners, "settle.db"), nil, 0o600); err != nil {
		t.Fatal(err)
	}
	if got := shopFolder(); got != beginners {
		t.Errorf("a shop that began in %s is looked for in %s", beginners, got)
	}
}

// What was opened by a double click opens the browser at the page to begin with; a second click opens the
// Settle that runs.
func TestADoubleClickOpensThePage(t *testing.T) {
	opened := make(chan string, 2)
	before := browse
	browse = func(address string) error { opened <- address; return nil }
	defer func() { browse = before }()
	dir := t.TempDir()
	ctx, stop := context.WithCancel(t.Context())
	done := make(chan int)
	go func() {
		status, _, errs := try(t, ctx, "", "open", "--data", dir, "--addr", "127.0.0.1:0")
		if status != 0 {
			t.Error(errs)
		}
		done <- status
	}()
	first := <-opened
	base, _, found := strings.Cut(first, "/keeper#")
	if !found || !strings.HasPrefix(base, "http://127.0.0.1:") {
		t.Errorf("a new shop opens %s", first)
	}
	status, out, errs := try(t, t.Context(), "", "open", "--data", dir)
	if status != 0 || !strings.Contains(out, "runs already, at "+base) || <-opened != base {
		t.Errorf("the second: %d %s %s", status, out, errs)
	}
	stop()
	<-done
}

// The unit of systemd runs the program as somebody, lets it write its own folder and nothing else, and is
// one that systemd itself takes.
func TestTheUnitOfSystemd(t *testing.T) {
	i := installation{program: "/bin/true", user: "root", platform: "linux", data: "/srv/a shop's 100%",
		args: []string{"serve", "--addr=:8420", `--name=a"b`, "--data=/srv/a shop's 100%"}, second: "/mnt/nas/settle"}
	text, err := i.unit()
	if err != nil {
		t.Fatal(err)
	}
	for _, want := range []string{
		`ExecStart=/bin/true serve --addr=:8420 "--name=a\"b" "--data=/srv/a shop's 100%%"`,
		`ReadWritePaths="/srv/a shop's 100%%" /mnt/nas/settle`, "User=root\n", "ProtectSystem=strict", "NoNewPrivileges=yes",
	} {
		if !strings.Contains(text, want) {
			t.Errorf("%q is not in\n%s", want, text)
		}
	}
	c, err := i.config()
	if err != nil || c.Option["SystemdScript"] != text || strings.Contains(text, "{{") {
		t.Errorf("the system is told %v, %v", c, err)
	}
	analyze, err := exec.LookPath("systemd-analyze")
	if err != nil {
		t.Skip("no systemd to ask")
	}
	at := filepath.Join(t.TempDir(), "settle.service")
	if err := os.WriteFile(at, []byte(text), 0o600); err != nil {
		t.Fatal(err)
	}
	if said, err := exec.Command(analyze, "verify", "--man=no", at).CombinedOutput(); err != nil ||
		strings.Contains(string(said), "settle.service") {
		t.Errorf("systemd says %v: %s", err, said)
	}
}

func TestServicesThatCannotBe(t *testing.T) {
	t.Setenv("SUDO_USER", "")
	tests := []struct{ args, says string }{
		{"service", "install"},
		{"service polish", `"polish" is not understood`},
		{"service start now", `"now" is not understood`},
		{"service install --loud", "loud"},
		{"service install --addr nonsense", "127.0.0.1:8420"},
		{"service install --new-keeper", "is for once"},
	}
	for _, tt := range tests {
		status, _, errs := try(t, t.Context(), "", strings.Fields(tt.args)...)
		if status != 2 || !strings.Contains(errs, tt.says) {
			t.Errorf("%s: %d %s", tt.args, status, errs)
		}
	}
	// A shop that is none, has no keeper, or is in use is no service.
	o := &options{command: install, data: t.TempDir()}
	o.addr = ":8420"
	if err := o.ready(t.Context()); err == nil || !strings.Contains(err.Error(), "make the keeper") {
		t.Errorf("no shop: %v", err)
	}
	ctx, stop := context.WithTimeout(t.Context(), time.Minute)
	hears := &listener{what: "/keeper#", then: stop}
	if status := run(ctx, []string{"serve", "--data", o.data, "--addr", "127.0.0.1:0"}, nil, hears, hears); status != 0 {
		t.Fatal(hears.String())
	}
	if err := o.ready(t.Context()); err == nil || !strings.Contains(err.Error(), "no keeper yet") {
		t.Errorf("no keeper: %v", err)
	}
	o.addr = "127.0.0.1:8420"
	if err := o.ready(t.Context()); err != nil {
		t.Errorf("on this machine only: %v", err)
	}
	if runtime.GOOS == "linux" {
		if _, err := os.Stat("/run/systemd/system"); err != nil {
			status, _, errs := try(t, t.Context(), "", "service", "start")
			if status == 0 || !strings.Contains(errs, "no systemd") {
				t.Errorf("without systemd: %d %s", status, errs)
			}
		}
	}
}
