package component

import (
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

// Web is who provides and who needs what, in all components of a model. It is found once
// for all of them.
type Web struct {
	m        *model.Model
	provided map[model.ID][]model.ID // by each component
	required map[model.ID][]model.ID
	offering map[model.ID][]model.ID // of an interface, the components that provide it or a kind of it, by id
	needs    []Need
	ofOne    map[model.ID][]Need     // needs of a component
	atOne    map[model.ID][]Need     // needs that a component meets, or could
	asking   map[model.ID][]model.ID // of an interface, the components that require it
}

// assembled is what a component gets by assemblies.
type assembled struct{ component, iface model.ID }

// WebOf finds the web of a model.
func WebOf(m *model.Model) *Web {
	w := &Web{m: m, provided: map[model.ID][]model.ID{}, required: map[model.ID][]model.ID{}, offering: map[model.ID][]model.ID{}, ofOne: map[model.ID][]Need{}, atOne: map[model.ID][]Need{}, asking: map[model.ID][]model.ID{}}
	components := m.OfKind(model.Component)
	above := map[model.ID][]model.ID{} // of an interface, what it is or is a kind of
	for _, c := range components {
		w.provided[c.ID] = interfaces(m, c.ID, model.Provides)
		w.required[c.ID] = interfaces(m, c.ID, model.Requires)
		for _, p := range w.provided[c.ID] {
			if above[p] == nil {
				above[p] = classifier.KindsOf(m, p)
			}
			for _, i := range above[p] {
				if list := w.offering[i]; len(list) == 0 || list[len(list)-1] != c.ID {
					w.offering[i] = append(list, c.ID)
				}
			}
		}
	}
	got := map[assembled][]model.ID{}
	for _, r := range m.Relationships(model.Assembly) {
		c, i := m.ComponentAt(r.Source), r.Connector().Interface
		if c == nil || i == "" {
			continue
		}
		w.required[c.ID] = append(w.required[c.ID], i)
		if p := m.ComponentAt(r.Target); p != nil {
			got[assembled{c.ID, i}] = append(got[assembled{c.ID, i}], p.ID)
		}
	}
	for _, c := range components {
		w.required[c.ID] = sorted(w.required[c.ID])
		for _, i := range w.required[c.ID] {
			n := Need{Component: c.ID, Interface: i, From: sorted(got[assembled{c.ID, i}])}
			if n.Chosen = len(n.From) > 0; !n.Chosen {
				n.From = slices.DeleteFunc(slices.Clone(w.offering[i]), func(p model.ID) bool { return p == c.ID || !Sees(m, c.ID, p) })
			}
			w.needs = append(w.needs, n)
			w.asking[i] = append(w.asking[i], c.ID)
			w.ofOne[c.ID] = append(w.ofOne[c.ID], n)
			for _, p := range n.From {
				w.atOne[p] = append(w.atOne[p], n)
			}
		}
	}
	return w
}

func sorted(list []model.ID) []model.ID {
	list = slices.Clone(list)
	slices.Sort(list)
	return slices.Compact(list)
}

// Needs lists what components require, by component, then by interface.
func (w *Web) Needs() []Need { return w.needs }

// NeedsOf lists what one component requires, by interface.
func (w *Web) NeedsOf(component model.ID) []Need { return w.ofOne[component] }

// MetBy lists the needs that a component meets, or could where nobody is chosen, by
// component and interface.
func (w *Web) MetBy(component model.ID) []Need { return w.atOne[component] }

// RequiredBy lists the interfaces that a component requires, by id.
func (w *Web) RequiredBy(component model.ID) []model.ID { return w.required[component] }

// Providers lists the components that provide an interface or a kind of it, by id.
func (w *Web) Providers(iface model.ID) []model.ID { return w.offering[iface] }

// Asking lists the components that require an interface, by id.
func (w *Web) Asking(iface model.ID) []model.ID { return w.asking[iface] }

// Broken lists the needs that nobody would meet without a component, by component
// and interface; those that nobody meets as it is are left out.
func (w *Web) Broken(without model.ID) []Need {
	var out []Need
	for _, n := range w.atOne[without] {
		if n.Component != without && len(n.From) == 1 {
			out = append(out, n)
		}
	}
	return out
}

// Replacements lists the components that could stand in for another: they provide at
// least the same, and require no more; by id. What one provides that no other
// component gets from it counts too: it is its promise.
func (w *Web) Replacements(component model.ID) []*model.Element {
	provided, required := w.provided[component], w.required[component]
	if len(provided) == 0 {
		return nil
	}
	var out []*model.Element
	for _, c := range w.offering[provided[0]] {
		if c == component || inside(w.m, c, component) || inside(w.m, component, c) || !Sees(w.m, component, c) {
			continue
		}
		enough := !slices.ContainsFunc(provided[1:], func(p model.ID) bool {
			_, also := slices.BinarySearch(w.offering[p], c)
			return !also
		})
		more := slices.ContainsFunc(w.required[c], func(r model.ID) bool {
			return !slices.ContainsFunc(required, func(o model.ID) bool { return Offers(w.m, o, r) })
		})
		if enough && !more {
			out = append(out, w.m.Element(c))
		}
	}
	return out
}
