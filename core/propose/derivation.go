package propose

import (
	"encoding/json"
	"slices"

	"lexeon/core/activity"
	"lexeon/core/model"
	"lexeon/core/scene"
)

// DerivationRequest asks what a diagram would show by the table, and what taking
// over some of it would change.
type DerivationRequest struct {
	View   activity.View `json:"view"`
	Accept []model.ID    `json:"accept"`
	Seed   string        `json:"seed"`
}

// Derivation is what a diagram would show by the activity table, piece by piece.
type Derivation struct {
	View       activity.View   `json:"view"`
	Diagram    model.ID        `json:"diagram"`
	IsNew      bool            `json:"isNew"`
	Pieces     []Piece         `json:"pieces"`
	Proposals  []string        `json:"proposals"`
	OutOfScope []string        `json:"outOfScope"`
	Errors     []string        `json:"errors"`
	Goods      []string        `json:"goods"`     // left out: things, and no data
	Questions  []string        `json:"questions"` // what the table does not say
	Changes    json.RawMessage `json:"changes"`
}

// Piece is a part of a derivation.
type Piece struct {
	ID     model.ID       `json:"id"`
	Title  string         `json:"title"`
	Why    string         `json:"why"`
	State  activity.State `json:"state"`
	Wanted bool           `json:"wanted"`
	Rows   []model.ID     `json:"rows"`
}

// Derive tells what a diagram would show by the table, and what taking over some of it would change.
func (pr *Proposer) Derive(m *model.Model, req DerivationRequest) (Derivation, error) {
	if !slices.Contains(activity.Views, req.View) {
		return Derivation{}, model.Faultf(model.CodeInvalid, "There is no view %q: context, physical or logical.", string(req.View))
	}
	d := activity.Of(m).Compare(req.View)
	out := Derivation{View: req.View, Diagram: d.Diagram, IsNew: d.IsNew, Pieces: []Piece{}, Proposals: append([]string{}, d.Proposals...),
		OutOfScope: append([]string{}, d.OutOfScope...), Errors: append([]string{}, d.Errors...), Goods: append([]string{}, d.Goods...), Questions: append([]string{}, d.Questions...)}
	for _, p := range d.Pieces {
		out.Pieces = append(out.Pieces, Piece{p.ID, p.Title, p.Why, p.State, p.Wanted, append([]model.ID{}, p.Rows...)})
	}
	changes, err := pr.placed(m, d, req.Accept)
	if err != nil {
		return Derivation{}, err
	}
	out.Changes = model.EncodeChanges(changes)
	return out, nil
}

// placed finds places for what a derivation adds: a new diagram is arranged as a
// whole, on one that is there each new shape finds a free place.
func (pr *Proposer) placed(m *model.Model, d *activity.Difference, accept []model.ID) ([]model.Change, error) {
	changes := d.Changes(accept)
	if len(changes) == 0 {
		return []model.Change{}, nil
	}
	next, _, _, err := model.Edit(m, changes)
	if err != nil {
		return nil, err
	}
	if d.IsNew {
		arranged, err := pr.drawer.Arrange(next, d.Diagram, scene.InLayers, nil)
		if err != nil {
			return nil, err
		}
		return append(changes, arranged...), nil
	}
	return pr.PlaceEach(m, d.Diagram, changes)
}

// PlaceEach finds a free place for every shape, each among those before it.
func (pr *Proposer) PlaceEach(m *model.Model, diagram model.ID, rest []model.Change) ([]model.Change, error) {
	for i, change := range rest {
		next, _, _, err := model.Edit(m, rest[i:i+1])
		if err != nil {
			return nil, err
		}
		if place, ok := change.(*model.Place); ok && next.Element(place.Subject) != nil {
			w, h := pr.drawer.SizeOfElement(next, next.Element(place.Subject))
			p := pr.drawer.FreePlace(m, diagram, "", w, h)
			moved := *place
			moved.X, moved.Y = p.X, p.Y
			rest[i] = &moved
			if next, _, _, err = model.Edit(m, rest[i:i+1]); err != nil {
				return nil, err
			}
		}
		m = next
	}
	return rest, nil
}
