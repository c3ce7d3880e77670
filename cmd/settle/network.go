package main

import (
	"context"
	"crypto/tls"
	"errors"
	"flag"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"syscall"
	"time"

	"settle/internal/authority"
	"settle/internal/door"
	"settle/internal/server"
	"settle/internal/store"
)

// network is how the server is reached.
type network struct {
	addr      string // where it listens
	plain     string // where it says how to trust it, without TLS; off: nowhere
	cert, key string // files of a certificate from elsewhere
	proxied   bool   // another server stands before it and has the certificate
	names     string // more names under which it is reached, with commas between

	own *authority.Authority // of this shop; nil with a certificate from elsewhere, or none
}

func (n *network) flags(flags *flag.FlagSet) {
	flags.StringVar(&n.addr, "addr", env("SETTLE_ADDR", "127.0.0.1:8420"), "address to listen on; once there is a keeper "+
		"it may be reached from elsewhere, such as :8420")
	flags.StringVar(&n.plain, "plain", env("SETTLE_PLAIN", ""), "address without TLS, which tells tablets how to trust "+
		"this server; the next port where nothing is said, off for none")
	flags.StringVar(&n.cert, "cert", env("SETTLE_CERT", ""), "file of a certificate that browsers trust already")
	flags.StringVar(&n.key, "key", env("SETTLE_KEY", ""), "file of its key")
	flags.BoolVar(&n.proxied, "behind-proxy", env("SETTLE_PROXY", "") != "", "another server stands before this one, "+
		"speaks TLS and passes on Host and X-Forwarded-For")
	flags.StringVar(&n.names, "name", env("SETTLE_NAME", ""), "names under which it is reached beside the machine's own, "+
		"with commas between")
}

// check says what of it cannot be used.
func (n *network) check() error {
	if _, _, err := net.SplitHostPort(n.addr); err != nil {
		return usageError(fmt.Sprintf("address %q is not understood: write one such as 127.0.0.1:8420", n.addr))
	}
	if (n.cert == "") != (n.key == "") {
		return usageError("a certificate takes both: --cert FILE and --key FILE")
	}
	if n.cert != "" && n.proxied {
		return usageError("behind a proxy the certificate is the proxy's: leave out --cert and --key")
	}
	return nil
}

// near says whether only this machine reaches it.
func (n *network) near() bool {
	host, _, _ := net.SplitHostPort(n.addr)
	return door.Loopback(host) && !n.proxied
}

// secure says whether it speaks TLS itself.
func (n *network) secure() bool { return n.cert != "" || !n.near() && !n.proxied }

// how the door is kept.
func (o *options) how() door.How {
	return door.How{Demo: o.command == "demo", Local: o.near(), Secure: o.secure() || o.proxied, Lasting: o.cert != "",
		Proxied: o.proxied}
}

// allowed refuses to be reached from elsewhere before there is a keeper: nobody could come in,
// and whoever came first would be it.
func (o *options) allowed(ctx context.Context, shop *store.Store) error {
	if o.near() {
		return nil
	}
	if o.command == "demo" {
		return usageError(fmt.Sprintf("address %s can be reached from other machines, and the demo asks nobody for a PIN: "+
			"leave out --addr, or start a shop of your own with settle serve", o.addr))
	}
	there, err := shop.HasKeeper(ctx)
	if err != nil || there {
		return err
	}
	return usageError(fmt.Sprintf("address %s can be reached from other machines, and this shop has no keeper yet: start "+
		"it once without --addr, open the address that it prints and make a keeper, then start it so", o.addr))
}

// way is one address that is answered.
type way struct {
	*http.Server
	on net.Listener
}

func (w way) serve() error {
	if w.TLSConfig != nil {
		return w.ServeTLS(w.on, "", "")
	}
	return w.Serve(w.on)
}

func answers(on net.Listener, handler http.Handler) way {
	return way{&http.Server{Handler: handler, ReadHeaderTimeout: 5 * time.Second, ReadTimeout: 30 * time.Second,
		IdleTimeout: 2 * time.Minute, MaxHeaderBytes: 64 << 10,
		HTTP2: &http.HTTP2Config{MaxConcurrentStreams: 32}}, on}
}

// ways are the addresses that are answered: the shop's, and the one that says how to trust it.
func (o *options) ways(on net.Listener, shop http.Handler) ([]way, error) {
	if !o.near() && !o.proxied {
		on = server.Bounded(on)
	}
	main := answers(on, shop)
	if !o.secure() {
		return []way{main}, nil
	}
	main.TLSConfig = &tls.Config{MinVersion: tls.VersionTLS12, CipherSuites: withAuthentication()}
	if o.cert != "" {
		pair, err := tls.LoadX509KeyPair(o.cert, o.key)
		if err != nil {
			return nil, fmt.Errorf("reading the certificate: %w", err)
		}
		main.TLSConfig.Certificates = []tls.Certificate{pair}
	} else {
		var err error
		if o.own, err = authority.Open(filepath.Join(o.data, "tls"), o.called(), time.Now); err != nil {
			return nil, err
		}
		main.TLSConfig.GetCertificate = o.own.Certificate
	}
	secure, plain := server.Sorted(on)
	main.on = secure
	if o.plain == "off" {
		return []way{main, answers(plain, authority.Moved(o.here(on.Addr()), ""))}, nil
	}
	_, port, _ := net.SplitHostPort(on.Addr().String())
	if o.plain == "" {
		n, _ := strconv.Atoi(port)
		host, _, _ := net.SplitHostPort(o.addr)
		o.plain = net.JoinHostPort(host, strconv.Itoa(n+1))
	}
	beside, err := listen(o.plain)
	if err != nil {
		return nil, err
	}
	o.plain = beside.Addr().String()
	return []way{main, answers(plain, authority.Moved(o.here(on.Addr()), o.trust())),
		answers(server.Bounded(beside), authority.Plain(o.own, port))}, nil
}

// trust is the address that says how to trust this server; blank where nothing is to be trusted first.
func (o *options) trust() string {
	if o.own == nil || o.plain == "off" {
		return ""
	}
	_, port, _ := net.SplitHostPort(o.plain)
	return "http://" + net.JoinHostPort(o.seen(), port)
}

// withAuthentication are the suites of TLS 1.2 that are offered: those which authenticate what they
// encrypt (AEAD). TLS 1.3, which is preferred, has no others.
func withAuthentication() (out []uint16) {
	for _, s := range tls.CipherSuites() {
		if strings.Contains(s.Name, "_GCM_") || strings.Contains(s.Name, "_POLY1305_") {
			out = append(out, s.ID)
		}
	}
	return out
}

// called are the names of this machine, and those given.
func (n *network) called() []string {
	var out []string
	if host, err := os.Hostname(); err == nil && host != "" {
		out = append(out, host)
		if !strings.Contains(host, ".") {
			out = append(out, host+".local")
		}
	}
	for _, name := range strings.Split(n.names, ",") {
		if name = strings.TrimSpace(name); name != "" {
			out = append(out, name)
		}
	}
	return out
}

// here is the address under which the shop is opened.
func (o *options) here(at net.Addr) string {
	if !o.secure() {
		return "http://" + at.String()
	}
	_, port, _ := net.SplitHostPort(at.String())
	return "https://" + net.JoinHostPort(o.seen(), port)
}

// greet says where the shop is, and what is to be done first; it returns the page to begin with.
func (o *options) greet(ctx context.Context, d *door.Door, at net.Addr, out io.Writer) (first string, err error) {
	here := o.here(at)
	fmt.Fprintf(out, "Settle is at %s  (data in %s, Ctrl-C stops it)\n", here, o.data)
	for _, ip := range o.uncovered() {
		fmt.Fprintf(out, "Under %s no browser trusts it: that is no address of a private network, for which the shop's own "+
			"authority may speak. Open it by a name, or give a certificate with --cert and --key.\n", ip)
	}
	if o.command == "demo" {
		fmt.Fprintln(out, "This is the demo: on this machine no PIN is asked. A shop of your own asks: settle serve")
	}
	if trust := o.trust(); trust != "" {
		fmt.Fprintf(out, "Tablets, and this PC, open %s first: it says how to trust this server, whose certificate has the "+
			"fingerprint\n  %s\n", trust, o.own.Fingerprint())
	}
	if o.command == "demo" {
		return here, nil
	}
	token, err := d.Invite(ctx, o.keeper)
	if token == "" {
		return here, err
	}
	first = here + "/keeper#" + token
	fmt.Fprintf(out, "Make the keeper of this shop, once, at %s\n", first)
	return first, err
}

// seen is the address under which other machines reach this one: one for which there is a certificate.
func (n *network) seen() string {
	host, _, _ := net.SplitHostPort(n.addr)
	if ip := net.ParseIP(host); host != "" && (ip == nil || !ip.IsUnspecified()) &&
		(n.own == nil || n.own.Covers(host)) {
		return host
	}
	for _, ip := range authority.Addresses() {
		if ip.To4() != nil && !ip.IsLoopback() && (n.own == nil || n.own.Covers(ip.String())) {
			return ip.String()
		}
	}
	for _, name := range n.called() {
		if n.own != nil && n.own.Covers(name) {
			return name
		}
	}
	return "127.0.0.1"
}

// uncovered are the addresses of this machine for which the shop's authority may not speak.
func (n *network) uncovered() (out []string) {
	if n.own == nil {
		return nil
	}
	host, _, _ := net.SplitHostPort(n.addr)
	if ip := net.ParseIP(host); ip != nil && !ip.IsUnspecified() {
		if !n.own.Covers(host) {
			out = append(out, host)
		}
		return out
	}
	for _, ip := range authority.Addresses() {
		if ip.To4() != nil && !n.own.Covers(ip.String()) {
			out = append(out, ip.String())
		}
	}
	return out
}

// listen opens an address.
func listen(addr string) (net.Listener, error) {
	l, err := net.Listen("tcp", addr)
	if errors.Is(err, syscall.EADDRINUSE) {
		return nil, fmt.Errorf("address %s is taken by another program: stop that one, or name another port with --addr "+
			"127.0.0.1:8431", addr)
	}
	if errors.Is(err, syscall.EACCES) {
		return nil, fmt.Errorf("address %s may not be used by this user: choose a port above 1023", addr)
	}
	return l, err
}
