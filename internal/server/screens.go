package server

import (
	"crypto/rand"
	"errors"
	"fmt"
	"io/fs"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"
)

// policy allows our own scripts and styles only; the nonce is for the styles
// which the front end makes as it runs.
func policy(nonce string) string {
	style := "'self'"
	if nonce != "" {
		style += " 'nonce-" + nonce + "'"
	}
	return "default-src 'self'; script-src 'self'; style-src " + style +
		"; img-src 'self' data:; font-src 'self'; connect-src 'self'; object-src 'none'; base-uri 'none'; form-action " +
		"'self'; frame-ancestors 'none'"
}

const notBuilt = `<!doctype html><html lang="en"><title>Settle</title><h1>The front end is not built</h1>
<p>This program was built without its screens. Run <code>make demo</code>, or <code>make build</code>
and start it again. The API answers under <a href="/api/v1/openapi.json">/api/v1</a>.</p></html>`

// screens serves the front end: hashed assets for good, the index page fresh
// each time, and the index page for every address of a screen.
func screens(engine *gin.Engine, front fs.FS) {
	index, err := fs.ReadFile(front, "index.html")
	if err != nil {
		index = []byte(notBuilt)
	}
	engine.NoRoute(func(c *gin.Context) {
		path := strings.TrimPrefix(c.Request.URL.Path, "/")
		switch {
		case strings.HasPrefix(path, "api/"):
			c.Header("Content-Type", "application/problem+json")
			c.JSON(http.StatusNotFound, &Problem{Title: http.StatusText(http.StatusNotFound), Status: http.StatusNotFound,
				Detail: "There is no such address in the API: /api/v1/openapi.json lists them."})
		case c.Request.Method != http.MethodGet && c.Request.Method != http.MethodHead:
			c.Status(http.StatusMethodNotAllowed)
		case strings.HasPrefix(path, "assets/") || path == "favicon.svg":
			asset(c, front, path)
		default:
			nonce := rand.Text()
			c.Header("Content-Security-Policy", policy(nonce))
			c.Header("Cache-Control", "no-cache")
			c.Data(http.StatusOK, "text/html; charset=utf-8", []byte(strings.ReplaceAll(string(index), "NONCE", nonce)))
		}
	})
}

// asset serves one built file, its compressed twin where the browser takes it.
func asset(c *gin.Context, front fs.FS, path string) {
	c.Header("Vary", "Accept-Encoding")
	if info, err := fs.Stat(front, path); err != nil || info.IsDir() {
		c.String(http.StatusNotFound, "There is no such file: load the page again.")
		return
	}
	if strings.HasPrefix(path, "assets/") {
		c.Header("Cache-Control", "public, max-age=31536000, immutable")
	}
	if kind := kinds[path[strings.LastIndexByte(path, '.')+1:]]; kind != "" {
		c.Header("Content-Type", kind)
	}
	if strings.Contains(c.GetHeader("Accept-Encoding"), "gzip") {
		if _, err := fs.Stat(front, path+".gz"); err == nil {
			c.Header("Content-Encoding", "gzip")
			path += ".gz"
		} else if !errors.Is(err, fs.ErrNotExist) {
			c.String(http.StatusInternalServerError, fmt.Sprintf("reading %s failed", path))
			return
		}
	}
	http.ServeFileFS(c.Writer, c.Request, front, path)
}

var kinds = map[string]string{
	"js": "text/javascript; charset=utf-8", "css": "text/css; charset=utf-8", "svg": "image/svg+xml",
	"woff2": "font/woff2",
}
