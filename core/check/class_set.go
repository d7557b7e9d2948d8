package check

import "lexeon/core/model"

var classSetElsewhere = &Analyzer{
	Name: "class/set-elsewhere", Title: "A generalization is in the set of another class", Severity: Error,
	Doc:    "A generalization set says how the kinds of one class are told apart. This generalization leads to another class, so the set says nothing of it.",
	Source: "UML 2.5.1, 9.7.3: all generalizations of a set have the same general classifier.",
	Finds:  "Loan is a kind of Product, in the set use of Account",
	Leaves: "Loan is a kind of Account, in the set use of Account",
	Scope: Each{Kinds: []model.Kind{model.Generalization}, Reach: []Neighbourhood{Self, generalizationsOfSet}, Around: true, Run: func(p *Pass, r model.Row) {
		m, g := p.Model, r.(*model.Relationship)
		set := m.Element(g.Set)
		if set == nil || set.Owner == g.Target {
			return
		}
		p.Report(Finding{Subject: g.ID, Related: []model.ID{set.ID, set.Owner}, says: say("%s is a kind of %s, but in the set %s, which is of %s.", nameOf(m, g.Source), nameOf(m, g.Target), set.Name, nameOf(m, set.Owner)),
			Mends: []Mend{{Title: "Take it out of the set", Changes: []model.Change{&model.SetRelationship{ID: g.ID, Set: model.P("set", model.ID(""))}}}}})
	}},
}

// generalizationsOfSet: from a set to the generalizations in it.
func generalizationsOfSet(m *model.Model, r model.Row, reach func(model.ID)) {
	if e, ok := r.(*model.Element); ok && e.Kind == model.GeneralizationSet {
		for _, u := range m.Uses(e.ID) {
			reach(u.RowID())
		}
	}
}
