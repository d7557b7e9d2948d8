package propose

import (
	"encoding/json"
	"slices"

	"lexeon/core/model"
	"lexeon/core/rework"
)

// ReworksReply lists reworks.
type ReworksReply struct {
	Offers []rework.Offer `json:"offers"`
}

// Reworks lists the Reworks of a class or a relation.
func (pr *Proposer) Reworks(m *model.Model, row model.ID) (ReworksReply, error) {
	out := ReworksReply{Offers: rework.Offers(m, row)}
	if out.Offers == nil {
		out.Offers = []rework.Offer{}
	}
	return out, nil
}

// ReworkReply tells what a rework would do.
type ReworkReply struct {
	Changes json.RawMessage `json:"changes"`
	Lines   []rework.Line   `json:"lines"`             // what goes and what comes
	Problem string          `json:"problem,omitempty"` // why it cannot be done
}

// Rework tells what a rework would do, before it is done. What stands in its
// way is an answer, and no error: the person goes on choosing.
func (pr *Proposer) Rework(m *model.Model, req rework.Request) (ReworkReply, error) {
	out := ReworkReply{Changes: model.EncodeChanges(nil), Lines: []rework.Line{}}
	result, err := rework.Changes(m, req)
	if f, ok := model.AsFault(err); ok {
		out.Problem = f.Message
		return out, nil
	} else if err != nil {
		return ReworkReply{}, err
	}
	changes := result.Changes
	next, delta, _, err := model.Edit(m, changes)
	if err != nil {
		return ReworkReply{}, err
	}
	out.Lines = append(out.Lines, rework.Preview(m, next, delta)...)
	for _, shown := range result.Shown {
		joined := pr.drawer.Join(next, shown.ID, shown.Near, req.Seed)
		if next, _, _, err = model.Edit(next, joined); err != nil {
			return ReworkReply{}, err
		}
		changes = append(slices.Clip(changes), joined...)
	}
	out.Changes = model.EncodeChanges(changes)
	return out, nil
}
