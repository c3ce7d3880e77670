package main

import (
	"encoding/json"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"time"

	"settle/core/job"
	"settle/core/judge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/quantity"
	"settle/core/record"
	"settle/internal/report"
	"settle/internal/store"
)

// plans is "settle plan …": for whoever writes a plan.
func plans(args []string, out io.Writer) error {
	if len(args) == 0 {
		return usageError("plan: write check FILE, show FILE or schema")
	}
	switch rest := args[1:]; args[0] {
	case "check":
		return checkPlans(rest, out)
	case "show":
		return showPlan(rest, out)
	case "schema":
		b, err := json.MarshalIndent(plan.Schema(), "", "  ")
		if err != nil {
			return err
		}
		_, err = fmt.Fprintf(out, "%s\n", b)
		return err
	}
	return usageError(fmt.Sprintf("plan: there is no %q: write check, show or schema", args[0]))
}

func readPlan(file string) (*plan.Plan, error) {
	text, err := os.ReadFile(file)
	if err != nil {
		return nil, usageError(err.Error())
	}
	return plan.Read(filepath.Base(file), text)
}

// checkPlans says of each file what is wrong with it, or that nothing is.
func checkPlans(files []string, out io.Writer) error {
	if len(files) == 0 {
		return usageError("plan check: name at least one file")
	}
	broken := 0
	for _, file := range files {
		p, err := readPlan(file)
		if err != nil {
			broken++
			fmt.Fprintln(out, err)
			continue
		}
		fmt.Fprintf(out, "%s: good: %s, construction %s, version %d, %d steps\n", filepath.Base(file), p.Title,
			p.Construction, p.Version, p.Len())
	}
	if broken > 0 {
		return usageError(fmt.Sprintf("%d of %d plans cannot be used", broken, len(files)))
	}
	return nil
}

// shown is what "settle plan show" is asked for.
type shown struct {
	file, paper string // paper: the file to write a work order to
	letter      bool
	markdown    bool // the whole plan as a page
	unit        quantity.Unit
	plan.Chosen
}

// showPlan prints the order of work that results from the options, or writes it as a work
// order.
func showPlan(args []string, out io.Writer) error {
	q, err := readShown(args)
	if err != nil {
		return err
	}
	if q.file == "" {
		return usageError("plan show: name a file")
	}
	p, err := readPlan(q.file)
	if err == nil && q.markdown {
		err = p.Page(out)
	} else if err == nil && q.paper != "" {
		err = q.write(p)
	} else if err == nil {
		err = p.Show(out, q.Chosen)
	}
	if err != nil {
		return usageError(err.Error())
	}
	return nil
}

func readShown(args []string) (shown, error) {
	q := shown{unit: quantity.UnitMillimetre,
		Chosen: plan.Chosen{Options: map[string]string{}, Counts: map[string]int{}, Parts: map[string]judge.Outcome{}}}
	for i := 0; i < len(args); i++ {
		name, value, with := strings.Cut(args[i], "=")
		switch {
		case name == "--letter":
			q.letter = true
			continue
		case name == "--markdown":
			q.markdown = true
			continue
		case name == "--thou":
			q.unit = quantity.UnitThou
			continue
		case !strings.HasPrefix(name, "--"):
			if q.file != "" {
				return q, usageError("plan show: one file at a time")
			}
			q.file = args[i]
			continue
		}
		if !with && i+1 < len(args) { // --option seal=double
			i++
			value = args[i]
		} else if with { // --option=seal=double
			value = args[i][len(name)+1:]
		}
		if err := q.take(name, value); err != nil {
			return q, err
		}
	}
	return q, nil
}

func (q *shown) take(name, value string) error {
	switch name {
	case "--paper":
		q.paper = value
		return nil
	case "--scope", "--arrives":
		q.Options[name[2:]] = value
		return nil
	}
	key, choice, ok := strings.Cut(value, "=")
	if !ok {
		return usageError(fmt.Sprintf("plan show: %s %q: write it as key=value", name, value))
	}
	switch name {
	case "--option", "--school":
		q.Options[key] = choice
	case "--count":
		n, err := strconv.Atoi(choice)
		if err != nil {
			return usageError(fmt.Sprintf("plan show: --count %s: %q is not a number", key, choice))
		}
		q.Counts[key] = n
	case "--part":
		q.Parts[key] = judge.Outcome(choice)
	default:
		return usageError(fmt.Sprintf("plan show: there is no flag %s: write --scope, --arrives, --option, --school, "+
			"--count, --part, --markdown, or --paper FILE with --letter and --thou", name))
	}
	return nil
}

// write makes a work order of a pump that has nothing but the options.
func (q *shown) write(p *plan.Plan) error {
	papers := job.Papers{Options: map[string]string{}, Values: map[string]log.Value{}}
	rules := job.Rules{Schools: map[string]string{}}
	for key, choice := range q.Options {
		switch {
		case key == "scope", key == "arrives":
		case slices.ContainsFunc(plan.Schools, func(c plan.Choice) bool { return c.Key == key }):
			rules.Schools[key] = choice
		default:
			papers.Options[key] = choice
		}
	}
	for key, n := range q.Counts {
		papers.Values[key] = log.Value{Text: strconv.Itoa(n)}
	}
	asked := job.Asked{Complaint: "not said yet", Scope: q.Options["scope"], Arrives: q.Options["arrives"]}
	first, err := job.NewOpening(p, "", papers, rules, asked)
	if err != nil {
		return err
	}
	entry, err := log.Seal(nil, log.Entry{ID: "paper", Kind: log.Opened, Open: first}, time.Now())
	if err != nil {
		return err
	}
	j := job.Job{Plan: p, Log: []log.Entry{entry}}
	r := &store.Job{Pump: record.Pump{Name: p.Title}, Job: j}
	b, err := report.WorkOrder(r, job.Derive(j), report.Printing{Letter: q.letter, Unit: q.unit})
	if err != nil {
		return err
	}
	return os.WriteFile(q.paper, b, 0o644)
}
