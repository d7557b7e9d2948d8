package modeltest

import (
	"strings"

	"lexeon/core/classifier"
	"lexeon/core/model"
	"lexeon/core/notation"
)

// exampleLine reads a line of Build that makes an object, a link or a constraint:
//
//	object lot17 : HoneyLot; mass = 212.5
//	link anna, lot17: delivers (an association by its name, or none)
//	constrain Hive: is not for sale · constrain lines delivers, sells: xor
func exampleLine(m *model.Model, line string, id model.ID) []model.Change {
	first, rest, _ := strings.Cut(line, " ")
	names, text, _ := strings.Cut(rest, ": ")
	association := func(name string) model.ID {
		for _, r := range m.Relationships(model.Association) {
			if r.Name == name && name != "" {
				return r.ID
			}
		}
		return ""
	}
	switch first {
	case "object":
		o, err := notation.ReadObject(strings.ReplaceAll(rest, "; ", "\n"))
		if err != nil {
			panic(err)
		}
		return []model.Change{&model.AddElement{ID: id, Kind: model.Object, Name: o.Name, Set: model.P("typeName", o.Type, "slots", o.Slots)}}
	case "link":
		from, to, _ := strings.Cut(names, ", ")
		c := &model.Connect{ID: id, Kind: model.Link, Refers: association(text)}
		for _, e := range m.OfKind(model.Object) {
			if e.Name == from {
				c.Source = e.ID
			}
			if e.Name == to {
				c.Target = e.ID
			}
		}
		return []model.Change{c}
	case "constrain":
		out := []model.Change{&model.AddElement{ID: id, Kind: model.Constraint, Set: model.P("body", text)}}
		lines, between := strings.CutPrefix(names, "lines ")
		for _, name := range strings.Split(lines, ", ") {
			if name == "" {
				continue
			}
			c := &model.Connect{ID: model.DeriveID(string(id), name), Kind: model.Anchor, Source: id}
			if between {
				c.Refers = association(name)
			} else {
				c.Target = m.ClassifiersNamed(name)[0].ID
			}
			out = append(out, c)
		}
		return out
	}
	return nil
}

// exampleChange makes one step of editing with objects, links and constraints.
func (s *Source) exampleChange(m *model.Model, a *model.Element) []model.Change {
	objects, lines := m.OfKind(model.Object), m.Relationships(model.Association)
	slots := func() []model.SlotValue {
		return []model.SlotValue{{Name: pick(s, featureNames), Value: pick(s, []string{"12", "raw", ""})}}
	}
	id := s.id("x")
	switch n := s.rnd.IntN(8); {
	case n < 2 || len(objects) < 2:
		return []model.Change{&model.AddElement{ID: id, Kind: model.Object, Name: pick(s, []string{"lot17", "anna", ""}), Set: model.P("typeName", a.Name, "slots", slots())}}
	case n == 2:
		return []model.Change{&model.SetObject{ID: pick(s, objects).ID, Name: pick(s, []string{"lot18", "bert"}), Type: a.ID, Slots: slots()}}
	case n < 5:
		x, y := pick(s, objects), pick(s, objects)
		c := &model.Connect{ID: id, Kind: model.Link, Source: x.ID, Target: y.ID}
		if options := classifier.LinkOptions(m, x.Type, y.Type); len(options) > 0 && s.rnd.IntN(3) > 0 {
			c.Refers = options[0].Association.ID
			if options[0].Turned {
				c.Source, c.Target = y.ID, x.ID
			}
		} else if r := pick(s, lines); r != nil && s.rnd.IntN(2) == 0 {
			c.Refers = r.ID
		}
		return []model.Change{c}
	case n == 5:
		if c := pick(s, m.OfKind(model.Constraint)); c != nil {
			return pick(s, [][]model.Change{{&model.Delete{ID: c.ID}}, {&model.SetNote{ID: c.ID, Text: "xor"}}, {&model.SetNote{ID: c.ID, Text: "no more than ten"}}})
		}
	}
	out := []model.Change{&model.AddElement{ID: id, Kind: model.Constraint, Set: model.P("body", pick(s, []string{"xor", "xor", "ten at most"}))}}
	for range s.rnd.IntN(4) {
		if r := pick(s, lines); r != nil {
			out = append(out, &model.Connect{ID: s.id("n"), Kind: model.Anchor, Source: id, Refers: r.ID})
		}
	}
	if s.rnd.IntN(3) == 0 {
		out = append(out, &model.Connect{ID: s.id("n"), Kind: model.Anchor, Source: id, Target: a.ID})
	}
	if d := pick(s, m.Diagrams()); d != nil && d.Kind == model.ClassDiagram {
		out = append(out, &model.Place{ID: s.id("l"), Diagram: d.ID, Subject: id, X: s.rnd.IntN(900), Y: s.rnd.IntN(900)})
		for _, c := range out {
			if anchor, ok := c.(*model.Connect); ok && anchor.Refers != "" && m.PlacementOn(d.ID, anchor.Refers) != nil {
				out = append(out, &model.Place{ID: s.id("l"), Diagram: d.ID, Subject: anchor.ID})
			}
		}
	}
	return out
}
