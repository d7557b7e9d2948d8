package propose

import (
	"cmp"
	"encoding/json"
	"strings"

	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/scene"
)

// newElementFor makes an element; a process becomes part of the level that is
// spoken of.
func newElementFor(kind model.Kind, id model.ID, name string, scope notation.Scope) *model.AddElement {
	add := &model.AddElement{ID: id, Kind: kind, Name: name}
	if kind == model.Component {
		add.Owner = scope.Inside
	}
	if kind == model.Process && scope.Parent != "" {
		add.Owner = scope.Parent
		if scope.View != model.Logical {
			add.Set = model.P("view", scope.View)
		}
	}
	return add
}

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
		add := newElementFor(kind, subject, name, notation.ScopeOf(m, req.Diagram))
		switch {
		case kind.IsText(): // what is typed is its text
			add.Name, add.Set = "", model.P("body", name)
		case kind == model.ComponentPart:
			if err := pr.partInto(m, req, add); err != nil {
				return PlacementReply{}, err
			}
		case kind == model.Object: // and here its classifier too
			o, err := notation.ReadObject(name)
			if err != nil {
				return PlacementReply{}, err
			}
			add.Name, add.Set = o.Name, model.P("typeName", o.Type, "slots", o.Slots)
		}
		changes = append(changes, add)
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
	if req.X != nil && req.Y != nil {
		p = scene.Point{X: *req.X - w/2, Y: *req.Y - h/2}
	}
	changes = append(changes, &model.Place{ID: model.DeriveID("place", req.Seed), Diagram: req.Diagram, Subject: subject, X: p.X, Y: p.Y})
	if kind == model.UseCase && req.Subject == "" {
		changes = append(changes, pr.IntoSubject(m, req.Diagram, subject, p.X+w/2, p.Y+h/2, req.Seed)...)
	}
	if kind.IsPackaged() && req.Subject == "" && req.X != nil {
		changes = append(changes, pr.intoPackage(m, req.Diagram, subject, kind, *req.X, *req.Y)...)
	}
	var home model.ID
	if req.X != nil && req.Y != nil && (kind == model.Class || req.Subject != "") {
		var into []model.Change
		into, home = pr.intoComponent(m, req.Diagram, subject, kind, *req.X, *req.Y, req.Seed)
		changes = append(changes, into...)
	}
	if req.Relations {
		changes = append(changes, model.ShowRelations(m, req.Diagram, subject, req.Seed)...)
	}
	if _, _, _, err := model.Edit(m, changes); err != nil {
		return PlacementReply{}, err
	}
	return PlacementReply{model.EncodeChanges(changes), subject, home}, nil
}

// PlacementReply tells the changes that place an element.
type PlacementReply struct {
	Changes json.RawMessage `json:"changes"`
	Element model.ID        `json:"element"`
	Home    model.ID        `json:"home,omitempty"` // the component that it is put into
}

// partInto makes a new part one of the component whose inside is shown, or of the one
// it stands in; "left : Pump" tells its name and what it is an instance of.
func (pr *Proposer) partInto(m *model.Model, req PlacementRequest, add *model.AddElement) error {
	if d := m.Diagram(req.Diagram); d != nil {
		add.Owner = d.About
	}
	if drawn := pr.drawer.Of(m, req.Diagram); drawn != nil && add.Owner == "" && req.X != nil && req.Y != nil {
		add.Owner = drawn.Holder(model.Component, scene.Point{X: *req.X, Y: *req.Y})
	}
	if add.Owner == "" {
		return model.Faultf(model.CodeRefused, "A part is inside of a component: open a component, or click into one.")
	}
	name, of, typed := strings.Cut(add.Name, ":")
	add.Name = strings.TrimSpace(name)
	if !typed {
		return nil
	}
	found := m.Named(strings.TrimSpace(of), model.Component)
	if len(found) == 0 {
		return model.Faultf(model.CodeRefused, "There is no component called %s yet. Make it first, or leave the part without one.", strings.TrimSpace(of))
	}
	add.Set = model.P("component", found[0].ID)
	return nil
}
