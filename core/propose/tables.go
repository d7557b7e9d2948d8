package propose

import (
	"encoding/json"

	"lexeon/core/model"
	"lexeon/core/tableview"
)

// TablesRequest moves what stands on a diagram of tables.
type TablesRequest struct {
	Diagram model.ID        `json:"diagram"`
	Changes json.RawMessage `json:"changes"` // of the placements that are drawn
}

// Tables turns changes of what is drawn on a diagram of tables into a change of the diagram: tables
// follow from the classes, and only their places are kept.
func (pr *Proposer) Tables(m *model.Model, req TablesRequest) (ChangesReply, error) {
	shown := pr.drawer.Shown(m, req.Diagram)
	if shown == m {
		return ChangesReply{}, model.Faultf(model.CodeMissing, "There is no such diagram of tables any more.").At(req.Diagram, "")
	}
	changes, err := model.DecodeChanges(req.Changes)
	if err != nil {
		return ChangesReply{}, err
	}
	changes, err = tableview.Changes(req.Diagram, shown, changes)
	if err != nil {
		return ChangesReply{}, err
	}
	return replyOf(changes), nil
}
