// Package authority makes certificates for a server that is reached in a shop's own network only,
// where no public authority can know its name. The authority may speak for private addresses and
// private names and for nothing else, so that its key, where it is stolen, is of no use against
// other sites.
package authority

import (
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/sha256"
	"crypto/tls"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/pem"
	"errors"
	"fmt"
	"io/fs"
	"math/big"
	"net"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"time"
)

const (
	lasts = 10 * 365 * 24 * time.Hour // the authority, which tablets are told to trust
	// Browsers take no certificate that lasts longer.
	leafLasts = 397 * 24 * time.Hour
	renewed   = 30 * 24 * time.Hour // before it ends
)

// private are the names and addresses an authority may speak for: those of RFC 1918, 4193, 6762
// and 8375, and what routers call their own.
var (
	privateNames = []string{"localhost", "local", "lan", "internal", "home.arpa"}
	privateNets  = []string{"127.0.0.0/8", "10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "::1/128",
		"fc00::/7", "fe80::/10"}
)

// Authority signs the certificate of one server, and signs a new one before it ends.
type Authority struct {
	cert  *x509.Certificate
	key   *ecdsa.PrivateKey
	names []string // of this machine, and of what stands before it
	ips   []net.IP // the same as addresses
	now   func() time.Time

	mu   sync.Mutex
	leaf *tls.Certificate
	ends time.Time
	of   []net.IP
}

// Open reads the authority in a folder, or makes one that may speak for private names and those
// given; private addresses may be among them. One that was made without a name that is given now
// is refused.
func Open(folder string, given []string, now func() time.Time) (*Authority, error) {
	var names []string
	var ips []net.IP
	for _, n := range given {
		if ip := net.ParseIP(n); ip != nil {
			ips = append(ips, ip)
		} else {
			names = append(names, n)
		}
	}
	crt, key := filepath.Join(folder, "authority.crt"), filepath.Join(folder, "authority.key")
	if _, err := os.Stat(crt); errors.Is(err, fs.ErrNotExist) {
		if err := make509(folder, crt, key, names, now()); err != nil {
			return nil, fmt.Errorf("making the shop's certificate authority: %w", err)
		}
	}
	pair, err := tls.LoadX509KeyPair(crt, key)
	if err != nil {
		return nil, fmt.Errorf("reading the shop's certificate authority in %s: %w", folder, err)
	}
	signer, ok := pair.PrivateKey.(*ecdsa.PrivateKey)
	if !ok {
		return nil, fmt.Errorf("%s holds a key of another kind: move it away, and Settle makes a new authority", key)
	}
	a := &Authority{cert: pair.Leaf, key: signer, names: names, ips: ips, now: now}
	for _, ip := range ips {
		if !a.mayIP(ip) {
			return nil, fmt.Errorf("the address %s is not of a private network: give a certificate for it with --cert and "+
				"--key", ip)
		}
	}
	for _, n := range names {
		if !a.may(n) {
			return nil, fmt.Errorf("the authority in %s was made without the name %s: move that folder away, and "+
				"Settle makes a new one, which tablets have to trust anew", folder, n)
		}
	}
	if now().After(a.cert.NotAfter) {
		return nil, fmt.Errorf("the authority in %s ended on %s: move that folder away, and Settle makes a new one, which "+
			"tablets have to trust anew", folder, a.cert.NotAfter.Format(time.DateOnly))
	}
	return a, nil
}

func make509(folder, crt, key string, names []string, now time.Time) error {
	signer, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return err
	}
	template := &x509.Certificate{
		Subject:   pkix.Name{CommonName: "Settle of this shop, made " + now.Format(time.DateOnly)},
		NotBefore: now.Add(-time.Hour), NotAfter: now.Add(lasts), IsCA: true, BasicConstraintsValid: true,
		MaxPathLenZero: true, KeyUsage: x509.KeyUsageCertSign | x509.KeyUsageDigitalSignature,
		ExtKeyUsage:                 []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth},
		PermittedDNSDomainsCritical: true, PermittedDNSDomains: append(slices.Clone(privateNames), names...),
	}
	for _, n := range privateNets {
		_, within, err := net.ParseCIDR(n)
		if err != nil {
			return err
		}
		template.PermittedIPRanges = append(template.PermittedIPRanges, within)
	}
	der, err := sign(template, template, signer, signer)
	if err != nil {
		return err
	}
	secret, err := x509.MarshalPKCS8PrivateKey(signer)
	if err != nil {
		return err
	}
	if err := os.MkdirAll(folder, 0o700); err != nil {
		return err
	}
	// The certificate last: where it is, the key is too.
	return errors.Join(os.WriteFile(key, pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: secret}), 0o600),
		os.WriteFile(crt, pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: der}), 0o600))
}

func sign(template, parent *x509.Certificate, of, by *ecdsa.PrivateKey) ([]byte, error) {
	serial, err := rand.Int(rand.Reader, new(big.Int).Lsh(big.NewInt(1), 127))
	if err != nil {
		return nil, err
	}
	template.SerialNumber = serial
	return x509.CreateCertificate(rand.Reader, template, parent, &of.PublicKey, by)
}

// may says whether the authority may speak for a name.
func (a *Authority) may(name string) bool {
	return slices.ContainsFunc(a.cert.PermittedDNSDomains, func(d string) bool {
		return strings.EqualFold(name, d) || strings.HasSuffix(strings.ToLower(name), "."+strings.ToLower(d))
	})
}

// Certificate is the server's certificate for all addresses that this machine has now.
func (a *Authority) Certificate(*tls.ClientHelloInfo) (*tls.Certificate, error) {
	ips := a.addresses()
	a.mu.Lock()
	defer a.mu.Unlock()
	if a.leaf != nil && a.now().Before(a.ends.Add(-renewed)) && slices.EqualFunc(a.of, ips, net.IP.Equal) {
		return a.leaf, nil
	}
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return nil, err
	}
	ends := a.now().Add(leafLasts)
	if ends.After(a.cert.NotAfter) {
		ends = a.cert.NotAfter
	}
	names := append([]string{"localhost"}, a.names...)
	der, err := sign(&x509.Certificate{Subject: pkix.Name{CommonName: names[len(names)-1]},
		NotBefore: a.now().Add(-time.Hour), NotAfter: ends, KeyUsage: x509.KeyUsageDigitalSignature,
		ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth}, DNSNames: names, IPAddresses: ips}, a.cert, key, a.key)
	if err != nil {
		return nil, err
	}
	a.leaf, a.ends, a.of = &tls.Certificate{Certificate: [][]byte{der, a.cert.Raw}, PrivateKey: key}, ends, ips
	return a.leaf, nil
}

// addresses are those of this machine which the authority may speak for.
func (a *Authority) addresses() []net.IP {
	out := slices.Clone(a.ips)
	for _, ip := range Addresses() {
		if a.mayIP(ip) {
			out = append(out, ip)
		}
	}
	return out
}

func (a *Authority) mayIP(ip net.IP) bool {
	return slices.ContainsFunc(a.cert.PermittedIPRanges, func(n *net.IPNet) bool { return n.Contains(ip) })
}

// Covers says whether the server's certificate is good for a name or an address.
func (a *Authority) Covers(name string) bool {
	if ip := net.ParseIP(name); ip != nil {
		return slices.ContainsFunc(a.addresses(), ip.Equal)
	}
	return name == "localhost" || slices.ContainsFunc(a.names, func(n string) bool { return strings.EqualFold(n, name) })
}

// PEM is the certificate that tablets are told to trust.
func (a *Authority) PEM() []byte {
	return pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: a.cert.Raw})
}

// Fingerprint is the SHA-256 of that certificate, as tablets show it.
func (a *Authority) Fingerprint() string {
	sum := sha256.Sum256(a.cert.Raw)
	return strings.TrimSuffix(strings.ReplaceAll(fmt.Sprintf("% X ", sum), " ", ":"), ":")
}

// Addresses are the addresses of this machine, its own first.
func Addresses() []net.IP {
	out := []net.IP{net.IPv4(127, 0, 0, 1), net.IPv6loopback}
	all, err := net.InterfaceAddrs()
	if err != nil {
		return out
	}
	for _, x := range all {
		if n, ok := x.(*net.IPNet); ok && !n.IP.IsLoopback() && !n.IP.IsLinkLocalUnicast() {
			out = append(out, n.IP)
		}
	}
	return out
}
