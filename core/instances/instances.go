// Package instances tells whether the classes of a model can have instances at
// all: whether the multiplicities, generalizations and compositions leave room
// for objects. It follows Lenzerini and Nobili (On the satisfiability of dependency
// constraints in entity-relationship schemata, Information Systems 15, 1990): each
// association bounds the numbers of objects at its ends against each other, and a
// class can have instances if that system of inequalities has a solution in which
// the class is not empty. The system is homogeneous, so that a solution can be made
// whole by multiplying it.
//
// Beyond numbers, a composition can ask for a tree of parts without end.
//
// What is said is proven: every verdict carries the facts of the model that
// contradict each other, and every one of them is needed for the contradiction.
// What inequalities cannot see ({xor}, subsets, redefinitions, qualifiers, more than
// two ends) is read in favour of the model.
package instances

import (
	"cmp"
	"maps"
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

// FactKind says what a fact states.
type FactKind uint8

const (
	AtLeast   FactKind = iota // the lower bound of an end
	AtMost                    // the upper bound of an end
	IsKind                    // a generalization
	IsOneOf                   // an abstract class: each of its objects is of one of its kinds
	Complete                  // a generalization set: every object is of one of its kinds
	Disjoint                  // a generalization set: no object is of two of its kinds
	LinkClass                 // an association class: one object for each link
	OneWhole                  // a part class: its objects are in one composite whole at most
)

// Fact is something that the model states, by the row that states it: an end, a
// generalization, a class, a generalization set or an association.
type Fact struct {
	Kind FactKind
	Row  model.ID
}

// Contradiction tells that a class can have no instances, and why.
type Contradiction struct {
	Class model.ID
	Facts []Fact // contradict each other; none can be left out
	// Endless: by each step of the facts there has to be one more object, which
	// cannot be one of those before, without end.
	Endless bool
	// Also lists further classes that can have none for the same reason, or since
	// they need an object of this one; sorted.
	Also []model.ID
}

// Verdict is what is known of a model.
type Verdict struct {
	Contradictions []Contradiction // by class
	// NotJudged lists groups of classes whose bounds hang together in too large a
	// system for the limit; each sorted.
	NotJudged [][]model.ID
}

// Limit is how many unknowns one connected system may have to be judged exactly;
// 0 sets none.
type Limit int

// Live is the limit that is quick enough for every change.
const Live Limit = 150

// Kinds is how the kinds of a class are taken of which no generalization set says whether
// they are disjoint.
type Kinds bool

const (
	// MayOverlap: an object may be of several of them at once. That is the default of the
	// standard (UML 2.5.1, 9.7.3).
	MayOverlap Kinds = false
	// Apart: an object is of one of them, as most people mean it.
	Apart Kinds = true
)

// Judge tells which classes can have no instances.
func Judge(m *model.Model, kinds Kinds, limit Limit) Verdict {
	return JudgeFrom(m, ReadAssociations(m, m.Ends), kinds, limit)
}

// JudgeFrom is Judge for somebody who has read the associations already.
func JudgeFrom(m *model.Model, read *Associations, kinds Kinds, limit Limit) Verdict {
	h := newHierarchy(m, read, kinds)
	var out Verdict
	found := append(h.torn, endless(h)...)
	cause := map[model.ID]int{} // of the classes that have none
	note := func(list []Contradiction) {
		for _, c := range list {
			at := len(out.Contradictions)
			if i := slices.IndexFunc(out.Contradictions, func(o Contradiction) bool { return overlap(o.Facts, c.Facts) }); i >= 0 {
				at = i
			} else {
				out.Contradictions = append(out.Contradictions, Contradiction{Class: c.Class, Facts: c.Facts, Endless: c.Endless})
			}
			for _, id := range append([]model.ID{c.Class}, c.Also...) {
				if _, known := cause[id]; !known {
					cause[id] = at
				}
			}
		}
	}
	note(found)
	for round := 0; ; round++ {
		if spread(h, cause) || round == 0 {
			found, large := solve(h, limit, cause)
			if round == 0 {
				out.NotJudged = large
			}
			if note(found); len(found) > 0 {
				continue
			}
		}
		break
	}
	for id, at := range cause {
		if c := &out.Contradictions[at]; id != c.Class {
			c.Also = append(c.Also, id)
		}
	}
	for _, c := range out.Contradictions {
		slices.Sort(c.Also)
	}
	slices.SortFunc(out.Contradictions, func(a, b Contradiction) int { return cmp.Compare(a.Class, b.Class) })
	return out
}

// solve finds contradictions between numbers, among what is not known to be empty,
// and the groups of classes that are too many to be judged.
func solve(h *hierarchy, limit Limit, known map[model.ID]int) (found []Contradiction, large [][]model.ID) {
	for _, part := range peel(build(h)).components() {
		if part.raise() {
			continue // it has a solution in which nothing is empty
		}
		unknown := func(ids ...model.ID) []model.ID {
			return slices.DeleteFunc(h.wholly(ids), func(id model.ID) bool { _, is := known[id]; return is })
		}
		if part.isRatios() {
			for _, e := range part.emptyByRatios() {
				found = append(found, told(h, unknown(e.circle...), unknown(append(e.circle, e.also...)...), e.facts)...)
			}
		} else if limit > 0 && len(part.vars) > int(limit) {
			if ids := part.classes(); len(ids) > 0 {
				large = append(large, ids)
			}
		} else {
			found = append(found, explain(h, unknown(part.emptyBySimplex()...), part.facts())...)
		}
	}
	return found, large
}

// spread makes empty what needs an object of an empty class, or is a kind of one,
// or has only empty kinds. It reports whether that made anything new empty.
func spread(h *hierarchy, cause map[model.ID]int) bool {
	if len(cause) == 0 {
		return false
	}
	changed := false
	for again := true; again; {
		again = false
		mark := func(id model.ID, at int) {
			if _, known := cause[id]; !known {
				cause[id], again = at, true
			}
		}
		for _, id := range slices.Sorted(maps.Keys(cause)) {
			for _, c := range append([]model.ID{id}, classifier.Specifics(h.m, id)...) {
				mark(c, cause[id])
				if !h.gone[c] {
					h.gone[c], changed = true, true
				}
			}
			for _, g := range classifier.Generals(h.m, id) {
				if h.isClass(g) && len(h.own(g)) == 0 {
					mark(g, cause[id])
				}
			}
		}
		for _, a := range h.read {
			for i, x := range a.of {
				if at, empty := cause[x.end.Type]; empty && x.low > 0 {
					mark(a.of[1-i].end.Type, at)
				}
			}
		}
	}
	return changed
}

func overlap(a, b []Fact) bool {
	return slices.ContainsFunc(a, func(f Fact) bool { return slices.Contains(b, f) })
}
