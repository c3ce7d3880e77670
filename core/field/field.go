// Package field holds the error every door of the program answers bad input
// with: the name of the field and what would be right in it.
package field

import (
	"errors"
	"fmt"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"
)

// Error says what is wrong with one field. Field is the path as the sender
// wrote it: "readings[2].value".
type Error struct {
	Field   string `json:"field" doc:"path of the field, e.g. readings[2].value"`
	Message string `json:"message" doc:"what is wrong and what would be right"`
	// Either are the ways in which what stands there can be read, as they would be typed to be
	// understood: a person is asked which is meant.
	Either []string `json:"either,omitempty" doc:"what may be meant, as it would be typed; one of them is asked for"`
}

func (e *Error) Error() string {
	if e.Field == "" {
		return e.Message
	}
	return e.Field + ": " + e.Message
}

// Errorf makes an Error.
func Errorf(path, format string, args ...any) *Error {
	return &Error{Field: path, Message: fmt.Sprintf(format, args...)}
}

// Errors gathers what is wrong with several fields, in the order of the form.
type Errors []*Error

func (e Errors) Error() string {
	parts := make([]string, len(e))
	for i, x := range e {
		parts[i] = x.Error()
	}
	return strings.Join(parts, "; ")
}

// Add notes err under path; a nil err adds nothing. An Error or Errors keeps
// its own path below.
func (e *Errors) Add(path string, err error) {
	if err == nil {
		return
	}
	for _, x := range All(err) {
		*e = append(*e, &Error{Field: Join(path, x.Field), Message: x.Message, Either: x.Either})
	}
}

// Err returns the gathered errors, or nil when there are none.
func (e Errors) Err() error {
	if len(e) == 0 {
		return nil
	}
	return e
}

// All returns the field errors err is made of; any other error becomes one
// without a field, and none has none.
func All(err error) Errors {
	if err == nil {
		return nil
	}
	var many Errors
	if errors.As(err, &many) {
		return many
	}
	var one *Error
	if errors.As(err, &one) {
		return Errors{one}
	}
	var either interface{ Either() []string }
	if errors.As(err, &either) {
		return Errors{{Message: err.Error(), Either: either.Either()}}
	}
	return Errors{{Message: err.Error()}}
}

// At is the path of an entry of a list: readings[2].
func At(list string, i int) string { return list + "[" + strconv.Itoa(i) + "]" }

// Join puts a field below a path: Join("a", "b") is "a.b", Join("a", "[1]") "a[1]".
func Join(path, below string) string {
	if path == "" || below == "" || below[0] == '[' {
		return path + below
	}
	return path + "." + below
}

// Plain says why a text cannot stand in a line of a list, a file name or a label: letters that control
// a printer or a screen are none that somebody reads.
func Plain(path, text string, most int) error {
	if n := utf8.RuneCountInString(text); n > most {
		return Errorf(path, "has %d letters: at most %d", n, most)
	}
	if strings.ContainsFunc(text, unreadable) || !utf8.ValidString(text) {
		return Errorf(path, "holds letters that cannot be read, such as a new line: write it in one line")
	}
	return nil
}

// unreadable are control letters, and those that turn the direction of what follows.
func unreadable(r rune) bool {
	return unicode.IsControl(r) || r == '\u2028' || r == '\u2029' || r >= '\u202a' && r <= '\u202e' ||
		r >= '\u2066' && r <= '\u2069' || r == '\ufeff'
}
