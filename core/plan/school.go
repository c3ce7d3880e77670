package plan

// OnTheLimit is the school that no plan has to ask for.
const OnTheLimit = "on-the-limit"

// HandbackFigures is whether vibration, temperatures, flow and pressure are written down.
const (
	HandbackFigures   = "handback-figures"
	RecordedAndJudged = "judged"
)

// SecondSignature is whether a second person signs, too; no plan has to ask for it.
const (
	SecondSignature = "second-signature"
	Asked           = "asked"
)

// Schools are the ways in which good shops differ. They are settings of the
// shop, for all its plans; a job shows which were in force.
var Schools = []Choice{
	{Key: "bearing-reuse", Title: "Bearings at a teardown", Default: "always-new", Choices: []Option{
		{"always-new", "Always new"}, {"may-reuse", "May be reused when smooth and tight"}}},
	{Key: "seat-reuse", Title: "Reversible seats", Default: "new-kit", Choices: []Option{
		{"new-kit", "The kit goes in whole"}, {"turn-once", "Turned over once, sides counted"}}},
	{Key: "springs-held", Title: "Springs in a retainer's holes", Default: "sealant", Choices: []Option{
		{"sealant", "Held by a dab of food-grade sealant"}, {"grease", "Held by a dab of food-grade grease"}}},
	{Key: "seal-kit", Title: "A mechanical seal", Default: "whole", Choices: []Option{
		{"whole", "Goes in new, whole"}, {"by-faces", "Judged by its faces"}}},
	{Key: OnTheLimit, Title: "A reading close to its limit", Default: "within", Choices: []Option{
		{"within", "Is within, and marked close"}, {"guard-band", "Is measured again, or decided by a person"}}},
	{Key: HandbackFigures, Title: "Figures as a pump is handed back", Default: "none", Choices: []Option{
		{"none", "Not asked"}, {"recorded", "Recorded"}, {RecordedAndJudged, "Recorded and judged"}}},
	{Key: SecondSignature, Title: "A second person's signature", Default: "none", Choices: []Option{
		{"none", "Not asked, unless the plan asks"}, {Asked, "Checked by a second person"}}},
	{Key: "first-alignment", Title: "Alignment before the pump is full", Default: "straight-edge", Choices: []Option{
		{"straight-edge", "Straight-edge, then laser or dials"}, {"dials", "Dials all the way"}}},
}
