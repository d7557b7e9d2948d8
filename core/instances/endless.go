package instances

import (
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

// need is one more object that each object of a class needs beneath it (a part) or
// above it (a whole).
type need struct {
	class model.ID // of what is needed
	at    model.ID // the class at the end of the composition that asks for it
	fact  Fact
}

// endless finds classes whose objects would need a tree of parts, or of wholes,
// without end: a composition that leads back is no circle between objects, since a
// part is never a part of itself (UML 2.5.1, 9.5.3). Found by the least fixpoint of
// "has a finite tree".
func endless(h *hierarchy) []Contradiction {
	parts, wholes := map[model.ID][]need{}, map[model.ID][]need{}
	for _, a := range h.read {
		if a.rel.Association().Aggregation != model.Composite || a.of[0].end.Type == a.of[1].end.Type { // a rule of its own tells that
			continue
		}
		whole, part := a.wholeAndPart()
		add := func(to map[model.ID][]need, asks, asked bound) {
			if asked.low > 0 {
				to[asks.end.Type] = append(to[asks.end.Type], need{asked.end.Type, asks.end.Type, Fact{AtLeast, asked.end.ID}})
			}
		}
		add(parts, whole, part)
		add(wholes, part, whole)
	}
	var out []Contradiction
	told := map[model.ID]bool{}
	for _, needs := range []map[model.ID][]need{parts, wholes} {
		for _, c := range withoutEnd(h.m, h, needs) {
			if !told[c.Class] {
				told[c.Class] = true
				out = append(out, c)
			}
		}
	}
	return out
}

// withoutEnd finds the classes of which no object has a finite tree of needs.
func withoutEnd(m *model.Model, h *hierarchy, needs map[model.ID][]need) []Contradiction {
	if len(needs) == 0 {
		return nil
	}
	// What objects of a class need: by its own associations and those of its generals.
	of := func(class model.ID) (out []need) {
		for _, g := range classifier.Lineage(m, class) {
			out = append(out, needs[g]...)
		}
		return out
	}
	var asked []model.ID // the classes that matter: those that need, with their specifics
	for class := range needs {
		asked = append(asked, h.concrete(class)...)
	}
	slices.Sort(asked)
	asked = slices.Compact(asked)
	ends := map[model.ID]bool{} // has a finite tree, most specifically of the class
	open := map[model.ID][]need{}
	for _, class := range asked {
		open[class] = of(class)
	}
	finite := func(class model.ID) bool {
		own := h.own(class)
		return len(own) == 0 || slices.ContainsFunc(own, func(c model.ID) bool { return open[c] == nil || ends[c] })
	}
	for again := true; again; {
		again = false
		for _, class := range asked {
			if !ends[class] && !slices.ContainsFunc(open[class], func(n need) bool { return !finite(n.class) }) {
				ends[class], again = true, true
			}
		}
	}
	var out []Contradiction
	done := map[model.ID]bool{}
	for _, class := range asked {
		if finite(class) || done[class] {
			continue
		}
		// One way down, until a class comes again: that circle is the reason.
		var way []model.ID
		var steps [][]Fact
		at := class
		for !slices.Contains(way, at) {
			way = append(way, at)
			own := h.own(at)[0]
			if slices.Contains(h.own(at), at) {
				own = at
			}
			var facts []Fact
			if own != at {
				facts = append(facts, Fact{IsOneOf, at})
			}
			n := open[own][slices.IndexFunc(open[own], func(n need) bool { return !finite(n.class) })]
			facts = append(append(facts, kindsBetween(m, own, at)...), append(kindsBetween(m, own, n.at), n.fact)...)
			steps = append(steps, facts)
			at = n.class
		}
		from := slices.Index(way, at)
		c := Contradiction{Class: way[from], Endless: true}
		for _, facts := range steps[from:] {
			for _, f := range facts {
				if !slices.Contains(c.Facts, f) {
					c.Facts = append(c.Facts, f)
				}
			}
		}
		sortFacts(c.Facts)
		for _, id := range way[from:] {
			done[id] = true
		}
		for _, id := range append(slices.Clone(way[:from]), way[from+1:]...) {
			if id != c.Class {
				c.Also = append(c.Also, id)
			}
		}
		if i := slices.IndexFunc(out, func(o Contradiction) bool { return o.Class == c.Class || slices.Contains(o.Also, c.Class) }); i >= 0 {
			for _, id := range append(c.Also, class) {
				if id != out[i].Class && !slices.Contains(out[i].Also, id) {
					out[i].Also = append(out[i].Also, id)
				}
			}
			slices.Sort(out[i].Also)
			continue
		}
		slices.Sort(c.Also)
		out = append(out, c)
	}
	return out
}

// kindsBetween are the generalizations by which a class is a kind of another.
func kindsBetween(m *model.Model, from, to model.ID) []Fact {
	by := map[model.ID]*model.Relationship{}
	seen := map[model.ID]bool{from: true}
	for at := []model.ID{from}; len(at) > 0; at = at[1:] {
		for _, g := range m.Generals(at[0]) {
			if !seen[g.Target] {
				seen[g.Target] = true
				by[g.Target] = g
				at = append(at, g.Target)
			}
		}
	}
	var out []Fact
	for at := to; at != from && by[at] != nil; at = by[at].Source {
		out = append(out, Fact{IsKind, by[at].ID})
	}
	slices.Reverse(out)
	return out
}
