// Package words puts words together: it changes the first letter of a sentence and
// nothing else of it (a unit keeps its case), and names several things in a row.
package words

import (
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"
)

// Capital begins a sentence.
func Capital(s string) string { return first(s, unicode.ToUpper) }

// Lower puts a sentence behind others.
func Lower(s string) string {
	if len(s) > 1 && unicode.IsUpper(rune(s[0])) && unicode.IsUpper(rune(s[1])) { // an abbreviation
		return s
	}
	return first(s, unicode.ToLower)
}

func first(s string, change func(rune) rune) string {
	r, n := utf8.DecodeRuneInString(s)
	if r == utf8.RuneError {
		return s
	}
	return string(change(r)) + s[n:]
}

// List names several: "a, b or c".
func List(all []string, last string) string {
	n := len(all) - 1
	if n < 1 {
		return strings.Join(all, "")
	}
	return strings.Join(all[:n], ", ") + " " + last + " " + all[n]
}

// Several counts things of one name: "1 bolt", "4 bolts". It is the one place that makes a plural.
func Several(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return strconv.Itoa(n) + " " + what + "s"
}

// Behind puts more behind a text, where there is more.
func Behind(comma, more string) string {
	if more == "" {
		return ""
	}
	return comma + more
}

// Ahead puts a text before others, with what stands between where there is one.
func Ahead(text, between string) string {
	if text == "" {
		return ""
	}
	return text + between
}

// Blank reports whether a text says nothing.
func Blank(s string) bool { return strings.TrimSpace(s) == "" }
