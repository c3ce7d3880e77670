package server

import (
	"errors"
	"log/slog"
	"net/http"
	"net/url"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"settle/internal/door"
)

// right is what somebody must be to ask for something.
type right int

const (
	toWork   right = iota // a technician or a lead
	toCome                // anybody: it is how one comes in
	toLook                // anybody who is in
	toSettle              // a lead or a keeper: what holds for the whole shop
	toLead                // a lead: what takes a judgement of the work
	toKeep                // a keeper
	toSee                 // anybody who is in, and who came by a link to the job
)

// leads is the role of a lead.
const leads = "lead"

// stayAwake says nothing but that somebody is at the tablet.
const stayAwake = "stay-awake"

// rights are what operations ask. One that is not here asks to look where it only reads, else to work.
var rights = map[string]right{
	"list-sessions": toLook, "end-session": toLook,

	"get-session": toCome, "sign-in": toCome, "sign-out": toCome, "make-keeper": toCome, "let-in": toCome,
	"open-link": toCome, "health": toCome,

	stayAwake: toLook, "choose-secret": toLook, "sign-out-everywhere": toLook,
	"calculate": toLook, "look": toLook,

	"get-job": toSee, "get-sheet": toSee, "sheet-file": toSee, "get-photo": toSee,

	"save-shop": toSettle, "save-shop-limits": toSettle, "add-plan": toSettle, "take-in-register": toSettle,
	"list-links": toSettle, "add-link": toSettle, "end-link": toSettle,

	"look-at-plan": toLead, "import-job": toLead, "name-key": toLead,
	"save-pump-limits": toLead, "answer-pump-limits": toLead,

	"list-people": toKeep, "add-person": toKeep, "save-person": toKeep, "give-code": toKeep, "end-sessions": toKeep,
	"list-tablets": toKeep, "offer-tablet": toKeep, "revoke-tablet": toKeep, "set-lock": toKeep, "list-doings": toKeep,
	"keep-copies": toKeep, "make-copy": toKeep, "try-copy": toKeep,
	"get-restored": toKeep, "look-through": toKeep, "told-of-keepers": toKeep,
}

// confirmHeader carries the PIN or passphrase once more, percent-encoded, with a keeper's act.
const confirmHeader = "Settle-Confirm"

// asksHeader says with a refusal that the secret is asked for.
const asksHeader = "Settle-Asks"

// asksAgain says whether an operation is a keeper's act: it asks for the secret anew.
func asksAgain(op *huma.Operation) bool {
	return rightFor(op) == toKeep && op.Method != http.MethodGet && op.OperationID != "told-of-keepers"
}

func rightFor(op *huma.Operation) right {
	if r, ok := rights[op.OperationID]; ok {
		return r
	}
	if op.Method == http.MethodGet || strings.HasPrefix(op.OperationID, "preview") {
		return toLook
	}
	return toWork
}

// denied says why a caller may not do something, nil where they may.
func denied(c door.Caller, op *huma.Operation, number string) *Problem {
	asked := rightFor(op)
	a := c.Account
	in := a.ID != ""
	switch {
	case asked == toCome, in && (asked == toLook || asked == toSee):
		return nil
	case c.Job != "" && asked == toSee && (number == c.Job || number == ""):
		return nil // of a picture the operation itself looks whether it is of this job
	case !in:
		return &Problem{Title: "Sign in", Status: http.StatusUnauthorized, Detail: "Nobody is signed in here: sign in, " +
			"then do it again. What was typed stays."}
	case asked == toWork && a.Works(), asked == toKeep && a.Keeper, asked == toSettle && (a.Keeper || a.Role == leads),
		asked == toLead && a.Role == leads:
		return nil
	}
	who := map[right]string{toWork: "a technician or a lead: a reader enters nothing", toKeep: "a keeper",
		toSettle: "a lead or a keeper", toLead: "a lead"}
	return &Problem{Title: "Not yours to do", Status: http.StatusForbidden, Detail: "This takes " + who[asked] + "."}
}

// let refuses whoever may not do what they ask for. Who works keeps their tablet open: what pages
// ask by themselves, such as a preview anew after somebody else's entry, is no work.
func let(api huma.API, d *door.Door) func(huma.Context, func(huma.Context)) {
	return func(ctx huma.Context, next func(huma.Context)) {
		caller, op := door.Of(ctx.Context()), ctx.Operation()
		if p := denied(caller, op, ctx.Param("number")); p != nil {
			if p.Status == http.StatusForbidden {
				if err := d.Forbid(ctx.Context(), caller, op.OperationID); err != nil {
					slog.Error("noting what was refused", "error", err)
				}
			}
			write(api, ctx, p)
			return
		}
		if asksAgain(op) {
			secret, err := url.PathUnescape(ctx.Header(confirmHeader))
			if err != nil {
				secret = ""
			}
			var refused *Problem
			if errors.As(problem(d.Again(ctx.Context(), caller, secret)), &refused) {
				ctx.SetHeader(asksHeader, "again")
				write(api, ctx, refused)
				return
			}
		}
		if op.OperationID == stayAwake || rightFor(op) == toWork {
			d.Touch(caller)
		}
		next(ctx)
	}
}
