package scene

import "lexeon/core/model"

// CrowFoot tells how many signs an end has, and what stands beside them.
func CrowFoot(mult model.Multiplicity) (signs int, beside string) {
	return len(crowFoot(Point{}, vector{1, 0}, mult)), besideCrow(mult)
}
