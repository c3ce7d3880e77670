package picture

import (
	"bytes"
	"encoding/binary"
	"image"
)

// held says how the camera was held, 1 to 8 as Exif numbers it, from the notes
// of a JPEG, a PNG or a WebP; 0 where they do not say.
func held(file []byte, format string) int {
	const tag = 0x0112
	notes := bytes.TrimPrefix(chunk(file, format), []byte("Exif\x00\x00"))
	if len(notes) < 8 {
		return 0
	}
	var order binary.ByteOrder = binary.LittleEndian
	if notes[0] == 'M' {
		order = binary.BigEndian
	}
	list := uint64(order.Uint32(notes[4:]))
	if list+2 > uint64(len(notes)) {
		return 0
	}
	entries := notes[list+2:]
	for range order.Uint16(notes[list:]) {
		if len(entries) < 12 {
			break
		}
		if order.Uint16(entries) == tag {
			return int(order.Uint16(entries[8:]))
		}
		entries = entries[12:]
	}
	return 0
}

// chunk is the part of a picture's file that holds the camera's notes, nil where
// there is none.
func chunk(file []byte, format string) []byte {
	var rest []byte
	switch {
	case format == "jpeg":
		return segment(file)
	case format == "png" && len(file) > 8:
		rest = file[8:]
	case format == "webp" && len(file) > 12:
		rest = file[12:]
	}
	for len(rest) >= 8 {
		// A WebP names a chunk first and fills it up to even; a PNG says its size
		// first and closes it with four bytes of checksum.
		name, size := string(rest[:4]), uint64(binary.LittleEndian.Uint32(rest[4:]))
		after := size % 2
		if format == "png" {
			name, size, after = string(rest[4:8]), uint64(binary.BigEndian.Uint32(rest)), 4
		}
		rest = rest[8:]
		if size > uint64(len(rest)) {
			return nil
		}
		if name == "EXIF" || name == "eXIf" {
			return rest[:size]
		}
		rest = rest[min(size+after, uint64(len(rest))):]
	}
	return nil
}

// segment is the part of a JPEG that holds the camera's notes. Before the picture
// stand segments: 0xff, a marker, and the length with its own two bytes.
func segment(file []byte) []byte {
	const notes, scan = 0xe1, 0xda
	rest := file[min(2, len(file)):]
	for len(rest) >= 4 && rest[0] == 0xff && rest[1] != scan {
		size := int(binary.BigEndian.Uint16(rest[2:]))
		if size < 2 || 2+size > len(rest) {
			return nil
		}
		if data := rest[4 : 2+size]; rest[1] == notes && bytes.HasPrefix(data, []byte("Exif\x00\x00")) {
			return data
		}
		rest = rest[2+size:]
	}
	return nil
}

// upright turns a picture as the camera was held. Each way of holding it is a
// mirror, a swap of the sides, or both.
func upright(img *image.RGBA, held int) image.Image {
	if held < 2 || held > 8 {
		return img
	}
	w, h := img.Rect.Dx(), img.Rect.Dy()
	swapped := held >= 5
	out := image.NewRGBA(image.Rect(0, 0, w, h))
	if swapped {
		out = image.NewRGBA(image.Rect(0, 0, h, w))
	}
	// Which sides of the stored picture run backwards, Exif 2.3, tag Orientation.
	left := held == 2 || held == 3 || held == 7 || held == 8
	up := held == 3 || held == 4 || held == 6 || held == 7
	for y := range out.Rect.Dy() {
		for x := range out.Rect.Dx() {
			fromX, fromY := x, y
			if swapped {
				fromX, fromY = y, x
			}
			if left {
				fromX = w - 1 - fromX
			}
			if up {
				fromY = h - 1 - fromY
			}
			out.SetRGBA(x, y, img.RGBAAt(fromX, fromY))
		}
	}
	return out
}
