package scene

import "lexeon/core/model"

// Join shows a new element on every class diagram that shows the element near,
// beside it, with the relations whose other sides are shown there.
func (d *Drawer) Join(m *model.Model, element, near model.ID, seed string) []model.Change {
	var out []model.Change
	e := m.Element(element)
	if e == nil {
		return nil
	}
	w, h := d.SizeOfElement(m, e)
	for _, p := range m.PlacementsOf(near) {
		if m.Diagram(p.Diagram).Kind != model.ClassDiagram || m.PlacementOn(p.Diagram, element) != nil {
			continue
		}
		at := d.FreePlace(m, p.Diagram, near, w, h)
		changes := []model.Change{&model.Place{ID: model.DeriveID("join", seed, string(element), string(p.Diagram)), Diagram: p.Diagram, Subject: element, X: at.X, Y: at.Y}}
		for _, r := range m.RelationshipsOf(element) {
			shown := r.Kind.IsDrawnOn(model.ClassDiagram) && r.Refers == "" && m.PlacementOn(p.Diagram, r.ID) == nil
			for _, id := range m.Connected(r) {
				shown = shown && (id == element || m.PlacementOn(p.Diagram, id) != nil)
			}
			if shown {
				changes = append(changes, &model.Place{ID: model.DeriveID("join", seed, string(r.ID), string(p.Diagram)), Diagram: p.Diagram, Subject: r.ID})
			}
		}
		next, _, _, err := model.Edit(m, changes)
		if err != nil {
			continue // it is not shown there; everything else is
		}
		m = next
		out = append(out, changes...)
	}
	return out
}
