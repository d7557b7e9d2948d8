package modeltest

import "lexeon/core/model"

// detail says something that is rarely said: values that things begin with, what they redefine
// or are subsets of, association classes, parameters, contents that repeat themselves.
func (s *Source) detail(m *model.Model, a *model.Element) []model.Change {
	switch s.rnd.IntN(6) {
	case 0:
		return []model.Change{&model.AddPart{ID: s.id("p"), Owner: a.ID, Kind: model.Attribute, Name: pick(s, featureNames),
			Set: model.P("typeName", pick(s, append(typeNames, nouns...)), "default", pick(s, []string{"12", "many", "true", "table", `"x"`}), "redefines", pick(s, append(featureNames, "", "")))}}
	case 1:
		if r := pick(s, m.Relationships(model.Association)); r != nil {
			e := pick(s, m.Ends(r.ID))
			return []model.Change{&model.SetEnd{ID: e.ID, Set: model.P("name", pick(s, featureNames), "multiplicity", pick(s, bounds), "subsets", []string{pick(s, featureNames)})}}
		}
	case 2:
		if r := pick(s, m.Relationships(model.Association)); r != nil {
			if c := pick(s, m.Elements(model.Class)); c != nil { // interfaces may be associated where there is no class
				return []model.Change{&model.SetRelationship{ID: r.ID, Set: model.P("class", c.ID)}}
			}
		}
	case 3:
		if o := pick(s, m.Children(a.ID, model.Operation)); o != nil {
			return []model.Change{&model.AddPart{ID: s.id("q"), Owner: o.ID, Kind: model.Parameter, Name: pick(s, []string{"x", "y"}), Set: model.P("typeName", pick(s, typeNames), "default", pick(s, []string{"", "many", "3"}))}}
		}
	case 4:
		if i := pick(s, m.OfKind(model.DataItem)); i != nil {
			return []model.Change{&model.SetElement{ID: i.ID, Set: model.P("contents", pick(s, []string{"mass + mass", "[mass | grade | mass]", "mass + (mass)", "mass + grade"}))}}
		}
	case 5:
		if i := pick(s, m.Elements(model.Interface)); i != nil {
			return []model.Change{&model.Connect{ID: s.id("u"), Kind: model.Usage, Source: a.ID, Target: i.ID}}
		}
	}
	return nil
}
