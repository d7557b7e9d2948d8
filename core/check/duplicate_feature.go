package check

import (
	"strings"

	"lexeon/core/model"
)

var duplicateFeature = &Analyzer{
	Name:     "class/duplicate-feature",
	Title:    "A feature is listed twice",
	Severity: Error,
	Doc: "Two attributes of one name, two literals of one name, or two operations with the same name and the same parameter types " +
		"cannot be told apart within their classifier.",
	Source: "UML 2.5.1, 7.4.3 and 9.6.3: features are distinguishable by name, operations by name and parameter types.",
	Finds:  "mass: Decimal and mass: Integer in one class",
	Leaves: "grade(Result) and grade(Result, Date) in one class: overloads",
	Scope: Each{
		Kinds: classifiers,
		Reach: []Neighbourhood{Self, Owner, ownersOfTyped},
		Run: func(p *Pass, r model.Row) {
			parts := p.Model.Children(r.RowID(), model.Attribute, model.Operation, model.Literal)
			first := make(map[featureKey]*model.Element, len(parts))
			for _, e := range parts {
				key := featureKey{operation: e.Kind == model.Operation, text: e.Name}
				if key.operation {
					key.text = signature(p.Model, e)
				}
				was, twice := first[key]
				if !twice {
					first[key] = e
					continue
				}
				f := Finding{Subject: e.ID, Related: []model.ID{was.ID},
					says: say("%s has the %s %s twice.", nameOf(p.Model, r.RowID()), e.Kind.Title(), e.Name)}
				if sameFeature(p.Model, was, e) {
					f.Mends = []Mend{{Title: "Remove the second one", Changes: []model.Change{&model.Delete{ID: e.ID}}}}
				}
				p.Report(f, string(was.ID))
			}
		},
	},
}

// featureKey tells features apart. Attributes and literals share the namespace.
type featureKey struct {
	operation bool
	text      string
}

// ownersOfTyped: renaming a type changes the signatures that use it.
func ownersOfTyped(m *model.Model, r model.Row, reach func(model.ID)) {
	TypedParts(m, r, func(id model.ID) {
		if e := m.Element(id); e != nil {
			Owner(m, e, reach)
		}
	})
}

func signature(m *model.Model, e *model.Element) string {
	var types []string
	for _, q := range m.Children(e.ID, model.Parameter) {
		types = append(types, m.TypeText(q)+q.Parameter().Multiplicity.String())
	}
	return "operation|" + e.Name + "(" + strings.Join(types, ",") + ")"
}

// sameFeature: nothing is lost if one of the two goes.
func sameFeature(m *model.Model, a, b *model.Element) bool {
	plain := func(e *model.Element) string {
		c := *e
		c.ID, c.Order = "", ""
		return string(model.EncodeRow(&c))
	}
	if plain(a) != plain(b) || len(m.Children(a.ID)) != len(m.Children(b.ID)) {
		return false
	}
	pa, pb := m.Children(a.ID), m.Children(b.ID)
	for i := range pa {
		x, y := *pa[i], *pb[i]
		x.ID, x.Owner, x.Order, y.ID, y.Owner, y.Order = "", "", "", "", "", ""
		if string(model.EncodeRow(&x)) != string(model.EncodeRow(&y)) {
			return false
		}
	}
	return true
}
