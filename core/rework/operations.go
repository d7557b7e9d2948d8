package rework

import (
	"fmt"
	"slices"

	"lexeon/core/model"
)

// OperationChanges tells the changes that add operations to a class, as they are
// asked for: public, and neither abstract nor static.
func OperationChanges(m *model.Model, class model.ID, ops []*model.Element, seed string) []model.Change {
	var out []model.Change
	id := func(e *model.Element) model.ID {
		return model.DeriveID("operation", seed, string(class), string(e.ID))
	}
	for _, o := range ops {
		d := o.Operation()
		visibility := o.Visibility()
		if visibility == "" || m.Element(o.Owner).Kind == model.Interface {
			visibility = model.Public
		}
		out = append(out, &model.AddPart{ID: id(o), Owner: class, Kind: model.Operation, Name: o.Name, Set: typed(o, "visibility", visibility, "multiplicity", d.Multiplicity, "query", d.Query)})
		for _, q := range m.Children(o.ID, model.Parameter) {
			x := q.Parameter()
			out = append(out, &model.AddPart{ID: id(q), Owner: id(o), Kind: model.Parameter, Name: q.Name, Set: typed(q, "direction", x.Direction, "multiplicity", x.Multiplicity, "default", x.Default)})
		}
	}
	return out
}

// typed is a patch with the type of a part.
func typed(e *model.Element, pairs ...any) model.Patch {
	if e.Type != "" {
		return model.P(append(pairs, "type", e.Type)...)
	}
	return model.P(append(pairs, "typeName", e.TypeName())...)
}

// FitChanges tells the changes that make an operation fit one that an interface
// asks for: its parameters, its result, its visibility. Names of parameters stay
// where their place does. It gives none where the class has one that fits already.
func FitChanges(m *model.Model, near, need *model.Element, seed string) []model.Change {
	set := typed(need, "visibility", model.Public, "static", false, "multiplicity", need.Operation().Multiplicity)
	if need.Type != "" { // a type and a type as typed exclude each other
		set = typed(need, "visibility", model.Public, "static", false, "multiplicity", need.Operation().Multiplicity, "typeName", m.Element(need.Type).Name)
		delete(set, "type")
		if len(m.ClassifiersNamed(m.Element(need.Type).Name)) != 1 {
			return nil // the name does not tell which one is meant
		}
	}
	out := []model.Change{&model.SetPart{ID: near.ID, Set: set}}
	have, want := m.Children(near.ID, model.Parameter), m.Children(need.ID, model.Parameter)
	for i, q := range want {
		x := q.Parameter()
		if i >= len(have) {
			out = append(out, &model.AddPart{ID: model.DeriveID("fit", seed, string(near.ID), fmt.Sprint(i)), Owner: near.ID, Kind: model.Parameter, Name: q.Name,
				Set: typed(q, "direction", x.Direction, "multiplicity", x.Multiplicity)})
			continue
		}
		name := m.TypeText(q)
		if q.Type != "" && len(m.ClassifiersNamed(name)) != 1 {
			return nil
		}
		out = append(out, &model.SetPart{ID: have[i].ID, Set: model.P("typeName", name, "direction", x.Direction, "multiplicity", x.Multiplicity)})
	}
	for _, q := range have[min(len(want), len(have)):] {
		out = append(out, &model.Delete{ID: q.ID})
	}
	next, _, _, err := model.Edit(m, out)
	if err != nil {
		return nil
	}
	// Fitting one may undo that it overloads another one.
	if slices.ContainsFunc(next.Children(near.Owner, model.Operation), func(o *model.Element) bool {
		return o.ID != near.ID && signature(next, o) == signature(next, near)
	}) {
		return nil
	}
	return out
}
