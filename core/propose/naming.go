package propose

import (
	"encoding/json"

	"lexeon/core/model"
	"lexeon/core/notation"
)

// NamingRequest asks what a text in the place of a name would change.
type NamingRequest struct {
	Element model.ID `json:"element"`
	Text    string   `json:"text"`
}

// NamingReply tells it.
type NamingReply struct {
	Changes json.RawMessage `json:"changes"`
}

// Naming tells the changes that a text in the place of a name makes: the name, and the
// stereotypes that stand in front of it.
func (pr *Proposer) Naming(m *model.Model, req NamingRequest) (NamingReply, error) {
	e := m.Element(req.Element)
	if e == nil {
		return NamingReply{}, model.Faultf(model.CodeMissing, "It does not exist any more.").At(req.Element, "")
	}
	var stereotypes []string
	name := req.Text
	if notation.TakesStereotypes(e.Kind) {
		stereotypes, name = notation.SplitName(req.Text)
	}
	changes := append([]model.Change{&model.SetName{ID: e.ID, Name: name}}, notation.StereotypeChanges(e.Kind, e.ID, stereotypes)...)
	if _, _, _, err := model.Edit(m, changes); err != nil {
		return NamingReply{}, err
	}
	return NamingReply{model.EncodeChanges(changes)}, nil
}
