package setting

import (
	"settle/core/field"
	"settle/core/quantity"
)

// steel is the linear expansion of bearing steel, 12·10⁻⁶ /K.
const steel = 12e-6

// The temperatures heating works between, in °C.
const (
	coldest        = -273.15
	DefaultAmbient = 20.0
	hottest        = 1000.0
)

// Heat is the question how warm a bearing has to be to slide on.
type Heat struct {
	Bore         quantity.Length
	Interference quantity.Length  // the greatest there may be; nothing or less needs no heat
	Clearance    *quantity.Length // room wanted while it slides on; nil for 0.0005 × bore
	Ambient      float64          // °C
	Cap          float64          // °C, of the weakest part that gets hot
}

// HeatResult is the answer, in °C.
type HeatResult struct {
	Target  float64
	Spare   float64 // cap − target, negative over the cap
	OverCap bool
	// Clearance is the room there will be at the target.
	Clearance quantity.Length
}

// Fahrenheit returns a temperature given in °C in °F.
func Fahrenheit(celsius float64) float64 { return celsius*9/5 + 32 }

// Run works out ambient + (interference + clearance)/(α·bore).
func (h Heat) Run() (HeatResult, error) {
	switch {
	case h.Bore <= 0:
		return HeatResult{}, field.Errorf("bore", "must be greater than zero: the bore of the bearing, such as 50 mm")
	case h.Clearance != nil && *h.Clearance < 0:
		return HeatResult{}, field.Errorf("clearance", "is below zero: the room wanted while it slides on is nothing or more")
	case !(h.Ambient >= coldest && h.Ambient <= hottest):
		return HeatResult{}, field.Errorf("ambient_c", "is %g: write the temperature of the shop in °C, such as 20",
			h.Ambient)
	case !(h.Cap >= coldest && h.Cap <= hottest):
		return HeatResult{}, field.Errorf("cap_c", "is %g: write what the weakest part may take in °C, such as 110", h.Cap)
	}
	r := HeatResult{Target: h.Ambient}
	if h.Interference > 0 {
		room := float64(0.0005 * float64(h.Bore)) // rounded before it is added
		if h.Clearance != nil {
			room = float64(*h.Clearance)
		}
		r.Clearance = quantity.Length(room + 0.5)
		r.Target += (float64(h.Interference) + room) / (steel * float64(h.Bore))
	}
	r.Spare = h.Cap - r.Target
	r.OverCap = r.Target > h.Cap
	return r, nil
}
