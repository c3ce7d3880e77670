// Package register reads and writes the shop's register of pumps and its limits
// as CSV files. A file is taken whole or not at all; what is wrong with it is
// said line by line.
package register

import (
	"bytes"
	"context"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"settle/core/field"
)

const (
	maxRows   = 200_000
	maxErrors = 100 // that are said; the rest is counted

	maxColumns = 2000
	maxLine    = 1 << 20 // bytes
)

// table is a CSV file that is read row by row.
type table struct {
	ctx     context.Context // of who asks: a table that nobody waits for is read no further
	csv     *csv.Reader
	columns map[string]int // heading → cell
	rows    int
	line    int // of the row at hand
	cells   []string
	faults  field.Errors
	unsaid  int
}

// open reads the heading. Known says whether a column may be there; need are
// those that must. The separator is the comma, the semicolon or the tab,
// whichever the heading is written with.
func open(ctx context.Context, file []byte, known func(column string) bool, need ...string) (*table, error) {
	if bytes.HasPrefix(file, []byte{0xff, 0xfe}) || bytes.HasPrefix(file, []byte{0xfe, 0xff}) {
		return nil, field.Errorf("file", "is UTF-16: save it as CSV UTF-8")
	}
	file = bytes.TrimPrefix(file, []byte{0xef, 0xbb, 0xbf})
	for n, line := range bytes.Split(file, []byte("\n")) {
		if !utf8.Valid(line) {
			return nil, field.Errorf(fmt.Sprintf("line %d", n+1), "is not UTF-8: save the file as CSV UTF-8")
		}
		if len(line) > maxLine {
			return nil, field.Errorf(fmt.Sprintf("line %d", n+1), "is longer than a megabyte: this is no register")
		}
	}
	head, _, _ := bytes.Cut(file, []byte("\n"))
	t := &table{ctx: ctx, csv: csv.NewReader(bytes.NewReader(file)), columns: map[string]int{}}
	for _, separator := range ",;\t" {
		if bytes.Count(head, []byte(string(separator))) > bytes.Count(head, []byte(string(t.csv.Comma))) {
			t.csv.Comma = separator
		}
	}
	if n := bytes.Count(head, []byte(string(t.csv.Comma))) + 1; n > maxColumns {
		return nil, field.Errorf("line 1", "names %d columns: at most %d are read", n, maxColumns)
	}
	t.csv.FieldsPerRecord, t.csv.ReuseRecord = -1, true
	cells, err := t.csv.Read()
	if err != nil {
		return nil, field.Errorf("line 1", "is not a heading: the first line names the columns, such as %s",
			strings.Join(need, ", "))
	}
	for i, cell := range cells {
		name := strings.ToLower(strings.TrimSpace(cell))
		switch _, twice := t.columns[name]; {
		case twice:
			t.headFault(fmt.Errorf("has the column %.60q twice", name))
		case !known(name):
			t.headFault(fmt.Errorf("has the column %.60q, which is none of this file's: save one from Settle to see them",
				name))
		}
		t.columns[name] = i
	}
	for _, name := range need {
		if _, ok := t.columns[name]; !ok {
			t.headFault(fmt.Errorf("lacks the column %q", name))
		}
	}
	if t.unsaid > 0 {
		t.faults.Add("line 1", fmt.Errorf("has %d more like these", t.unsaid))
	}
	return t, t.faults.Err()
}

// headFault notes what is wrong with the heading; very many are counted.
func (t *table) headFault(err error) {
	if len(t.faults) >= maxErrors {
		t.unsaid++
		return
	}
	t.faults.Add("line 1", err)
}

// next goes to the next row that has anything in it; false at the end.
func (t *table) next() bool {
	for {
		if err := t.ctx.Err(); err != nil {
			t.fault("", err)
			return false
		}
		cells, err := t.csv.Read()
		if errors.Is(err, io.EOF) {
			return false
		}
		var bad *csv.ParseError
		if errors.As(err, &bad) {
			t.line = bad.StartLine
			t.fault("", fmt.Errorf("cannot be read (%w): nothing behind it was looked at", bad.Err))
			return false
		}
		t.line, _ = t.csv.FieldPos(0)
		if !slices.ContainsFunc(cells, func(c string) bool { return strings.TrimSpace(c) != "" }) {
			continue
		}
		if t.rows++; t.rows > maxRows {
			t.fault("", fmt.Errorf("is row %d: at most %d are taken at once", t.rows, maxRows))
			return false
		}
		t.cells = cells
		if len(cells) != len(t.columns) {
			t.fault("", fmt.Errorf("has %d cells under %d columns: put a text with the separator in it between quotes",
				len(cells), len(t.columns)))
			continue
		}
		return true
	}
}

// has reports whether the file has a column.
func (t *table) has(column string) bool {
	_, ok := t.columns[column]
	return ok
}

// cell is what stands under a column, "" where there is none.
func (t *table) cell(column string) string {
	i, ok := t.columns[column]
	if !ok {
		return ""
	}
	return bare(strings.TrimSpace(t.cells[i]))
}

// number reads a cell that holds a number or nothing.
func (t *table) number(column string) *float64 {
	text := t.cell(column)
	if text == "" {
		return nil
	}
	x, err := strconv.ParseFloat(strings.Replace(text, ",", ".", 1), 64)
	if err != nil {
		t.fault(column, fmt.Errorf("is %q: write a number, or nothing", text))
		return nil
	}
	return &x
}

// fault notes what is wrong in the row at hand.
func (t *table) fault(column string, err error) {
	if err == nil {
		return
	}
	if len(t.faults) >= maxErrors {
		t.unsaid++
		return
	}
	at := fmt.Sprintf("line %d", t.line)
	if column != "" {
		at += ", " + column
	}
	t.faults = append(t.faults, &field.Error{Field: at, Message: err.Error()})
}

// err is what is wrong with the whole file.
func (t *table) err() error {
	if t.unsaid > 0 {
		t.faults = append(t.faults, &field.Error{Field: "file", Message: fmt.Sprintf("has %d more like these", t.unsaid)})
	}
	if len(t.faults) == 0 && t.rows == 0 {
		return field.Errorf("file", "has a heading and nothing below it")
	}
	return t.faults.Err()
}

// Guard keeps a spreadsheet from taking what a person wrote for a formula; bare takes the guard off
// again. Where the separator of lists is the semicolon or the tab, a cell with one in it begins anew
// behind it.
func Guard(s string) string {
	s = inner.ReplaceAllString(s, "$1 $2")
	if s != "" && strings.ContainsRune("=+-@\t\r\n", rune(s[0])) {
		if _, err := strconv.ParseFloat(s, 64); err != nil {
			return "'" + s
		}
	}
	return s
}

// inner is where a formula could begin within a cell.
var inner = regexp.MustCompile(`([;\t\r\n])([=+\-@])`)

func bare(s string) string {
	if len(s) > 1 && s[0] == '\'' && strings.ContainsRune("=+-@", rune(s[1])) {
		return s[1:]
	}
	return s
}

func write(rows [][]string) ([]byte, error) {
	for _, row := range rows {
		for i := range row {
			row[i] = Guard(row[i])
		}
	}
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	if err := w.WriteAll(rows); err != nil {
		return nil, err
	}
	return b.Bytes(), nil
}

// Effect is one thing that taking a file in would do.
type Effect struct {
	What   string `json:"what"`
	Before string `json:"before,omitempty"`
	After  string `json:"after"`
}

// Effects is all that taking a file in would do.
type Effects struct {
	Rows    int      `json:"rows"`
	Added   int      `json:"added"`
	Changed int      `json:"changed"`
	Same    int      `json:"same"`
	List    []Effect `json:"list" nullable:"false" doc:"the first of them"`
}

const maxListed = 200

func (c *Effects) add(x Effect) {
	if x.Before == "" {
		c.Added++
	} else {
		c.Changed++
	}
	if len(c.List) < maxListed {
		c.List = append(c.List, x)
	}
}
