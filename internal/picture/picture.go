// Package picture makes what a camera took fit to be kept: turned upright,
// scaled, and stripped of everything but the picture, the place where it was
// taken with it.
package picture

import (
	"bytes"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"sync"

	_ "image/png" // read, not written

	"golang.org/x/image/draw"
	_ "golang.org/x/image/webp" // read, too

	"settle/core/field"
)

const (
	// MaxBytes is the longest file that is taken.
	MaxBytes = 10 << 20
	// Side is the longest side of what is kept, in pixels.
	Side = 1600

	maxPixels  = 60_000_000 // what a small file may unfold to
	maxDecoded = 256 << 20  // and how much memory that may take
	quality    = 85
)

var unfolding sync.Mutex

// unfolded is how many bytes of memory the decoder takes for a picture.
func unfolded(file []byte, format string, c image.Config) int {
	pixels := c.Width * c.Height
	switch format {
	case "jpeg":
		each, progressive := samples(file)
		bytes := int(float64(pixels) * each)
		if progressive { // its coefficients are gathered before, four bytes each
			bytes *= 5
		}
		return bytes
	case "webp":
		return pixels * 8
	}
	switch c.ColorModel {
	case color.GrayModel:
		return pixels
	case color.Gray16Model:
		return pixels * 2
	case color.RGBA64Model, color.NRGBA64Model:
		return pixels * 8
	}
	return pixels * 4
}

// samples are how many bytes a JPEG has for each of its pixels, and whether it is a progressive one: by
// the head of its frame (ITU-T T.81, B.2.2).
func samples(file []byte) (each float64, progressive bool) {
	const most = 4 // of which nothing is known
	for at := 2; at+9 < len(file); {
		kind, length := file[at+1], int(file[at+2])<<8+int(file[at+3])
		if file[at] != 0xff {
			return most, true
		}
		if kind == 0xc0 || kind == 0xc1 || kind == 0xc2 {
			n, sum, largest := int(file[at+9]), 0, 1
			for i := range n {
				if at+11+3*i >= len(file) {
					return most, true
				}
				by := file[at+11+3*i]
				area := int(by>>4) * int(by&15)
				sum, largest = sum+area, max(largest, area)
			}
			return float64(sum) / float64(largest), kind == 0xc2
		}
		at += 2 + length
	}
	return most, true
}

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
	if config.Width*config.Height > maxPixels || unfolded(file, format, config) > maxDecoded {
		return nil, field.Errorf("photo", "has %d × %d pixels, which is more than can be kept: take it with a smaller "+
			"setting", config.Width, config.Height)
	}
	// One at a time: what is unfolded of several at once would take the memory of the whole PC.
	unfolding.Lock()
	defer unfolding.Unlock()
	img, _, err := image.Decode(bytes.NewReader(file))
	if err != nil {
		return nil, field.Errorf("photo", "is damaged: take it again")
	}
	img = upright(fitted(img), held(file, format))
	var out bytes.Buffer
	if err := jpeg.Encode(&out, img, &jpeg.Options{Quality: quality}); err != nil {
		return nil, fmt.Errorf("writing the picture: %w", err)
	}
	return out.Bytes(), nil
}

// Clean says whether a file is a JPEG as Fit writes it: one that can be read, is no larger, and holds
// nothing but the picture, neither notes of a camera nor anything behind its end.
func Clean(file []byte) bool {
	config, format, err := image.DecodeConfig(bytes.NewReader(file))
	if err != nil || format != "jpeg" || max(config.Width, config.Height) > Side || !bare(file) {
		return false
	}
	_, err = jpeg.Decode(bytes.NewReader(file))
	return err == nil
}

// bare says whether a JPEG has the parts of a picture only: tables, one frame, one scan and its end
// (ITU-T T.81, annex B).
func bare(file []byte) bool {
	const (
		start, end, frame, huffman, scan, tables = 0xd8, 0xd9, 0xc0, 0xc4, 0xda, 0xdb
	)
	if len(file) < 4 || file[0] != 0xff || file[1] != start {
		return false
	}
	for at := 2; at+4 <= len(file); {
		kind, length := file[at+1], int(file[at+2])<<8+int(file[at+3])
		if file[at] != 0xff || kind != tables && kind != frame && kind != huffman && kind != scan {
			return false
		}
		at += 2 + length
		if kind != scan {
			continue
		}
		for at+1 < len(file) && (file[at] != 0xff || file[at+1] == 0) { // what is scanned: no mark but escaped ones
			at++
		}
		return at+2 == len(file) && file[at] == 0xff && file[at+1] == end
	}
	return false
}

// within are the sides of a picture that is no longer than most.
func within(w, h, most int) (int, int) {
	longest := max(w, h)
	if longest <= most {
		return w, h
	}
	return max(w*most/longest, 1), max(h*most/longest, 1)
}

// fitted is the picture with no side longer than Side.
func fitted(img image.Image) *image.RGBA {
	// The good way of scaling takes 32 bytes for each pixel of a row it keeps by all rows it comes from;
	// a very large picture is brought to twice its size by a coarser way first.
	if b := img.Bounds(); max(b.Dx(), b.Dy()) > 2*Side {
		w, h := within(b.Dx(), b.Dy(), 2*Side)
		half := image.NewRGBA(image.Rect(0, 0, w, h))
		draw.ApproxBiLinear.Scale(half, half.Bounds(), img, b, draw.Src, nil)
		img = half
	}
	from := img.Bounds()
	w, h := within(from.Dx(), from.Dy(), Side)
	small := image.NewRGBA(image.Rect(0, 0, w, h))
	if w == from.Dx() && h == from.Dy() {
		draw.Draw(small, small.Bounds(), img, from.Min, draw.Src)
	} else {
		draw.CatmullRom.Scale(small, small.Bounds(), img, from, draw.Src, nil)
	}
	return small
}
