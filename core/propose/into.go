package propose

import (
	"lexeon/core/model"
	"lexeon/core/scene"
)

// IntoSubject puts a new use case into the boundary that it stands in, or into the
// only one of the diagram.
func (pr *Proposer) IntoSubject(m *model.Model, diagram, useCase model.ID, x, y int, seed string) []model.Change {
	drawn := pr.drawer.Of(m, diagram)
	if drawn == nil || m.Diagram(diagram).Kind != model.UseCaseDiagram {
		return nil
	}
	in := drawn.Holder(model.Subject, scene.Point{X: x, Y: y})
	if all := drawn.Subjects(model.Subject); in == "" && len(all) == 1 {
		in = all[0]
	}
	if in == "" {
		return nil
	}
	return []model.Change{&model.Connect{ID: model.DeriveID("within", seed, string(useCase)), Kind: model.Within, Source: useCase, Target: in}}
}

// intoPackage puts a new element into the innermost package that it stands in, a
// component into the innermost component.
func (pr *Proposer) intoPackage(m *model.Model, diagram, element model.ID, kind model.Kind, x, y int) []model.Change {
	drawn := pr.drawer.Of(m, diagram)
	if drawn == nil {
		return nil
	}
	in := drawn.Holder(model.PackageKind, scene.Point{X: x, Y: y})
	if kind == model.Component {
		if c := drawn.Holder(model.Component, scene.Point{X: x, Y: y}); c != "" {
			in = c
		}
	}
	if in == "" {
		return nil
	}
	return []model.Change{&model.MoveInto{ID: element, Package: in}}
}

// intoComponent puts a class that is placed within a component into it, and a
// component that is shown there; home is where it went, empty where it stays as it is.
func (pr *Proposer) intoComponent(m *model.Model, diagram, element model.ID, kind model.Kind, x, y int, seed string) (changes []model.Change, home model.ID) {
	d := m.Diagram(diagram)
	if d == nil || d.Kind != model.ComponentDiagram || kind != model.Class && kind != model.Component {
		return nil, ""
	}
	in := pr.drawer.Of(m, diagram).Holder(model.Component, scene.Point{X: x, Y: y})
	if in == "" || in == element {
		return nil, ""
	}
	if kind == model.Component {
		if e := m.Element(element); e != nil && e.Owner == in {
			return nil, ""
		}
		return []model.Change{&model.MoveInto{ID: element, Package: in}}, in
	}
	for _, c := range m.Held(in) {
		if c.ID == element {
			return nil, in
		}
	}
	return []model.Change{&model.Connect{ID: model.DeriveID("into", seed, string(element)), Kind: model.Holds, Source: in, Target: element}}, in
}
