package propose

import (
	"encoding/json"

	"lexeon/core/model"
)

// InsideRequest asks for the diagram of the inside of a component.
type InsideRequest struct {
	Component model.ID `json:"component"`
	Seed      string   `json:"seed"`
}

// InsideReply tells what opens a component; Diagram shows its inside.
type InsideReply struct {
	Changes json.RawMessage `json:"changes"`
	Diagram model.ID        `json:"diagram"`
}

// Inside tells what opens a component, or which diagram shows its inside.
func (pr *Proposer) Inside(m *model.Model, req InsideRequest) (InsideReply, error) {
	changes, id, err := pr.drawer.OpenInside(m, req.Component, req.Seed)
	if err != nil {
		return InsideReply{}, err
	}
	return InsideReply{model.EncodeChanges(changes), id}, nil
}
