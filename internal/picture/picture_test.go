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
	"runtime"
	"runtime/debug"
	"strings"
	"sync"
	"testing"
	"time"

	"settle/internal/drill"
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
	bits, err := base64.StdEncoding.DecodeString(
		"VlA4IGgAAAAQBQCdASooABQAPm0skkWkIqGYBABABsSgDKLpB8oHIBDAPwArv/cAANbZBF90FRgAAP70" +
			"GLf+47o5wnv/7xn/dl+7L5ZnVo1afV9FZ/oR3cn7B/k05ztsODKFPPKhPg0NSjzQ7XAAAA==")
	if err != nil {
		t.Fatal(err)
	}
	if notes != nil {
		size := []byte{8, 0, 0, 0, 39, 0, 0, 19, 0, 0} // flags: notes follow; then width and height less 1
		bits = append(append(piece("VP8X", size), bits...), piece("EXIF", notes)...)
	}
	return append([]byte("RIFF"), append(binary.LittleEndian.AppendUint32(nil, uint32(len(bits)+4)),
		append([]byte("WEBP"), bits...)...)...)
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
		"no picture": {[]byte("%PDF-1.7"), "not a JPEG, PNG or WebP"},
		"empty":      {nil, "not a JPEG"},
		"cut off":    {good[:len(good)-200], "damaged"},
	} {
		if _, err := Fit(tt.file); err == nil || !strings.Contains(err.Error(), tt.says) {
			t.Errorf("%s: %v, want %q", name, err, tt.says)
		}
	}
}

// However the camera was held, the same scene comes out: red on the left above,
// for a scene that is wider than high.
func TestUprightFromEveryWay(t *testing.T) {
	scene := image.NewRGBA(image.Rect(0, 0, 60, 40))
	for y := range 40 {
		for x := range 60 {
			c := color.RGBA{40, 40, 40, 255}
			if x < 20 && y < 13 {
				c = color.RGBA{220, 0, 0, 255}
			}
			scene.Set(x, y, c)
		}
	}
	// What the camera wrote for each way, by the definition of the tag: where the
	// scene's upper left corner is, and which way its lines run.
	taken := map[uint16]func(w, h, x, y int) (int, int){
		1: func(_, _, x, y int) (int, int) { return x, y },
		2: func(w, _, x, y int) (int, int) { return w - 1 - x, y },
		3: func(w, h, x, y int) (int, int) { return w - 1 - x, h - 1 - y },
		4: func(_, h, x, y int) (int, int) { return x, h - 1 - y },
		5: func(_, _, x, y int) (int, int) { return y, x },
		6: func(_, h, x, y int) (int, int) { return y, h - 1 - x },
		7: func(w, h, x, y int) (int, int) { return w - 1 - y, h - 1 - x },
		8: func(w, _, x, y int) (int, int) { return w - 1 - y, x },
	}
	for way, from := range taken {
		w, h := 60, 40
		if way > 4 {
			w, h = h, w
		}
		stored := image.NewRGBA(image.Rect(0, 0, w, h))
		for y := range 40 {
			for x := range 60 {
				// The scene's point lies in the stored picture at:
				sx, sy := from(w, h, x, y)
				stored.Set(sx, sy, scene.At(x, y))
			}
		}
		jpg, err := Fit(withNotes(t, stored, way))
		if err != nil {
			t.Fatal(err)
		}
		img, err := jpeg.Decode(bytes.NewReader(jpg))
		if err != nil {
			t.Fatal(err)
		}
		if b := img.Bounds(); b.Dx() != 60 || b.Dy() != 40 {
			t.Errorf("way %d comes out as %v", way, b)
			continue
		}
		red := func(x, y int) bool { r, g, _, _ := img.At(x, y).RGBA(); return r > 2*g }
		if !red(5, 5) || red(55, 5) || red(5, 35) || red(55, 35) {
			t.Errorf("way %d: the corner is not where it was", way)
		}
		// The same turns are made for a PNG or a WebP.
		turned := upright(stored, int(way))
		if r, g, _, _ := turned.At(turned.Bounds().Min.X+5, turned.Bounds().Min.Y+5).RGBA(); turned.Bounds().Dx() != 60 ||
			r <= 2*g {
			t.Errorf("way %d: upright gives %v", way, turned.Bounds())
		}
	}
}

// What would take the memory of the whole PC is refused before it is unfolded; several at once wait for
// each other.
func TestHowMuchIsUnfolded(t *testing.T) {
	deep := func(w, h int) []byte {
		var b bytes.Buffer
		if err := png.Encode(&b, image.NewNRGBA64(image.Rect(0, 0, w, h))); err != nil {
			t.Fatal(err)
		}
		return b.Bytes()
	}
	huge := deep(9, 9) // a head that says more than there is: PNG, 11.2.2
	binary.BigEndian.PutUint32(huge[16:], 5800)
	binary.BigEndian.PutUint32(huge[20:], 5800)
	binary.BigEndian.PutUint32(huge[29:], crc32.ChecksumIEEE(huge[12:29]))
	if _, err := Fit(huge); err == nil || !strings.Contains(err.Error(), "more than can be kept") {
		t.Errorf("269 MB unfolded: %v", err)
	}
	if _, err := Fit(deep(900, 900)); err != nil {
		t.Errorf("a small one: %v", err)
	}
	var large bytes.Buffer
	if err := jpeg.Encode(&large, image.NewYCbCr(image.Rect(0, 0, 8900, 6700), image.YCbCrSubsampleRatio420),
		nil); err != nil {
		t.Fatal(err)
	}
	if large.Len() > MaxBytes {
		t.Fatalf("the file has %d bytes", large.Len())
	}
	debug.FreeOSMemory()
	var all sync.WaitGroup
	for range drill.Pick(4, 1) {
		all.Go(func() {
			if _, err := Fit(large.Bytes()); err != nil {
				t.Errorf("60 million pixels: %v", err)
			}
		})
	}
	stop := make(chan struct{})
	var most uint64
	var watch sync.WaitGroup
	watch.Go(func() {
		for {
			select {
			case <-stop:
				return
			case <-time.After(20 * time.Millisecond):
			}
			var m runtime.MemStats
			runtime.ReadMemStats(&m)
			most = max(most, m.Sys-m.HeapReleased)
		}
	})
	all.Wait()
	close(stop)
	watch.Wait()
	if most > 600<<20 {
		t.Errorf("they took %d MB", most>>20)
	}
	t.Logf("%d MB at most", most>>20)
}

// What Fit writes holds nothing but the picture, and stays as it is; anything beside it does not.
func TestClean(t *testing.T) {
	good, err := Fit(withNotes(t, shot(400, 200), 1))
	if err != nil || !Clean(good) {
		t.Fatalf("what Fit writes is not clean: %v", err)
	}
	for name, file := range map[string][]byte{"a page": []byte("<html>"), "nothing": nil,
		"something behind it": append(bytes.Clone(good), "x"...),
		"cut short":           good[:len(good)/2], "with notes": withNotes(t, shot(400, 200), 6),
		"a comment": append([]byte{0xff, 0xd8, 0xff, 0xfe, 0, 4, 'h', 'i'}, good[2:]...)} {
		if Clean(file) {
			t.Errorf("%s is clean", name)
		}
	}
}
