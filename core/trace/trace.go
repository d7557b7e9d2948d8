// Package trace tells what an element touches in the other kinds of diagrams, from
// the sentence of the brief that asks for it to the component that holds it.
//
// A tie joins two things that the model says have to do with each other: a trace, a
// term of which both are faces, words of a text that name a term, data that are those
// of a class, a step, an end of a flow, a provided interface. Nothing is guessed from
// names alone but what the lexicon takes for one term.
//
// Things stand in fields, which follow each other in the order of the work. Traced
// forwards, a way leads only to later fields, and backwards only to earlier ones, so
// that it ends, and tells what stems from what.
package trace

import (
	"cmp"
	"slices"

	"lexeon/core/matrix"
	"lexeon/core/model"
)

// Tie leads to what an element touches; Words say how, and read the same from both
// sides.
type Tie struct {
	To    model.ID
	Words string
}

// Web is a model with all its ties.
type Web struct {
	m    *model.Model
	ties map[model.ID][]Tie
	// titles are the names of things that have a place rather than a name: sentences
	// and steps.
	titles map[model.ID]string
	order  map[model.ID]int // of sentences, activities and steps, as they stand
}

// Of finds the ties of a model.
func Of(m *model.Model) *Web {
	w := &Web{m: m, ties: map[model.ID][]Tie{}, titles: map[model.ID]string{}, order: map[model.ID]int{}}
	w.terms()
	w.brief()
	w.activities()
	x := matrix.Of(m)
	w.flows(x)
	w.cases(x)
	w.matrix(x)
	w.classes()
	w.components()
	return w
}

// tie joins two things, once for the same words.
func (w *Web) tie(a, b model.ID, words string) {
	if a == b || !w.IsTraced(a) || !w.IsTraced(b) {
		return
	}
	if t := (Tie{b, words}); !slices.Contains(w.ties[a], t) {
		w.ties[a] = append(w.ties[a], t)
		w.ties[b] = append(w.ties[b], Tie{a, words})
	}
}

// Ties lists what a thing touches directly, in any field.
func (w *Web) Ties(id model.ID) []Tie { return w.ties[id] }

// Met is what is met on the way from an element.
type Met struct {
	ID       model.ID
	Field    Field
	Distance int      // 1: touched directly
	Via      model.ID // what it is met from; the traced element at distance 1
	Words    []string // how it touches that
}

// From traces an element: everything that it touches directly, and what that leads to
// in earlier and in later fields. What stands in its own field goes with it: a use case
// of an actor, the flows of a store. The result goes from field to field
// and from kind to kind, the nearest first.
func (w *Web) From(id model.ID) []Met {
	start, ok := w.FieldOf(id)
	if !ok {
		return nil
	}
	met := map[model.ID]*Met{}
	queue := []model.ID{}
	meet := func(from, to model.ID, field Field, distance int, words string) {
		t := met[to]
		if t == nil {
			t = &Met{ID: to, Field: field, Distance: distance, Via: from}
			met[to] = t
			queue = append(queue, to)
		}
		if t.Via == from {
			t.Words = append(t.Words, words)
		}
	}
	for _, tie := range w.ties[id] {
		f, _ := w.FieldOf(tie.To)
		meet(id, tie.To, f, 1, tie.Words)
	}
	for len(queue) > 0 {
		at := met[queue[0]]
		queue = queue[1:]
		for _, tie := range w.ties[at.ID] {
			f, _ := w.FieldOf(tie.To)
			onward := at.Field >= start && f > at.Field || at.Field <= start && f < at.Field
			if onward && tie.To != id {
				meet(at.ID, tie.To, f, at.Distance+1, tie.Words)
			}
		}
	}
	out := make([]Met, 0, len(met))
	for _, t := range met {
		out = append(out, *t)
	}
	slices.SortFunc(out, func(a, b Met) int {
		return cmp.Or(cmp.Compare(a.Field, b.Field), cmp.Compare(w.rank(a.ID), w.rank(b.ID)), cmp.Compare(a.Distance, b.Distance), w.compare(a.ID, b.ID))
	})
	return out
}

// compare sorts things of one field: by kind, then as they stand, then by title.
func (w *Web) compare(a, b model.ID) int {
	return cmp.Or(cmp.Compare(w.rank(a), w.rank(b)), cmp.Compare(w.order[a], w.order[b]), cmp.Compare(w.Title(a), w.Title(b)), cmp.Compare(a, b))
}

// Most lists the things with the most ties to other fields, so many at most: where
// tracing leads furthest.
func (w *Web) Most(n int) []model.ID {
	count := map[model.ID]int{}
	var out []model.ID
	for id, ties := range w.ties {
		own, _ := w.FieldOf(id)
		for _, t := range ties {
			if f, _ := w.FieldOf(t.To); f != own {
				count[id]++
			}
		}
		if count[id] > 0 && own > Activities {
			out = append(out, id)
		}
	}
	slices.SortFunc(out, func(a, b model.ID) int { return cmp.Or(cmp.Compare(count[b], count[a]), w.compare(a, b)) })
	return out[:min(n, len(out))]
}
