// Package component tells what follows from components and their interfaces: who
// gets what from whom, what breaks when one is taken out, and what could stand in
// for it.
package component

import (
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

// Offers reports whether a provided interface is what a required one asks for: it is
// the same, or a kind of it (UML 2.5.1, 11.6.3.1: compatible).
func Offers(m *model.Model, provided, required model.ID) bool {
	return classifier.IsKindOf(m, provided, required)
}

// Gives reports whether a component provides an interface, or a kind of it.
func Gives(m *model.Model, component, required model.ID) bool {
	return slices.ContainsFunc(Provided(m, component), func(p model.ID) bool { return Offers(m, p, required) })
}

// Provided lists the interfaces that a component provides, at itself or at ports,
// each once, by id.
func Provided(m *model.Model, component model.ID) []model.ID {
	return interfaces(m, component, model.Provides)
}

// Required likewise lists what it requires; what it gets by an assembly counts too.
func Required(m *model.Model, component model.ID) []model.ID {
	out := interfaces(m, component, model.Requires)
	for _, r := range m.Relationships(model.Assembly) {
		if c, i := m.ComponentAt(r.Source), r.Connector().Interface; c != nil && c.ID == component && i != "" {
			out = append(out, i)
		}
	}
	slices.Sort(out)
	return slices.Compact(out)
}

func interfaces(m *model.Model, component model.ID, kind model.Kind) []model.ID {
	var out []model.ID
	for _, r := range m.Offers(component, kind) {
		out = append(out, r.Target)
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// Sees reports whether a component can be spoken to by another: what is in a third
// one is spoken to only by way of that one.
func Sees(m *model.Model, from, to model.ID) bool {
	owner := m.Element(m.Element(to).Owner)
	return owner == nil || owner.Kind != model.Component || inside(m, from, owner.ID)
}

// Providers lists the components that provide what an interface asks for, other
// than one and seen by it, by id; all where that is empty.
func Providers(m *model.Model, iface, other model.ID) []*model.Element {
	var out []*model.Element
	for _, c := range m.OfKind(model.Component) {
		if c.ID != other && (other == "" || Sees(m, other, c.ID)) && Gives(m, c.ID, iface) {
			out = append(out, c)
		}
	}
	return out
}

// Need is a required interface with who it is got from.
type Need struct {
	Component, Interface model.ID
	From                 []model.ID // by assemblies, else all who provide it; by id
	Chosen               bool       // by an assembly
}

// inside reports whether a component is in another, at any depth.
func inside(m *model.Model, component, outer model.ID) bool {
	for e := m.Element(component); e != nil && e.Owner != ""; e = m.Element(e.Owner) {
		if e.Owner == outer {
			return true
		}
	}
	return false
}

// Callers is who calls whom: from each component those that it gets something from,
// depends on or uses, by id.
func Callers(m *model.Model) map[model.ID][]model.ID { return WebOf(m).Callers() }

// Callers is [Callers], where the web is there already.
func (w *Web) Callers() map[model.ID][]model.ID {
	m := w.m
	out := map[model.ID][]model.ID{}
	add := func(from, to model.ID) {
		if from != to && !slices.Contains(out[from], to) {
			out[from] = append(out[from], to)
		}
	}
	for _, n := range w.needs {
		if n.Chosen || len(n.From) == 1 { // where several could, nobody knows
			for _, to := range n.From {
				add(n.Component, to)
			}
		}
	}
	for _, r := range m.Relationships(model.Dependency, model.Usage, model.Assembly) {
		from, to := m.ComponentAt(r.Source), m.ComponentAt(r.Target)
		if from != nil && to != nil {
			add(from.ID, to.ID)
		}
	}
	for _, list := range out {
		slices.Sort(list)
	}
	return out
}

// Proposal is an interface that a component could provide or require, and why.
type Proposal struct {
	Kind      model.Kind // provides or requires
	Interface model.ID
	Because   model.ID // the class that realizes or uses it
}

// Proposals lists what a component could provide and require by the classes that it
// holds: it provides what they realize, and requires the interfaces that they use
// and nothing inside realizes. What it offers already is left out.
func Proposals(m *model.Model, component model.ID) []Proposal {
	var out []Proposal
	provided, required := Provided(m, component), Required(m, component)
	realized := map[model.ID]bool{}
	held := m.Held(component)
	for _, c := range held {
		for _, g := range classifier.Lineage(m, c.ID) {
			for _, r := range m.Realizes(g) {
				if e := m.Element(r.Target); e != nil && e.Kind == model.Interface {
					realized[e.ID] = true
					if !slices.Contains(provided, e.ID) {
						provided = append(provided, e.ID)
						out = append(out, Proposal{model.Provides, e.ID, c.ID})
					}
				}
			}
		}
	}
	for _, c := range held {
		for _, r := range m.RelationshipsOf(c.ID) {
			if r.Source != c.ID || r.Kind != model.Usage && r.Kind != model.Dependency {
				continue
			}
			if e := m.Element(r.Target); e != nil && e.Kind == model.Interface && !realized[e.ID] && !slices.Contains(required, e.ID) {
				required = append(required, e.ID)
				out = append(out, Proposal{model.Requires, e.ID, c.ID})
			}
		}
	}
	return out
}
