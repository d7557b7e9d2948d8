package propose

import (
	"slices"

	"lexeon/core/component"
	"lexeon/core/model"
	"lexeon/core/scene"
)

// neededBy are the changes without which an assembly that is accepted would be wrong the moment
// after: that the one who gives the interface provides it; who gets it requires it by getting
// it. A direction that is known to be the other way round is left to the rules.
func neededBy(m *model.Model, changes []model.Change, assembly model.ID, seed string) ([]model.Change, error) {
	next, _, _, err := model.Edit(m, changes)
	if err != nil {
		return nil, nil // told where it is previewed
	}
	r := next.Relationship(assembly)
	if r == nil || r.Kind != model.Assembly || r.Connector().Interface == "" {
		return nil, nil
	}
	c := r.Connector()
	user, giver := next.ComponentAt(r.Source), next.ComponentAt(r.Target)
	if user == nil || giver == nil || user == giver {
		return nil, nil
	}
	if component.Gives(next, giver.ID, c.Interface) || component.Gives(next, user.ID, c.Interface) || slices.Contains(component.Required(next, giver.ID), c.Interface) {
		return nil, nil
	}
	id := model.DeriveID("provides", seed, string(giver.ID))
	out := []model.Change{&model.Connect{ID: id, Kind: model.Provides, Source: giver.ID, Target: c.Interface}}
	if c.ToPort != "" {
		out = append(out, &model.SetRelationship{ID: id, Set: model.P("port", c.ToPort)})
	}
	return out, nil
}

// besideOuter moves a component that is drawn already to where it is put: a component is drawn
// around what is in it, and would reach across all that stands between.
func (pr *Proposer) besideOuter(m *model.Model, diagram, outer, inner model.ID) []model.Change {
	p, around := m.PlacementOn(diagram, inner), m.PlacementOn(diagram, outer)
	e := m.Element(inner)
	if p == nil || around == nil || e == nil {
		return nil
	}
	w, h := pr.drawer.SizeOf(m, e.Kind, e.Name)
	for _, g := range pr.drawer.Of(m, diagram).Groups {
		if g.ID == around.ID && g.Box != nil && g.Box.Overlaps(scene.Rect{X: p.X, Y: p.Y, W: w, H: h}) {
			return nil // it stands there
		}
	}
	at := pr.drawer.FreePlace(m, diagram, outer, w, h)
	return []model.Change{&model.Move{ID: p.ID, X: at.X, Y: at.Y}}
}
