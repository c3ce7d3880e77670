// Package licences holds the notices of everything that is shipped in the binary:
// the libraries of the program and of its screens, and the typefaces.
package licences

import (
	_ "embed" // the notices
	"encoding/json"
	"sync"
)

//go:generate go run ./collect

//go:embed notices.json
var notices []byte

// Notice is the text of a licence, with what is shipped under it.
type Notice struct {
	Kind string   `json:"kind" enum:"settle,typeface,go,npm"`
	Of   []string `json:"of" nullable:"false" doc:"names with their versions"`
	Text string   `json:"text"`
}

// All are the notices: Settle's own first, then typefaces and libraries.
var All = sync.OnceValues(func() ([]Notice, error) {
	var all []Notice
	return all, json.Unmarshal(notices, &all)
})
