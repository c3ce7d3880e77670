package demo

import (
	"bytes"
	"image"
	"image/color"
	"image/jpeg"
	"math"

	"settle/core/log"
)

// drawn are made-up pictures of findings, by part step and finding.
var drawn = map[string]map[string]func(x, y float64) color.Color{
	"inspect-seal":   {"crack": crackedFace},
	"inspect-sleeve": {"groove": groovedSleeve},
}

// shoot adds the pictures there are of what was found.
func (h *hand) shoot(step string, b log.Body) {
	if b.Inspect == nil {
		return
	}
	for _, key := range b.Inspect.Found {
		paint := drawn[step][key]
		if paint == nil || h.err != nil {
			continue
		}
		const wide, high = 800, 600
		img := image.NewRGBA(image.Rect(0, 0, wide, high))
		for y := range high {
			for x := range wide {
				img.Set(x, y, paint(float64(x-wide/2)/(high/2), float64(y-high/2)/(high/2)))
			}
		}
		var out bytes.Buffer
		if h.err = jpeg.Encode(&out, img, nil); h.err != nil {
			return
		}
		id, err := h.store.AddPhoto(h.ctx, h.number, out.Bytes())
		if h.err = err; err == nil {
			h.entry(log.Entry{Kind: log.Pictured, Step: step, Body: &log.Body{Photo: &log.PhotoForm{Photos: []string{id},
				Of: key}}})
		}
	}
}

func grey(v float64) color.Color {
	g := uint8(255 * max(0, min(1, v)))
	return color.RGBA{g, g, g, 255}
}

var bench = color.RGBA{0xb9, 0xa5, 0x86, 255}

// crackedFace is a seal face from the front: dark carbon with heat marks, and a
// crack across it at four o'clock. X and y go from the middle, half the height
// is 1.
func crackedFace(x, y float64) color.Color {
	r, a := math.Hypot(x, y), math.Atan2(y, x)
	switch {
	case r > 0.86 || r < 0.46:
		return bench
	case r > 0.80 || r < 0.52:
		return grey(0.62 - 0.2*x) // the holder's edge
	case math.Abs(a-math.Pi/6+0.05*math.Sin(24*r)) < 0.012:
		return grey(0.85)
	}
	dark := 0.22 + 0.03*math.Sin(160*r) // rings left by lapping and running
	if spot := math.Abs(math.Mod(a+math.Pi, math.Pi/3) - math.Pi/6); spot < 0.16 {
		return color.RGBA{uint8(255 * (dark + 0.22)), uint8(255 * (dark + 0.09)), uint8(255 * dark), 255}
	}
	return grey(dark)
}

// groovedSleeve is a sleeve lying on the bench, with two grooves round it.
func groovedSleeve(x, y float64) color.Color {
	if math.Abs(y) > 0.5 || math.Abs(x) > 1.1 {
		return bench
	}
	light := 0.25 + 0.65*math.Sqrt(1-4*y*y*0.98) - 0.25*y
	for _, groove := range []float64{0.21, 0.33} {
		switch d := x - groove; {
		case math.Abs(d) < 0.018:
			return grey(light * 0.35)
		case d > 0 && d < 0.03:
			return grey(light + 0.12)
		}
	}
	return grey(light + 0.015*math.Sin(400*x))
}
