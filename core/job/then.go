package job

// Then is where work goes on from each step of a sheet, by their ids: the step after it while that is open,
// else the next that is open or waits for a decision, round the end. What follows the hand-back is not next
// before the signature.
func (s *Sheet) Then() map[string]string {
	var all []*StepSheet
	for i := range s.Stages {
		for k := range s.Stages[i].Steps {
			all = append(all, &s.Stages[i].Steps[k])
		}
	}
	now := func(x *StepSheet) bool { return !x.Follows || s.State == Signed }
	due := func(x *StepSheet) bool { return (x.State == Open || x.State == Decide) && now(x) }
	out := make(map[string]string, len(all))
	next := "" // the first that is due, from the start
	for _, x := range all {
		if due(x) {
			next = x.ID
			break
		}
	}
	for i := len(all) - 1; i >= 0; i-- {
		to := next
		switch after := i + 1; {
		case after < len(all) && all[after].State == Open && now(all[after]):
			to = all[after].ID
		case to == all[i].ID || to == "":
			if to = ""; after < len(all) {
				to = all[after].ID
			}
		}
		if to != "" {
			out[all[i].ID] = to
		}
		if due(all[i]) {
			next = all[i].ID
		}
	}
	return out
}
