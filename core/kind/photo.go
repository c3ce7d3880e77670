package kind

import (
	"fmt"
	"strings"

	"settle/core/gauge"
	"settle/core/log"
	"settle/core/plan"
	"settle/core/words"
)

var photoKind = Kind{
	panel: "photo", Group: "photo", table: DoneTable, weigh: photographed,
	show: func(_ Terms, step *plan.Step, p *Panel) { p.Of = step.Of },
}

func photographed(_ Scale, _ *plan.Step, b *log.Body, r *gauge.Reader) *Reading {
	f := b.Photo
	if f == nil || len(f.Photos) == 0 && strings.TrimSpace(f.Words) == "" {
		return missing(r, "photo", "is missing: take the picture, or write where it is kept")
	}
	if len(f.Photos) > MaxPhotos {
		r.Errors.Add("photo.photos", fmt.Errorf("has %d pictures: %d are enough for one step", len(f.Photos), MaxPhotos))
		return nil
	}
	return &Reading{Text: pictured(*f)}
}

// MaxPhotos bounds the pictures of one step.
const MaxPhotos = 24

func pictured(f log.PhotoForm) string {
	if n := len(f.Photos); n > 0 {
		return words.Several(n, "picture")
	}
	return "kept elsewhere: " + f.Words
}
