package plan

import (
	"cmp"
	"fmt"
	"reflect"
	"slices"
	"strings"
)

// Change is one thing that differs between two plans.
type Change struct {
	Kind  string   `json:"kind" enum:"added,removed,changed,moved"`
	What  string   `json:"what" doc:"step, check, part, option, value or limit, with its key"`
	Title string   `json:"title,omitempty"`
	Keys  []string `json:"keys,omitempty" doc:"which of its keys are different"`
}

// Changes lists what after has different from before, in the order of work.
func Changes(before, after *Plan) []Change {
	out := []Change{}
	for _, section := range []struct {
		word     string
		old, new []named
	}{
		{"option", choices(before.Options), choices(after.Options)},
		{"value", asks(before.Values), asks(after.Values)},
		{"limit", mapped(before.Limits), mapped(after.Limits)},
		{"check", mapped(before.Checks), mapped(after.Checks)},
		{"part", parts(before.Parts), parts(after.Parts)},
		{"step", steps(before), steps(after)},
	} {
		out = append(out, differences(section.word, section.old, section.new)...)
	}
	return out
}

// named is a thing with its key, the stage it stands in, and itself.
type named struct {
	key, title, stage string
	value             any
}

func differences(word string, before, after []named) []Change {
	var out []Change
	find := func(list []named, key string) *named {
		if i := slices.IndexFunc(list, func(n named) bool { return n.key == key }); i >= 0 {
			return &list[i]
		}
		return nil
	}
	for _, n := range after {
		old := find(before, n.key)
		if old == nil {
			out = append(out, Change{"added", word + " " + n.key, n.title, nil})
			continue
		}
		if keys := unlike(old.value, n.value); len(keys) > 0 {
			out = append(out, Change{"changed", word + " " + n.key, n.title, keys})
		}
		if old.stage != n.stage {
			out = append(out, Change{"moved", word + " " + n.key, n.title, []string{fmt.Sprintf("from %s to %s", old.stage,
				n.stage)}})
		}
	}
	for _, n := range before {
		if find(after, n.key) == nil {
			out = append(out, Change{"removed", word + " " + n.key, n.title, nil})
		}
	}
	return out
}

// unlike names the keys of the format in which two values differ.
func unlike(a, b any) []string {
	va, vb := reflect.Indirect(reflect.ValueOf(a)), reflect.Indirect(reflect.ValueOf(b))
	var keys []string
	for i := range va.NumField() {
		name, _, _ := strings.Cut(va.Type().Field(i).Tag.Get("yaml"), ",")
		if name != "" && name != "use" && plainly(va.Field(i)) != plainly(vb.Field(i)) {
			keys = append(keys, name)
		}
	}
	return keys
}

// plainly writes a value out without the lines it stood on.
func plainly(v reflect.Value) string {
	switch v.Kind() {
	case reflect.Pointer:
		if v.IsNil() {
			return ""
		}
		return plainly(v.Elem())
	case reflect.Struct:
		var b strings.Builder
		for i := range v.NumField() {
			if v.Type().Field(i).IsExported() {
				b.WriteString(plainly(v.Field(i)) + ";")
			}
		}
		return b.String()
	case reflect.Slice:
		var b strings.Builder
		for i := range v.Len() {
			b.WriteString(plainly(v.Index(i)) + ",")
		}
		return b.String()
	}
	return fmt.Sprint(v.Interface())
}

func choices(list []Choice) (out []named) {
	for _, c := range list {
		out = append(out, named{c.Key, c.Title, "", c})
	}
	return out
}

func asks(list []Ask) (out []named) {
	for _, a := range list {
		out = append(out, named{a.Key, a.Title, "", a})
	}
	return out
}

func parts(list []Part) (out []named) {
	for _, p := range list {
		out = append(out, named{p.Key, p.Title, "", p})
	}
	return out
}

func mapped[V any](m map[string]V) (out []named) {
	for key, v := range m {
		out = append(out, named{key, "", "", v})
	}
	slices.SortFunc(out, func(a, b named) int { return cmp.Compare(a.key, b.key) })
	return out
}

func steps(p *Plan) (out []named) {
	for _, stage := range p.Stages {
		for _, s := range stage.Steps {
			out = append(out, named{s.ID, s.Title, stage.ID, s})
		}
	}
	return out
}
