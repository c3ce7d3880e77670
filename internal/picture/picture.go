// Package picture makes what a camera took fit to be kept: turned upright,
// scaled, and stripped of everything but the picture, the place where it was
// taken with it.
package picture

import (
	"bytes"
	"fmt"
	"image"
	"image/jpeg"

	_ "image/png" // read, not written

	"github.com/disintegration/imaging"
	_ "golang.org/x/image/webp"

	"settle/core/field"
)

const (
	// MaxBytes is the longest file that is taken.
	MaxBytes = 10 << 20
	// Side is the longest side of what is kept, in pixels.
	Side = 1600

	maxPixels = 60_000_000 // what a small file may unfold to
	quality   = 85
)

// Fit reads a JPEG, PNG or WebP and returns a JPEG of at most Side pixels a
// side, upright and without its camera's notes. Its errors are on the field
// "photo".
func Fit(file []byte) ([]byte, error) {
	if len(file) > MaxBytes {
		return nil, field.Errorf("photo", "is %.1f MB: at most %d MB, take it with a smaller setting",
			float64(len(file))/(1<<20), MaxBytes>>20)
	}
	config, format, err := image.DecodeConfig(bytes.NewReader(file))
	if err != nil || format != "jpeg" && format != "png" && format != "webp" {
		return nil, field.Errorf("photo", "is not a JPEG, PNG or WebP picture")
	}
	if config.Width*config.Height > maxPixels {
		return nil, field.Errorf("photo", "has %d × %d pixels, which is more than can be kept: take it with a smaller "+
			"setting", config.Width, config.Height)
	}
	img, err := imaging.Decode(bytes.NewReader(file), imaging.AutoOrientation(true))
	if err != nil {
		return nil, field.Errorf("photo", "is damaged: take it again")
	}
	img = upright(img, held(file, format))
	if b := img.Bounds(); b.Dx() > Side || b.Dy() > Side {
		img = imaging.Fit(img, Side, Side, imaging.CatmullRom)
	}
	var out bytes.Buffer
	if err := jpeg.Encode(&out, img, &jpeg.Options{Quality: quality}); err != nil {
		return nil, fmt.Errorf("writing the picture: %w", err)
	}
	return out.Bytes(), nil
}
