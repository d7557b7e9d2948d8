package check

import (
	"maps"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

var classOverride = &Analyzer{
	Name: "class/override", Title: "An operation overrides another one and does not stand for it", Severity: Error,
	Doc: "The operation has the name and the parameters of one that is inherited, but gives another result, or is visible to fewer. Whoever speaks to the general class cannot be given an object of this one. " +
		"A result may be a kind of the one that is promised; a type that is not known fits.",
	Source:   "UML 2.5.1, 9.6.3 and 9.2.3: a redefining operation is consistent with what it redefines; Liskov 1987.",
	Finds:    "Lot has weigh(): Text, and Item has weigh(): Decimal",
	Leaves:   "Lot has copy(): Lot, and Item has copy(): Item; private, static and constructing operations",
	Requires: []Requirement{operationNames},
	Scope: Each{Kinds: []model.Kind{model.Operation}, Reach: []Neighbourhood{Self, Owner}, Around: true, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		if operationNames.of(p)[e.Name] < 2 {
			return // nothing else bears the name, however long the chain of generals is
		}
		for _, o := range classifier.Overrides(m, e) {
			switch {
			case o.Result == classifier.No:
				p.Report(Finding{Subject: e.ID, Related: []model.ID{o.General.ID}, Key: "result", says: say("%s gives another result than %s, which it overrides.", whereOf(m, e), whereOf(m, o.General))})
			case o.Narrower:
				p.Report(Finding{Subject: e.ID, Related: []model.ID{o.General.ID}, Key: "visibility", says: say("%s is visible to fewer than %s, which it overrides.", whereOf(m, e), whereOf(m, o.General)),
					Mends: []Mend{{Title: "Make it as visible", Changes: []model.Change{&model.SetPart{ID: e.ID, Set: model.P("visibility", o.General.Visibility())}}}}})
			default:
				continue
			}
			return // the nearest one is enough
		}
	}},
}

// operationNames counts how many operations bear a name.
var operationNames = &Fact[map[string]int]{
	name: "operations", rests: rowsOf(model.Operation).has,
	find: func(f *facts) map[string]int {
		out := map[string]int{}
		f.each(rowsOf(model.Operation), func(r model.Row) { countOperation(out, r, 1) })
		return out
	},
	carry: func(at *carrying, old map[string]int) (map[string]int, outcome) {
		next := maps.Clone(old)
		for _, c := range at.delta {
			countOperation(next, c.Old, -1)
			countOperation(next, c.New, 1)
		}
		return next, kept // the rule that reads it runs on what was written anyway
	},
}

func countOperation(to map[string]int, r model.Row, by int) {
	if e, ok := r.(*model.Element); ok && e.Kind == model.Operation {
		to[e.Name] += by
	}
}
