package kind

import (
	"fmt"

	"settle/core/plan"
)

// places lists where a check is taken: the plan's names, or one for each of the
// pump's vanes.
func placesOf(t Terms, check *plan.Check) []string {
	if check.PlacesFrom == "" {
		return check.Places
	}
	n := Number(t, check.PlacesFrom)
	names := make([]string, n)
	for i := range names {
		names[i] = fmt.Sprintf("%s %d", check.PlaceName, i+1)
	}
	return names
}

func placesPanel(t Terms, step *plan.Step, p *Panel) { p.Places = placesOf(t, checkAt(t, step)) }
