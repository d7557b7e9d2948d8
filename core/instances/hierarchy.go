package instances

import (
	"cmp"
	"maps"
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/graph"
	"lexeon/core/model"
)

// hierarchy knows of which classes the objects of a class can be most
// specifically, and what forbids that they are of the class itself.
//
// Where the kinds of a class are told by several generalization sets, or by one that
// overlaps, an object can be of several of them; where no set says anything, as Kinds
// has it. Such a class is counted as one, apart from its kinds.
type hierarchy struct {
	kinds Kinds
	m     *model.Model
	class map[model.ID]bool
	read  []binary                // the associations that say something
	mixed map[model.ID]bool       // the objects of the class may be of several kinds at once
	plain map[model.ID]bool       // it has kinds and is not mixed
	below map[model.ID][]model.ID // of those that were asked for: itself and its kinds down to mixed ones, sorted
	// none holds, of a class without objects of its own, the facts that say so: each
	// of them does.
	none     map[model.ID][]Fact
	circular map[model.ID]bool // a kind of itself
	gone     map[model.ID]bool // found to have no objects of its own by other reasons
	// torn lists the classes that are of two kinds of a disjoint set.
	torn []Contradiction
}

func newHierarchy(m *model.Model, read *Associations, kinds Kinds) *hierarchy {
	h := &hierarchy{m: m, kinds: kinds, class: map[model.ID]bool{}, mixed: map[model.ID]bool{}, plain: map[model.ID]bool{}, below: map[model.ID][]model.ID{}, none: map[model.ID][]Fact{}, gone: map[model.ID]bool{}}
	h.read = read.list
	generals := map[model.ID]bool{}
	for _, r := range m.Relationships(model.Generalization) {
		if g := r.Target; !generals[g] && h.isClass(g) {
			generals[g] = true
			h.mixed[g] = h.isMixed(g)
		}
	}
	circles := h.circles()
	h.circular = circles
	for g := range generals {
		if h.mixed[g] {
			continue
		}
		h.plain[g] = true
		if m.Element(g).Classifier().Abstract && !circles[g] {
			h.none[g] = append(h.none[g], Fact{IsOneOf, g})
		}
		if set := m.Element(m.Specifics(g)[0].Set); set != nil && set.GeneralizationSet().Complete == model.Yes {
			h.none[g] = append(h.none[g], Fact{Complete, set.ID})
		}
	}
	for _, set := range m.OfKind(model.GeneralizationSet) {
		if set.GeneralizationSet().Disjoint == model.Yes {
			h.tear(set)
		}
	}
	return h
}

// circles finds what is a kind of itself.
func (h *hierarchy) circles() map[model.ID]bool {
	up := map[model.ID][]model.ID{}
	down := map[model.ID][]model.ID{}
	for _, r := range h.m.Relationships(model.Generalization) {
		up[r.Source] = append(up[r.Source], r.Target)
		down[r.Target] = append(down[r.Target], r.Source)
	}
	// What has no general lies on no circle, nor does what has none but such.
	open := make(map[model.ID]int, len(up)) // how many generals are not settled
	var settled []model.ID
	for id, generals := range up {
		open[id] = len(generals)
	}
	for id := range down {
		if open[id] == 0 {
			settled = append(settled, id)
		}
	}
	for len(settled) > 0 {
		id := settled[len(settled)-1]
		settled = settled[:len(settled)-1]
		for _, specific := range down[id] {
			if open[specific]--; open[specific] == 0 {
				delete(open, specific)
				settled = append(settled, specific)
			}
		}
	}
	out := map[model.ID]bool{}
	for _, circle := range graph.Components(slices.Sorted(maps.Keys(open)), func(id model.ID) []model.ID { return up[id] }) {
		if len(circle) == 1 {
			continue
		}
		for _, id := range circle {
			out[id] = true
		}
	}
	return out
}

// isMixed: not all of its kinds are in the same set, or that one overlaps.
func (h *hierarchy) isMixed(g model.ID) bool {
	list := h.m.Specifics(g)
	for _, r := range list {
		if r.Set != list[0].Set {
			return true
		}
	}
	disjoint := model.Unstated
	if set := h.m.Element(list[0].Set); set != nil {
		disjoint = set.GeneralizationSet().Disjoint
	}
	return disjoint == model.No || disjoint == model.Unstated && h.kinds == MayOverlap && len(list) > 1
}

// atoms lists a class and its kinds down to mixed ones, sorted.
func (h *hierarchy) atoms(id model.ID) []model.ID {
	seen := map[model.ID]bool{id: true}
	out := []model.ID{id}
	for i := 0; i < len(out); i++ {
		if h.mixed[out[i]] {
			continue
		}
		for _, g := range h.m.Specifics(out[i]) {
			if !seen[g.Source] {
				seen[g.Source] = true
				out = append(out, g.Source)
			}
		}
	}
	slices.Sort(out)
	return out
}

// sets lists the generalizations to a class by the set they are in, "" for none.
func (h *hierarchy) sets(g model.ID) map[model.ID][]*model.Relationship {
	out := map[model.ID][]*model.Relationship{}
	for _, r := range h.m.Specifics(g) {
		out[r.Set] = append(out[r.Set], r)
	}
	return out
}

// tear finds the classes that are of two kinds of a set which is disjoint.
func (h *hierarchy) tear(set *model.Element) {
	kinds := map[model.ID][]*model.Relationship{} // of each class, the members that it is of
	for _, u := range h.m.Uses(set.ID) {
		if r, ok := u.(*model.Relationship); ok && r.Kind == model.Generalization && r.Set == set.ID && h.isClass(r.Target) {
			for _, id := range append([]model.ID{r.Source}, classifier.Specifics(h.m, r.Source)...) {
				kinds[id] = append(kinds[id], r)
			}
		}
	}
	for id, of := range kinds {
		if len(of) < 2 || of[0].Source == of[1].Source {
			continue
		}
		h.none[id] = append(h.none[id], Fact{Disjoint, set.ID})
		c := Contradiction{Class: id, Facts: []Fact{{Disjoint, set.ID}}}
		for _, r := range of[:2] {
			for _, f := range append(kindsBetween(h.m, id, r.Source), Fact{IsKind, r.ID}) {
				if !slices.Contains(c.Facts, f) {
					c.Facts = append(c.Facts, f)
				}
			}
		}
		sortFacts(c.Facts)
		h.torn = append(h.torn, c)
	}
	slices.SortFunc(h.torn, func(a, b Contradiction) int { return cmp.Compare(a.Class, b.Class) })
}

// concrete lists what the objects of a class can be most specifically, sorted.
func (h *hierarchy) concrete(id model.ID) []model.ID {
	if !h.plain[id] {
		return []model.ID{id}
	}
	if h.below[id] == nil {
		h.below[id] = h.atoms(id)
	}
	return h.below[id]
}

// own lists those of them that may have objects of their own.
func (h *hierarchy) own(id model.ID) []model.ID {
	var out []model.ID
	for _, c := range h.concrete(id) {
		if len(h.none[c]) == 0 && !h.gone[c] {
			out = append(out, c)
		}
	}
	return out
}

// facts are those that the number of objects of a class rests on.
func (h *hierarchy) facts(id model.ID) []Fact {
	var out []Fact
	concrete := h.concrete(id)
	for _, c := range concrete {
		out = append(out, h.none[c]...)
		if c != id {
			for _, g := range h.m.Generals(c) {
				if _, is := slices.BinarySearch(concrete, g.Target); is && h.plain[id] {
					out = append(out, Fact{IsKind, g.ID})
				}
			}
		}
	}
	return out
}

// wholly lists the classes of which no object can be, where there can be no object
// that is most specifically of the given ones; without those that are torn.
func (h *hierarchy) wholly(empty []model.ID) []model.ID {
	isEmpty := map[model.ID]bool{}
	for _, id := range empty {
		isEmpty[id] = true
	}
	candidates := slices.Clone(empty)
	for _, id := range empty {
		candidates = append(candidates, classifier.Generals(h.m, id)...)
	}
	slices.Sort(candidates)
	return slices.DeleteFunc(slices.Compact(candidates), func(id model.ID) bool {
		own := h.own(id)
		return len(own) == 0 || slices.ContainsFunc(own, func(c model.ID) bool { return !isEmpty[c] })
	})
}

// isClass remembers which classifiers are classes.
func (h *hierarchy) isClass(id model.ID) bool {
	is, known := h.class[id]
	if !known {
		is = isClass(h.m, id)
		h.class[id] = is
	}
	return is
}
