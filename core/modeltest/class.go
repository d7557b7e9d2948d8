package modeltest

import (
	"fmt"

	"lexeon/core/model"
)

var (
	attributeNames = []string{"phone1", "phone2", "kind", "grade", "hiveId", "apiaryKey", "code", "mass", "age", "mentor"}
	operationNames = []string{"getMass", "setMass", "isGrade", "weigh", "trace", "print"}
	lineNames      = []string{"has", "relates to", "delivers", "", "keeps"}
	visibilities   = []model.Visibility{"", model.Public, model.Private, model.Protected}
)

// classChange makes one step of editing in class diagrams, often one that rules of
// classes have something to say about.
func (s *Source) classChange(m *model.Model, a, b *model.Element) []model.Change {
	yes := func(oneIn int) bool { return s.rnd.IntN(oneIn) == 0 }
	line := s.id("r")
	switch s.rnd.IntN(18) {
	case 15, 16, 17:
		return s.exampleChange(m, a)
	case 13: // how much is shown
		if d := pick(s, m.Diagrams()); d != nil && yes(2) {
			return []model.Change{&model.SetDetail{ID: d.ID, Set: model.P("detail", pick(s, []model.Detail{"", model.DetailNames, model.DetailAttributes, model.DetailOperations}), "inherited", yes(3))}}
		} else if d != nil {
			if p := pick(s, m.PlacementsOn(d.ID)); p != nil {
				return []model.Change{&model.SetDetail{ID: p.ID, Set: model.P("detail", pick(s, []model.Detail{"", model.DetailAll, model.DetailNames, model.DetailBall}))}}
			}
		}
		return nil
	case 0:
		return []model.Change{&model.SetClassifier{ID: a.ID, Set: model.P("abstract", yes(3), "final", yes(4), "stored", yes(2), "accessors", yes(3))}}
	case 1, 2:
		return []model.Change{&model.AddPart{ID: s.id("p"), Owner: a.ID, Kind: model.Attribute, Name: pick(s, attributeNames), Set: model.P("typeName", pick(s, typeNames),
			"visibility", pick(s, visibilities), "derived", yes(4), "static", yes(8), "readOnly", yes(8), "identifier", yes(8))}}
	case 3, 4:
		op := s.id("o")
		out := []model.Change{&model.AddPart{ID: op, Owner: a.ID, Kind: model.Operation, Name: pick(s, operationNames), Set: model.P("typeName", pick(s, typeNames),
			"visibility", pick(s, visibilities), "abstract", yes(3), "static", yes(8))}}
		if yes(2) {
			out = append(out, &model.AddPart{ID: s.id("q"), Owner: op, Kind: model.Parameter, Name: "x", Set: model.P("typeName", pick(s, typeNames), "direction", pick(s, []model.Direction{model.In, model.Out, model.InOut}))})
		}
		return out
	case 5, 6, 7:
		c := &model.Connect{ID: line, Kind: model.Association, Name: pick(s, lineNames), Aggregation: pick(s, []model.Aggregation{"", "", model.Shared, model.Composite}),
			Reading: pick(s, []model.Reading{model.Forward, model.Backward, model.NoDirection}), Whole: s.rnd.IntN(2)}
		if yes(4) {
			b = a
		}
		always := yes(5) // one is never without the other
		for _, e := range []*model.Element{a, b} {
			role := ""
			if yes(3) {
				role = pick(s, attributeNames)
			}
			many := pick(s, []string{"1", "1", "0..1", "*", "1..*", "?"})
			if always {
				many = "1"
			}
			c.Ends = append(c.Ends, model.NewEnd{ID: s.id("e"), Type: e.ID, Role: role, Set: model.P("multiplicity", many, "navigable", pick(s, []model.Truth{"", model.Yes, model.No}))})
		}
		return []model.Change{c}
	case 8:
		if yes(4) { // a kind that adds nothing
			bare := s.id("c")
			return []model.Change{&model.AddElement{ID: bare, Kind: a.Kind, Name: pick(s, nouns)}, &model.Connect{ID: line, Kind: model.Generalization, Source: bare, Target: a.ID}}
		}
		return []model.Change{&model.Connect{ID: line, Kind: pick(s, []model.Kind{model.Generalization, model.Generalization, model.Realization}), Source: a.ID, Target: b.ID}}
	case 9:
		for _, e := range m.Classifiers() {
			if e.Kind == model.Interface && a.Kind != model.Interface {
				return []model.Change{&model.Connect{ID: line, Kind: model.Realization, Source: a.ID, Target: e.ID}}
			}
		}
		return nil
	case 10:
		for _, e := range m.Classifiers() {
			if e.Kind == model.Enumeration && yes(2) {
				return []model.Change{&model.AddPart{ID: s.id("l"), Owner: e.ID, Kind: model.Literal, Name: pick(s, featureNames), Set: model.P("value", pick(s, []string{"", "1", "1", "2"}))}}
			}
		}
		if yes(4) {
			id := s.id("c")
			out := []model.Change{&model.AddElement{ID: id, Kind: model.Enumeration, Name: pick(s, nouns)}}
			for _, name := range []string{"raw", pick(s, []string{"raw", "table"}), "bakery"} {
				out = append(out, &model.AddPart{ID: s.id("l"), Owner: id, Kind: model.Literal, Name: name})
			}
			return out
		}
		return []model.Change{
			&model.AddPart{ID: s.id("p"), Owner: a.ID, Kind: model.Attribute, Name: "phone1", Set: model.P("typeName", "String")},
			&model.AddPart{ID: s.id("p"), Owner: a.ID, Kind: model.Attribute, Name: "phone2", Set: model.P("typeName", "String")}}
	case 11:
		if r := pick(s, m.Relationships(model.Generalization)); r != nil && yes(2) {
			return []model.Change{&model.SetRelationship{ID: r.ID, Set: model.P("name", pick(s, verbs))}}
		}
		packages := m.OfKind(model.PackageKind)
		switch {
		case len(packages) < 2:
			return []model.Change{&model.AddElement{ID: s.id("k"), Kind: model.PackageKind, Name: pick(s, nouns)}}
		case yes(3):
			return []model.Change{&model.Connect{ID: line, Kind: pick(s, []model.Kind{model.Usage, model.Dependency}), Source: packages[0].ID, Target: pick(s, []model.ID{packages[1].ID, a.ID})}}
		case yes(2): // one that is in a circle with another
			return []model.Change{&model.MoveInto{ID: a.ID, Package: packages[0].ID}, &model.MoveInto{ID: b.ID, Package: packages[1].ID},
				&model.Connect{ID: line, Kind: model.Usage, Source: a.ID, Target: b.ID}, &model.Connect{ID: s.id("r"), Kind: model.Dependency, Source: b.ID, Target: a.ID}}
		default:
			return []model.Change{&model.MoveInto{ID: a.ID, Package: pick(s, packages).ID}}
		}
	case 12:
		if !yes(6) {
			return nil
		}
		var out []model.Change
		for i := range 26 {
			out = append(out, &model.AddPart{ID: s.id("p"), Owner: a.ID, Kind: model.Attribute, Name: fmt.Sprintf("part%c", 'a'+i)})
		}
		return out
	default: // a small family: an abstract class, one kind, and a part of two wholes
		if len(m.Classifiers()) > 40 {
			return nil
		}
		top, low := s.id("c"), s.id("c")
		return []model.Change{
			&model.AddElement{ID: top, Kind: model.Class, Name: pick(s, nouns), Set: model.P("abstract", true)}, &model.AddElement{ID: low, Kind: model.Class, Name: pick(s, nouns)},
			&model.AddPart{ID: s.id("o"), Owner: top, Kind: model.Operation, Name: pick(s, operationNames), Set: model.P("abstract", true, "visibility", "public")},
			&model.Connect{ID: s.id("g"), Kind: model.Generalization, Source: low, Target: top},
			&model.Connect{ID: line, Kind: model.Association, Aggregation: model.Composite, Ends: []model.NewEnd{{ID: s.id("e"), Type: a.ID, Set: model.P("multiplicity", "1")}, {ID: s.id("e"), Type: low, Set: model.P("multiplicity", "0..*")}}},
		}
	}
}
