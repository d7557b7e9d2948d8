package scene

import (
	"lexeon/core/model"
)

// OpenInside tells the changes that make the diagram of the inside of a component,
// and its id: the component around its components, parts and classes, with the
// lines between them, arranged. No changes where it is there already.
func (d *Drawer) OpenInside(m *model.Model, component model.ID, seed string) ([]model.Change, model.ID, error) {
	c := m.Element(component)
	if c == nil || c.Kind != model.Component {
		return nil, "", model.Faultf(model.CodeMissing, "There is no such component any more.").At(component, "")
	}
	if open := m.InsideOf(component); open != nil {
		return nil, open.ID, nil
	}
	id := model.DeriveID("inside", seed)
	changes := []model.Change{&model.AddDiagram{ID: id, Kind: model.ComponentDiagram, Name: c.Name, About: component},
		&model.Place{ID: model.DeriveID("inside", seed, "component"), Diagram: id, Subject: component, X: 80, Y: 80}}
	draft, _, _, err := model.Edit(m, changes)
	if err != nil {
		return nil, "", err
	}
	var elements, lines []model.ID
	in := map[model.ID]bool{component: true}
	for _, e := range membersOf(m, c) {
		if e.Kind.IsDrawnOn(model.ComponentDiagram) {
			elements = append(elements, e.ID)
			in[e.ID] = true
		}
	}
	for _, r := range m.Relationships(model.Assembly, model.Delegation, model.Dependency, model.Usage, model.Realization) {
		if in[r.Source] && in[r.Target] {
			lines = append(lines, r.ID)
		}
	}
	placed, err := d.PlaceAll(draft, id, elements, lines, Point{X: 80 + componentPad, Y: 80 + componentHead}, seed)
	if err != nil {
		return nil, "", err
	}
	changes = append(changes, placed...)
	if draft, _, _, err = model.Edit(m, changes); err != nil {
		return nil, "", err
	}
	arranged, err := d.Arrange(draft, id, InLayers, nil)
	return append(changes, arranged...), id, err
}
