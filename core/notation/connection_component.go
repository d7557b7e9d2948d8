package notation

import (
	"slices"

	"lexeon/core/component"
	"lexeon/core/model"
)

// ComponentConnections is Connections for components and parts that are spoken to at
// ports, by their names.
func ComponentConnections(m *model.Model, from, to Ref, ports [2]string) []Connection {
	return componentConnections(m, from, to, ports)
}

// componentConnections: what components, parts, interfaces and classes may be to
// each other. What fits comes first: who gets what the other provides.
func componentConnections(m *model.Model, from, to Ref, ports [2]string) []Connection {
	if !isComponent(from.Kind) {
		from, to, ports = to, from, [2]string{ports[1], ports[0]}
	}
	var out []Connection
	at := func(r Ref, port string) string {
		name := r.Name
		if name == "" {
			name = "(unnamed)"
		}
		if port != "" {
			name += " (at " + port + ")"
		}
		return name
	}
	a, b := at(from, ports[0]), at(to, ports[1])
	say := func(title string, s Statement) {
		s.Ends[0].Ref, s.Ends[1].Ref = from, to
		if s.Form != FormDependency && s.Form != FormHolds {
			s.Ports = ports
		}
		out = append(out, Connection{title, s})
	}
	ref := func(id model.ID) Ref {
		e := m.Element(id)
		return Ref{Name: e.Name, Kind: e.Kind, ID: e.ID}
	}
	own := func(r Ref) model.ID {
		if c := m.ComponentAt(r.ID); c != nil {
			return c.ID
		}
		return ""
	}
	switch {
	case to.Kind == model.Interface && from.Kind == model.Component:
		if to.ID != "" {
			for _, p := range component.Providers(m, to.ID, from.ID) {
				s := Statement{Form: FormAssembly, Kind: model.Assembly, Interface: to, Ports: [2]string{ports[0], ""}}
				s.Ends[0].Ref, s.Ends[1].Ref = from, ref(p.ID)
				out = append(out, Connection{a + " gets " + to.Name + " from " + p.Name + " (who provides it)", s})
			}
		}
		say(a+" requires "+to.Name+" (whoever provides it)", Statement{Form: FormInterface, Kind: model.Requires})
		say(a+" provides "+to.Name, Statement{Form: FormInterface, Kind: model.Provides})
	case isComponent(to.Kind):
		if from.ID == to.ID && from.ID != "" {
			return nil
		}
		inner := m.Element(to.ID)
		if ports[0] != "" && from.Kind == model.Component && inner != nil && inner.Owner == from.ID {
			for _, i := range atPort(m, from.ID, ports[0]) {
				say("What comes to "+a+" for "+m.Element(i).Name+" is passed on to "+b, Statement{Form: FormDelegation, Kind: model.Delegation, Interface: ref(i)})
			}
			return out
		}
		provided, required := component.Provided(m, own(to)), component.Required(m, own(from))
		var fits []model.ID
		for _, i := range slices.Concat(provided, required) {
			if !slices.Contains(fits, i) {
				fits = append(fits, i)
			}
		}
		slices.SortStableFunc(fits, func(x, y model.ID) int { return rankOf(x, provided, required) - rankOf(y, provided, required) })
		for _, i := range fits {
			say(a+" gets "+m.Element(i).Name+" from "+b+why(i, provided, required), Statement{Form: FormAssembly, Kind: model.Assembly, Interface: ref(i)})
		}
		if from.Kind == model.Component && to.Kind == model.Component {
			say(a+" uses "+b, Statement{Form: FormDependency, Kind: model.Usage})
			say(a+" depends on "+b, Statement{Form: FormDependency, Kind: model.Dependency})
		}
	case to.Kind.IsClassifier() && from.Kind == model.Component:
		if ports[0] != "" && to.Kind == model.Class && to.ID != "" {
			for _, i := range atPort(m, from.ID, ports[0]) {
				say("What comes to "+a+" for "+m.Element(i).Name+" is passed on to "+b, Statement{Form: FormDelegation, Kind: model.Delegation, Interface: ref(i)})
			}
			return out
		}
		if !slices.ContainsFunc(m.Held(from.ID), func(e *model.Element) bool { return e.ID == to.ID }) {
			say(a+" holds "+b, Statement{Form: FormHolds, Kind: model.Holds})
		}
	}
	return out
}

// rankOf: first what the one requires and the other provides.
func rankOf(i model.ID, provided, required []model.ID) int {
	switch p, r := slices.Contains(provided, i), slices.Contains(required, i); {
	case p && r:
		return 0
	case p:
		return 1
	}
	return 2
}

func why(i model.ID, provided, required []model.ID) string {
	switch rankOf(i, provided, required) {
	case 0:
		return " (these two fit)"
	case 1:
		return ""
	}
	return " (which does not provide it yet)"
}

// atPort lists the interfaces that a component offers at a port, by id.
func atPort(m *model.Model, of model.ID, name string) []model.ID {
	var out []model.ID
	for _, kind := range []model.Kind{model.Provides, model.Requires} {
		for _, r := range m.Offers(of, kind) {
			if p := m.Element(r.Offer().Port); p != nil && p.Name == name && !slices.Contains(out, r.Target) {
				out = append(out, r.Target)
			}
		}
	}
	slices.Sort(out)
	return out
}
