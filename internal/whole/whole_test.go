package whole

import (
	"archive/zip"
	"bytes"
	"context"
	"encoding/json"
	"io"
	"path/filepath"
	"reflect"
	"strings"
	"testing"
	"time"

	"settle/core/log"
	"settle/core/record"
	"settle/internal/demo"
	"settle/internal/store"
)

var ctx = context.Background()

func opened(t *testing.T) *store.Store {
	t.Helper()
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), "settle.db"), time.Now)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return s
}

// demoShop is the demo shop with a drawing, so that there is one of everything.
func demoShop(t *testing.T) *store.Store {
	t.Helper()
	path := filepath.Join(t.TempDir(), "settle.db")
	if err := demo.Copy(path); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(ctx, path, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	id, err := s.AddPaper(ctx, "application/pdf", []byte("%PDF-1.7 a drawing"))
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Note(ctx, "LS-204", record.Line{ID: "drawing-1", Kind: record.Paper, Text: "Seal drawing", File: id}, "p1",
		nil); err != nil {
		t.Fatal(err)
	}
	return s
}

func out(t *testing.T, s *store.Store) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := Write(ctx, s, &b); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// same says that two shops hold the same, to the letter; each job of the other says that it was taken in.
func same(t *testing.T, a, b *store.Store) {
	t.Helper()
	one, err := a.Beside(ctx)
	if err != nil {
		t.Fatal(err)
	}
	other, err := b.Beside(ctx)
	if err != nil {
		t.Fatal(err)
	}
	if !reflect.DeepEqual(one, other) {
		t.Errorf("beside the jobs there is\n%.2000s\nand was\n%.2000s", mustJSON(t, other), mustJSON(t, one))
	}
	numbers, err := a.Numbers(ctx)
	if err != nil {
		t.Fatal(err)
	}
	for _, n := range numbers {
		x, err := a.Job(ctx, n)
		if err != nil {
			t.Fatal(err)
		}
		y, err := b.Job(ctx, n)
		if err != nil {
			t.Errorf("%s: %v", n, err)
			continue
		}
		if len(x.Log)+1 != len(y.Log) || y.Log[len(x.Log)].Kind != log.TakenIn || len(x.Kept) != len(y.Kept) ||
			log.Verify(y.Log) != 0 {
			t.Errorf("%s has %d entries and %d sheets, and had %d and %d", n, len(y.Log), len(y.Kept), len(x.Log), len(x.Kept))
			continue
		}
		for i := range x.Log {
			if !bytes.Equal(x.Log[i].Line(), y.Log[i].Line()) {
				t.Errorf("%s: entry %d is another", n, i+1)
			}
		}
	}
	papers, err := b.Papers(ctx)
	if err != nil || len(papers) == 0 {
		t.Errorf("%d papers, %v", len(papers), err)
	}
	if found, err := b.Pumps(ctx, store.PumpQuery{Words: "seal drawing"}); err != nil || len(found) == 0 {
		t.Errorf("a pump is not found by what was noted about it: %v", err)
	}
}

func mustJSON(t *testing.T, v any) []byte {
	t.Helper()
	b, err := json.Marshal(v)
	if err != nil {
		t.Fatal(err)
	}
	return b
}

// A shop that is taken out and in again is the same shop.
func TestAShopOutAndIn(t *testing.T) {
	s := demoShop(t)
	file := out(t, s)
	again := opened(t)
	jobs, err := Read(ctx, again, bytes.NewReader(file), int64(len(file)), "shop.zip")
	if err != nil || jobs != 32 {
		t.Fatalf("%d jobs, %v", jobs, err)
	}
	same(t, s, again)
	if _, err := Read(ctx, again, bytes.NewReader(file), int64(len(file)), "shop.zip"); err == nil ||
		!strings.Contains(err.Error(), "here is one already") {
		t.Errorf("taken in over a shop: %v", err)
	}
}

// changed is a file with one of its parts changed; an empty text leaves the part out.
func changed(t *testing.T, file []byte, part string, change func([]byte) []byte) []byte {
	t.Helper()
	z, err := zip.NewReader(bytes.NewReader(file), int64(len(file)))
	if err != nil {
		t.Fatal(err)
	}
	var b bytes.Buffer
	w := zip.NewWriter(&b)
	for _, f := range z.File {
		in, err := f.Open()
		if err != nil {
			t.Fatal(err)
		}
		text, err := io.ReadAll(in)
		if err != nil {
			t.Fatal(err)
		}
		if strings.HasPrefix(f.Name, part) {
			text = change(text)
		}
		if len(text) == 0 {
			continue
		}
		to, err := w.Create(f.Name)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := to.Write(text); err != nil {
			t.Fatal(err)
		}
	}
	if err := w.Close(); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

func TestAFileThatIsNotAsItWas(t *testing.T) {
	file := out(t, demoShop(t))
	none := func([]byte) []byte { return nil }
	swap := func(from, to string) func([]byte) []byte {
		return func(b []byte) []byte { return bytes.Replace(b, []byte(from), []byte(to), 1) }
	}
	tests := []struct {
		name string
		file []byte
		says string
	}{
		{"no ZIP", []byte("hello"), "not a ZIP"},
		{"cut short", file[:len(file)/2], "not a ZIP"},
		{"without its shop", changed(t, file, shopPart, none), "there is no shop.json"},
		{"of another format", changed(t, file, shopPart, swap(format, "settle-shop/9")), "take it in with a newer one"},
		{"a shop that is no JSON", changed(t, file, shopPart, func([]byte) []byte { return []byte("{") }), "cannot be read"},
		{"an entry that was changed", changed(t, file, "jobs/J-0005", func(b []byte) []byte {
			at := bytes.Index(b, []byte(`"log"`))
			return append(bytes.Clone(b[:at]), swap("M. Okafor", "N. Okafor")(b[at:])...)
		}), "jobs/J-0005.json"},
		{"a drawing that was changed", changed(t, file, papers, swap("drawing", "photo")), "not what it was"},
	}
	for _, tt := range tests {
		if _, err := Read(ctx, opened(t), bytes.NewReader(tt.file), int64(len(tt.file)), "shop.zip"); err == nil ||
			!strings.Contains(err.Error(), tt.says) {
			t.Errorf("%s: %v, want %q", tt.name, err, tt.says)
		}
	}
}
