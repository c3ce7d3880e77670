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

// Fits is what a part is that is heated: by it there is a ceiling.
type Fits string

// What is heated.
const (
	FitsBearing Fits = "bearing"        // open, of through-hardened steel
	FitsSealed  Fits = "sealed-bearing" // greased and sealed at the factory
	FitsOther   Fits = "other"          // nothing general is known
)

// The ceilings, in °C: through-hardened bearing steel grows and softens above the first, grease and
// seals do not last above the second. General.
const (
	bearingCeiling = 125.0
	sealedCeiling  = 80.0
)

// Ceiling is how hot such a part may be made whatever its papers say; false where nothing says.
func (f Fits) Ceiling() (celsius float64, ok bool) {
	switch f {
	case "", FitsBearing:
		return bearingCeiling, true
	case FitsSealed:
		return sealedCeiling, true
	}
	return 0, false
}

// Heat is the question how warm a bearing has to be to slide on.
type Heat struct {
	Bore         quantity.Length
	Interference quantity.Length  // the greatest there may be; nothing or less needs no heat
	Clearance    *quantity.Length // room wanted while it slides on; nil for 0.0005 × bore
	Ambient      float64          // °C
	Cap          float64          // °C, of the weakest part that gets hot
	Window       *HeatWindow      // what the maker says, nil where he says nothing
	Left         *float64         // °C at which it left the heater, nil where it has not
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
	// α · bore · (target − ambient) − interference. LeftRoom is that at which it left the heater,
	// LeastRoom what it slides on with at all.
	Clearance, Room, LeastRoom quantity.Length
	LeftRoom                   *quantity.Length
	Warnings                   []string
}

// HeatWord says what heating comes to.
type HeatWord string

// The words of heating.
const (
	HeatOK       HeatWord = "ok"
	HeatInWindow HeatWord = "window"   // brought into the maker's window, or in it
	HeatTooCool  HeatWord = "too-cool" // it left the heater with too little room to slide on
	HeatNoRoom   HeatWord = "no-room"  // as hot as it may get it will stick
	HeatOverCap  HeatWord = "over-cap" // hotter than the weakest part may get
)

// The warnings of heating, as codes.
const (
	NoRoom     = "no-room"     // as hot as it may get it will not slide on
	LittleRoom = "little-room" // it will at the maker's greatest, with less room than was wanted
	LessRoom   = "less-room"   // it will at the cap, with less room than was wanted
)

// The room a ring needs to slide on at all: general. Small bores are heated for little.
const (
	leastRoom   = 3 * quantity.Micrometre
	leastOfBore = 5000
	roomOfBore  = 2000
)

// What is a tie on the bench: a temperature is over another by more than sameHeat, a room under
// another by more than sameRoom.
const (
	sameHeat = 1e-6 // °C
	sameRoom = 1.0  // nm
)

// Over reports whether a temperature is over another.
func Over(celsius, other float64) bool { return celsius > other+sameHeat }

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
	if h.Left != nil && !(*h.Left >= coldest && *h.Left <= hottest) {
		return field.Errorf("left_c", "is %g: write the temperature at which it left the heater, such as 108", *h.Left)
	}
	return nil
}

// Check says what of a window cannot be.
func (w HeatWindow) Check() error {
	if w.Min > w.Max {
		return field.Errorf("", "has its min over its max: the min is the smaller of the two")
	}
	for _, end := range []struct {
		name  string
		value float64
	}{{"min", w.Min}, {"max", w.Max}} {
		if !(end.value >= coldest && end.value <= hottest) {
			return field.Errorf(end.name, "is %g °C: write the temperature as the maker gives it", end.value)
		}
	}
	return nil
}

// WindowMax is the upper end of the window, 0 without one.
func (h Heat) WindowMax() float64 {
	if h.Window == nil {
		return 0
	}
	return h.Window.Max
}

// Run works out ambient + (interference + clearance)/(α·bore), and brings it into the
// maker's window where there is one and heat is needed; without one it is the cap where that gives
// less room than was wanted, and still enough.
func (h Heat) Run() (HeatResult, error) {
	if err := h.check(); err != nil {
		return HeatResult{}, err
	}
	needed, bore := h.Interference > 0, float64(h.Bore)
	least := max(float64(leastRoom), bore/leastOfBore)
	r := HeatResult{Target: h.Ambient, Result: HeatOK, LeastRoom: whole(least)}
	roomAt := func(celsius float64) float64 {
		return float64(steel*bore*(celsius-h.Ambient)) - float64(h.Interference)
	}
	room := -float64(h.Interference)
	if needed {
		room = max(bore/roomOfBore, float64(leastRoom))
		if h.Clearance != nil {
			room = float64(*h.Clearance)
		}
		r.Clearance = whole(room)
		r.Target += (float64(h.Interference) + room) / (steel * bore)
	}
	r.Needed = r.Target
	short := func(room float64) bool { return room < least-sameRoom }
	switch w := h.Window; {
	case !needed:
	case w != nil:
		r.Target, r.Result = min(max(r.Target, w.Min), w.Max), HeatInWindow
	case Over(r.Needed, h.Cap) && !short(roomAt(h.Cap)):
		r.Target, r.Warnings = h.Cap, []string{LessRoom}
	}
	if r.Target != r.Needed {
		room = roomAt(r.Target)
	}
	r.Room, r.Spare = whole(room), h.Cap-r.Target
	noRoom, tooCool := needed && short(room), false
	switch {
	case noRoom:
		r.Warnings = append(r.Warnings, NoRoom)
	case needed && h.Window != nil && Over(r.Needed, h.Window.Max):
		r.Warnings = append(r.Warnings, LittleRoom)
	}
	if h.Left != nil {
		left := roomAt(*h.Left)
		l := whole(left)
		r.LeftRoom, tooCool = &l, needed && short(left)
	}
	switch {
	case Over(r.Target, h.Cap) || h.Left != nil && Over(*h.Left, h.Cap):
		r.Result = HeatOverCap
	case noRoom:
		r.Result = HeatNoRoom
	case tooCool:
		r.Result = HeatTooCool
	}
	return r, nil
}
