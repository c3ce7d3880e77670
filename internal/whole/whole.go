// Package whole takes a whole shop out as one open file, and in again: a ZIP of JSON, JPEG, PDF
// and YAML that needs no Settle to be read. docs/files.md has its parts.
package whole

import (
	"archive/zip"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"path"
	"slices"
	"strings"

	"settle/core/field"
	"settle/core/log"
	"settle/internal/report"
	"settle/internal/store"
)

const (
	format = "settle-shop/1"

	shopPart  = "shop.json"
	jobsPart  = "jobs/"
	papers    = "papers/"
	plansPart = "plans/"

	mostPart = 256 << 20 // bytes of one part, unpacked
)

// endings are how papers are named, by their media type.
var endings = map[string]string{"application/pdf": ".pdf", "image/jpeg": ".jpg"}

// shopFile is what stands in shop.json.
type shopFile struct {
	Format string `json:"format"`
	store.Beside
}

// Write takes a shop out. It may be open: what is entered meanwhile is in it or not.
func Write(ctx context.Context, s *store.Store, out io.Writer) error {
	z := zip.NewWriter(out)
	put := func(name string, b []byte) error {
		w, err := z.Create(name)
		if err != nil {
			return err
		}
		_, err = w.Write(b)
		return err
	}
	beside, err := s.Beside(ctx)
	if err != nil {
		return err
	}
	text, err := json.Marshal(shopFile{format, beside}) // lines stay as they were kept, to the letter
	if err != nil {
		return err
	}
	if err := put(shopPart, text); err != nil {
		return err
	}
	for _, p := range beside.Plans { // to be read: they stand in shop.json, too
		if err := put(plansPart+p.Key+".yaml", []byte(p.Text)); err != nil {
			return err
		}
	}
	if err := writePapers(ctx, s, put); err != nil {
		return err
	}
	numbers, err := s.Numbers(ctx)
	if err != nil {
		return err
	}
	for i, number := range numbers {
		r, err := s.Job(ctx, number)
		if err != nil {
			return err
		}
		b, err := report.JSON(r, func(id string) ([]byte, error) { return s.Photo(ctx, id) })
		if err != nil {
			return fmt.Errorf("%s: %w", number, err)
		}
		if err := put(jobsPart+called(number, i), b); err != nil {
			return err
		}
	}
	return z.Close()
}

// called names the file of a job: by its number, where that is one.
func called(number string, i int) string {
	if !log.IsNumber(number) {
		return fmt.Sprintf("job-%d.json", i+1)
	}
	return number + ".json"
}

func writePapers(ctx context.Context, s *store.Store, put func(string, []byte) error) error {
	ids, err := s.Papers(ctx)
	if err != nil {
		return err
	}
	for _, id := range ids {
		kind, bytes, err := s.Paper(ctx, id)
		if err != nil {
			return err
		}
		if err := put(papers+id+endings[kind], bytes); err != nil {
			return err
		}
	}
	return nil
}

// Read takes a whole shop into a store that has nothing yet, and returns how many jobs it has. Name is
// that of the file, as it is to stand on the sheets.
// Every job is verified. Where anything is wrong the store is to be thrown away. The error is a
// *field.Error where the file is not what it should be.
func Read(ctx context.Context, s *store.Store, file io.ReaderAt, size int64, name string) (jobs int, err error) {
	z, err := zip.NewReader(file, size)
	if err != nil {
		return 0, field.Errorf("file", "is no shop that Settle took out: it is not a ZIP")
	}
	first := slices.IndexFunc(z.File, func(f *zip.File) bool { return f.Name == shopPart })
	if first < 0 {
		return 0, field.Errorf("file", "is no shop that Settle took out: there is no %s in it", shopPart)
	}
	text, err := unpacked(z.File[first])
	if err != nil {
		return 0, err
	}
	var shop shopFile
	if err := json.Unmarshal(text, &shop); err != nil {
		return 0, field.Errorf("file", "has a %s that cannot be read: %v", shopPart, err)
	}
	if shop.Format != format {
		return 0, field.Errorf("file", "is of the format %q, and this Settle reads %s: take it in with a newer one",
			shop.Format, format)
	}
	if err := s.TakeBeside(ctx, shop.Beside); err != nil {
		return 0, err
	}
	for _, f := range z.File {
		took, err := take(ctx, s, f, name)
		if err != nil {
			return jobs, fmt.Errorf("%s: %w", f.Name, err)
		}
		if took {
			jobs++
		}
	}
	return jobs, nil
}

// take puts one part in; it reports whether that was a job.
func take(ctx context.Context, s *store.Store, f *zip.File, name string) (isJob bool, err error) {
	inPapers, inJobs := strings.HasPrefix(f.Name, papers), strings.HasPrefix(f.Name, jobsPart)
	if !inPapers && !inJobs || strings.HasSuffix(f.Name, "/") {
		return false, nil
	}
	b, err := unpacked(f)
	if err != nil {
		return false, err
	}
	if inPapers {
		for kind, ending := range endings {
			if path.Ext(f.Name) == ending {
				id, err := s.AddPaper(ctx, kind, b)
				if err == nil && id+ending != path.Base(f.Name) {
					err = errors.New("is not what it was when it was kept: its name is the hash of what was in it")
				}
				return false, err
			}
		}
		return false, nil
	}
	r, photos, err := report.Read(b)
	if err != nil {
		return false, err
	}
	_, err = s.ImportJob(ctx, r, store.Arrival{By: log.Person{Name: "settle import"}, File: name, Whole: true,
		Photos: photos})
	return true, err
}

// unpacked is what a part holds.
func unpacked(f *zip.File) ([]byte, error) {
	in, err := f.Open()
	if err != nil {
		return nil, err
	}
	defer in.Close()
	b, err := io.ReadAll(io.LimitReader(in, mostPart+1))
	if err == nil && len(b) > mostPart {
		err = fmt.Errorf("is larger than %d MB", mostPart>>20)
	}
	return b, err
}
