package log

import (
	"reflect"
	"slices"
	"strings"
	"time"

	"settle/core/quantity"
)

// What may stand in a field of a body.
const (
	TextShape    = "text"
	NumberShape  = "number"  // as typed; it has no unit
	LengthShape  = "length"  // as typed; a bare number is in the unit of the body
	MeasureShape = "measure" // as typed, with a unit that is no length's; a bare number is in the body's units
	ChoiceShape  = "choice"  // one of a few words
	FlagShape    = "flag"
	AnyShape     = "any" // what a calculator takes
)

// Shape is what may stand somewhere in a body: one of the words above, a list, or named fields.
type Shape struct {
	Word   string
	List   *Shape
	Fields []Field // in the order of the form
}

// Field is a named part of a shape.
type Field struct {
	Name string
	Shape
}

// Shapes are the fields of a body. They are read off the forms themselves: the tag unit:"own" is of a
// length that is typed with a unit of its own, whatever the others are in; unit:"other" of what is no
// length; and an enum of a choice.
func Shapes() []Field { return fieldsOf(reflect.TypeFor[Body]()) }

func fieldsOf(of reflect.Type) []Field {
	var out []Field
	for i := range of.NumField() {
		f := of.Field(i)
		name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
		s := shapeOf(f.Type)
		switch {
		case f.Tag.Get("unit") == "own":
			s = Shape{Word: TextShape}
		case f.Tag.Get("unit") == "other":
			s = Shape{Word: MeasureShape}
		case f.Tag.Get("enum") != "":
			s = Shape{Word: ChoiceShape}
		}
		out = append(out, Field{name, s})
	}
	return out
}

// anything are the fields whose inside is not a form's.
var anything = []reflect.Type{reflect.TypeFor[GaugeUsed]()}

func shapeOf(of reflect.Type) Shape {
	for of.Kind() == reflect.Pointer {
		of = of.Elem()
	}
	switch {
	case of == reflect.TypeFor[quantity.Typed]():
		return Shape{Word: LengthShape}
	case of == reflect.TypeFor[quantity.Number]():
		return Shape{Word: NumberShape}
	case of == reflect.TypeFor[time.Time]():
		return Shape{Word: TextShape}
	case slices.Contains(anything, of):
		return Shape{Word: AnyShape}
	}
	switch of.Kind() {
	case reflect.Bool:
		return Shape{Word: FlagShape}
	case reflect.Slice:
		one := shapeOf(of.Elem())
		return Shape{List: &one}
	case reflect.Struct:
		return Shape{Fields: fieldsOf(of)}
	case reflect.Map:
		return Shape{Word: AnyShape}
	case reflect.Int, reflect.Float64:
		return Shape{Word: NumberShape}
	}
	if of.Kind() == reflect.String && of != reflect.TypeFor[string]() { // one of the words of its type
		return Shape{Word: ChoiceShape}
	}
	return Shape{Word: TextShape}
}

// IsGroup says whether a field of a body is what was entered, and does not stand beside it.
func (f Field) IsGroup() bool { return !slices.Contains(Beside, f.Name) }
