package propose

import (
	"encoding/json"

	"lexeon/core/lexicon"
	"lexeon/core/model"
	"lexeon/core/view"
)

// RenameRequest asks what renaming a term would change; Only restricts it to some
// uses.
type RenameRequest struct {
	Term model.ID   `json:"term"`
	Name string     `json:"name"`
	Only []model.ID `json:"only"`
}

// RenameReply tells what renaming a term would change.
type RenameReply struct {
	Uses    []view.Use      `json:"uses"` // before and after
	Changes json.RawMessage `json:"changes"`
}

// Rename tells what renaming a term would change.
func (pr *Proposer) Rename(m *model.Model, req RenameRequest) (RenameReply, error) {
	changes, err := lexicon.RenameChanges(m, req.Term, req.Name, req.Only)
	if err != nil {
		return RenameReply{}, err
	}
	if _, _, _, err := model.Edit(m, changes); err != nil {
		return RenameReply{}, err
	}
	out := RenameReply{Uses: []view.Use{}, Changes: model.EncodeChanges(changes)}
	for _, u := range lexicon.Uses(m, req.Term, req.Name) {
		if len(u.Changes) > 0 {
			out.Uses = append(out.Uses, view.Use{u.Row, u.What, u.Title, u.Before, u.After})
		}
	}
	return out, nil
}

// MergeRequest asks what making one term of two would change; Into stays.
type MergeRequest struct {
	From model.ID `json:"from"`
	Into model.ID `json:"into"`
}

// Merge tells what making one term of two would change, everywhere.
func (pr *Proposer) Merge(m *model.Model, req MergeRequest) (ChangesReply, error) {
	changes, err := lexicon.MergeChanges(m, req.From, req.Into)
	if err != nil {
		return ChangesReply{}, err
	}
	return Accepted(m, changes)
}
