// Package words changes the first letter of a sentence, and nothing else of it: a
// unit keeps its case.
package words

import (
	"unicode"
	"unicode/utf8"
)

// Capital begins a sentence.
func Capital(s string) string { return first(s, unicode.ToUpper) }

// Lower puts a sentence behind others.
func Lower(s string) string { return first(s, unicode.ToLower) }

func first(s string, change func(rune) rune) string {
	r, n := utf8.DecodeRuneInString(s)
	if r == utf8.RuneError {
		return s
	}
	return string(change(r)) + s[n:]
}
