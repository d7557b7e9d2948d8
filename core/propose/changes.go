package propose

import (
	"encoding/json"

	"lexeon/core/model"
)

// ChangesReply tells changes that the page can submit.
type ChangesReply struct {
	Changes  json.RawMessage `json:"changes"`
	Elements []model.ID      `json:"elements"` // that they show
	Left     int             `json:"left"`     // how many were there already
}

func replyOf(changes []model.Change) ChangesReply {
	out := ChangesReply{Changes: model.EncodeChanges(changes), Elements: []model.ID{}}
	for _, c := range changes {
		if p, ok := c.(*model.Place); ok {
			out.Elements = append(out.Elements, p.Subject)
		}
	}
	return out
}

// Accepted answers with changes that the model would accept, or says why not.
func Accepted(m *model.Model, changes []model.Change) (ChangesReply, error) {
	if _, _, _, err := model.Edit(m, changes); err != nil {
		return ChangesReply{}, err
	}
	return ChangesReply{Changes: model.EncodeChanges(changes)}, nil
}
