// Package classifier tells what follows for a class from its place among others:
// what it inherits, which operations it offers, and whether it realizes an
// interface.
package classifier

import (
	"slices"

	"lexeon/core/model"
)

// Generals lists the classifiers that a classifier is a kind of, the nearest
// first, itself left out; in a circle every one stands once.
func Generals(m *model.Model, id model.ID) []model.ID { return up(m, id, m.Generals) }

// Specifics lists the classifiers that are a kind of it, the nearest first.
func Specifics(m *model.Model, id model.ID) []model.ID {
	return walk(id, func(at model.ID) []model.ID {
		var out []model.ID
		for _, g := range m.Specifics(at) {
			out = append(out, g.Source)
		}
		return out
	})
}

func up(m *model.Model, id model.ID, by func(model.ID) []*model.Relationship) []model.ID {
	return walk(id, func(at model.ID) []model.ID {
		var out []model.ID
		for _, g := range by(at) {
			out = append(out, g.Target)
		}
		return out
	})
}

// walk goes breadth first from an element, which is left out.
func walk(from model.ID, next func(model.ID) []model.ID) []model.ID {
	seen := map[model.ID]bool{from: true}
	var out []model.ID
	for at := []model.ID{from}; len(at) > 0; {
		var far []model.ID
		for _, id := range at {
			for _, n := range next(id) {
				if !seen[n] {
					seen[n] = true
					far = append(far, n)
				}
			}
		}
		out = append(out, far...)
		at = far
	}
	return out
}

// Nearest goes up from a classifier, the nearest generals first, until f is done.
func Nearest(m *model.Model, id model.ID, f func(general model.ID) (done bool)) {
	seen := map[model.ID]bool{id: true}
	for at := []model.ID{id}; len(at) > 0; at = at[1:] {
		for _, g := range m.Generals(at[0]) {
			if seen[g.Target] {
				continue
			}
			if seen[g.Target] = true; f(g.Target) {
				return
			}
			at = append(at, g.Target)
		}
	}
}

// Below lists what is a kind of any of the given classifiers, and these themselves, each
// once.
func Below(m *model.Model, of ...model.ID) []model.ID {
	return spread(of, func(at model.ID) []*model.Relationship { return m.Specifics(at) }, func(g *model.Relationship) model.ID { return g.Source })
}

// Above lists what any of the given classifiers is a kind of, and these themselves, each
// once.
func Above(m *model.Model, of ...model.ID) []model.ID {
	return spread(of, func(at model.ID) []*model.Relationship { return m.Generals(at) }, func(g *model.Relationship) model.ID { return g.Target })
}

// spread goes from many places at once, and passes none twice.
func spread(from []model.ID, by func(model.ID) []*model.Relationship, end func(*model.Relationship) model.ID) []model.ID {
	seen := map[model.ID]bool{}
	var out []model.ID
	add := func(id model.ID) {
		if !seen[id] {
			seen[id] = true
			out = append(out, id)
		}
	}
	for _, id := range from {
		add(id)
	}
	for i := 0; i < len(out); i++ {
		for _, g := range by(out[i]) {
			add(end(g))
		}
	}
	return out
}

// Lineage is a classifier and its generals, the most specific first.
func Lineage(m *model.Model, id model.ID) []model.ID {
	return append([]model.ID{id}, Generals(m, id)...)
}

// IsKindOf reports whether a is b, a kind of b, or realizes it, at any depth.
func IsKindOf(m *model.Model, a, b model.ID) bool {
	if a == b {
		return true
	}
	return slices.Contains(walk(a, kinds(m)), b)
}

// KindsOf lists what IsKindOf says that a classifier is: itself first.
func KindsOf(m *model.Model, id model.ID) []model.ID {
	return append([]model.ID{id}, walk(id, kinds(m))...)
}

func kinds(m *model.Model) func(model.ID) []model.ID {
	return func(at model.ID) []model.ID {
		var out []model.ID
		for _, g := range append(m.Generals(at), m.Realizes(at)...) {
			out = append(out, g.Target)
		}
		return out
	}
}

// Features lists the parts of the given kinds that a classifier has: its own
// first, then those it inherits, private ones left out there (UML 2.5.1, 9.2.3:
// private members are not inherited).
func Features(m *model.Model, id model.ID, kinds ...model.Kind) []*model.Element {
	out := m.Children(id, kinds...)
	for _, g := range Generals(m, id) {
		for _, e := range m.Children(g, kinds...) {
			if e.Visibility() != model.Private {
				out = append(out, e)
			}
		}
	}
	return out
}
