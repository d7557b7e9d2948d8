package modeltest

import (
	"fmt"
	"strings"

	"lexeon/core/model"
)

// componentLine reads a line of Build that makes a component, or says where it is:
//
//	component Label printer · external component Scales · subsystem Traceability
//	inside Traceability: Lot index, Query desk (components)
//	port Traceability: query
//	part Traceability: left = Lot index
//	components Label printer, Traceability, LotLookup (a diagram of them; with " of X" after the first word about X)
func componentLine(m *model.Model, line string, id model.ID) []model.Change {
	named := func(name string) *model.Element {
		for _, kind := range []model.Kind{model.Component, model.ComponentPart, model.Interface, model.Class, model.Enumeration, model.DataType} {
			if found := m.Named(name, kind); len(found) > 0 {
				return found[0]
			}
			for _, e := range m.OfKind(kind) {
				if e.Name == name {
					return e
				}
			}
		}
		panic("no element " + name)
	}
	first, rest, _ := strings.Cut(line, " ")
	names, text, _ := strings.Cut(rest, ": ")
	switch first {
	case "component":
		return []model.Change{&model.AddElement{ID: id, Kind: model.Component, Name: rest}}
	case "external":
		return []model.Change{&model.AddElement{ID: id, Kind: model.Component, Name: strings.TrimPrefix(rest, "component "), Set: model.P("external", true)}}
	case "subsystem":
		return []model.Change{&model.AddElement{ID: id, Kind: model.Component, Name: rest}, &model.SetElement{ID: id, Set: model.P("stereotypes", []string{"subsystem"})}}
	case "inside":
		var out []model.Change
		for name := range strings.SplitSeq(text, ", ") {
			out = append(out, &model.MoveInto{ID: m.Named(name, model.Component)[0].ID, Package: m.Named(names, model.Component)[0].ID})
		}
		return out
	case "port":
		return []model.Change{&model.AddPart{ID: id, Owner: m.Named(names, model.Component)[0].ID, Kind: model.Port, Name: text}}
	case "part":
		name, of, _ := strings.Cut(text, " = ")
		return []model.Change{&model.AddElement{ID: id, Kind: model.ComponentPart, Name: name, Owner: m.Named(names, model.Component)[0].ID, Set: model.P("component", m.Named(of, model.Component)[0].ID)}}
	case "components":
		d := &model.AddDiagram{ID: id, Kind: model.ComponentDiagram, Name: "Components"}
		if about, list, ok := strings.Cut(rest, ": "); ok {
			d.About, rest = m.Named(strings.TrimPrefix(about, "of "), model.Component)[0].ID, list
		}
		out := []model.Change{d}
		placed := map[model.ID]bool{}
		for i, name := range strings.Split(rest, ", ") {
			e := named(name)
			placed[e.ID] = true
			out = append(out, &model.Place{ID: model.DeriveID(string(id), name), Diagram: id, Subject: e.ID, X: i % 3 * 320, Y: i / 3 * 180})
		}
		for _, r := range m.Relationships(model.Provides, model.Requires, model.Assembly, model.Delegation, model.Dependency, model.Usage, model.Realization) {
			if placed[r.Source] && placed[r.Target] {
				out = append(out, &model.Place{ID: model.DeriveID(string(id), string(r.ID)), Diagram: id, Subject: r.ID})
			}
		}
		return out
	}
	return nil
}

var componentNames = []string{"Intake desk", "Lab gateway", "Label printer", "Settlement", "", "intake desk"}

// componentChange makes one step of editing in component diagrams.
func (s *Source) componentChange(m *model.Model) []model.Change {
	components := m.OfKind(model.Component)
	if len(components) < 3 {
		return []model.Change{&model.AddElement{ID: s.id("m"), Kind: model.Component, Name: pick(s, componentNames)}}
	}
	var interfaces, classes []*model.Element
	for _, e := range m.Classifiers() {
		switch e.Kind {
		case model.Interface:
			interfaces = append(interfaces, e)
		case model.Class:
			classes = append(classes, e)
		}
	}
	a, b := pick(s, components), pick(s, components)
	ports := func(c *model.Element) model.ID {
		if p := pick(s, m.Children(c.ID, model.Port)); p != nil && s.rnd.IntN(2) == 0 {
			return p.ID
		}
		return ""
	}
	id := s.id("r")
	i := pick(s, interfaces)
	if i == nil {
		return []model.Change{&model.AddElement{ID: s.id("c"), Kind: model.Interface, Name: pick(s, []string{"LotLookup", "ResultSource"})}}
	}
	switch s.rnd.IntN(18) {
	case 0:
		return []model.Change{&model.AddElement{ID: s.id("m"), Kind: model.Component, Name: pick(s, componentNames), Owner: pick(s, []model.ID{"", "", a.ID}), Set: model.P("external", s.rnd.IntN(6) == 0)}}
	case 1:
		return []model.Change{&model.AddPart{ID: s.id("p"), Owner: a.ID, Kind: model.Port, Name: pick(s, []string{"lookup", "out", ""})}}
	case 2, 3, 4, 5:
		return []model.Change{&model.Connect{ID: id, Kind: pick(s, []model.Kind{model.Provides, model.Requires}), Source: a.ID, Target: i.ID}, &model.SetRelationship{ID: id, Set: model.P("port", ports(a))}}
	case 6, 7:
		return []model.Change{&model.Connect{ID: id, Kind: model.Assembly, Source: a.ID, Target: b.ID}, &model.SetRelationship{ID: id, Set: model.P("interface", i.ID, "fromPort", ports(a), "toPort", ports(b))}}
	case 8:
		to := b.ID
		if c := pick(s, classes); c != nil && s.rnd.IntN(2) == 0 {
			to = c.ID
		}
		return []model.Change{&model.Connect{ID: id, Kind: model.Delegation, Source: a.ID, Target: to}, &model.SetRelationship{ID: id, Set: model.P("interface", i.ID, "fromPort", ports(a))}}
	case 9, 10:
		if c := pick(s, classes); c != nil {
			return []model.Change{&model.Connect{ID: id, Kind: model.Holds, Source: a.ID, Target: c.ID}}
		}
	case 11:
		return []model.Change{&model.MoveInto{ID: a.ID, Package: pick(s, []model.ID{"", b.ID})}}
	case 12:
		part := s.id("m")
		return []model.Change{&model.AddElement{ID: part, Kind: model.ComponentPart, Name: pick(s, []string{"left", "right", ""}), Owner: a.ID, Set: model.P("component", pick(s, []model.ID{"", b.ID}))}}
	case 13:
		return []model.Change{&model.Connect{ID: id, Kind: pick(s, []model.Kind{model.Dependency, model.Usage}), Source: a.ID, Target: b.ID}}
	case 14:
		if s.rnd.IntN(3) == 0 {
			return []model.Change{&model.Delete{ID: a.ID}}
		}
		if p := pick(s, m.Children(a.ID, model.Port)); p != nil {
			return []model.Change{&model.Delete{ID: p.ID}}
		}
		if r := pick(s, m.Relationships(model.Provides, model.Requires, model.Assembly, model.Holds)); r != nil {
			return []model.Change{pick(s, []model.Change{&model.Delete{ID: r.ID}, &model.Reverse{ID: r.ID}})}
		}
	case 15, 16: // on a diagram, with what is drawn between
		var d *model.Diagram
		for _, o := range m.Diagrams() {
			if o.Kind == model.ComponentDiagram && (d == nil || s.rnd.IntN(2) == 0) {
				d = o
			}
		}
		if d == nil || s.rnd.IntN(8) == 0 {
			return []model.Change{&model.AddDiagram{ID: s.id("d"), Kind: model.ComponentDiagram, Name: "Components", About: pick(s, []model.ID{"", a.ID})}}
		}
		e := pick(s, []*model.Element{a, b, i, pick(s, m.OfKind(model.ComponentPart)), pick(s, classes)})
		if e == nil || m.PlacementOn(d.ID, e.ID) != nil {
			return nil
		}
		out := []model.Change{&model.Place{ID: s.id("l"), Diagram: d.ID, Subject: e.ID, X: s.rnd.IntN(1500), Y: s.rnd.IntN(1500)}}
		return append(out, model.ShowRelations(m, d.ID, e.ID, string(s.id("show")))...)
	case 17:
		return []model.Change{&model.SetName{ID: a.ID, Name: pick(s, componentNames)}}
	}
	return nil
}

// Nested makes n components four deep: each of the first three layers is made of
// three, with one diagram that shows all of them, an interface for each that
// provides one, and who asks for it.
func Nested(n int) *model.Model {
	m := model.Empty("Nested")
	changes := []model.Change{&model.AddDiagram{ID: "all", Kind: model.ComponentDiagram, Name: "All"}}
	id := func(prefix string, i int) model.ID { return model.ID(fmt.Sprintf("%s%03d", prefix, i)) }
	depth := map[int]int{}
	owner := map[int]int{}
	top := 0
	next := []int{}
	for i := range n {
		add := &model.AddElement{ID: id("c", i), Kind: model.Component, Name: fmt.Sprintf("Component %d", i)}
		if len(next) > 0 && depth[next[0]] < 3 {
			owner[i] = next[0]
			add.Owner, depth[i] = id("c", next[0]), depth[next[0]]+1
			if i%3 == 0 {
				next = next[1:]
			}
		} else {
			next = next[:0]
			owner[i] = -1
			top++
		}
		next = append(next, i)
		changes = append(changes, add, &model.Place{ID: id("p", i), Diagram: "all", Subject: add.ID, X: i % 12 * 240, Y: i / 12 * 160})
	}
	for i := 1; i < n; i++ {
		iface := id("i", i)
		changes = append(changes, &model.AddElement{ID: iface, Kind: model.Interface, Name: fmt.Sprintf("Service%d", i)},
			&model.AddPart{ID: id("o", i), Owner: iface, Kind: model.Operation, Name: "ask", Set: model.P("visibility", "public")},
			&model.Connect{ID: id("v", i), Kind: model.Provides, Source: id("c", i), Target: iface})
		if i%2 == 0 {
			from := id("c", (i*7)%n)
			if (i*7)%n == i {
				continue
			}
			changes = append(changes, &model.Connect{ID: id("a", i), Kind: model.Assembly, Source: from, Target: id("c", i)},
				&model.SetRelationship{ID: id("a", i), Set: model.P("interface", iface)}, &model.Place{ID: id("q", i), Diagram: "all", Subject: id("a", i)})
		}
	}
	m, _, _, err := model.Edit(m, changes)
	if err != nil {
		panic(err)
	}
	return m
}
