package propose

import (
	"lexeon/core/model"
	"lexeon/core/scene"
	"lexeon/core/starter"
)

// StarterRequest asks what inserting a general class model would change.
type StarterRequest struct {
	Starter string   `json:"starter"`
	Diagram model.ID `json:"diagram"`
	Seed    string   `json:"seed"`
}

// Starter tells what inserts a general class model and shows it, arranged, on
// a class diagram.
func (pr *Proposer) Starter(m *model.Model, req StarterRequest) (ChangesReply, error) {
	chosen, ok := starter.ByKey(req.Starter)
	if !ok {
		return ChangesReply{}, model.Faultf(model.CodeInvalid, "There is no starter %q.", req.Starter)
	}
	if d := m.Diagram(req.Diagram); d == nil || d.Kind != model.ClassDiagram {
		return ChangesReply{}, model.Faultf(model.CodeMissing, "There is no such class diagram any more.")
	}
	changes, elements, relationships, err := chosen.Changes(m, req.Seed)
	if err != nil {
		return ChangesReply{}, err
	}
	next, _, _, err := model.Edit(m, changes)
	if err != nil {
		return ChangesReply{}, err
	}
	// Below what is there already.
	at := scene.Point{X: 80, Y: 80}
	if drawn := pr.drawer.Of(next, req.Diagram); len(next.PlacementsOn(req.Diagram)) > 0 {
		at = scene.Point{X: drawn.Bounds.X + 40, Y: drawn.Bounds.Bottom() + 20}
	}
	placed, err := pr.drawer.PlaceAll(next, req.Diagram, elements, relationships, at, req.Seed)
	if err != nil {
		return ChangesReply{}, err
	}
	changes = append(changes, placed...)
	if next, _, _, err = model.Edit(next, placed); err != nil {
		return ChangesReply{}, err
	}
	var fresh []model.ID
	for _, p := range placed {
		if place, ok := p.(*model.Place); ok {
			fresh = append(fresh, place.ID)
		}
	}
	arranged, err := pr.drawer.Arrange(next, req.Diagram, scene.InLayers, fresh)
	if err != nil {
		return ChangesReply{}, err
	}
	return replyOf(append(changes, arranged...)), nil
}
