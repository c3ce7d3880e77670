package report

import (
	"fmt"
	"strings"

	"github.com/boombuler/barcode/qr"
)

// bar is a run of dark dots in a row of a code, in the units of its place.
type bar struct{ X, Y, Width, Height float64 }

// bars lay a QR code of a text into a square.
func bars(text string, left, top, side float64) ([]bar, error) {
	code, err := qr.Encode(text, qr.M, qr.Auto)
	if err != nil {
		return nil, err
	}
	dots := code.Bounds().Dx()
	dark := func(x, y int) bool { r, _, _, _ := code.At(x, y).RGBA(); return r == 0 }
	dot := side / float64(dots)
	var out []bar
	for y := range dots {
		for x := 0; x < dots; x++ {
			if !dark(x, y) {
				continue
			}
			from := x
			for x < dots && dark(x, y) {
				x++
			}
			out = append(out, bar{left + float64(from)*dot, top + float64(y)*dot, float64(x-from) * dot, dot})
		}
	}
	return out, nil
}

// codePath is such a code as the path of an SVG.
func codePath(text string, left, top, side float64) (string, error) {
	all, err := bars(text, left, top, side)
	var path strings.Builder
	for _, b := range all {
		fmt.Fprintf(&path, "M%.3f %.3fh%.3fv%.3fh-%.3fz", b.X, b.Y, b.Width, b.Height, b.Width)
	}
	return path.String(), err
}

// Code is a QR code of a text as an SVG that fills its place.
func Code(text string) (string, error) {
	path, err := codePath(text, 4, 4, 92)
	return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100"><rect width="100" height="100" fill="#fff"/>` +
		`<path shape-rendering="crispEdges" d="` + path + `"/></svg>`, err
}
