package picture

import (
	"bytes"
	"encoding/base64"
	"encoding/binary"
	"hash/crc32"
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

// notes are a camera's: how it was held, and words that must not be kept.
func notes(order binary.AppendByteOrder, orientation uint16) []byte {
	b := []byte("II")
	if order.String() == binary.BigEndian.String() {
		b = []byte("MM")
	}
	b = order.AppendUint32(order.AppendUint16(b, 42), 8)          // the list begins at byte 8
	b = order.AppendUint16(order.AppendUint16(b, 1), 0x0112)      // one entry, the orientation
	b = order.AppendUint32(order.AppendUint16(b, 3), 1)           // one short number
	b = order.AppendUint16(order.AppendUint16(b, orientation), 0) // and the room it leaves
	return append(order.AppendUint32(b, 0), "taken at the secret pit"...)
}

// webp is the picture of shot(40, 20) as a browser writes it, with notes if any.
func webp(t *testing.T, notes []byte) []byte {
	t.Helper()
	bits, err := base64.StdEncoding.DecodeString("VlA4IGgAAAAQBQCdASooABQAPm0skkWkIqGYBABABsSgDKLpB8oHIBDAPwArv/cAANbZBF90FRgAAP70GLf+47o5wnv/7xn/dl+7L5ZnVo1afV9FZ/oR3cn7B/k05ztsODKFPPKhPg0NSjzQ7XAAAA==")
	if err != nil {
		t.Fatal(err)
	}
	if notes != nil {
		size := []byte{8, 0, 0, 0, 39, 0, 0, 19, 0, 0} // flags: notes follow; then width and height less 1
		bits = append(append(piece("VP8X", size), bits...), piece("EXIF", notes)...)
	}
	return append([]byte("RIFF"), append(binary.LittleEndian.AppendUint32(nil, uint32(len(bits)+4)), append([]byte("WEBP"), bits...)...)...)
}

func piece(name string, body []byte) []byte {
	b := append(binary.LittleEndian.AppendUint32([]byte(name), uint32(len(body))), body...)
	return append(b, make([]byte, len(body)%2)...)
}

func TestFitTurnsWhatIsNoJPEG(t *testing.T) {
	var b bytes.Buffer
	if err := png.Encode(&b, shot(40, 20)); err != nil {
		t.Fatal(err)
	}
	held := notes(binary.BigEndian, 6)
	exif := append(binary.BigEndian.AppendUint32(nil, uint32(len(held))), append([]byte("eXIf"), held...)...)
	exif = binary.BigEndian.AppendUint32(exif, crc32.ChecksumIEEE(exif[4:]))
	const head = 33 // the signature and the header chunk of a PNG
	turned := append(append(append([]byte{}, b.Bytes()[:head]...), exif...), b.Bytes()[head:]...)
	for name, tt := range map[string]struct {
		file []byte
		w, h int
	}{
		"WebP":                     {webp(t, nil), 40, 20},
		"WebP held upright":        {webp(t, notes(binary.LittleEndian, 6)), 20, 40},
		"WebP upside down":         {webp(t, notes(binary.BigEndian, 3)), 40, 20},
		"WebP with notes cut off":  {webp(t, held[:9]), 40, 20},
		"WebP held no way that is": {webp(t, notes(binary.LittleEndian, 77)), 40, 20},
		"PNG":                      {b.Bytes(), 40, 20},
		"PNG held upright":         {turned, 20, 40},
	} {
		out, err := Fit(tt.file)
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		img, err := jpeg.Decode(bytes.NewReader(out))
		if err != nil {
			t.Fatal(err)
		}
		if size := img.Bounds(); size.Dx() != tt.w || size.Dy() != tt.h {
			t.Errorf("%s: %v, want %d × %d", name, size, tt.w, tt.h)
		}
		// Red is on the left, and where it was turned a quarter clockwise, on top.
		r, _, blue, _ := img.At(3, 3).RGBA()
		if red := r > blue; red == (name == "WebP upside down") {
			t.Errorf("%s: red is on the wrong side", name)
		}
		if bytes.Contains(out, []byte("secret pit")) {
			t.Errorf("%s: the camera's notes are kept", name)
		}
	}
}

// withNotes puts camera notes into a JPEG.
func withNotes(t *testing.T, img image.Image, orientation uint16) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := jpeg.Encode(&b, img, nil); err != nil {
		t.Fatal(err)
	}
	notes := append([]byte("Exif\x00\x00"), notes(binary.LittleEndian, orientation)...)
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
