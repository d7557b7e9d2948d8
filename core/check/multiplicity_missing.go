package check

import (
	"lexeon/core/model"
)

var multiplicityMissing = &Analyzer{
	Name:     "class/multiplicity-missing",
	Title:    "An association does not say how many",
	Severity: Warning,
	Doc: "An end without a multiplicity says nothing: neither one nor many may be concluded from it. " +
		"Whoever reads the diagram will assume something, and different readers assume different things. " +
		"If the rule is not known, mark the end as undecided: then it is a question, and no omission.",
	Source: "UML 2.5.1, 7.5.3 and 11.5.4; an omitted multiplicity leaves it open whether it is unspecified or one.",
	Finds:  "Beekeeper delivers HoneyLot",
	Leaves: "1 Beekeeper delivers ? HoneyLot",
	Scope: Each{
		Kinds: []model.Kind{model.End},
		Reach: []Neighbourhood{Self, Opposite, Parts, EndsOfEnds},
		Run: func(p *Pass, r model.Row) {
			e := r.(*model.Element)
			if e.End().Multiplicity.State != model.Absent {
				return
			}
			p.Report(Finding{
				Subject: e.ID,
				says:    say("%s: how many %s?", relationText(p.Model, e.Owner), pluralOf(p.Model, e.Type)),
				Mends: []Mend{
					{Title: "Mark as undecided", Changes: []model.Change{&model.SetEnd{ID: e.ID, Set: model.P("multiplicity", "?")}}},
				},
			})
		},
	},
}

// relationText names an association by its two sides: "Beekeeper delivers HoneyLot".
func relationText(m *model.Model, id model.ID) string {
	r := m.Relationship(id)
	if r == nil {
		return "a relation"
	}
	ids := m.Connected(r)
	verb := r.Name
	if a := r.Association(); a.Reading == model.Backward && len(ids) == 2 && r.Name != "" {
		ids = []model.ID{ids[1], ids[0]}
	}
	if verb == "" {
		verb = "–"
	}
	out := nameOf(m, ids[0]) + " " + verb
	for i, other := range ids[1:] {
		if i > 0 {
			out += ","
		}
		out += " " + nameOf(m, other)
	}
	return out
}

func pluralOf(m *model.Model, id model.ID) string {
	e := m.Element(id)
	if e == nil || e.Name == "" {
		return nameOf(m, id)
	}
	if t := m.Term(e.Term); t != nil && t.Plural != "" {
		return t.Plural
	}
	return model.Plural(e.Name)
}
