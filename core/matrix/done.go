package matrix

import (
	"slices"

	"lexeon/core/graph"
	"lexeon/core/model"
)

// leads tells of a class its kinds and its wholes: what is done with these is done with it.
func leads(m *model.Model, class model.ID) []model.ID {
	var out []model.ID
	for _, r := range m.RelationshipsOf(class) {
		switch {
		case r.Kind == model.Generalization && r.Target == class:
			out = append(out, r.Source)
		case r.Kind == model.Association && r.Association().Aggregation == model.Composite:
			if whole := m.Element(r.Association().Whole); whole != nil && whole.Type != class {
				out = append(out, whole.Type)
			}
		}
	}
	return out
}

// leadsOfAll tells it of all classes at once.
func leadsOfAll(m *model.Model) func(class model.ID) []model.ID {
	out := map[model.ID][]model.ID{}
	for _, r := range m.Relationships(model.Generalization) {
		out[r.Target] = append(out[r.Target], r.Source)
	}
	for _, r := range m.Relationships(model.Association) {
		a := r.Association()
		if a.Aggregation != model.Composite {
			continue
		}
		if whole := m.Element(a.Whole); whole != nil {
			for _, e := range m.Ends(r.ID) {
				if e.Type != whole.Type {
					out[e.Type] = append(out[e.Type], whole.Type)
				}
			}
		}
	}
	return func(class model.ID) []model.ID { return out[class] }
}

// led is the way back: what leads to a class.
func led(m *model.Model, class model.ID) []model.ID {
	var out []model.ID
	for _, r := range m.RelationshipsOf(class) {
		switch {
		case r.Kind == model.Generalization && r.Source == class:
			out = append(out, r.Target)
		case r.Kind == model.Association && r.Association().Aggregation == model.Composite:
			if whole := m.Element(r.Association().Whole); whole != nil && whole.Type == class {
				for _, e := range m.Ends(r.ID) {
					out = append(out, e.Type)
				}
			}
		}
	}
	return out
}

// sumOf is what all rows do with a column.
func (x *Matrix) sumOf(column model.ID) (sum Access) {
	for _, row := range x.touching[column] {
		sum |= x.At(row, column).Access
	}
	return sum
}

// follow finds what is done with some classes by way of what they lead to, which leads tells.
// Others are as they were found before.
func (x *Matrix) follow(classes []model.ID, leads func(class model.ID) []model.ID) {
	for _, id := range classes {
		delete(x.done, id)
	}
	to := map[model.ID][]model.ID{}
	next := func(id model.ID) []model.ID {
		list, ok := to[id]
		if !ok {
			list = leads(id)
			to[id] = list
		}
		return slices.DeleteFunc(slices.Clone(list), func(id model.ID) bool { _, known := x.done[id]; return known })
	}
	for _, circle := range graph.Components(classes, next) { // each after those it leads to
		var access Access
		for _, id := range circle {
			access |= x.sum[id]
			for _, l := range to[id] {
				access |= x.done[l]
			}
		}
		for _, id := range circle {
			x.done[id] = access
		}
	}
}
