package e2e

import (
	"encoding/json"
	"os"
	"reflect"
	"regexp"
	"slices"
	"strings"
	"testing"

	"settle/core/log"
	"settle/core/quantity"
)

// shapes reads what the screen knows of the fields of a body: the literal in its source.
func shapes(t *testing.T) map[string]any {
	t.Helper()
	src, err := os.ReadFile("../web/src/bench/shape.ts")
	if err != nil {
		t.Fatal(err)
	}
	_, text, found := strings.Cut(string(src), "const shapes: Record<Panel['group'], Shape> = ")
	text, _, ended := strings.Cut(text, "\n}\n")
	if !found || !ended {
		t.Fatal("shape.ts has no literal of shapes")
	}
	text = regexp.MustCompile(`(\w+):`).ReplaceAllString(text+"\n}", `"$1":`)
	text = strings.ReplaceAll(text, "'", `"`)
	text = regexp.MustCompile(`,(\s*[}\]])`).ReplaceAllString(text, "$1")
	var out map[string]any
	if err := json.Unmarshal([]byte(text), &out); err != nil {
		t.Fatalf("%v in %s", err, text)
	}
	return out
}

// Every field of a body is known to the screen, and a length as a length: what it does not know is lost
// with a draft, or changes its meaning with the unit. A division of a gauge keeps its unit.
func TestEveryFieldOfABodyHasItsShape(t *testing.T) {
	known := shapes(t)
	body := reflect.TypeFor[log.Body]()
	for i := range body.NumField() {
		name, _, _ := strings.Cut(body.Field(i).Tag.Get("json"), ",")
		if !slices.Contains(log.Groups(), name) {
			continue
		}
		shape, there := known[name]
		if !there {
			t.Errorf("no shape for %s", name)
			continue
		}
		sameShape(t, name, body.Field(i).Type, shape)
	}
}

func sameShape(t *testing.T, path string, of reflect.Type, shape any) {
	t.Helper()
	for of.Kind() == reflect.Pointer {
		of = of.Elem()
	}
	last := path[strings.LastIndex(path, ".")+1:]
	switch {
	case shape == "any":
	case of == reflect.TypeFor[quantity.Typed]():
		// A division and the lengths of a wrench are typed with their own unit, whatever the others are in.
		own := last == "graduation" || strings.HasPrefix(path, "torque.")
		if want := map[bool]string{true: "text", false: "length"}[own]; shape != want {
			t.Errorf("%s is a %v on the screen, want %s", path, shape, want)
		}
	case of.Kind() == reflect.Bool:
		if shape != "flag" {
			t.Errorf("%s is a %v on the screen, want flag", path, shape)
		}
	case of.Kind() == reflect.Slice:
		list, is := shape.([]any)
		if !is {
			t.Errorf("%s is no list on the screen", path)
			return
		}
		sameShape(t, path, of.Elem(), list[0])
	case of.Kind() == reflect.Struct && of.PkgPath() != "time" && of != reflect.TypeFor[quantity.Number]():
		fields, is := shape.(map[string]any)
		if !is {
			t.Errorf("%s has no fields on the screen", path)
			return
		}
		for i := range of.NumField() {
			name, _, _ := strings.Cut(of.Field(i).Tag.Get("json"), ",")
			if at, there := fields[name]; there {
				sameShape(t, path+"."+name, of.Field(i).Type, at)
			} else if name != "" {
				t.Errorf("the screen does not know %s.%s", path, name)
			}
		}
	default:
		if shape != "text" {
			t.Errorf("%s is a %v on the screen, want text", path, shape)
		}
	}
}
