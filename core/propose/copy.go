package propose

import (
	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/scene"
)

// CopyRequest asks for what placements show to be shown on a diagram.
type CopyRequest struct {
	From       model.ID   `json:"from"`
	Placements []model.ID `json:"placements"`
	To         model.ID   `json:"to"`
	AsNew      bool       `json:"asNew"`
	DX         int        `json:"dx"`
	DY         int        `json:"dy"`
	Seed       string     `json:"seed"`
}

// Copy tells how what placements show is shown elsewhere, or copied.
func (pr *Proposer) Copy(m *model.Model, req CopyRequest) (ChangesReply, error) {
	if m.Diagram(req.To) == nil {
		return ChangesReply{}, model.Faultf(model.CodeMissing, "There is no such diagram any more.")
	}
	changes := model.CopyChanges(m, model.CopyRequest(req))
	if _, _, _, err := model.Edit(m, changes); err != nil {
		return ChangesReply{}, err
	}
	out := replyOf(changes)
	for _, p := range req.Placements {
		if row := m.Placement(p); !req.AsNew && row != nil && m.Element(row.Subject) != nil && m.PlacementOn(req.To, row.Subject) != nil {
			out.Left++
		}
	}
	return out, nil
}

// CardsRequest asks what a pasted text would make, with its upper left corner at
// a point.
type CardsRequest struct {
	Diagram model.ID `json:"diagram"`
	Text    string   `json:"text"`
	X       int      `json:"x"`
	Y       int      `json:"y"`
	Seed    string   `json:"seed"`
}

// Cards tells what a pasted text would make.
func (pr *Proposer) Cards(m *model.Model, req CardsRequest) (ChangesReply, error) {
	cards, err := notation.ReadCards(m, req.Text)
	if err != nil {
		return ChangesReply{}, err
	}
	changes, elements, relationships, err := notation.CardChanges(m, cards, req.Seed)
	if err != nil {
		return ChangesReply{}, err
	}
	next, _, _, err := model.Edit(m, changes)
	if err != nil {
		return ChangesReply{}, err
	}
	placed, err := pr.drawer.PlaceAll(next, req.Diagram, elements, relationships, scene.Point{X: req.X, Y: req.Y}, req.Seed)
	if err != nil {
		return ChangesReply{}, err
	}
	out := replyOf(append(changes, placed...))
	return out, nil
}
