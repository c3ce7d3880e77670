package job

import (
	"errors"
	"fmt"
	"time"
	"unicode/utf8"

	"settle/core/log"
	"settle/core/words"
)

// maxName bounds the name of who goes on.
const maxName = 80

// ShiftShown is who goes on with a job, and the word for them.
type ShiftShown struct {
	Entry string    `json:"entry"`
	Next  string    `json:"next" doc:"who goes on"`
	Word  string    `json:"word,omitempty"`
	By    string    `json:"by" doc:"who hands over"`
	At    time.Time `json:"at"`
}

// shifted: somebody else goes on, at a job that is not over. The word is the reason.
func (a *acceptance) shifted() error {
	switch {
	case words.Blank(a.Next):
		a.errs.Add("next", errors.New("is missing: say who goes on"))
	case utf8.RuneCountInString(a.Next) > maxName:
		a.errs.Add("next", fmt.Errorf("is longer than %d letters: write a name", maxName))
	}
	if a.Step != "" || a.On != "" || a.Body != nil {
		a.errs.Add("step", errors.New("does not belong to a shift: it is of the whole job"))
	}
	return nil
}

// shift is the last handing over, until something is entered after it; nil where there is none.
func shift(j Job, gone map[string]*log.Entry) *ShiftShown {
	for i := len(j.Log) - 1; i >= 0; i-- {
		switch e := &j.Log[i]; {
		case e.Kind == log.Shift && gone[e.ID] == nil:
			return &ShiftShown{Entry: e.ID, Next: e.Next, Word: e.Reason, By: e.By.Name, At: e.At}
		case e.Kind == log.Withdrawn && gone[e.On] != nil, e.Kind == log.Shift:
		default:
			return nil
		}
	}
	return nil
}
