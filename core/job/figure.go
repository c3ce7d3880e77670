package job

import "settle/core/quantity"

// Figure and Sentence are how lengths are shown.
type (
	Figure   = quantity.Figure
	Sentence = quantity.Sentence
)

var (
	figure  = quantity.Show
	maybe   = quantity.ShowMaybe
	plainly = quantity.Plainly
	say     = quantity.Say
)
