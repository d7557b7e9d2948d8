package server

import (
	"encoding/json"
	"net/http"
	"slices"
	"strings"

	"github.com/labstack/echo/v5"

	"lexeon/core/component"
	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/scene"
)

// insideRequest asks for the diagram of the inside of a component.
type insideRequest struct {
	Component model.ID `json:"component"`
	Seed      string   `json:"seed"`
}

type insideReply struct {
	Changes json.RawMessage `json:"changes"`
	Diagram model.ID        `json:"diagram"`
}

// readInside tells what opens a component, or which diagram shows its inside.
func (s *Server) readInside(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req insideRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	changes, id, err := s.drawer.OpenInside(v.Model, req.Component, req.Seed)
	if err != nil {
		return err
	}
	return c.JSON(http.StatusOK, insideReply{model.EncodeChanges(changes), id})
}

// proposalsRequest asks what a component could provide and require by what it holds.
type proposalsRequest struct {
	Component model.ID `json:"component"`
	Diagram   model.ID `json:"diagram"`
	Seed      string   `json:"seed"`
}

// readProposals offers the interfaces of a component that follow from its classes.
func (s *Server) readProposals(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	var req proposalsRequest
	if err := readJSON(c, &req); err != nil {
		return err
	}
	m := v.Model
	of := m.Element(req.Component)
	if of == nil || of.Kind != model.Component {
		return problem(http.StatusNotFound, "missing", "There is no such component any more.")
	}
	out := []readingView{}
	for _, p := range component.Proposals(m, of.ID) {
		st := notation.Statement{Form: notation.FormInterface, Kind: p.Kind}
		i, because := m.Element(p.Interface), m.Element(p.Because)
		st.Ends[0].Ref = notation.Ref{Name: of.Name, Kind: of.Kind, ID: of.ID}
		st.Ends[1].Ref = notation.Ref{Name: i.Name, Kind: i.Kind, ID: i.ID}
		view, err := s.viewReading(m, notation.NewReading(st), req.Diagram, of.ID, nil, req.Seed+string(p.Interface))
		if err != nil {
			return err
		}
		verb, does := " requires ", " uses it"
		if p.Kind == model.Provides {
			verb, does = " provides ", " realizes it"
		}
		view.Title = of.Name + verb + i.Name + ": " + because.Name + does
		out = append(out, view)
	}
	return c.JSON(http.StatusOK, out)
}

// componentConnections offers what components, parts and ports can be connected by.
func (s *Server) componentConnections(m *model.Model, req connectionRequest) ([]readingView, error) {
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
	out := []readingView{}
	for _, to := range targets {
		for _, o := range notation.ComponentConnections(m, from, to, [2]string{fromPort, toPort}) {
			reading := notation.NewReading(o.Statement)
			reading.Scope = notation.ScopeOf(m, req.Diagram)
			view, err := s.viewReading(m, reading, req.Diagram, from.ID, at, req.Seed)
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

// partInto makes a new part one of the component whose inside is shown, or of the one
// it stands in; "left : Pump" tells its name and what it is an instance of.
func (s *Server) partInto(m *model.Model, req placementRequest, add *model.AddElement) error {
	if d := m.Diagram(req.Diagram); d != nil {
		add.Owner = d.About
	}
	if drawn := s.drawer.Of(m, req.Diagram); drawn != nil && add.Owner == "" && req.X != nil && req.Y != nil {
		add.Owner = drawn.Holder(model.Component, scene.Point{X: *req.X, Y: *req.Y})
	}
	if add.Owner == "" {
		return problem(http.StatusUnprocessableEntity, "refused", "A part is inside of a component: open a component, or click into one.")
	}
	name, of, typed := strings.Cut(add.Name, ":")
	add.Name = strings.TrimSpace(name)
	if !typed {
		return nil
	}
	found := m.Named(strings.TrimSpace(of), model.Component)
	if len(found) == 0 {
		return problem(http.StatusUnprocessableEntity, "refused", "There is no component called %s yet. Make it first, or leave the part without one.", strings.TrimSpace(of))
	}
	add.Set = model.P("component", found[0].ID)
	return nil
}

// componentView is what the entry of a component or a part tells beyond that of
// others.
type componentView struct {
	External   bool       `json:"external"`
	Subsystem  bool       `json:"subsystem"`
	Ports      []portView `json:"ports"`
	Inside     model.ID   `json:"inside,omitempty"` // the diagram of its inside
	Components []rowView  `json:"components"`       // that it could be part of, or an instance of
	Of         model.ID   `json:"of,omitempty"`     // what a part is an instance of
	Many       string     `json:"many,omitempty"`   // how many of a part there are
	Breaks     []string   `json:"breaks"`           // what does not work without it
	Stands     []rowView  `json:"stands"`           // what could stand in for it
}

type portView struct {
	ID   model.ID       `json:"id"`
	Name string         `json:"name"`
	Side model.PortSide `json:"side"`
}

// heldView is a class in a component, by the relationship that says so.
type heldView struct {
	ID      model.ID `json:"id"`
	Element model.ID `json:"element"`
	Name    string   `json:"name"`
}

func viewComponent(m *model.Model, e *model.Element) *componentView {
	out := &componentView{External: e.Component().External, Subsystem: slices.Contains(e.Stereotypes, "subsystem"), Ports: []portView{}, Components: []rowView{}, Breaks: []string{}, Stands: []rowView{}}
	for _, c := range m.OfKind(model.Component) {
		if c.ID != e.ID && c.ID != e.Owner {
			out.Components = append(out.Components, rowView{c.ID, c.Name})
		}
	}
	slices.SortFunc(out.Components, func(a, b rowView) int { return strings.Compare(a.Title, b.Title) })
	if e.Kind == model.ComponentPart {
		out.Of, out.Many = e.ComponentPart().Component, e.ComponentPart().Multiplicity.String()
		return out
	}
	for _, p := range m.Children(e.ID, model.Port) {
		out.Ports = append(out.Ports, portView{p.ID, p.Name, p.Port().Side})
	}
	if d := m.InsideOf(e.ID); d != nil {
		out.Inside = d.ID
	}
	for _, n := range component.Broken(m, e.ID) {
		out.Breaks = append(out.Breaks, m.Element(n.Component).Name+" gets no "+m.Element(n.Interface).Name)
	}
	for _, c := range component.Replacements(m, e.ID) {
		out.Stands = append(out.Stands, rowView{c.ID, c.Name})
	}
	return out
}

// componentRow is a component in the table of who provides and who needs what.
type componentRow struct {
	ID       model.ID       `json:"id"`
	Name     string         `json:"name"`
	In       string         `json:"in,omitempty"` // the component that it is part of
	External bool           `json:"external,omitempty"`
	Provides []providedView `json:"provides"`
	Requires []requiredView `json:"requires"`
	Breaks   []string       `json:"breaks"` // what does not work without it
	Stands   []rowView      `json:"stands"` // what could stand in for it
	Holds    []rowView      `json:"holds"`  // classes
	Diagram  model.ID       `json:"diagram,omitempty"`
}

type providedView struct {
	ID   model.ID  `json:"id"`
	Name string    `json:"name"`
	To   []rowView `json:"to"` // who needs it, from here or from anybody
}

type requiredView struct {
	ID     model.ID  `json:"id"`
	Name   string    `json:"name"`
	From   []rowView `json:"from"`
	Chosen bool      `json:"chosen"` // by an assembly
}

type componentsView struct {
	Components []componentRow `json:"components"`
	Circles    [][]rowView    `json:"circles"` // of components that call each other
}

// components is the table of components.
func (s *Server) components(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	m := v.Model
	row := func(id model.ID) rowView { return rowView{id, m.Element(id).Name} }
	out := componentsView{Components: []componentRow{}, Circles: [][]rowView{}}
	needs := component.Needs(m)
	for _, e := range m.OfKind(model.Component) {
		view := viewComponent(m, e)
		r := componentRow{ID: e.ID, Name: e.Name, External: view.External, Provides: []providedView{}, Requires: []requiredView{}, Breaks: view.Breaks, Stands: view.Stands, Holds: []rowView{}}
		if o := m.Element(e.Owner); o != nil && o.Kind == model.Component {
			r.In = o.Name
		}
		for _, i := range component.Provided(m, e.ID) {
			p := providedView{ID: i, Name: m.Element(i).Name, To: []rowView{}}
			for _, n := range needs {
				if component.Offers(m, i, n.Interface) && slices.Contains(n.From, e.ID) {
					p.To = append(p.To, row(n.Component))
				}
			}
			for o := m.Element(e.Owner); o != nil; o = m.Element(o.Owner) { // what is around it passes it on
				if o.Kind == model.Component && slices.ContainsFunc(component.Provided(m, o.ID), func(x model.ID) bool { return component.Offers(m, i, x) }) {
					p.To = append(p.To, rowView{o.ID, o.Name + ", which passes it on"})
					break
				}
			}
			r.Provides = append(r.Provides, p)
		}
		for _, n := range needs {
			if n.Component == e.ID {
				q := requiredView{ID: n.Interface, Name: m.Element(n.Interface).Name, From: []rowView{}, Chosen: n.Chosen}
				for _, f := range n.From {
					q.From = append(q.From, row(f))
				}
				r.Requires = append(r.Requires, q)
			}
		}
		for _, h := range m.Held(e.ID) {
			r.Holds = append(r.Holds, row(h.ID))
		}
		for _, p := range m.PlacementsOf(e.ID) {
			r.Diagram = p.Diagram
			break
		}
		out.Components = append(out.Components, r)
	}
	slices.SortStableFunc(out.Components, func(a, b componentRow) int { return strings.Compare(a.Name, b.Name) })
	for _, circle := range component.Circles(m) {
		var names []rowView
		for _, id := range circle {
			names = append(names, row(id))
		}
		out.Circles = append(out.Circles, names)
	}
	return c.JSON(http.StatusOK, out)
}
