package modeltest

import (
	"lexeon/core/model"
)

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
