package modeltest

import (
	"encoding/json"
	"slices"

	"lexeon/core/model"
)

// LedBack reports whether what leads back from an edit of m did so: every row is as it
// was, but for order keys that the edit renewed, and those keep the order.
func LedBack(m, back *model.Model, delta model.Delta) bool {
	var kept []model.RowState
	for _, c := range delta {
		if !c.Renewed {
			continue
		}
		e := back.Element(c.ID)
		if e == nil {
			return false
		}
		order, err := json.Marshal(e.Order)
		if err != nil || !slices.Equal(ids(m.Children(e.Owner)), ids(back.Children(e.Owner))) {
			return false
		}
		kept = append(kept, model.RowState{Table: c.Table(), ID: c.ID, Set: model.Patch{"order": order}})
	}
	m, _, err := model.Apply(m, kept)
	return err == nil && m.Equal(back)
}

func ids(list []*model.Element) []model.ID {
	out := make([]model.ID, len(list))
	for i, e := range list {
		out[i] = e.ID
	}
	return out
}
