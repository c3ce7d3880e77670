package picture

import (
	"bytes"
	"encoding/binary"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"strings"
	"testing"
)

// shot is wide, red on its left half and blue on its right.
func shot(w, h int) image.Image {
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			c := color.RGBA{200, 0, 0, 255}
			if x >= w/2 {
				c = color.RGBA{0, 0, 200, 255}
			}
			img.Set(x, y, c)
		}
	}
	return img
}

// withNotes puts camera notes into a JPEG: how it was held, and words that must
// not be kept.
func withNotes(t *testing.T, img image.Image, orientation uint16) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := jpeg.Encode(&b, img, nil); err != nil {
		t.Fatal(err)
	}
	tiff := []byte("II*\x00\x08\x00\x00\x00\x01\x00")
	entry := make([]byte, 12)
	binary.LittleEndian.PutUint16(entry, 0x0112)
	binary.LittleEndian.PutUint16(entry[2:], 3)
	binary.LittleEndian.PutUint32(entry[4:], 1)
	binary.LittleEndian.PutUint16(entry[8:], orientation)
	notes := append([]byte("Exif\x00\x00"), append(append(tiff, entry...), "\x00\x00\x00\x00taken at the secret pit"...)...)
	size := []byte{0xff, 0xe1, 0, 0}
	binary.BigEndian.PutUint16(size[2:], uint16(len(notes)+2))
	jpg := b.Bytes()
	return append(append(append([]byte{}, jpg[:2]...), append(size, notes...)...), jpg[2:]...)
}

func TestFit(t *testing.T) {
	out, err := Fit(withNotes(t, shot(400, 200), 6)) // held upright: turn a quarter clockwise
	if err != nil {
		t.Fatal(err)
	}
	img, err := jpeg.Decode(bytes.NewReader(out))
	if err != nil {
		t.Fatal(err)
	}
	if b := img.Bounds(); b.Dx() != 200 || b.Dy() != 400 {
		t.Errorf("turned upright it is %v", b)
	}
	if r, _, b, _ := img.At(100, 20).RGBA(); r < b {
		t.Error("left has not become the top")
	}
	if bytes.Contains(out, []byte("secret pit")) || bytes.Contains(out, []byte("Exif")) {
		t.Error("the camera's notes are kept")
	}
	var b bytes.Buffer
	if err := png.Encode(&b, shot(3200, 800)); err != nil {
		t.Fatal(err)
	}
	out, err = Fit(b.Bytes())
	if err != nil {
		t.Fatal(err)
	}
	if c, err := jpeg.DecodeConfig(bytes.NewReader(out)); err != nil || c.Width != Side || c.Height != 400 {
		t.Errorf("scaled it is %d × %d, %v", c.Width, c.Height, err)
	}
}

func TestFitRefuses(t *testing.T) {
	good := withNotes(t, shot(400, 200), 1)
	for name, tt := range map[string]struct {
		file []byte
		says string
	}{
		"too long":   {make([]byte, MaxBytes+1), "at most 10 MB"},
		"no picture": {[]byte("%PDF-1.7"), "no JPEG, PNG or WebP"},
		"empty":      {nil, "no JPEG"},
		"cut off":    {good[:len(good)-200], "damaged"},
	} {
		if _, err := Fit(tt.file); err == nil || !strings.Contains(err.Error(), tt.says) {
			t.Errorf("%s: %v, want %q", name, err, tt.says)
		}
	}
}
