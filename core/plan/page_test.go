package plan

import (
	"strings"
	"testing"
)

// The page of a plan names all there is in it: a shop that reads it reads the plan.
func TestPageNamesEverything(t *testing.T) {
	for key, p := range Library() {
		var b strings.Builder
		if err := p.Page(&b); err != nil {
			t.Fatal(err)
		}
		page := b.String()
		names := []string{p.Title}
		for _, s := range p.Scopes {
			names = append(names, s.Title, s.Covers)
		}
		for _, c := range p.Complaints {
			names = append(names, c.Words)
		}
		for _, o := range p.Options {
			names = append(names, o.Title)
		}
		for _, v := range p.Values {
			names = append(names, v.Title)
		}
		for _, part := range p.Parts {
			names = append(names, part.Title)
		}
		for _, c := range p.Checks {
			names = append(names, c.Title)
		}
		for _, l := range p.Loops {
			names = append(names, l.Until)
		}
		for _, stage := range p.Stages {
			for _, s := range stage.Steps {
				names = append(names, "**"+s.Title+"**", s.How.String(), s.Why)
				names = append(names, s.Cautions...)
			}
		}
		for _, name := range names {
			if !strings.Contains(page, name) {
				t.Errorf("%s: nothing says %q", key, name)
			}
		}
		for i, line := range strings.Split(page, "\n") {
			if strings.TrimRight(line, " ") != line || strings.Contains(line, "{") {
				t.Errorf("%s, line %d: %q", key, i+1, line)
			}
		}
	}
}

// A condition is told in the titles of what it asks for, an origin by where it stands.
func TestPageTellsConditionsInWords(t *testing.T) {
	var b strings.Builder
	if err := Library()["end-suction-back-pull-out"].Page(&b); err != nil {
		t.Fatal(err)
	}
	for _, want := range []string{
		"| Scope: Seal change, bearings left shut; Frame adapter, face is out | Seal change with the frame adapter |",
		"### Seal, cartridge (Seal change, bearings left shut, Seal change with the frame adapter, Full overhaul, " +
			"Power end build; Seal: Cartridge)",
		"   - carried: Seal setting dimension less Impeller clearance, found plus Clearance, aim",
		"   - waits for: Every bolt verified at torque",
	} {
		if !strings.Contains(b.String(), want) {
			t.Errorf("the page has no line %q", want)
		}
	}
}
