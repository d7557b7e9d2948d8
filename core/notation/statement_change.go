package notation

import (
	"fmt"
	"slices"

	"lexeon/core/model"
)

// StatementChanges gives the changes that make a reading true: the elements it
// names that do not exist, then the relationship. Ids are derived from seed. It
// also tells the ids, so that they can be placed.
func StatementChanges(m *model.Model, r Reading, seed string) (changes []model.Change, elements []model.ID, relationship model.ID) {
	id := func(key ...string) model.ID { return model.DeriveID(append([]string{"statement", seed}, key...)...) }
	made := map[string]model.ID{}
	for _, n := range r.New {
		key := refKey(n)
		made[key] = id("element", key)
		add := &model.AddElement{ID: made[key], Kind: n.Kind, Name: n.Name}
		if n.Kind == model.Component {
			add.Owner = r.Scope.Inside
		}
		if n.Kind == model.Process && r.Scope.Parent != "" {
			add.Owner = r.Scope.Parent
			if r.Scope.View != model.Logical {
				add.Set = model.P("view", r.Scope.View)
			}
		}
		changes = append(changes, add)
	}
	find := func(ref Ref) model.ID {
		if ref.ID != "" || ref.Name == "" {
			return ref.ID
		}
		return made[refKey(ref)]
	}
	s := r.Statement
	relationship = id("relationship")
	c := &model.Connect{ID: relationship}
	a, b := find(s.Ends[0].Ref), find(s.Ends[1].Ref)
	elements = slices.DeleteFunc([]model.ID{a, b}, func(id model.ID) bool { return id == "" }) // the frame
	switch s.Form {
	case FormAssociation, FormWhole:
		c.Kind, c.Name, c.Reading, c.Class = model.Association, s.Verb, s.Reading, find(s.Through)
		if s.Form == FormWhole {
			c.Aggregation = model.Composite
			if s.Shared {
				c.Aggregation = model.Shared
			}
		}
		for i, e := range s.Ends {
			c.Ends = append(c.Ends, model.NewEnd{ID: id("end", fmt.Sprint(i)), Type: []model.ID{a, b}[i], Role: e.Role, Set: nonEmpty(endFields(e))})
		}
		if c.Class != "" {
			elements = append(elements, c.Class)
		}
	case FormGeneralization:
		c.Kind, c.Source, c.Target = model.Generalization, a, b
		var set []model.Change
		set, c.Set = setChanges(m, s.Set, b, id)
		changes = append(changes, set...)
	case FormRealization:
		c.Kind, c.Source, c.Target = model.Realization, a, b
	case FormDependency:
		c.Kind, c.Name, c.Source, c.Target = s.Kind, s.Verb, a, b
	case FormFlow, FormWrite:
		c.Kind, c.Name, c.Source, c.Target = model.DataFlow, s.Verb, a, b
	case FormRead:
		c.Kind, c.Name, c.Source, c.Target = model.DataFlow, s.Verb, b, a
	case FormPart:
		c.Kind, c.Source, c.Target = model.Participation, a, b
		if s.Part != model.Unspecified {
			return append(changes, c, &model.SetRelationship{ID: c.ID, Set: model.P("part", s.Part)}), elements, relationship
		}
	case FormInterface, FormAssembly, FormDelegation, FormHolds:
		c.Kind, c.Source, c.Target = s.Kind, a, b
		iface := find(s.Interface)
		made, set := componentChanges(m, s, c, iface, id)
		return append(append(changes, made...), append([]model.Change{c}, set...)...), elements, relationship
	case FormInclude:
		c.Kind, c.Source, c.Target = model.Include, a, b
	case FormExtend:
		c.Kind, c.Source, c.Target = model.Extend, a, b
		made, set := extendChanges(m, s, b, c.ID, id)
		return append(append(changes, made...), append([]model.Change{c}, set...)...), elements, relationship
	}
	return append(changes, c), elements, relationship
}

// refKey tells new elements apart: an actor and a use case may bear one name.
func refKey(r Ref) string {
	if g := group(r.Kind); g != "" {
		return string(g) + " " + r.Name
	}
	return r.Name
}

// extendChanges finds the extension points of the extended use case by name, or
// makes them, and says where and when it is extended.
func extendChanges(m *model.Model, s Statement, extended, extend model.ID, id func(...string) model.ID) (made, set []model.Change) {
	var points []model.ID
	for _, name := range s.Points {
		at := id("point", name)
		for _, e := range m.Children(extended, model.ExtensionPoint) {
			if e.Name == name {
				at = e.ID
			}
		}
		if m.Element(at) == nil && !slices.Contains(points, at) {
			made = append(made, &model.AddPart{ID: at, Owner: extended, Kind: model.ExtensionPoint, Name: name})
		}
		points = append(points, at)
	}
	patch := model.Patch{}
	if len(points) > 0 {
		patch["points"] = model.P("x", points)["x"]
	}
	if s.Condition != "" {
		patch["condition"] = model.P("x", s.Condition)["x"]
	}
	if len(patch) > 0 {
		set = append(set, &model.SetRelationship{ID: extend, Set: patch})
	}
	return made, set
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
		"derived", p.Derived, "inClass", p.InClass, "navigable", p.Navigable)
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
