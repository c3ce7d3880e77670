package authority

import (
	"embed"
	"html/template"
	"net"
	"net/http"
)

//go:embed *.html
var files embed.FS

var pages = template.Must(template.ParseFS(files, "*.html"))

// page writes one of the pages, which takes no script.
func page(w http.ResponseWriter, status int, name string, with map[string]any) {
	h := w.Header()
	h.Set("Content-Type", "text/html; charset=utf-8")
	h.Set("X-Content-Type-Options", "nosniff")
	h.Set("Cache-Control", "no-store")
	h.Set("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'")
	w.WriteHeader(status)
	_ = pages.ExecuteTemplate(w, name, with) // it went away
}

// Moved answers without TLS where TLS is spoken: a browser that still has the address of before is told
// where Settle is, and where it says how to trust it; trust may be blank.
func Moved(there, trust string) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
		w.Header().Set("Connection", "close, Upgrade")
		w.Header().Set("Upgrade", "TLS/1.2, HTTP/1.1") // RFC 2817, 4.2: what the refusal asks for
		page(w, http.StatusUpgradeRequired, "moved.html", map[string]any{"There": there, "Trust": trust})
	})
}

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
		page(w, http.StatusOK, "trust.html", map[string]any{"There": there(r), "Fingerprint": a.Fingerprint(),
			"Systems": systems, "Here": systemOf(r.UserAgent())})
	})
	mux.HandleFunc("GET /settle.crt", func(w http.ResponseWriter, _ *http.Request) {
		w.Header().Set("Content-Type", "application/x-x509-ca-cert")
		w.Header().Set("Content-Disposition", `attachment; filename="settle.crt"`)
		_, _ = w.Write(a.PEM()) // it went away
	})
	return mux
}
