package main

import (
	"encoding/json"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"strconv"
	"strings"

	"settle/core/judge"
	"settle/core/plan"
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

// showPlan prints the order of work that results from the options.
func showPlan(args []string, out io.Writer) error {
	file, q := "", plan.Chosen{Options: map[string]string{}, Counts: map[string]int{}, Parts: map[string]judge.Outcome{}}
	for i := 0; i < len(args); i++ {
		name, value, with := strings.Cut(args[i], "=")
		if !strings.HasPrefix(name, "--") {
			if file != "" {
				return usageError("plan show: one file at a time")
			}
			file = args[i]
			continue
		}
		if !with && i+1 < len(args) { // --option seal=double
			i++
			value = args[i]
		} else if with { // --option=seal=double
			value = args[i][len(name)+1:]
		}
		if name == "--scope" || name == "--arrives" {
			q.Options[name[2:]] = value
			continue
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
				"--count or --part", name))
		}
	}
	if file == "" {
		return usageError("plan show: name a file")
	}
	p, err := readPlan(file)
	if err != nil {
		return usageError(err.Error())
	}
	if err := p.Show(out, q); err != nil {
		return usageError(err.Error())
	}
	return nil
}
