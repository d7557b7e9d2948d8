package view

import (
	"slices"
	"strings"

	"lexeon/core/brief"
	"lexeon/core/lexicon"
	"lexeon/core/model"
)

// Face is an element that bears a term.
type Face struct {
	ID       model.ID   `json:"id"`
	Kind     string     `json:"kind"`
	Name     string     `json:"name"`
	Diagrams []model.ID `json:"diagrams"`
}

// Term is a term of the lexicon.
type Term struct {
	ID         model.ID `json:"id"`
	Name       string   `json:"name"`
	Definition string   `json:"definition"`
	Aliases    []string `json:"aliases"`
	Faces      []Face   `json:"faces"`
	Sources    int      `json:"sources"` // sentences and activities that its faces stem from
}

// Terms is the lexicon, by name.
func Terms(m *model.Model) ([]Term, error) {
	out := []Term{}
	for _, id := range m.IDs(model.TableTerms) {
		out = append(out, termOf(m, m.Term(id)))
	}
	slices.SortFunc(out, func(a, b Term) int {
		if d := strings.Compare(strings.ToLower(a.Name), strings.ToLower(b.Name)); d != 0 {
			return d
		}
		return strings.Compare(string(a.ID), string(b.ID))
	})
	return out, nil
}

func termOf(m *model.Model, t *model.Term) Term {
	out := Term{ID: t.ID, Name: t.Name, Definition: t.Definition, Aliases: append([]string{}, t.Aliases...), Faces: []Face{}}
	for _, e := range m.Faces(t.ID) {
		f := Face{ID: e.ID, Kind: e.Kind.Title(), Name: e.Name, Diagrams: []model.ID{}}
		for _, p := range m.PlacementsOf(e.ID) {
			f.Diagrams = append(f.Diagrams, p.Diagram)
		}
		out.Faces = append(out.Faces, f)
		out.Sources += len(m.TracesOf(e.ID))
	}
	return out
}

// TermUses is where a term is used, everywhere.
type TermUses struct {
	Term      Term       `json:"term"`
	Plural    string     `json:"plural"`
	Rejected  []string   `json:"rejected"`
	Uses      []Use      `json:"uses"`
	Sentences []Numbered `json:"sentences"`
}

// Use is a place where a term is used; Before and After differ where it is to be renamed.
type Use struct {
	Row    model.ID `json:"row"`
	What   string   `json:"what"`
	Title  string   `json:"title"`
	Before string   `json:"before"`
	After  string   `json:"after"`
}

// TermUsesOf tells where a term is used.
func TermUsesOf(m *model.Model, term model.ID) (TermUses, error) {
	t := m.Term(term)
	if t == nil {
		return TermUses{}, model.Faultf(model.CodeMissing, "There is no such term any more.")
	}
	out := TermUses{Term: termOf(m, t), Plural: t.Plural, Rejected: append([]string{}, t.Rejected...), Uses: []Use{}, Sentences: []Numbered{}}
	for _, u := range lexicon.Uses(m, t.ID, "") {
		out.Uses = append(out.Uses, Use{u.Row, u.What, u.Title, u.Before, u.After})
	}
	out.Sentences = sentencesNaming(m, t)
	return out, nil
}

// sentencesNaming lists the sentences of the brief in which a term, or one of its
// aliases, stands.
func sentencesNaming(m *model.Model, t *model.Term) []Numbered {
	out := []Numbered{}
	names := append([]string{t.Name}, t.Aliases...)
	for _, s := range brief.Sentences(m) {
		text := s.Sentence().Text
		if s.Number > 0 && lexicon.Names(text, names) {
			out = append(out, Numbered{s.ID, s.Number, text})
		}
	}
	return out
}
