package authority

import (
	_ "embed"
	"html/template"
	"net"
	"net/http"
)

//go:embed trust.html
var page string

var trust = template.Must(template.New("trust").Parse(page))

// Plain answers without TLS: how a tablet comes to trust the authority, and its certificate. All
// else is sent on to the port where TLS is. The authority may be nil: then all is sent on.
func Plain(a *Authority, port string) http.Handler {
	mux := http.NewServeMux()
	there := func(r *http.Request) string {
		host := r.Host
		if name, _, err := net.SplitHostPort(r.Host); err == nil {
			host = name
		}
		return "https://" + net.JoinHostPort(host, port)
	}
	mux.HandleFunc("/", func(w http.ResponseWriter, r *http.Request) {
		http.Redirect(w, r, there(r)+r.URL.RequestURI(), http.StatusPermanentRedirect)
	})
	if a == nil {
		return mux
	}
	mux.HandleFunc("GET /{$}", func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		h.Set("Content-Type", "text/html; charset=utf-8")
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'")
		_ = trust.Execute(w, map[string]string{"There": there(r), "Fingerprint": a.Fingerprint()}) // it went away
	})
	mux.HandleFunc("GET /settle.crt", func(w http.ResponseWriter, _ *http.Request) {
		w.Header().Set("Content-Type", "application/x-x509-ca-cert")
		w.Header().Set("Content-Disposition", `attachment; filename="settle.crt"`)
		_, _ = w.Write(a.PEM()) // it went away
	})
	return mux
}
