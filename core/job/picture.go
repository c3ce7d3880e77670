package job

import (
	"fmt"
	"reflect"
	"strings"
	"time"

	"settle/core/field"
	"settle/core/gauge"
	"settle/core/log"
	"settle/core/plan"
)

func photographed(_ *scale, _ *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f := b.Photo
	if f == nil || len(f.Photos) == 0 && strings.TrimSpace(f.Words) == "" {
		return missing(r, "photo", "is missing: take the picture, or write where it is kept")
	}
	if len(f.Photos) > maxPhotos {
		r.Errors.Add("photo.photos", fmt.Errorf("has %d pictures: %d are enough for one step", len(f.Photos), maxPhotos))
		return nil
	}
	return &Reading{Text: pictured(*f)}
}

// Picture is a picture of a step, or of a finding on its part.
type Picture struct {
	ID    string    `json:"id"`
	Of    string    `json:"of,omitempty" doc:"the finding it shows, in words"`
	Words string    `json:"words,omitempty"`
	By    string    `json:"by"`
	At    time.Time `json:"at"`
	Entry string    `json:"entry" doc:"id of the entry that put it there"`
}

// pictured checks pictures that are added to a step.
func (t *terms) pictured(step *plan.Step, b *log.Body) error {
	if b == nil || b.Photo == nil || len(b.Photo.Photos) == 0 {
		return field.Errorf("body.photo.photos", "is missing: take the picture first")
	}
	if len(b.Photo.Photos) > maxPhotos {
		return field.Errorf("body.photo.photos", "has %d pictures: %d are enough for one step", len(b.Photo.Photos),
			maxPhotos)
	}
	if !onlyPhoto(*b) {
		return field.Errorf("body", "holds more than pictures")
	}
	if _, ok := t.finding(step, b.Photo.Of); !ok && b.Photo.Of != "" {
		return field.Errorf("body.photo.of", "%q is not a finding of this step", b.Photo.Of)
	}
	return nil
}

func onlyPhoto(b log.Body) bool {
	b.Photo, b.Unit = nil, ""
	return reflect.ValueOf(b).IsZero()
}

// finding is what a finding of a step's part is called.
func (t *terms) finding(step *plan.Step, key string) (string, bool) {
	if part := t.plan.Part(step.Part); part != nil {
		for _, f := range part.Findings {
			if f.Key == key {
				return f.Words, true
			}
		}
	}
	return "", false
}

// pictures are those of an entry.
func (t *terms) pictures(step *plan.Step, e *log.Entry) []Picture {
	var out []Picture
	if e == nil || e.Body == nil || e.Body.Photo == nil || step == nil {
		return nil
	}
	of, _ := t.finding(step, e.Body.Photo.Of)
	for _, id := range e.Body.Photo.Photos {
		out = append(out, Picture{ID: id, Of: of, Words: e.Body.Photo.Words, By: e.By.Name, At: e.At, Entry: e.ID})
	}
	return out
}

// maxPhotos bounds the pictures of one step.
const maxPhotos = 24
