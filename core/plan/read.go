package plan

import (
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"reflect"
	"slices"
	"strings"

	"go.yaml.in/yaml/v3"
)

// MaxFile is the longest plan file that is read, in bytes.
const MaxFile = 1 << 20

// Error is one thing that is wrong in a plan file.
type Error struct {
	File    string
	Line    int    // 0 where it is not known
	Step    string // id of the step, or ""
	Message string

	unknown *yaml.Node // the key that is not known
}

func (e *Error) Error() string {
	var b strings.Builder
	b.WriteString(e.File)
	if e.Line > 0 {
		fmt.Fprintf(&b, ":%d", e.Line)
	}
	b.WriteString(": ")
	if e.Step != "" {
		fmt.Fprintf(&b, "step %s: ", e.Step)
	}
	return b.String() + e.Message
}

func at(line int, message string) *Error { return &Error{Line: line, Message: message} }

// Read reads and checks a plan that is to be taken in. The name stands in its
// errors, which are *Error joined by errors.Join, all that can be told at once.
func Read(name string, text []byte) (*Plan, error) {
	p, err := parse(name, text, nil)
	if err != nil {
		return nil, err
	}
	if err := p.check(); err != nil {
		return nil, inFile(name, err)
	}
	if err := errs(p.imported()); err != nil {
		return nil, inFile(name, err)
	}
	return p, nil
}

// ReadKept reads a plan that is kept with jobs, or was shipped, by the rules of the
// day it was taken in. What a new plan would be refused for stands in its Notes: keys
// that are not known here are passed over, and rules made since refuse nothing. The
// error is of a file that is no plan at all.
func ReadKept(name string, text []byte) (*Plan, error) {
	var notes []*Error
	p, err := parse(name, text, &notes)
	if err != nil {
		return nil, err
	}
	if err := p.check(); err != nil {
		return nil, inFile(name, err)
	}
	p.Notes = append(notes, p.imported()...)
	for _, n := range p.Notes {
		n.File = name
	}
	return p, nil
}

// parse reads a plan without checking it. With notes, keys that are not known are
// noted there and passed over.
func parse(name string, text []byte, notes *[]*Error) (*Plan, error) {
	if len(text) > MaxFile {
		return nil, &Error{File: name, Message: "is longer than a plan may be (1 MiB)"}
	}
	var doc yaml.Node
	if err := yaml.Unmarshal(text, &doc); err != nil {
		return nil, &Error{File: name, Message: "is not YAML: " + strings.TrimPrefix(err.Error(), "yaml: ")}
	}
	if len(doc.Content) == 0 {
		return nil, &Error{File: name, Message: "is empty: a plan begins with key, title and construction"}
	}
	used, err := useCommon(doc.Content[0])
	if err != nil {
		return nil, inFile(name, err)
	}
	if used {
		if text, err = yaml.Marshal(&doc); err != nil {
			return nil, &Error{File: name, Message: err.Error()}
		}
	}
	p := &Plan{}
	for {
		*p = Plan{}
		err := decode(doc.Content[0], p)
		if err == nil {
			break
		}
		var e *Error
		if notes == nil || !errors.As(err, &e) || e.unknown == nil || !passOver(doc.Content[0], e.unknown) {
			return nil, inFile(name, err)
		}
		*notes = append(*notes, e)
	}
	sum := sha256.Sum256(text)
	p.Hash, p.Text = hex.EncodeToString(sum[:]), text
	p.fromNames()
	return p, nil
}

// passOver takes a key with its value out of the mapping it stands in.
func passOver(n, key *yaml.Node) bool {
	for i, c := range n.Content {
		if c == key && n.Kind == yaml.MappingNode {
			n.Content = slices.Delete(n.Content, i, i+2)
			return true
		}
		if passOver(c, key) {
			return true
		}
	}
	return false
}

// inFile puts the file's name on every error that err is made of.
func inFile(name string, err error) error {
	if many, ok := err.(interface{ Unwrap() []error }); ok {
		var all []error
		for _, e := range many.Unwrap() {
			all = append(all, inFile(name, e))
		}
		return errors.Join(all...)
	}
	var e *Error
	if !errors.As(err, &e) {
		e = &Error{Message: strings.TrimPrefix(err.Error(), "yaml: ")}
	}
	e.File = name
	return e
}

// decode fills a struct from a mapping. A key that the struct does not have is
// an error with its line: a slip of the keyboard must not drop a caution.
func decode(n *yaml.Node, into any) error {
	v := reflect.ValueOf(into).Elem()
	if n.Kind != yaml.MappingNode {
		return at(n.Line, "must be a mapping: key: value")
	}
	known := map[string]reflect.Value{}
	var names []string
	for i := range v.NumField() {
		name, _, _ := strings.Cut(v.Type().Field(i).Tag.Get("yaml"), ",")
		if name == "" || name == "-" {
			continue
		}
		known[name] = v.Field(i)
		names = append(names, name)
	}
	seen := map[string]bool{}
	for i := 0; i+1 < len(n.Content); i += 2 {
		key := n.Content[i]
		target, ok := known[key.Value]
		if !ok {
			return &Error{Line: key.Line, unknown: key, Message: fmt.Sprintf("there is no key %q here: the keys are %s",
				key.Value,
				strings.Join(names, ", "))}
		}
		if seen[key.Value] {
			return at(key.Line, fmt.Sprintf("key %q stands here twice", key.Value))
		}
		seen[key.Value] = true
		if err := n.Content[i+1].Decode(target.Addr().Interface()); err != nil {
			var e *Error
			if errors.As(err, &e) {
				return err
			}
			return at(n.Content[i+1].Line, fmt.Sprintf("%s: %s", key.Value, plain(err)))
		}
	}
	return nil
}

// plain says in words what yaml says of types.
func plain(err error) string {
	var te *yaml.TypeError
	if errors.As(err, &te) && len(te.Errors) > 0 {
		text := te.Errors[0]
		if _, rest, ok := strings.Cut(text, "cannot unmarshal "); ok {
			what, _, _ := strings.Cut(rest, " into ")
			return "cannot be " + what
		}
		return text
	}
	return strings.TrimPrefix(err.Error(), "yaml: ")
}

// UnmarshalYAML reads a list whose members know their line.
func (c *Choice) UnmarshalYAML(n *yaml.Node) error    { c.line = n.Line; return decode(n, c) }
func (v *Ask) UnmarshalYAML(n *yaml.Node) error       { v.line = n.Line; return decode(n, v) }
func (s *ShaftLine) UnmarshalYAML(n *yaml.Node) error { s.line = n.Line; return decode(n, s) }
func (s *Station) UnmarshalYAML(n *yaml.Node) error   { s.line = n.Line; return decode(n, s) }
func (b *Bearing) UnmarshalYAML(n *yaml.Node) error   { b.line = n.Line; return decode(n, b) }
func (b *Bench) UnmarshalYAML(n *yaml.Node) error     { b.line = n.Line; return decode(n, b) }
func (c *Check) UnmarshalYAML(n *yaml.Node) error     { c.line = n.Line; return decode(n, c) }
func (m *Means) UnmarshalYAML(n *yaml.Node) error     { return decode(n, m) }
func (p *Part) UnmarshalYAML(n *yaml.Node) error      { p.line = n.Line; return decode(n, p) }
func (r *Repeat) UnmarshalYAML(n *yaml.Node) error    { r.line = n.Line; return decode(n, r) }
func (m *Member) UnmarshalYAML(n *yaml.Node) error    { return decode(n, m) }
func (b *Bound) UnmarshalYAML(n *yaml.Node) error     { b.line = n.Line; return decode(n, b) }
func (j *JudgedBy) UnmarshalYAML(n *yaml.Node) error  { j.line = n.Line; return decode(n, j) }
func (f *Finding) UnmarshalYAML(n *yaml.Node) error   { f.line = n.Line; return decode(n, f) }
func (a *Always) UnmarshalYAML(n *yaml.Node) error    { a.line = n.Line; return decode(n, a) }
func (f *Feel) UnmarshalYAML(n *yaml.Node) error      { f.line = n.Line; return decode(n, f) }
func (o *Option) UnmarshalYAML(n *yaml.Node) error    { return decode(n, o) }

// UnmarshalYAML reads a stage.
func (s *Stage) UnmarshalYAML(n *yaml.Node) error { s.line = n.Line; return decode(n, s) }

// UnmarshalYAML reads a step; what is wrong inside carries the step's id.
func (s *Step) UnmarshalYAML(n *yaml.Node) error {
	s.line = n.Line
	err := decode(n, s)
	var e *Error
	if errors.As(err, &e) && e.Step == "" {
		e.Step = s.ID
		if e.Step == "" { // the id stands after the fault
			for i := 0; i+1 < len(n.Content); i += 2 {
				if n.Content[i].Value == "id" {
					e.Step = n.Content[i+1].Value
				}
			}
		}
	}
	return err
}

// UnmarshalYAML reads a piece: its name alone, or with the stage it is fitted in.
func (p *Piece) UnmarshalYAML(n *yaml.Node) error {
	p.line = n.Line
	if n.Kind == yaml.ScalarNode {
		p.Piece = n.Value
		return nil
	}
	return decode(n, p)
}

// UnmarshalYAML reads a limit key: its name alone, or with a condition.
func (l *LimitKey) UnmarshalYAML(n *yaml.Node) error {
	l.line = n.Line
	if n.Kind == yaml.ScalarNode {
		l.Key = n.Value
		return nil
	}
	return decode(n, l)
}
