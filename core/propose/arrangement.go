package propose

import (
	"lexeon/core/model"
	"lexeon/core/scene"
)

// ArrangementRequest asks for shapes to be arranged, all where none is named.
type ArrangementRequest struct {
	Diagram    model.ID          `json:"diagram"`
	How        scene.Arrangement `json:"how"`
	Placements []model.ID        `json:"placements"`
}

// Arrangement tells how shapes are arranged.
func (pr *Proposer) Arrangement(m *model.Model, req ArrangementRequest) (ChangesReply, error) {
	changes, err := pr.drawer.Arrange(m, req.Diagram, req.How, req.Placements)
	if err != nil {
		return ChangesReply{}, err
	}
	return replyOf(changes), nil
}
