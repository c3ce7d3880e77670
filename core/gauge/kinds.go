package gauge

// Kind is a kind of gauge, as a shop's register has it.
type Kind string

// The kinds of gauges.
const (
	DialIndicator Kind = "indicator"
	Micrometer    Kind = "micrometer"
	BoreGauge     Kind = "bore-gauge"
	DepthGauge    Kind = "depth-gauge"
	LeafSet       Kind = "leaf-set"
	TorqueWrench  Kind = "torque-wrench"
	Thermometer   Kind = "thermometer"
	SurfacePlate  Kind = "surface-plate"
)

// KindInfo is a kind of gauge in words.
type KindInfo struct {
	Kind   Kind   `json:"kind"`
	Title  string `json:"title"`
	Length bool   `json:"length" doc:"it reads a length: its division and its error are lengths"`
}

// Kinds are all of them, in the order in which they are shown.
var Kinds = []KindInfo{
	{DialIndicator, "Dial indicator", true},
	{Micrometer, "Micrometer", true},
	{BoreGauge, "Bore gauge", true},
	{DepthGauge, "Depth gauge", true},
	{LeafSet, "Leaf set", true},
	{TorqueWrench, "Torque wrench", false},
	{Thermometer, "Thermometer", false},
	{SurfacePlate, "Surface plate", true},
}

// KindOf is a kind with its words; ok is false for one that there is not.
func KindOf(kind Kind) (info KindInfo, ok bool) {
	for _, k := range Kinds {
		if k.Kind == kind {
			return k, true
		}
	}
	return KindInfo{}, false
}
