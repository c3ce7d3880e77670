package door

import (
	"context"
	"net"
	"net/http"
	"strings"
	"time"
)

// address is where a request came from.
func (d *Door) address(r *http.Request) string {
	if d.how.Proxied {
		all := strings.Split(r.Header.Get("X-Forwarded-For"), ",")
		if last := strings.TrimSpace(all[len(all)-1]); net.ParseIP(last) != nil {
			return last // what the proxy itself wrote; those before it anybody can send
		}
	}
	host, _, err := net.SplitHostPort(r.RemoteAddr)
	if err != nil {
		return r.RemoteAddr
	}
	return host
}

// forwarded are the headers by which a proxy tells of who asks.
var forwarded = []string{"X-Forwarded-For", "X-Forwarded-Host", "X-Forwarded-Proto", "X-Real-Ip", "Forwarded", "Via"}

// Here says whether a request comes from this machine, to a name of it, by no way around. Behind a proxy
// all come from this machine: there it counts only by the header that the proxy always sets, and a
// request without it, which may have come by another proxy, is not from here.
func (d *Door) Here(r *http.Request) bool {
	from, _, err := net.SplitHostPort(r.RemoteAddr)
	if err != nil || !Loopback(from) || !Loopback(Host(r)) {
		return false
	}
	if d.how.Proxied {
		return r.Header.Get("X-Forwarded-For") != "" && Loopback(d.address(r))
	}
	for _, h := range forwarded {
		if r.Header.Get(h) != "" {
			return false
		}
	}
	return true
}

// Host is the name under which the server was asked, without the port.
func Host(r *http.Request) string {
	if name, _, err := net.SplitHostPort(r.Host); err == nil {
		return name
	}
	return r.Host
}

// Loopback reports whether a host name or address is this machine's own.
func Loopback(host string) bool {
	ip := net.ParseIP(strings.Trim(host, "[]"))
	return host == "localhost" || ip != nil && ip.IsLoopback()
}

const (
	sessionCookie = "session"
	deviceCookie  = "tablet"
	browserCookie = "known"
	// A tablet stays let in for as long as browsers keep a cookie.
	deviceAge = 400 * 24 * time.Hour
)

func (d *Door) cookieName(kind string) string {
	name := "settle-" + kind
	if d.how.Demo {
		name = "settle-demo-" + kind // a demo beside a shop on one machine
	}
	if d.how.Secure {
		name = "__Host-" + name
	}
	return name
}

func (d *Door) cookie(r *http.Request, kind string) string {
	if c, err := r.Cookie(d.cookieName(kind)); err == nil {
		return c.Value
	}
	return ""
}

// bake makes a cookie; an empty value takes it away.
func (d *Door) bake(kind, value string, age time.Duration) *http.Cookie {
	c := &http.Cookie{Name: d.cookieName(kind), Value: value, Path: "/", HttpOnly: true, Secure: d.how.Secure,
		SameSite: http.SameSiteStrictMode, MaxAge: int(age.Seconds())}
	if value == "" {
		c.MaxAge = -1
	}
	return c
}

type key struct{}

// With puts the caller beside a request.
func With(ctx context.Context, c Caller) context.Context { return context.WithValue(ctx, key{}, c) }

// Of is who sent a request.
func Of(ctx context.Context) Caller {
	c, _ := ctx.Value(key{}).(Caller)
	return c
}
