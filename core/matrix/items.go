package matrix

import (
	"maps"
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

// Items are the data that attributes of classes are, inherited ones included. They do not
// change.
type Items struct {
	of     map[model.ID][]string // of a class, the keys of its items, sorted
	having map[string][]model.ID // of an item, the classes that have it; by id
}

// ItemsOf finds the items of all classes of a model.
func ItemsOf(m *model.Model) *Items {
	classes := m.Elements(model.Class)
	x := &Items{of: make(map[model.ID][]string, len(classes)), having: map[string][]model.ID{}}
	for _, c := range classes { // by id
		keys := itemsOf(m, c.ID)
		x.of[c.ID] = keys
		for _, k := range keys {
			x.having[k] = append(x.having[k], c.ID)
		}
	}
	return x
}

func itemsOf(m *model.Model, class model.ID) []string {
	var keys []string
	for _, a := range classifier.Features(m, class, model.Attribute) {
		keys = append(keys, m.TermKey(a.Name))
	}
	slices.Sort(keys)
	return slices.Compact(keys)
}

// After are the items in the next model, and the classes of which they are other ones.
func (x *Items) After(next *model.Model, delta model.Delta) (*Items, map[model.ID]bool) {
	var doubtful []model.ID
	for _, c := range delta {
		for _, row := range []model.Row{c.Old, c.New} {
			doubtful = append(doubtful, itemsHangOn(next, c, row)...)
		}
	}
	out, changed := x, map[model.ID]bool{}
	for _, id := range classifier.Below(next, doubtful...) {
		was, known := x.of[id]
		e := next.Element(id)
		is := e != nil && e.Kind == model.Class
		var keys []string
		if is {
			keys = itemsOf(next, id)
		}
		if !known && !is || known && is && slices.Equal(was, keys) {
			continue
		}
		if out == x {
			out = &Items{maps.Clone(x.of), maps.Clone(x.having)}
		}
		changed[id] = true
		out.set(id, was, keys)
		if !is {
			delete(out.of, id)
		}
	}
	return out, changed
}

// set writes the items of a class that had others.
func (x *Items) set(class model.ID, was, keys []string) {
	x.of[class] = keys
	for _, k := range was {
		if !slices.Contains(keys, k) {
			x.having[k] = slices.DeleteFunc(slices.Clone(x.having[k]), func(id model.ID) bool { return id == class })
		}
	}
	for _, k := range keys {
		if !slices.Contains(was, k) {
			list := slices.Clone(x.having[k])
			at, _ := slices.BinarySearch(list, class)
			x.having[k] = slices.Insert(list, at, class)
		}
	}
}

// itemsHangOn lists the classifiers whose own attributes, or what they inherit, a row
// decides.
func itemsHangOn(m *model.Model, c model.RowChange, row model.Row) []model.ID {
	switch row := row.(type) {
	case *model.Element:
		switch {
		case row.Kind == model.Attribute:
			return []model.ID{row.Owner}
		case row.Kind.IsClassifier() && (c.Old == nil || c.New == nil || c.Old.(*model.Element).Kind != c.New.(*model.Element).Kind):
			return []model.ID{row.ID}
		}
	case *model.Relationship:
		if row.Kind == model.Generalization {
			return []model.ID{row.Source}
		}
	case *model.Term:
		var out []model.ID
		for _, name := range append([]string{row.Name}, row.Aliases...) {
			for _, a := range m.AttributesNear(name) {
				out = append(out, a.Owner)
			}
		}
		return out
	}
	return nil
}
