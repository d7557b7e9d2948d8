package usecase

import (
	"maps"

	"lexeon/core/model"
)

// Reading is a reader with the words that stand in the descriptions of use cases, so that
// it can be told whose steps a changed lexicon reads otherwise. It does not change.
type Reading struct {
	*Reader
	m     *model.Model
	words map[model.ID]map[string]bool // of a use case, as they stand in its texts
}

// ReadingOf reads the use cases of a model.
func ReadingOf(m *model.Model) *Reading {
	r := &Reading{Reader: NewReader(m), m: m, words: map[model.ID]map[string]bool{}}
	for _, u := range m.OfKind(model.UseCase) {
		r.words[u.ID] = r.wordsOf(u.ID)
	}
	return r
}

func (r *Reading) wordsOf(useCase model.ID) map[string]bool {
	out := map[string]bool{}
	steps := func(owner model.ID) {
		for _, s := range r.m.Children(owner, model.Step) {
			r.WordsIn(out, s.Step().Text)
		}
	}
	steps(useCase)
	for _, a := range r.m.Children(useCase, model.Alternative) {
		r.WordsIn(out, a.Name)
		steps(a.ID)
	}
	return out
}

// After is the reading of the next model, and the use cases whose steps or conditions were
// written, or may be read otherwise, those that are gone included.
func (r *Reading) After(next *model.Model, delta model.Delta) (*Reading, map[model.ID]bool) {
	reader, heard := r.Reader.After(next, delta)
	out := &Reading{Reader: reader, m: next, words: maps.Clone(r.words)}
	changed := map[model.ID]bool{}
	for _, c := range delta {
		for _, u := range []model.ID{caseOf(r.m, c.Old), caseOf(next, c.New)} {
			if u != "" {
				changed[u] = true
			}
		}
	}
	for u := range changed {
		delete(out.words, u)
		if next.Element(u) != nil {
			out.words[u] = out.wordsOf(u)
		}
	}
	if heard.Any() {
		for u, words := range out.words {
			if heard.In(words) {
				changed[u] = true
			}
		}
	}
	return out, changed
}

// caseOf is the use case that a row describes; "" of other rows.
func caseOf(m *model.Model, row model.Row) model.ID {
	e, ok := row.(*model.Element)
	for ; ok && e != nil; e = m.Element(e.Owner) {
		if e.Kind == model.UseCase {
			return e.ID
		}
		if e.Kind != model.Step && e.Kind != model.Alternative {
			return ""
		}
	}
	return ""
}

// Saying lists the use cases in whose texts one of some names may stand.
func (r *Reading) Saying(names ...string) []model.ID {
	var heard Heard
	for _, n := range names {
		heard.hear(model.NormalForm(n))
	}
	var out []model.ID
	if !heard.Any() {
		return nil
	}
	for u, words := range r.words {
		if heard.In(words) {
			out = append(out, u)
		}
	}
	return out
}
