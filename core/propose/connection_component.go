package propose

import (
	"lexeon/core/component"
	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/scene"
)

// componentConnections offers what components, parts and ports can be connected by.
func (pr *Proposer) componentConnections(m *model.Model, req ConnectionRequest) ([]Reading, error) {
	side := func(id, at model.ID, name string, kind model.Kind) (notation.Ref, string) {
		e := m.Element(id)
		switch {
		case e == nil:
			return notation.Ref{Name: name, Kind: kind}, ""
		case e.Kind == model.Port:
			owner := m.Element(e.Owner)
			if o := m.Element(at); o != nil {
				owner = o
			}
			return notation.Ref{Name: owner.Name, Kind: owner.Kind, ID: owner.ID}, e.Name
		}
		return notation.Ref{Name: e.Name, Kind: e.Kind, ID: e.ID}, ""
	}
	from, fromPort := side(req.From, req.FromAt, "", "")
	var at *scene.Point
	var targets []notation.Ref
	to, toPort := side(req.To, req.ToAt, "", "")
	if m.Element(req.To) == nil { // on paper: an interface, or another component
		at = &scene.Point{X: req.X, Y: req.Y}
		for _, kind := range []model.Kind{model.Interface, model.Component} {
			targets = append(targets, notation.Ref{Name: freeName(m, kind), Kind: kind})
		}
	} else {
		targets = []notation.Ref{to}
	}
	out := []Reading{}
	for _, to := range targets {
		for _, o := range notation.ComponentConnections(m, from, to, [2]string{fromPort, toPort}) {
			reading := notation.NewReading(o.Statement)
			reading.Scope = notation.ScopeOf(m, req.Diagram)
			view, _, err := pr.reading(m, reading, req.Diagram, from.ID, at, req.Seed)
			if err != nil {
				continue // it is said already
			}
			view.Title = o.Title
			out = append(out, view)
		}
	}
	return out, nil
}

// isBuilt reports whether an element belongs to component diagrams alone.
func isBuilt(e *model.Element) bool {
	return e != nil && (e.Kind == model.Component || e.Kind == model.ComponentPart || e.Kind == model.Port)
}

// OffersRequest asks what a component could provide and require by what it holds.
type OffersRequest struct {
	Component model.ID `json:"component"`
	Diagram   model.ID `json:"diagram"`
	Seed      string   `json:"seed"`
}

// Offers offers the interfaces of a component that follow from its classes.
func (pr *Proposer) Offers(m *model.Model, req OffersRequest) ([]Reading, error) {
	of := m.Element(req.Component)
	if of == nil || of.Kind != model.Component {
		return nil, model.Faultf(model.CodeMissing, "There is no such component any more.")
	}
	out := []Reading{}
	for _, p := range component.Proposals(m, of.ID) {
		st := notation.Statement{Form: notation.FormInterface, Kind: p.Kind}
		i, because := m.Element(p.Interface), m.Element(p.Because)
		st.Ends[0].Ref = notation.Ref{Name: of.Name, Kind: of.Kind, ID: of.ID}
		st.Ends[1].Ref = notation.Ref{Name: i.Name, Kind: i.Kind, ID: i.ID}
		view, _, err := pr.reading(m, notation.NewReading(st), req.Diagram, of.ID, nil, req.Seed+string(p.Interface))
		if err != nil {
			return nil, err
		}
		verb, does := " requires ", " uses it"
		if p.Kind == model.Provides {
			verb, does = " provides ", " realizes it"
		}
		view.Title = of.Name + verb + i.Name + ": " + because.Name + does
		out = append(out, view)
	}
	return out, nil
}
