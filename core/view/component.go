package view

import (
	"slices"
	"strings"

	"lexeon/core/component"
	"lexeon/core/model"
)

// Component is what the entry of a component tells beyond that of others.
type Component struct {
	Ports  []Port   `json:"ports"`
	Inside model.ID `json:"inside,omitempty"` // the diagram of its inside
	Breaks []string `json:"breaks"`           // what does not work without it
	Stands []Row    `json:"stands"`           // what could stand in for it
}

// Port is a port of a component.
type Port struct {
	ID   model.ID `json:"id"`
	Name string   `json:"name"`
}

// Held is a class in a component, by the relationship that says so.
type Held struct {
	ID      model.ID `json:"id"`
	Element model.ID `json:"element"`
	Name    string   `json:"name"`
}

func componentOf(m *model.Model, e *model.Element) *Component {
	out := &Component{Ports: []Port{}}
	for _, p := range m.Children(e.ID, model.Port) {
		out.Ports = append(out.Ports, Port{p.ID, p.Name})
	}
	if d := m.InsideOf(e.ID); d != nil {
		out.Inside = d.ID
	}
	out.Breaks, out.Stands = without(m, component.WebOf(m), e.ID)
	return out
}

// componentsBut are the components that a part could be an instance of, by name: not the one
// that it is in.
func componentsBut(m *model.Model, part *model.Element) []Row {
	out := []Row{}
	for _, c := range m.OfKind(model.Component) {
		if c.ID != part.Owner {
			name := c.Name
			if name == "" {
				name = "(no name)"
			}
			out = append(out, Row{c.ID, name})
		}
	}
	slices.SortFunc(out, func(a, b Row) int { return strings.Compare(a.Title, b.Title) })
	return out
}

// without tells what breaks without a component, and what could stand in for it.
func without(m *model.Model, web *component.Web, id model.ID) (breaks []string, stands []Row) {
	breaks, stands = []string{}, []Row{}
	for _, n := range web.Broken(id) {
		breaks = append(breaks, m.Element(n.Component).Name+" gets no "+m.Element(n.Interface).Name)
	}
	for _, c := range web.Replacements(id) {
		stands = append(stands, Row{c.ID, c.Name})
	}
	return breaks, stands
}

// ComponentRow is a component in the table of who provides and who needs what.
type ComponentRow struct {
	ID       model.ID   `json:"id"`
	Name     string     `json:"name"`
	In       string     `json:"in,omitempty"` // the component that it is part of
	External bool       `json:"external,omitempty"`
	Provides []Provided `json:"provides"`
	Requires []Required `json:"requires"`
	Breaks   []string   `json:"breaks"` // what does not work without it
	Stands   []Row      `json:"stands"` // what could stand in for it
	Holds    []Row      `json:"holds"`  // classes
	Diagram  model.ID   `json:"diagram,omitempty"`
}

// Provided is a provided interface with who needs it.
type Provided struct {
	ID   model.ID `json:"id"`
	Name string   `json:"name"`
	To   []Row    `json:"to"` // who needs it, from here or from anybody
}

// Required is a required interface with who provides it.
type Required struct {
	ID     model.ID `json:"id"`
	Name   string   `json:"name"`
	From   []Row    `json:"from"`
	Chosen bool     `json:"chosen"` // by an assembly
}

// Components is the table of components.
type Components struct {
	Components []ComponentRow `json:"components"`
	Circles    [][]Row        `json:"circles"` // of components that call each other
}

// ComponentsOf is the table of components.
func ComponentsOf(m *model.Model) (Components, error) {
	row := func(id model.ID) Row { return Row{id, m.Element(id).Name} }
	out := Components{Components: []ComponentRow{}, Circles: [][]Row{}}
	web := component.WebOf(m)
	for _, e := range m.OfKind(model.Component) {
		r := ComponentRow{ID: e.ID, Name: e.Name, External: e.Component().External, Provides: []Provided{}, Requires: []Required{}, Holds: []Row{}}
		r.Breaks, r.Stands = without(m, web, e.ID)
		if o := m.Element(e.Owner); o != nil && o.Kind == model.Component {
			r.In = o.Name
		}
		for _, i := range component.Provided(m, e.ID) {
			p := Provided{ID: i, Name: m.Element(i).Name, To: []Row{}}
			for _, n := range web.MetBy(e.ID) {
				if component.Offers(m, i, n.Interface) {
					p.To = append(p.To, row(n.Component))
				}
			}
			for o := m.Element(e.Owner); o != nil; o = m.Element(o.Owner) { // what is around it passes it on
				if o.Kind == model.Component && slices.ContainsFunc(component.Provided(m, o.ID), func(x model.ID) bool { return component.Offers(m, i, x) }) {
					p.To = append(p.To, Row{o.ID, o.Name + ", which passes it on"})
					break
				}
			}
			r.Provides = append(r.Provides, p)
		}
		for _, n := range web.NeedsOf(e.ID) {
			q := Required{ID: n.Interface, Name: m.Element(n.Interface).Name, From: []Row{}, Chosen: n.Chosen}
			for _, f := range n.From {
				q.From = append(q.From, row(f))
			}
			r.Requires = append(r.Requires, q)
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
	slices.SortStableFunc(out.Components, func(a, b ComponentRow) int { return strings.Compare(a.Name, b.Name) })
	for _, circle := range component.Circles(m) {
		var names []Row
		for _, id := range circle {
			names = append(names, row(id))
		}
		out.Circles = append(out.Circles, names)
	}
	return out, nil
}
