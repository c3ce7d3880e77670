// Command unpack takes the TrueType font out of a WOFF file: what the paper is set in
// comes from the same packages as the typefaces of the screens.
//
//	files=web/node_modules/@fontsource/barlow/files
//	go run ./internal/report/fonts/unpack $files/barlow-latin-400-normal.woff internal/report/fonts/barlow-400.ttf
package main

import (
	"bytes"
	"compress/zlib"
	"encoding/binary"
	"errors"
	"fmt"
	"io"
	"math/bits"
	"os"
)

func main() {
	if err := run(os.Args[1:]); err != nil {
		fmt.Fprintln(os.Stderr, "unpack:", err)
		os.Exit(1)
	}
}

func run(args []string) error {
	if len(args) != 2 {
		return errors.New("name a .woff file and the .ttf file to write")
	}
	woff, err := os.ReadFile(args[0])
	if err != nil {
		return err
	}
	ttf, err := unpack(woff)
	if err != nil {
		return err
	}
	return os.WriteFile(args[1], ttf, 0o644)
}

// unpack follows WOFF 1.0 (W3C, 2012): a header of 44 bytes, a directory of 20 bytes a
// table, and the tables, each compressed where that makes it shorter.
func unpack(woff []byte) ([]byte, error) {
	be := binary.BigEndian
	if len(woff) < 44 || string(woff[:4]) != "wOFF" {
		return nil, errors.New("is not a WOFF file")
	}
	n := int(be.Uint16(woff[12:]))
	power := bits.Len(uint(n)) - 1
	out := append([]byte{}, woff[4:8]...) // the flavour of the font
	for _, v := range []int{n, 16 << power, power, 16*n - 16<<power} {
		out = be.AppendUint16(out, uint16(v))
	}
	var tables []byte
	for i := range n {
		entry := woff[44+20*i:]
		at, packed, length := be.Uint32(entry[4:]), be.Uint32(entry[8:]), be.Uint32(entry[12:])
		table := woff[at : at+packed]
		if packed < length {
			r, err := zlib.NewReader(bytes.NewReader(table))
			if err != nil {
				return nil, err
			}
			if table, err = io.ReadAll(r); err != nil {
				return nil, err
			}
		}
		out = append(out, entry[:4]...)
		out = append(out, entry[16:20]...) // its checksum
		out = be.AppendUint32(out, uint32(12+16*n+len(tables)))
		out = be.AppendUint32(out, length)
		tables = append(tables, table...)
		for len(tables)%4 != 0 {
			tables = append(tables, 0)
		}
	}
	return append(out, tables...), nil
}
