package judge

// Number judges a figure that is no length, known to ± uncertainty: nil bounds are open. The
// margin is the distance to the nearest bound, negative outside, nil without one.
func Number(value, uncertainty float64, low, high *float64) (result Result, margin *float64) {
	var left []float64
	if low != nil {
		left = append(left, value-*low)
	}
	if high != nil {
		left = append(left, *high-value)
	}
	for _, m := range left {
		if margin == nil || m < *margin {
			margin = &m
		}
	}
	switch {
	case margin == nil:
		return NoLimit, nil
	case *margin < 0:
		return Out, margin
	case *margin < uncertainty:
		return Close, margin
	}
	return Within, margin
}
