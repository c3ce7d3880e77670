package quantity

import (
	"fmt"
	"strconv"
	"strings"
)

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

// bareUnit takes off what may stand between the units of a product.
var bareUnit = strings.NewReplacer("·", "", "⋅", "", ".", "", " ", "", "-", "", "*", "")

// ParseTorque reads a torque with its unit: N·m (also N.m, N m, Nm), lbf·ft
// (also lbf ft, ft·lbf, ft-lb), lbf·in and kgf·m alike.
func ParseTorque(text string) (Torque, error) {
	s := strings.TrimSpace(text)
	n := strings.IndexFunc(s, func(r rune) bool { return !strings.ContainsRune("+-0123456789.,", r) })
	if n <= 0 || len(s) > maxTyped {
		return 0, badTorque(text)
	}
	value, err := strconv.ParseFloat(strings.Replace(s[:n], ",", ".", 1), 64)
	if err != nil {
		return 0, badTorque(text)
	}
	unit := bareUnit.Replace(lowerASCII(s[n:]))
	size, ok := map[string]Torque{
		"nm":    NewtonMetre,
		"lbfft": PoundForceFt, "ftlbf": PoundForceFt, "lbft": PoundForceFt, "ftlb": PoundForceFt,
		"lbfin": PoundForceIn, "inlbf": PoundForceIn, "lbin": PoundForceIn, "inlb": PoundForceIn,
		"kgfm": KilogramForce,
	}[unit]
	if !ok {
		return 0, badTorque(text)
	}
	return Torque(value) * size, nil
}

func badTorque(text string) error {
	return fmt.Errorf("%q is not understood as a torque: write one such as 30 N·m or 22 lbf·ft", text)
}
