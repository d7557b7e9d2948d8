package notation

import (
	"fmt"

	"lexeon/core/model"
)

func makeAssociation(k *making) {
	s, c := k.s, k.line
	c.Kind, c.Name, c.Reading, c.Class = model.Association, s.Verb, s.Reading, k.find(s.Through)
	for i, e := range s.Ends {
		c.Ends = append(c.Ends, model.NewEnd{ID: k.id("end", fmt.Sprint(i)), Type: []model.ID{k.a, k.b}[i], Role: e.Role, Set: nonEmpty(endFields(e))})
	}
	if c.Class != "" {
		k.more = append(k.more, c.Class)
	}
}

func makeWhole(k *making) {
	makeAssociation(k)
	k.line.Aggregation = model.Composite
	if k.s.Shared {
		k.line.Aggregation = model.Shared
	}
}

func makeGeneralization(k *making) {
	k.between(model.Generalization, k.a, k.b)
	k.before, k.line.Set = setChanges(k.m, k.s.Set, k.b, k.id)
}

func makeDependency(k *making) {
	k.between(k.s.Kind, k.a, k.b)
	k.line.Name = k.s.Verb
}

// setChanges finds the generalization set of the general by name, or makes it.
func setChanges(m *model.Model, s Set, general model.ID, id func(...string) model.ID) ([]model.Change, model.ID) {
	if s.Name == "" {
		return nil, ""
	}
	for _, e := range m.Children(general, model.GeneralizationSet) {
		if e.Name == s.Name {
			d := e.GeneralizationSet()
			if d.Disjoint == s.Disjoint && d.Complete == s.Complete || s.Disjoint == model.Unstated && s.Complete == model.Unstated {
				return nil, e.ID
			}
			return []model.Change{&model.SetPart{ID: e.ID, Set: model.P("disjoint", s.Disjoint, "complete", s.Complete)}}, e.ID
		}
	}
	set := id("set", s.Name)
	return []model.Change{&model.AddElement{ID: set, Kind: model.GeneralizationSet, Name: s.Name, Owner: general,
		Set: model.P("disjoint", s.Disjoint, "complete", s.Complete)}}, set
}

// endFields lists the fields of an end that a statement carries.
func endFields(e StatementEnd) model.Patch {
	p := e.Props
	out := model.P("multiplicity", e.Multiplicity, "ordered", p.Ordered, "nonUnique", p.NonUnique, "readOnly", p.ReadOnly,
		"derived", p.Derived, "inClass", p.InClass, "identifier", p.Identifier, "navigable", p.Navigable)
	if len(p.Subsets) > 0 {
		out["subsets"] = model.P("x", p.Subsets)["x"]
	}
	if len(p.Redefines) > 0 {
		out["redefines"] = model.P("x", p.Redefines)["x"]
	}
	if len(e.Qualifiers) > 0 {
		out["qualifiers"] = model.P("x", e.Qualifiers)["x"]
	}
	return out
}
