package quantity

// Torque is a torque in newton metres.
type Torque float64

// The units of torque: the pound-force is 4.4482216152605 N and the
// kilogram-force 9.80665 N, both exact by definition.
const (
	NewtonMetre   Torque = 1
	PoundForceFt         = 4.4482216152605 * 0.3048 * NewtonMetre
	PoundForceIn         = PoundForceFt / 12
	KilogramForce        = 9.80665 * NewtonMetre
)

// NM, LbfFt, LbfIn and KgfM return the torque in the unit of their name.
func (t Torque) NM() float64    { return float64(t) }
func (t Torque) LbfFt() float64 { return float64(t / PoundForceFt) }
func (t Torque) LbfIn() float64 { return float64(t / PoundForceIn) }
func (t Torque) KgfM() float64  { return float64(t / KilogramForce) }

// TorqueUnit is a unit of torque by the name it has in requests.
type TorqueUnit string

// The units of torque.
const (
	NM    TorqueUnit = "Nm"
	LbfFt TorqueUnit = "lbf-ft"
	LbfIn TorqueUnit = "lbf-in"
	KgfM  TorqueUnit = "kgf-m"
)

var (
	torqueWords = map[string]TorqueUnit{"nm": NM,
		"lbfft": LbfFt, "ftlbf": LbfFt, "lbft": LbfFt, "ftlb": LbfFt,
		"lbfin": LbfIn, "inlbf": LbfIn, "lbin": LbfIn, "inlb": LbfIn,
		"kgfm": KgfM}
	torqueUnits = []unitOf[TorqueUnit]{{NM, "N·m", times(1)}, {LbfFt, "lbf·ft", times(float64(PoundForceFt))},
		{LbfIn, "lbf·in", times(float64(PoundForceIn))}, {KgfM, "kgf·m", times(float64(KilogramForce))}}
)

// ParseTorque reads a torque: N·m (also N.m, N m, Nm), lbf·ft (also lbf ft, ft·lbf, ft-lb),
// lbf·in and kgf·m alike. A bare number is in the field's unit, and refused where that is "".
func ParseTorque(text string, field TorqueUnit) (Torque, error) { return torque(text, field, false) }

// ParseTorqueKept reads what was kept before 2026-12, when every comma was decimal.
func ParseTorqueKept(text string) (Torque, error) { return torque(text, "", true) }

func torque(text string, field TorqueUnit, kept bool) (Torque, error) {
	nm, err := in(text, field, kept, "a torque", "one such as 30 N·m or 22 lbf·ft", torqueWords, torqueUnits)
	return Torque(nm), err
}
