package check

import (
	"lexeon/core/model"
)

var operationParameters = &Analyzer{
	Name: "class/parameter-twice", Title: "Two parameters bear the same name", Severity: Error,
	Doc:    "Whoever writes or calls the operation cannot tell the two apart, and no language takes it.",
	Source: "UML 2.5.1, 7.4.3: the members of a namespace are distinguishable; an operation is the namespace of its parameters (9.6.2).",
	Finds:  "move(to: Tank, to: Date)",
	Leaves: "move(to: Tank, on: Date); two operations with a parameter to each",
	Scope: Each{Kinds: []model.Kind{model.Operation}, Reach: []Neighbourhood{Self, Owner}, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		seen := map[string]*model.Element{}
		for _, q := range m.Children(e.ID, model.Parameter) {
			if first := seen[q.Name]; first != nil && q.Name != "" {
				p.Report(Finding{Subject: q.ID, Related: []model.ID{first.ID}, says: say("%s has two parameters called %s.", whereOf(m, e), q.Name), Mends: []Mend{deleteMend(q.ID, "Delete the second one")}})
			}
			seen[q.Name] = q
		}
	}},
}
