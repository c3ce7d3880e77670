package main

import (
	"cmp"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"settle/internal/door"
)

// A browser whose profile has taken in the shop's authority opens the shop; one that has not shows nothing
// of it. NSS is where browsers on Linux keep the authorities that a person trusts.
func TestABrowserTrustsTheAuthority(t *testing.T) {
	certutil, err := exec.LookPath("certutil")
	if err != nil {
		t.Skip("no certutil (libnss3-tools) on this machine")
	}
	chromium, err := exec.LookPath(cmp.Or(os.Getenv("CHROMIUM"), "chromium-headless-shell"))
	if err != nil {
		t.Skip("no headless Chromium on this machine")
	}
	data := t.TempDir()
	furnished(t, data, 1, door.How{Secure: true})
	s := serve(t, nil, "--data", data, "--addr", "0.0.0.0:0", "--plain", "127.0.0.1:0")
	defer s.halt(false)
	_, port, _ := net.SplitHostPort(strings.TrimPrefix(s.at, "https://"))
	shown := func(home string) string {
		c := exec.Command(chromium, "--no-sandbox", "--headless", "--dump-dom", "https://127.0.0.1:"+port+"/")
		c.Env = append(os.Environ(), "HOME="+home)
		page, err := c.Output()
		if err != nil {
			t.Logf("the browser: %v", err)
		}
		return string(page)
	}
	trusts, stranger := t.TempDir(), t.TempDir()
	profile := "sql:" + filepath.Join(trusts, ".pki", "nssdb")
	if err := os.MkdirAll(strings.TrimPrefix(profile, "sql:"), 0o700); err != nil {
		t.Fatal(err)
	}
	for _, args := range [][]string{{"-N", "--empty-password"},
		{"-A", "-t", "C,,", "-n", "Settle", "-i", filepath.Join(data, "tls", "authority.crt")}} {
		if said, err := exec.Command(certutil, append([]string{"-d", profile}, args...)...).CombinedOutput(); err != nil {
			t.Fatalf("certutil %v: %v: %s", args, err, said)
		}
	}
	const title = "<title>Settle</title>"
	if page := shown(trusts); !strings.Contains(page, title) {
		t.Errorf("a browser that trusts the authority shows %.400s", page)
	}
	if page := shown(stranger); strings.Contains(page, title) {
		t.Error("a browser that knows nothing of the authority shows the shop")
	}
}
