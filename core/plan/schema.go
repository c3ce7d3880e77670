package plan

import (
	"reflect"
	"strings"
)

// Schema describes the plan format as a JSON Schema, for an editor that helps
// while a plan is written. It is made from the types themselves.
func Schema() map[string]any {
	s := object(reflect.TypeFor[Plan]())
	s["$schema"] = "https://json-schema.org/draft/2020-12/schema"
	s["title"] = "Settle plan"
	s["required"] = []string{"key", "title", "construction", "version", "stages"}
	return s
}

// lists are the lists that a tag names instead of writing them out.
var lists = map[string][]string{"kinds": Kinds, "instruments": Instruments, "methods": Methods, "signs": Signs}

func object(t reflect.Type) map[string]any {
	properties := map[string]any{}
	for i := range t.NumField() {
		f := t.Field(i)
		name, _, _ := strings.Cut(f.Tag.Get("yaml"), ",")
		if name == "" || name == "-" {
			continue
		}
		p := schemaOf(f.Type)
		if doc := f.Tag.Get("doc"); doc != "" {
			p["description"] = doc
		}
		if words := f.Tag.Get("enum"); words != "" {
			if p["enum"] = lists[words]; lists[words] == nil {
				p["enum"] = strings.Split(words, ",")
			}
		}
		properties[name] = p
	}
	return map[string]any{"type": "object", "properties": properties, "additionalProperties": false}
}

func schemaOf(t reflect.Type) map[string]any {
	switch t {
	case reflect.TypeFor[Conditions](): // one test or several
		test := map[string]any{"type": "string", "pattern": `^\S+ (==|!=|decided|is) \S+( or \S+ (==|!=|decided|is) \S+)*$`}
		return map[string]any{"anyOf": []any{test, map[string]any{"type": "array", "items": test}}}
	case reflect.TypeFor[Sources](), reflect.TypeFor[Lines]():
		one := map[string]any{"type": "string"}
		return map[string]any{"anyOf": []any{one, map[string]any{"type": "array", "items": one}}}
	case reflect.TypeFor[Origin]():
		return map[string]any{"type": "string"}
	case reflect.TypeFor[Piece](), reflect.TypeFor[LimitKey](): // the name alone, or with more
		return map[string]any{"anyOf": []any{map[string]any{"type": "string"}, object(t)}}
	}
	switch t.Kind() {
	case reflect.Pointer:
		return schemaOf(t.Elem())
	case reflect.Struct:
		return object(t)
	case reflect.Slice:
		return map[string]any{"type": "array", "items": schemaOf(t.Elem())}
	case reflect.Map:
		return map[string]any{"type": "object", "additionalProperties": schemaOf(t.Elem())}
	case reflect.Bool:
		return map[string]any{"type": "boolean"}
	case reflect.Int:
		return map[string]any{"type": "integer"}
	case reflect.Float64:
		return map[string]any{"type": "number"}
	}
	return map[string]any{"type": "string"}
}
