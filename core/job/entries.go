package job

import (
	"maps"
	"slices"

	"settle/core/log"
)

// entryKind is all that the program knows of a kind of entry. No rule about one stands anywhere else: a
// new one is a value of the table below, its name in package log, and what its fields are called there.
type entryKind struct {
	read log.Reader // nil: it changes nothing of what the log says of the steps

	// accept says whether one may be appended; nil where nobody sends one.
	accept func(a *acceptance) error
	step   bool // it is of a step that this job has
	after  bool // it may come after the end of a job; accept says when

	// back says whether one that is to be withdrawn stands; nil: one of this kind is not withdrawn.
	back func(a *acceptance, e *log.Entry) (stands bool, refused error)

	// may is what it asks of who enters it; nil: whoever works here enters it, and it is no signature.
	may func(d *derived, e log.Entry) Right

	// note says whether it has a line among the notes of the sheet, which begins with what it became.
	note   func(e *log.Entry) bool
	became string                                  // blank: what it says is all
	now    bool                                    // the note tells what stands there now
	stays  bool                                    // what it is about stands as it stood, and is not told again
	says   func(d *derived, e *log.Entry) Sentence // nil: what its body says
}

// entryKinds are filled in by init: the functions of a kind ask for it again.
var entryKinds map[string]*entryKind

// EntryKinds are the kinds of entries, those that are sent, and those that have a line among the notes of
// the sheet.
func EntryKinds() (all, sent, noted []string) {
	for _, key := range slices.Sorted(maps.Keys(entryKinds)) {
		all = append(all, key)
		if entryKinds[key].accept != nil {
			sent = append(sent, key)
		}
		if entryKinds[key].note != nil {
			noted = append(noted, key)
		}
	}
	return all, sent, noted
}

// entryKindOf is what is known of a kind: nothing of one that is not known here.
func entryKindOf(which string) *entryKind {
	if k := entryKinds[which]; k != nil {
		return k
	}
	return &entryKind{}
}

// Became is what became of what a note is about, by the kind of its entry; blank where it says so itself.
func Became(which string) string { return entryKindOf(which).became }

func readerOf(which string) log.Reader { return entryKindOf(which).read }

// keptNoted says whether something was entered again, or said not to be there.
func keptNoted(e *log.Entry) bool { return e.On != "" || e.Body != nil && e.Body.Absent != "" }

func keptStands(a *acceptance, e *log.Entry) (bool, error) {
	stands := a.latest != nil && a.latest.ID == e.ID
	if stands && e.Body != nil && e.Body.Sign != nil {
		return false, &Refused{"a signature is not withdrawn: amend the sheet"}
	}
	return stands, nil
}

func decisionStands(a *acceptance, e *log.Entry) (bool, error) {
	t := a.d.scale.log.Of(a.d.scale.plan.Step(e.Step))
	return t != nil && t.Decision != nil && t.Decision.ID == e.ID, nil
}

func endStands(a *acceptance, e *log.Entry) (bool, error) {
	return a.d.scale.log.Ended != nil && a.d.scale.log.Ended.ID == e.ID, nil
}

// cameFrom tells where what came before it was taken in from.
func cameFrom(_ *derived, e *log.Entry) Sentence {
	if e.Taken == nil {
		return Sentence{}
	}
	return plainly("from " + e.Taken.File + ", as " + e.Taken.Number)
}

// scoping tells a change of the scope.
func (d *derived) scoping(e *log.Entry) Sentence {
	if e.Scope == nil {
		return Sentence{}
	}
	to := e.Scope.To
	if x := d.scale.plan.Scope(to); x != nil {
		to = x.Title
	}
	return scopedTo(to, len(e.Scope.Not) > 0 && e.Scope.To == scopeAt(d.scale.opening, d.scale.log.Scoped, e.Seq))
}

func init() {
	noted := func(*log.Entry) bool { return true }
	stands := func(*acceptance, *log.Entry) (bool, error) { return true, nil }
	entryKinds = map[string]*entryKind{
		log.Opened: {},
		log.Kept: {read: (*log.History).Keep, accept: (*acceptance).kept, step: true, back: keptStands, may: mayKeep,
			note: keptNoted, became: "entered again", now: true},
		log.Decided: {read: (*log.History).Decide, accept: (*acceptance).decided, step: true, back: decisionStands,
			may: mayDecide, note: noted, became: "accepted", stays: true,
			says: func(_ *derived, e *log.Entry) Sentence { return accepted(e.Reason) }},
		log.Pictured: {read: (*log.History).Picture, accept: (*acceptance).pictured, step: true, back: stands},
		log.Withdrawn: {accept: (*acceptance).withdrawn, after: true, may: mayWithdraw, note: noted,
			became: "withdrawn"},
		log.Scoped: {read: (*log.History).Scope, accept: (*acceptance).scoped, back: stands, note: noted, became: "scope",
			now: true, says: (*derived).scoping},
		log.Ended: {read: (*log.History).End, accept: (*acceptance).ended, after: true, back: endStands, may: mayEnd,
			note: noted, became: "ended unsigned"},
		log.Amended: {read: (*log.History).Amend, accept: (*acceptance).amended, after: true, may: mayAmend, note: noted,
			became: "amended", now: true},
		log.Checked: {read: (*log.History).Check, accept: (*acceptance).checked, after: true, may: mayCheck},
		log.TakenIn: {says: cameFrom},
		log.Shift: {accept: (*acceptance).shifted, back: stands, note: noted, now: true,
			says: func(_ *derived, e *log.Entry) Sentence { return goesOn(e.Next) }},
	}
}
