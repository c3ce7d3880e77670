package job

import (
	"reflect"

	"settle/core/field"
	"settle/core/kind"
	"settle/core/log"
	"settle/core/plan"
)

// pictured checks pictures that are added to a step.
func (t *terms) pictured(step *plan.Step, b *log.Body) error {
	if b == nil || b.Photo == nil || len(b.Photo.Photos) == 0 {
		return field.Errorf("body.photo.photos", "is missing: take the picture first")
	}
	if len(b.Photo.Photos) > kind.MaxPhotos {
		return field.Errorf("body.photo.photos", "has %d pictures: %d are enough for one step", len(b.Photo.Photos),
			kind.MaxPhotos)
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
func (t *terms) pictures(step *plan.Step, e *log.Entry) []kind.Picture {
	var out []kind.Picture
	if e == nil || e.Body == nil || e.Body.Photo == nil || step == nil {
		return nil
	}
	of, _ := t.finding(step, e.Body.Photo.Of)
	for _, id := range e.Body.Photo.Photos {
		out = append(out, kind.Picture{ID: id, Of: of, Words: e.Body.Photo.Words, By: e.By.Name, At: e.At, Entry: e.ID})
	}
	return out
}
