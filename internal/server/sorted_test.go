package server

import (
	"crypto/tls"
	"errors"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/http/httptest"
	"testing"
	"time"
)

// With TLS and without it one address is answered by two servers; one that says nothing holds up nobody,
// and what is closed takes nothing more.
func TestOneAddressWithTLSAndWithout(t *testing.T) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	secure, plain := Sorted(l)
	said := func(what string) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) { fmt.Fprint(w, what) })
	}
	pair := httptest.NewTLSServer(nil)
	defer pair.Close()
	one := &http.Server{Handler: said("secure"), TLSConfig: &tls.Config{Certificates: pair.TLS.Certificates},
		ReadHeaderTimeout: time.Second}
	other := &http.Server{Handler: said("plain"), ReadHeaderTimeout: time.Second}
	done := make(chan error, 2)
	go func() { done <- one.ServeTLS(secure, "", "") }()
	go func() { done <- other.Serve(plain) }()
	idle, err := net.Dial("tcp", l.Addr().String())
	if err != nil {
		t.Fatal(err)
	}
	defer idle.Close()
	ask := func(scheme string) string {
		client := pair.Client()
		r, err := client.Get(scheme + "://" + l.Addr().String() + "/")
		if err != nil {
			return err.Error()
		}
		defer r.Body.Close()
		b, _ := io.ReadAll(r.Body)
		return string(b)
	}
	for range 3 {
		if a, b := ask("https"), ask("http"); a != "secure" || b != "plain" {
			t.Errorf("with TLS %q, without %q", a, b)
		}
	}
	if err := errors.Join(one.Close(), other.Close()); err != nil {
		t.Error(err)
	}
	for range 2 {
		if err := <-done; !errors.Is(err, http.ErrServerClosed) && !errors.Is(err, net.ErrClosed) {
			t.Error(err)
		}
	}
	if _, err := net.Dial("tcp", l.Addr().String()); err == nil {
		t.Error("it still takes connections")
	}
}
