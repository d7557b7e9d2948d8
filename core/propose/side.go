package propose

import (
	"encoding/json"

	"lexeon/core/model"
)

// SideRequest asks what leads a side of a placed line to another shape, or, where
// To is empty, a flow across the frame at X, Y.
type SideRequest struct {
	Line model.ID   `json:"line"`
	Side model.Side `json:"side"`
	To   model.ID   `json:"to"`
	X    int        `json:"x"`
	Y    int        `json:"y"`
}

// SideReply tells what leads a side of a line elsewhere.
type SideReply struct {
	Changes json.RawMessage `json:"changes"`
	Off     int             `json:"off"` // diagrams that the line is taken off
}

// Side tells what leads a side of a line elsewhere.
func (pr *Proposer) Side(m *model.Model, req SideRequest) (SideReply, error) {
	changes, off, err := m.Reattach(req.Line, req.Side, req.To)
	if err != nil {
		return SideReply{}, err
	}
	if req.To == "" {
		changes = append(changes, &model.Move{ID: req.Line, X: req.X, Y: req.Y})
	}
	if _, _, _, err := model.Edit(m, changes); err != nil {
		return SideReply{}, err
	}
	return SideReply{model.EncodeChanges(changes), off}, nil
}
