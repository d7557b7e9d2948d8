package propose

import (
	"lexeon/core/model"
	"lexeon/core/scene"
)

// spot is where an element is put on a diagram.
type spot struct {
	diagram model.ID
	at      scene.Point // the middle of it
	chosen  bool        // by a person, not found by the program
}

// into puts an element that is placed into what surrounds it there. One that exists is
// put only into what takes it up alone: it is shown somewhere already. Owner is the
// component that took it up.
func (pr *Proposer) into(m *model.Model, s spot, element model.ID, kind model.Kind, seed string) (changes []model.Change, owner model.ID) {
	drawn := pr.drawer.Of(m, s.diagram)
	if drawn == nil {
		return nil, ""
	}
	e := m.Element(element)
	for _, h := range gestureOf(kind).homes {
		if e != nil && !h.alone || !h.single && !s.chosen {
			continue
		}
		in := drawn.Holder(h.boundary, s.at)
		if all := drawn.Subjects(h.boundary); in == "" && h.single && len(all) == 1 {
			in = all[0]
		}
		if in == "" || in == element {
			continue
		}
		there := e != nil && isIn(m, e, in)
		if h.alone && (!there || kind == model.Class) { // what a class brings along is offered again
			owner = in
		}
		if !there {
			changes = append(changes, h.put(element, in, seed))
		}
		if h.alone {
			break
		}
	}
	return changes, owner
}

// IntoSubject puts a new use case into the boundary that it stands in, or into the
// only one of the diagram.
func (pr *Proposer) IntoSubject(m *model.Model, diagram, useCase model.ID, x, y int, seed string) []model.Change {
	out, _ := pr.into(m, spot{diagram: diagram, at: scene.Point{X: x, Y: y}}, useCase, model.UseCase, seed)
	return out
}

// isIn reports whether a component owns an element, or holds it.
func isIn(m *model.Model, e *model.Element, component model.ID) bool {
	if e.Owner == component {
		return true
	}
	for _, c := range m.Held(component) {
		if c.ID == e.ID {
			return true
		}
	}
	return false
}
