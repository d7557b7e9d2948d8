package scene

import (
	"slices"

	"lexeon/core/model"
)

// homeOfBall is the component in which a ball stands: the innermost one drawn that all are in
// who provide the interface or ask for it by a line of the diagram. Empty where there is none.
func homeOfBall(m *model.Model, diagram model.ID, ball *Group, drawn map[model.ID]bool) model.ID {
	if !isBall(m, ball) || containerOf(m, ball.Subject, drawn) != "" {
		return ""
	}
	var common []model.ID // innermost first
	first := true
	for _, r := range m.RelationshipsOf(ball.Subject) {
		if !leadsToBall(r.Kind) || r.Target != ball.Subject || m.PlacementOn(diagram, r.ID) == nil {
			continue
		}
		var chain []model.ID
		for at := containerOf(m, r.Source, drawn); at != "" && !slices.Contains(chain, at); at = containerOf(m, at, drawn) {
			chain = append(chain, at)
		}
		if first {
			common, first = chain, false
			continue
		}
		common = slices.DeleteFunc(common, func(id model.ID) bool { return !slices.Contains(chain, id) })
	}
	for _, id := range common {
		if e := m.Element(id); e != nil && e.Kind == model.Component {
			return id
		}
	}
	return ""
}

// leadsToBall tells the relationships that end at a ball.
func leadsToBall(k model.Kind) bool {
	return k == model.Provides || k == model.Realization || asksFor(k)
}
