// Package web carries the built front end. Without a build there is only a
// placeholder in it, and the server says so.
package web

import (
	"embed"
	"io/fs"
)

//go:embed all:dist
var dist embed.FS

// Dist returns the built front end.
func Dist() fs.FS {
	sub, err := fs.Sub(dist, "dist")
	if err != nil {
		panic(err) // the folder is named in the directive above
	}
	return sub
}
