package propose

import (
	"cmp"
	"encoding/json"

	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/scene"
)

// PlacementRequest asks how an element is placed.
type PlacementRequest struct {
	Kind    model.Kind `json:"kind"`
	Name    string     `json:"name"`
	Subject model.ID   `json:"subject"` // an element that exists, instead of a new one
	Diagram model.ID   `json:"diagram"`
	Beside  model.ID   `json:"beside"`
	X       *int       `json:"x"`
	Y       *int       `json:"y"`
	// Relations: what connects it with elements of the diagram is shown too.
	Relations bool   `json:"relations"`
	Seed      string `json:"seed"`
	// ID is that of a new element, where whoever asks goes on with it before the answer
	// is there; empty: it derives from the seed.
	ID model.ID `json:"id,omitempty"`
}

// Placement tells the changes that place a new element: beside another, or
// with its middle at a point.
func (pr *Proposer) Placement(m *model.Model, req PlacementRequest) (PlacementReply, error) {
	var changes []model.Change
	subject, kind, name := req.Subject, req.Kind, req.Name
	if e := m.Element(subject); e != nil {
		kind, name = e.Kind, e.Name
	} else {
		subject = cmp.Or(req.ID, model.DeriveID("new", req.Seed))
		var stereotypes []string
		if notation.TakesStereotypes(kind) {
			stereotypes, name = notation.SplitName(name)
		}
		add := notation.NewElement(notation.Ref{Kind: kind, Name: name}, subject, notation.ScopeOf(m, req.Diagram))
		if typed := gestureOf(kind).typed; typed != nil {
			if err := typed(pr, m, req, add); err != nil {
				return PlacementReply{}, err
			}
		}
		changes = append(append(changes, add), notation.StereotypeChanges(kind, subject, stereotypes)...)
	}
	if m.PlacementOn(req.Diagram, subject) != nil { // there already: only its relations are missing
		changes = nil
		if req.Relations {
			changes = model.ShowRelations(m, req.Diagram, subject, req.Seed)
		}
		return PlacementReply{Changes: model.EncodeChanges(changes), Element: subject}, nil
	}
	w, h := pr.drawer.SizeOf(m, kind, name)
	if e := m.Element(subject); e != nil {
		w, h = pr.drawer.SizeOfElement(m, e)
	}
	p := pr.drawer.FreePlace(m, req.Diagram, req.Beside, w, h)
	chosen := req.X != nil && req.Y != nil
	if chosen {
		p = scene.Point{X: *req.X - w/2, Y: *req.Y - h/2}
	}
	changes = append(changes, &model.Place{ID: model.DeriveID("place", req.Seed), Diagram: req.Diagram, Subject: subject, X: p.X, Y: p.Y})
	into, home := pr.into(m, spot{req.Diagram, scene.Point{X: p.X + w/2, Y: p.Y + h/2}, chosen}, subject, kind, req.Seed)
	changes = append(changes, into...)
	if req.Relations {
		changes = append(changes, model.ShowRelations(m, req.Diagram, subject, req.Seed)...)
	}
	if _, _, _, err := model.Edit(m, changes); err != nil {
		return PlacementReply{}, err
	}
	out := PlacementReply{Changes: model.EncodeChanges(changes), Element: subject, Home: home}
	if m.Element(subject) == nil {
		out.Existing = existing(m, kind, name, req.Diagram)
	}
	return out, nil
}

// existing finds an element of a kind and a name that a diagram does not show.
func existing(m *model.Model, kind model.Kind, name string, diagram model.ID) model.ID {
	for _, e := range m.Named(name, kind) {
		if m.PlacementOn(diagram, e.ID) == nil {
			return e.ID
		}
	}
	return ""
}

// PlacementReply tells the changes that place an element.
type PlacementReply struct {
	Changes json.RawMessage `json:"changes"`
	Element model.ID        `json:"element"`
	Home    model.ID        `json:"home,omitempty"` // the component that it is put into
	// Existing is another element of that kind and name, which the diagram does not show: it may
	// be the one that is meant.
	Existing model.ID `json:"existing,omitempty"`
}
