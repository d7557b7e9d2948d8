package usecase

import (
	"maps"
	"slices"
	"strings"

	"lexeon/core/model"
)

// Heard are the names that a changed lexicon hears otherwise: a text in which the words of
// none of them stand is read as it was before.
type Heard struct {
	names [][]string // words of names in normal form
	all   bool       // signs that are no words are heard too
}

// Any reports whether anything is heard otherwise.
func (h Heard) Any() bool { return h.all || len(h.names) > 0 }

// In reports whether a name that is heard otherwise may stand in a text with these words, as
// [Reader.WordsIn] finds them.
func (h Heard) In(words map[string]bool) bool {
	return h.all || slices.ContainsFunc(h.names, func(name []string) bool {
		return !slices.ContainsFunc(name, func(w string) bool { return !words[w] })
	})
}

func (h *Heard) hear(form string) {
	words := strings.Fields(form)
	if len(model.Words(form)) == 0 {
		h.all = h.all || form != ""
		return
	}
	h.names = append(h.names, words)
}

// After is the reader for the next model, and the words that it hears otherwise.
func (r *Reader) After(next *model.Model, delta model.Delta) (*Reader, Heard) {
	var heard Heard
	var named []string // forms of which the meaning may be another one
	actors := false
	name := func(text string) { named = append(named, model.NormalForm(text)) }
	for _, c := range delta {
		for _, row := range []model.Row{c.Old, c.New} {
			switch row := row.(type) {
			case *model.Term:
				named = append(named, formsOf(row)...)
			case *model.Project:
				name(row.Name)
			case *model.Element:
				if row.Kind == model.Actor || row.Kind == model.Subject {
					name(row.Name)
					actors = actors || row.Kind == model.Actor
				}
			}
		}
	}
	for _, form := range named {
		heard.hear(form)
	}
	r.mu.Lock()
	defer r.mu.Unlock()
	out := &Reader{m: next, words: r.words, firsts: r.firsts, actors: r.actors}
	if !actors && r.calls(named) {
		actors = true
	}
	if actors {
		out.actors = nil
	}
	if out.firsts != nil && slices.ContainsFunc(named, func(form string) bool { return !out.firsts[firstWord(form)] }) {
		out.firsts = maps.Clone(out.firsts)
		for _, form := range named {
			out.firsts[firstWord(form)] = true
		}
	}
	return out, heard
}

// calls reports whether an actor is called by one of some forms.
func (r *Reader) calls(forms []string) bool {
	for _, a := range r.actors {
		if slices.Contains(forms, model.NormalForm(a.Name)) {
			return true
		}
	}
	return false
}

// WordsIn adds to a set the words of a text, and what they are in the singular.
func (r *Reader) WordsIn(to map[string]bool, text string) {
	for _, piece := range strings.Fields(text) {
		for _, w := range r.words.of(piece) {
			to[w] = true
			to[model.Singular(w)] = true
		}
	}
}
