package instances

import (
	"maps"
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

// builder writes a model as inequalities. Without facts to keep, it writes the
// number of objects of a class as the sum of what is most specifically of it, and
// leaves links out where it can: what is left is small. With them, every row rests
// on one fact, so that facts can be left out one by one.
type builder struct {
	h     *hierarchy
	s     *system
	keep  map[Fact]bool // nil: all, written short
	own   map[model.ID]int
	all   map[model.ID]int
	parts map[[2]model.ID]int // the links of a composition to one concrete part class
}

func build(h *hierarchy) *system { return newBuilder(h, nil).run() }

// buildOf writes only what rests on the given facts, for the classes named by them
// and one more.
func buildOf(h *hierarchy, facts map[Fact]bool, class model.ID) (s *system, count int) {
	b := newBuilder(h, facts)
	s = b.run()
	return s, b.count(class)[0]
}

func newBuilder(h *hierarchy, keep map[Fact]bool) *builder {
	return &builder{h: h, s: &system{}, keep: keep, own: map[model.ID]int{}, all: map[model.ID]int{}, parts: map[[2]model.ID]int{}}
}

func (b *builder) run() *system {
	detailed := map[model.ID]bool{}
	rivals := b.rivals()
	for _, class := range slices.Sorted(maps.Keys(rivals)) {
		b.oneWhole(class, rivals[class], detailed)
	}
	for _, a := range b.h.read {
		if b.speaksOf(a) {
			b.association(a, detailed[a.rel.ID])
		}
	}
	return b.s
}

// speaksOf reports whether a fact that is kept is about the association.
func (b *builder) speaksOf(a binary) bool {
	if b.keep == nil || b.keep[Fact{LinkClass, a.rel.ID}] {
		return true
	}
	for _, x := range a.of {
		if b.keep[Fact{AtLeast, x.end.ID}] || b.keep[Fact{AtMost, x.end.ID}] {
			return true
		}
	}
	_, part := a.wholeAndPart() // it may be in one whole
	return a.rel.Association().Aggregation == model.Composite && slices.ContainsFunc(b.h.concrete(part.end.Type), func(id model.ID) bool { return b.keep[Fact{OneWhole, id}] })
}

func (b *builder) keeps(f Fact) bool { return b.keep == nil || b.keep[f] }

// objects is the number of objects that are most specifically of a class.
func (b *builder) objects(class model.ID) int {
	v, ok := b.own[class]
	if !ok {
		v = b.s.variable(class)
		b.own[class] = v
		if b.h.mixed[class] {
			b.mixed(class, v)
		}
		if b.keep != nil {
			for _, f := range b.h.none[class] {
				if b.keep[f] {
					b.s.add(1, []int{v}, 0, nil, f)
				}
			}
		}
	}
	return v
}

// mixed bounds the objects of a class against those of its kinds, set by set.
func (b *builder) mixed(class model.ID, v int) {
	sets := b.h.sets(class)
	var each []int // objects of all of its kinds
	var rests []Fact
	defer func() {
		if f := (Fact{IsOneOf, class}); b.h.m.Element(class).Classifier().Abstract && !b.h.circular[class] && b.keeps(f) {
			b.s.add(1, []int{v}, 1, each, append([]Fact{f}, rests...)...)
		}
	}()
	for _, id := range slices.Sorted(maps.Keys(sets)) {
		d := model.GeneralizationSetData{}
		if set := b.h.m.Element(id); set != nil {
			d = set.GeneralizationSet()
		}
		var all, kept []int
		var by []Fact
		apart := Fact{Disjoint, id}
		for _, g := range sets[id] {
			is := Fact{IsKind, g.ID}
			kind := b.count(g.Source)
			all = append(all, kind...)
			each, rests = append(each, kind...), append(rests, b.under(g.Source)...)
			if !b.keeps(is) {
				continue
			}
			if d.Disjoint == model.Yes && b.keeps(apart) {
				kept, by = append(kept, kind...), append(by, is)
			} else {
				b.s.add(1, kind, 1, []int{v}, append([]Fact{is}, b.under(g.Source)...)...)
			}
		}
		if len(kept) > 0 {
			for _, g := range sets[id] {
				by = append(by, b.under(g.Source)...)
			}
			b.s.add(1, kept, 1, []int{v}, append([]Fact{apart}, by...)...)
		}
		if f := (Fact{Complete, id}); d.Complete == model.Yes && b.keeps(f) {
			b.s.add(1, []int{v}, 1, all, append([]Fact{f}, by...)...)
		}
	}
}

// under are the facts that the sum for a class rests on, where it is written short.
func (b *builder) under(class model.ID) []Fact {
	if b.keep != nil {
		return nil
	}
	return b.h.facts(class)
}

// count is the number of objects of a class, as a sum.
func (b *builder) count(class model.ID) []int {
	if b.keep == nil {
		var out []int
		for _, c := range b.h.own(class) {
			out = append(out, b.objects(c))
		}
		return out
	}
	if !b.h.plain[class] {
		return []int{b.objects(class)}
	}
	v, ok := b.all[class]
	if ok {
		return []int{v}
	}
	v = b.s.variable("")
	b.all[class] = v
	var is, may []int
	var by []Fact
	kept := b.reachable(class, &by)
	for _, c := range b.h.concrete(class) {
		may = append(may, b.objects(c))
		if kept[c] {
			is = append(is, b.objects(c))
		}
	}
	b.s.add(1, is, 1, []int{v}, by...)
	b.s.add(1, []int{v}, 1, may)
	return []int{v}
}

// reachable lists what is below a class by generalizations that are kept.
func (b *builder) reachable(class model.ID, by *[]Fact) map[model.ID]bool {
	out := map[model.ID]bool{class: true}
	for at := []model.ID{class}; len(at) > 0; at = at[1:] {
		for _, g := range b.h.m.Specifics(at[0]) {
			f := Fact{IsKind, g.ID}
			if !b.keeps(f) {
				continue
			}
			*by = append(*by, f)
			if !out[g.Source] {
				out[g.Source] = true
				at = append(at, g.Source)
			}
		}
	}
	return out
}

// most is the fact behind an upper bound.
func most(x, other bound) Fact {
	if x.end.End().Multiplicity.State != model.Decided { // the standard's bound of compositions
		return Fact{OneWhole, other.end.Type}
	}
	return Fact{AtMost, x.end.ID}
}

func (b *builder) association(a binary, detailed bool) {
	of := a.of
	first, second := of[0].end.Type, of[1].end.Type
	var link []int
	var linkFacts []Fact
	class := Fact{LinkClass, a.rel.ID}
	hasClass := a.rel.Class != "" && b.h.isClass(a.rel.Class)
	switch {
	case hasClass && b.keep == nil:
		link, linkFacts = b.count(a.rel.Class), append([]Fact{class}, b.h.facts(a.rel.Class)...)
	case detailed:
		_, part := a.wholeAndPart()
		for _, p := range b.h.concrete(part.end.Type) {
			if v, ok := b.parts[[2]model.ID{a.rel.ID, p}]; ok {
				link = append(link, v)
			}
		}
	case b.keep != nil:
		link = []int{b.s.variable("")}
		if hasClass && b.keep[class] {
			k := b.count(a.rel.Class)
			b.s.add(1, k, 1, link, class)
			b.s.add(1, link, 1, k, class)
		}
	}
	if link == nil { // each lower bound against the other upper one
		for i := range of {
			low, high := of[i], of[1-i] // low is asked of objects at the other end
			if low.low > 0 && high.high != model.Many {
				facts := append([]Fact{{AtLeast, low.end.ID}, most(high, low)}, append(b.under(first), b.under(second)...)...)
				b.s.add(low.low, b.count(high.end.Type), high.high, b.count(low.end.Type), facts...)
			}
		}
		return
	}
	under := append(append(linkFacts, b.under(first)...), b.under(second)...)
	for i := range of {
		x, other := of[i], of[1-i]
		if f := (Fact{AtLeast, x.end.ID}); x.low > 0 && b.keeps(f) {
			b.s.add(x.low, b.count(other.end.Type), 1, link, append([]Fact{f}, under...)...)
		}
		if f := most(x, other); x.high != model.Many && b.keeps(f) {
			b.s.add(1, link, x.high, b.count(other.end.Type), append([]Fact{f}, under...)...)
		}
	}
}

// rivals lists, for concrete part classes, the compositions whose wholes an object
// of it can be in only one of: those whose wholes are never the same object.
func (b *builder) rivals() map[model.ID][]binary {
	out := map[model.ID][]binary{}
	onto := map[model.ID][]binary{}
	for _, a := range b.h.read {
		if a.rel.Association().Aggregation == model.Composite {
			_, part := a.wholeAndPart()
			for _, p := range b.h.own(part.end.Type) {
				onto[p] = append(onto[p], a)
			}
		}
	}
	for class, list := range onto {
		asks, needs := false, 0
		var apart []binary
		for _, a := range list {
			whole, part := a.wholeAndPart()
			asks = asks || part.low > 0
			if whole.low > 0 {
				needs++
			}
			if !slices.ContainsFunc(apart, func(o binary) bool {
				other, _ := o.wholeAndPart()
				return canBeOne(b.h.m, other.end.Type, whole.end.Type)
			}) {
				apart = append(apart, a)
			}
		}
		if len(apart) > 1 && asks && needs < 2 { // that each needs two wholes is told by a rule of its own
			out[class] = apart
		}
	}
	return out
}

// canBeOne: an object can be of both classes.
func canBeOne(m *model.Model, a, b model.ID) bool {
	below := append([]model.ID{a}, classifier.Specifics(m, a)...)
	return slices.ContainsFunc(append([]model.ID{b}, classifier.Specifics(m, b)...), func(id model.ID) bool { return slices.Contains(below, id) })
}

// oneWhole states that an object of a class is in one whole at most, over all its
// compositions whose wholes are apart.
func (b *builder) oneWhole(class model.ID, of []binary, detailed map[model.ID]bool) {
	var all []int
	var under []Fact
	for _, c := range of {
		whole, part := c.wholeAndPart()
		detailed[c.rel.ID] = true
		kinds := b.h.facts(part.end.Type)
		var by []Fact
		is := b.reachable(part.end.Type, &by)
		if b.keep != nil {
			kinds = by
		}
		under = append(under, kinds...)
		for _, p := range b.h.own(part.end.Type) {
			key := [2]model.ID{c.rel.ID, p}
			if _, ok := b.parts[key]; ok {
				continue
			}
			v := b.s.variable("")
			b.parts[key] = v
			if !is[p] { // the fact that says so is left out
				continue
			}
			if f := most(whole, part); whole.high != model.Many && b.keeps(f) {
				b.s.add(1, []int{v}, whole.high, []int{b.objects(p)}, append([]Fact{f}, kinds...)...)
			}
			if f := (Fact{AtLeast, whole.end.ID}); whole.low > 0 && b.keeps(f) {
				b.s.add(whole.low, []int{b.objects(p)}, 1, []int{v}, append([]Fact{f}, kinds...)...)
			}
		}
		if is[class] {
			all = append(all, b.parts[[2]model.ID{c.rel.ID, class}])
		}
	}
	if f := (Fact{OneWhole, class}); b.keeps(f) {
		b.s.add(1, all, 1, []int{b.objects(class)}, append([]Fact{f}, under...)...)
	}
}
