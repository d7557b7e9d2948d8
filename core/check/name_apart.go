package check

import (
	"slices"
	"strings"

	"lexeon/core/model"
)

var nameApart = &Analyzer{
	Name: "name/apart", Title: "One name is written together and apart", Severity: Warning,
	Doc:    "Two terms differ in nothing but a space: berthfile and berth file. Names meet by their words, so the two do not meet: what is said of one is not found at the other.",
	Source: "One term for one thing: the data dictionary, DeMarco 1978, ch. 11; ISO 704, univocity.",
	Finds:  "The terms “delivery note” and “deliverynote”",
	Leaves: "HoneyLot and honey lot, which are two manners of one name",
	Scope: Whole{Touched: rowsOf().andTerms().has, Run: func(p *Pass) {
		m := p.Model
		bySound := map[string][]*model.Term{}
		for _, id := range m.IDs(model.TableTerms) {
			t := m.Term(id)
			if form := model.NormalForm(t.Name); form != "" {
				bySound[strings.ReplaceAll(form, " ", "")] = append(bySound[strings.ReplaceAll(form, " ", "")], t)
			}
		}
		for _, list := range bySound {
			if len(list) < 2 {
				continue
			}
			slices.SortFunc(list, func(a, b *model.Term) int { return strings.Compare(string(a.ID), string(b.ID)) })
			for _, t := range list[1:] {
				if model.NormalForm(t.Name) == model.NormalForm(list[0].Name) {
					continue
				}
				p.Report(Finding{Subject: faceOf(m, t), Related: []model.ID{faceOf(m, list[0])}, Key: string(t.ID), says: say("%s and %s are one name, written together and apart.", t.Name, list[0].Name)})
			}
		}
	}},
}

// faceOf is an element of a term, where there is one: what can be shown.
func faceOf(m *model.Model, t *model.Term) model.ID {
	if faces := m.Faces(t.ID); len(faces) > 0 {
		return faces[0].ID
	}
	return t.ID
}
