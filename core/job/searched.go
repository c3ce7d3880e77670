package job

import (
	"slices"

	"settle/core/log"
	"settle/core/plan"
)

// A job is found by what people typed into it and by what was found on its parts. The
// findings are codes, such as sleeve/groove; their words are those of today's plans.

// SearchedBy is what an entry adds to what its job is found by: words as they were
// typed, and codes.
func SearchedBy(p *plan.Plan, e *log.Entry) (words, codes []string) {
	words = append(words, e.Reason)
	b := e.Body
	if b == nil {
		return words, nil
	}
	words = append(words, b.Skip)
	if b.Sign != nil {
		words = append(words, b.Sign.Remark)
	}
	if b.Photo != nil {
		words = append(words, b.Photo.Words)
	}
	words = append(words, b.Marks...)
	if b.Inspect == nil {
		return words, nil
	}
	words = append(words, b.Inspect.Where, b.Inspect.Reason)
	step := p.Of(e.Step)
	if step == nil {
		return words, nil
	}
	codes = append(codes, findingCode(step.Part, ""))
	for _, key := range b.Inspect.Found {
		codes, words = append(codes, findingCode(step.Part, key)), append(words, b.Inspect.At[key])
	}
	return words, codes
}

func findingCode(part, finding string) string { return part + "/" + finding }

// FindingWords are the words of each code that a plan has: of a part alone its title
// and those of the step that looks at it, of a finding its own.
func FindingWords(p *plan.Plan) map[string]string {
	out := map[string]string{}
	for _, part := range p.Parts {
		out[findingCode(part.Key, "")] = part.Title
		for _, f := range part.Findings {
			out[findingCode(part.Key, f.Key)] = f.Words
		}
	}
	for i := range p.Stages {
		for _, step := range p.Stages[i].Steps {
			if i := slices.IndexFunc(p.Parts, func(part plan.Part) bool { return part.Key == step.Part }); i >= 0 {
				out[findingCode(step.Part, "")] += "\n" + step.Title
			}
		}
	}
	return out
}
