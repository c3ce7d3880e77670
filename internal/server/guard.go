package server

import (
	"net/http"
	"net/url"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/gin-gonic/gin"

	"settle/internal/door"
)

// guard stands before everything: it keeps other sites out, slows down who asks too much, and
// finds out who asks.
type guard struct {
	door  *door.Door
	limit *limiter
}

func newGuard(d *door.Door) *guard { return &guard{door: d, limit: newLimiter()} }

func (g *guard) pass(c *gin.Context) {
	h := c.Writer.Header()
	h.Set("X-Content-Type-Options", "nosniff")
	h.Set("Referrer-Policy", "no-referrer")
	h.Set("Cross-Origin-Opener-Policy", "same-origin")
	h.Set("Cross-Origin-Resource-Policy", "same-origin")
	h.Set("Content-Security-Policy", policy(""))
	how := g.door.How()
	if how.Lasting {
		h.Set("Strict-Transport-Security", "max-age=31536000")
	}
	// A page elsewhere could make a browser ask here, by a name that points here or by a form.
	if how.Local && !door.Loopback(door.Host(c.Request)) {
		refuse(c, http.StatusForbidden, "This server answers only on this machine: open it as http://127.0.0.1 with its "+
			"port.")
		return
	}
	if !own(c.Request) {
		refuse(c, http.StatusForbidden, "Only Settle's own pages may talk to it.")
		return
	}
	if path := c.Request.URL.Path; strings.HasPrefix(path, "/api/") || path == "/health" {
		h.Set("Cache-Control", "no-store")
		g.ask(c)
	}
}

// ask finds out who asks for something of the API.
func (g *guard) ask(c *gin.Context) {
	caller, err := g.door.Caller(c.Request)
	if err != nil {
		p := problem(err).(*Problem)
		refuse(c, p.Status, p.Detail)
		return
	}
	if !g.limit.allows(caller) {
		// Who asks as fast as they can waits for each answer, and takes no time from others.
		select {
		case <-time.After(held):
		case <-c.Request.Context().Done():
		}
		c.Header("Retry-After", "1")
		refuse(c, http.StatusTooManyRequests, "Too much is asked at once: wait a second.")
		return
	}
	if strings.HasPrefix(c.Request.URL.Path, "/api/v1/openapi") && caller.Account.ID == "" {
		refuse(c, http.StatusUnauthorized, "Sign in to read the description of the API.")
		return
	}
	c.Request = c.Request.WithContext(door.With(c.Request.Context(), caller))
}

// own says whether a request comes from a page of ours, or from no page at all.
func own(r *http.Request) bool {
	if origin := r.Header.Get("Origin"); origin != "" {
		if u, err := url.Parse(origin); err != nil || u.Host != r.Host {
			return false
		}
	}
	return r.Header.Get("Sec-Fetch-Site") != "cross-site" || !strings.HasPrefix(r.URL.Path, "/api/")
}

func refuse(c *gin.Context, status int, detail string) {
	c.Header("Content-Type", "application/problem+json")
	c.AbortWithStatusJSON(status, &Problem{Title: http.StatusText(status), Status: status, Detail: detail})
}

// write answers with a problem, before an operation was asked.
func write(api huma.API, ctx huma.Context, p *Problem) {
	ctx.SetHeader("Content-Type", p.ContentType(""))
	ctx.SetStatus(p.Status)
	_ = api.Marshal(ctx.BodyWriter(), "application/json", p) // who went away waits for no answer
}
