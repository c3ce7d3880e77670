package picture

import (
	"bytes"
	"encoding/binary"
	"image"

	"github.com/disintegration/imaging"
)

// held says how the camera was held, 1 to 8 as Exif numbers it, from the notes
// of a PNG or a WebP; 0 where they do not say. A JPEG's are followed where it is
// decoded.
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

// chunk is the part of a PNG or a WebP that holds the camera's notes, nil where
// there is none.
func chunk(file []byte, format string) []byte {
	var rest []byte
	switch {
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

func upright(img image.Image, held int) image.Image {
	switch held {
	case 2:
		return imaging.FlipH(img)
	case 3:
		return imaging.Rotate180(img)
	case 4:
		return imaging.FlipV(img)
	case 5:
		return imaging.Transpose(img)
	case 6:
		return imaging.Rotate270(img)
	case 7:
		return imaging.Transverse(img)
	case 8:
		return imaging.Rotate90(img)
	}
	return img
}
