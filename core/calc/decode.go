package calc

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"reflect"
	"slices"
	"strings"

	"settle/core/field"
	"settle/core/quantity"
)

// decode reads one JSON object into a struct. encoding/json names neither the
// place in a list nor the path of an unknown field, and a person has to find
// the field: so the walk is done here and only the leaves are left to it.
func decode(raw []byte, into any, typed bool) error {
	if !json.Valid(raw) {
		return field.Errorf("", "is not JSON: write one object, such as {\"text\":\"2 thou\"}")
	}
	return reading{typed}.assign("", raw, reflect.ValueOf(into).Elem())
}

// assign reads one value, at the path by which an error names it.
func (d reading) assign(path string, raw json.RawMessage, v reflect.Value) error {
	raw = bytes.TrimSpace(raw)
	if string(raw) == "null" {
		return nil // as good as left out
	}
	if leaf, ok := v.Addr().Interface().(json.Unmarshaler); ok {
		return named(path, leaf.UnmarshalJSON(raw))
	}
	switch v.Kind() {
	case reflect.Pointer:
		v.Set(reflect.New(v.Type().Elem()))
		return d.assign(path, raw, v.Elem())
	case reflect.Struct:
		return d.object(path, raw, v)
	case reflect.Slice:
		var parts []json.RawMessage
		if json.Unmarshal(raw, &parts) != nil {
			return field.Errorf(path, "must be a list: [ … ]")
		}
		v.Set(reflect.MakeSlice(v.Type(), len(parts), len(parts)))
		for i, part := range parts {
			at := fmt.Sprintf("%s[%d]", path, i)
			if string(bytes.TrimSpace(part)) == "null" {
				return field.Errorf(at, "is null: leave it out or write a value")
			}
			if err := d.assign(at, part, v.Index(i)); err != nil {
				return err
			}
		}
		return nil
	}
	if text, is := d.text(raw, v.Kind()); is {
		return named(path, typedNumber(text, v))
	}
	if json.Unmarshal(raw, v.Addr().Interface()) != nil {
		switch v.Kind() {
		case reflect.String:
			return field.Errorf(path, "must be a text in quotes")
		case reflect.Bool:
			return field.Errorf(path, "must be true or false")
		case reflect.Int:
			return field.Errorf(path, "must be a whole number")
		}
		return field.Errorf(path, "must be a number")
	}
	return nil
}

// reading is how a question is read: typed, where it comes from boxes and a number stands as a text.
type reading struct{ typed bool }

// text is a number that stands as it was typed.
func (d reading) text(raw []byte, kind reflect.Kind) (text string, is bool) {
	if !d.typed || kind != reflect.Float64 && kind != reflect.Int || json.Unmarshal(raw, &text) != nil {
		return "", false
	}
	return text, true
}

// typedNumber reads a number with a point or a comma into a field.
func typedNumber(text string, v reflect.Value) error {
	n, err := quantity.Count(text).Value()
	switch {
	case err != nil:
		return err
	case v.Kind() == reflect.Int && !n.IsInt():
		return errors.New("must be a whole number")
	case v.Kind() == reflect.Int:
		v.SetInt(n.Num().Int64())
	default:
		f, _ := n.Float64()
		v.SetFloat(f)
	}
	return nil
}

// object reads the fields of a struct; one that it does not have is an error.
func (d reading) object(path string, raw json.RawMessage, v reflect.Value) error {
	var members map[string]json.RawMessage
	if json.Unmarshal(raw, &members) != nil {
		return field.Errorf(path, "must be an object: { … }")
	}
	known := map[string]reflect.Value{}
	fieldsOf(v, known)
	var names []string
	for name := range members {
		names = append(names, name)
	}
	slices.Sort(names) // the same input has the same first error
	for _, name := range names {
		at := field.Join(path, name)
		target, ok := known[name]
		if !ok {
			return field.Errorf(at, "is not a field of this kind")
		}
		if err := d.assign(at, members[name], target); err != nil {
			return err
		}
	}
	return nil
}

// fieldsOf gathers the fields of a struct by their JSON name, those of embedded
// structs with them.
func fieldsOf(v reflect.Value, into map[string]reflect.Value) {
	for i := range v.NumField() {
		f := v.Type().Field(i)
		if f.Anonymous {
			fieldsOf(v.Field(i), into)
			continue
		}
		if name, _, _ := strings.Cut(f.Tag.Get("json"), ","); name != "" {
			into[name] = v.Field(i)
		}
	}
}

// named puts a path before an error, nil for none.
func named(path string, err error) error {
	if err == nil {
		return nil
	}
	below := *field.All(err)[0]
	below.Field = field.Join(path, below.Field)
	return &below
}

// A length is a leaf of the walk: it reads itself.
var _ json.Unmarshaler = (*quantity.Typed)(nil)
