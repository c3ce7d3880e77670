package setting

import (
	"math"

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
	Window       *HeatWindow      // what the maker says, nil where he says nothing
}

// HeatWindow is how hot the maker has a part heated, in °C.
type HeatWindow struct{ Min, Max float64 }

// HeatResult is the answer, in °C.
type HeatResult struct {
	Target float64
	Needed float64 // as worked out, before the maker's window
	Spare  float64 // cap − target, negative over the cap
	Result HeatWord
	// Clearance is the room that was wanted, Room the room there will be at the target:
	// α · bore · (target − ambient) − interference.
	Clearance, Room quantity.Length
	Warnings        []string
}

// HeatWord says what heating comes to.
type HeatWord string

// The words of heating.
const (
	HeatOK       HeatWord = "ok"
	HeatInWindow HeatWord = "window"   // brought into the maker's window, or in it
	HeatNoRoom   HeatWord = "no-room"  // at the maker's greatest it will stick
	HeatOverCap  HeatWord = "over-cap" // hotter than the weakest part may get
)

// The warnings of heating, as codes.
const (
	NoRoom     = "no-room"     // at the maker's greatest it will not slide on
	LittleRoom = "little-room" // it will, with less room than was wanted
)

// Fahrenheit returns a temperature given in °C in °F.
func Fahrenheit(celsius float64) float64 { return celsius*9/5 + 32 }

// Celsius returns a temperature given in °F in °C.
func Celsius(fahrenheit float64) float64 { return (fahrenheit - 32) / 1.8 }

func (h Heat) check() error {
	switch {
	case h.Bore <= 0:
		return field.Errorf("bore", "must be greater than zero: the bore of the bearing, such as 50 mm")
	case h.Clearance != nil && *h.Clearance < 0:
		return field.Errorf("clearance", "is below zero: the room wanted while it slides on is nothing or more")
	case !(h.Ambient >= coldest && h.Ambient <= hottest):
		return field.Errorf("ambient_c", "is %g: write the temperature of the shop in °C, such as 20", h.Ambient)
	case !(h.Cap >= coldest && h.Cap <= hottest):
		return field.Errorf("cap_c", "is %g: write what the weakest part may take in °C, such as 110", h.Cap)
	}
	if w := h.Window; w != nil {
		for _, end := range []struct {
			name  string
			value float64
		}{{"min", w.Min}, {"max", w.Max}} {
			if !(end.value >= coldest && end.value <= hottest) {
				return field.Errorf("window_c."+end.name, "is %g: write °C as the maker gives them, such as 80", end.value)
			}
		}
		if w.Min > w.Max {
			return field.Errorf("window_c", "has its min over its max: the min is the smaller of the two")
		}
	}
	return nil
}

// Run works out ambient + (interference + clearance)/(α·bore), and brings it into the
// maker's window where there is one and heat is needed.
func (h Heat) Run() (HeatResult, error) {
	if err := h.check(); err != nil {
		return HeatResult{}, err
	}
	r := HeatResult{Target: h.Ambient, Result: HeatOK}
	needed := h.Interference > 0
	if needed {
		room := float64(0.0005 * float64(h.Bore)) // rounded before it is added
		if h.Clearance != nil {
			room = float64(*h.Clearance)
		}
		r.Clearance = quantity.Length(room + 0.5)
		r.Target += (float64(h.Interference) + room) / (steel * float64(h.Bore))
	}
	r.Needed = r.Target
	if w := h.Window; w != nil && needed {
		r.Target, r.Result = min(max(r.Target, w.Min), w.Max), HeatInWindow
	}
	room := float64(steel*float64(h.Bore)*(r.Target-h.Ambient)) - float64(h.Interference)
	r.Room = quantity.Length(math.Round(room))
	if w := h.Window; w != nil && needed && r.Needed > w.Max {
		r.Warnings = []string{LittleRoom}
		if room <= 0 {
			r.Warnings, r.Result = []string{NoRoom}, HeatNoRoom
		}
	}
	r.Spare = h.Cap - r.Target
	if r.Target > h.Cap {
		r.Result = HeatOverCap
	}
	return r, nil
}
