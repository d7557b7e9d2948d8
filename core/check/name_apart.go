package check

import (
	"maps"
	"slices"
	"strings"

	"lexeon/core/model"
)

var nameApart = &Analyzer{
	Name: "name/apart", Title: "One name is written together and apart", Severity: Warning,
	Doc:      "Two terms differ in nothing but a space, or in the number of a word inside: berthfile and berth file, berths file and berth file. Names meet by their words, so the two do not meet: what is said of one is not found at the other.",
	Source:   "One term for one thing: the data dictionary, DeMarco 1978, ch. 11; ISO 704, univocity.",
	Finds:    "The terms “delivery note” and “deliverynote”",
	Leaves:   "HoneyLot and honey lot, which are two manners of one name",
	Requires: []Requirement{termsBySound},
	Scope: Whole{Touched: rowsOf().andTerms().has, Run: func(p *Pass) {
		m := p.Model
		for _, ids := range termsBySound.of(p) {
			if len(ids) < 2 {
				continue
			}
			first := m.Term(ids[0])
			for _, id := range ids[1:] {
				t := m.Term(id)
				if model.NormalForm(t.Name) != model.NormalForm(first.Name) {
					p.Report(Finding{Subject: faceOf(m, t), Related: []model.ID{faceOf(m, first)}, Key: string(t.ID), says: say(apartWords(t, first), t.Name, first.Name)})
				}
			}
		}
	}},
}

// apartWords tells in what two names differ.
func apartWords(a, b *model.Term) string {
	if len(model.Words(a.Name)) == len(model.Words(b.Name)) {
		return "%s and %s are one name, with a word in the singular and in the plural."
	}
	return "%s and %s are one name, written together and apart."
}

// termsBySound lists terms by their names without the spaces, by id.
var termsBySound = &Fact[map[string][]model.ID]{
	name: "sounds", rests: rowsOf().andTerms().has,
	find: func(f *facts) map[string][]model.ID {
		out := map[string][]model.ID{}
		for _, id := range f.m.IDs(model.TableTerms) {
			if key := soundOf(f.m.Term(id)); key != "" {
				out[key] = append(out[key], id)
			}
		}
		return out
	},
	carry: func(at *carrying, old map[string][]model.ID) (map[string][]model.ID, outcome) {
		next := maps.Clone(old)
		for _, c := range at.delta {
			if key := soundOf(c.Old); key != "" {
				next[key] = slices.DeleteFunc(slices.Clone(next[key]), func(id model.ID) bool { return id == c.ID })
			}
			if key := soundOf(c.New); key != "" {
				list := append(slices.Clone(next[key]), c.ID)
				slices.Sort(list)
				next[key] = list
			}
		}
		return next, updated
	},
}

// soundOf is the name of a term without its spaces, "" of other rows.
func soundOf(r model.Row) string {
	t, ok := r.(*model.Term)
	if !ok || t == nil {
		return ""
	}
	words := model.Words(t.Name)
	for i, w := range words { // Berths file and Berth file as well
		words[i] = model.Singular(w)
	}
	return strings.Join(words, "")
}

// faceOf is an element of a term, where there is one: what can be shown.
func faceOf(m *model.Model, t *model.Term) model.ID {
	if faces := m.Faces(t.ID); len(faces) > 0 {
		return faces[0].ID
	}
	return t.ID
}
