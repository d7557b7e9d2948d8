package propose

import (
	"encoding/json"

	"lexeon/core/model"
)

// ConstraintRequest asks for a constraint on lines of a diagram.
type ConstraintRequest struct {
	Diagram model.ID   `json:"diagram"`
	Lines   []model.ID `json:"lines"` // relationships
	Text    string     `json:"text"`
	Seed    string     `json:"seed"`
}

// ConstraintReply tells what makes a constraint.
type ConstraintReply struct {
	Changes    json.RawMessage `json:"changes"`
	Constraint model.ID        `json:"constraint"`
}

// Constraint tells what makes a constraint that holds for lines.
func (pr *Proposer) Constraint(m *model.Model, req ConstraintRequest) (ConstraintReply, error) {
	changes, id, err := pr.drawer.ConstrainLines(m, req.Diagram, req.Lines, req.Text, req.Seed)
	if err != nil {
		return ConstraintReply{}, err
	}
	if _, _, _, err := model.Edit(m, changes); err != nil {
		return ConstraintReply{}, err
	}
	return ConstraintReply{model.EncodeChanges(changes), id}, nil
}
