package sheet

import (
	"fmt"

	"settle/core/job"
	"settle/core/judge"
	"settle/core/kind"
	"settle/core/words"
)

// What whoever signs has done.
const (
	rebuiltBy = "Rebuilt by"
	checksBy  = "Checks taken by"
)

// scopeInWords tells how much of the work a job is, and how the pump came.
func scopeInWords(s *job.ScopeSheet) string {
	out := s.Title
	if s.Arrives != "" {
		out += ", the pump came " + words.Lower(s.Arrives)
	}
	if s.Checks {
		out += ". Nothing was repaired: this sheet does not say that the pump is ready to run"
	}
	return out
}

// verdictWords are the verdicts in words; "" is of what was not measured.
var verdictWords = map[judge.Result]string{judge.Within: "Within", judge.Close: "Close to limit", judge.Out: "Out",
	judge.Undecided: "Undecided", judge.NoLimit: "No limit known"}

func boltsAt(n int, p kind.Pull) string {
	return fmt.Sprintf("%d × %s lbf·ft (%s N·m)", n, p.LbfFt, p.NM)
}
func ruleSays(outcome judge.Outcome) string { return " (the rule says " + string(outcome) + ")" }

// noteOf is what a note is about and what became of it.
func noteOf(n job.SheetNote) string {
	switch became := job.Became(n.Kind); {
	case became == "":
		return n.After.Thou // it says what it is itself
	case n.Title == "":
		return became
	default:
		return n.Title + ", " + became
	}
}

// noteOfSeveral is a note about several members of a repeat.
func noteOfSeveral(n job.SheetNote, step *job.StepSheet, members []string) string {
	return workTitle(step) + ", " + words.Lower(step.Repeat) + " " + words.List(members,
		"and") + ", " + job.Became(n.Kind)
}

// What figures are called that are judged.
const (
	notJudged = "Not judged"
)

// alongShaft is a place along the shaft; one that is the plan's says so.
func alongShaft(a *job.Along) job.Sentence {
	more := ""
	if a.Assumed {
		more = ", assumed"
	}
	mm := a.Um() / 1000
	return job.Sentence{Thou: fmt.Sprintf("at %.4g in%s", mm/25.4, more), Mm: fmt.Sprintf("at %.4g mm%s", mm, more)}
}
