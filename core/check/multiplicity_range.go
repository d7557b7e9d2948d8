package check

import (
	"lexeon/core/model"
)

var multiplicityRange = &Analyzer{
	Name:     "class/multiplicity-range",
	Title:    "A multiplicity allows nothing",
	Severity: Error,
	Doc: "A range whose lower bound is above its upper bound can never be met, and an upper bound of zero says that there is never one: " +
		"then the attribute, parameter or end should not be there.",
	Source: "UML 2.5.1, 7.8.8.6: the upper bound is at least the lower bound.",
	Finds:  "5..2, 0, 0..0",
	Leaves: "2..5, 0..1, 1..*",
	Scope: Each{
		Kinds: []model.Kind{model.End, model.Attribute, model.Operation, model.Parameter},
		Reach: []Neighbourhood{Self, Opposite, Parts, EndsOfEnds, partsOfParts},
		Run: func(p *Pass, r model.Row) {
			e := r.(*model.Element)
			mult := e.Multiplicity()
			if mult.State != model.Decided || mult.Upper == model.Many || mult.Lower <= mult.Upper && mult.Upper > 0 {
				return
			}
			where := whereOf(p.Model, e)
			f := Finding{Subject: e.ID}
			if mult.Lower > mult.Upper {
				f.says = say("%s: %s asks for at least %d and at most %d.", where, mult, mult.Lower, mult.Upper)
				swapped := model.Range(mult.Upper, mult.Lower).String()
				if mult.Upper == 0 && mult.Lower == 0 {
					swapped = "0..1"
				}
				f.Mends = []Mend{{Title: "Make it " + swapped, Changes: []model.Change{setMultiplicity(e, swapped)}}}
			} else {
				f.says = say("%s: %s says that there is never one.", where, mult)
			}
			p.Report(f)
		},
	},
}

// partsOfParts reaches parameters from their classifier.
func partsOfParts(m *model.Model, r model.Row, reach func(model.ID)) {
	for _, p := range m.Children(r.RowID()) {
		Parts(m, p, reach)
	}
}

func setMultiplicity(e *model.Element, value string) model.Change {
	if e.Kind == model.End {
		return &model.SetEnd{ID: e.ID, Set: model.P("multiplicity", value)}
	}
	return &model.SetPart{ID: e.ID, Set: model.P("multiplicity", value)}
}

// whereOf names a part with its owner: "HoneyLot.mass", or an end by its
// association.
func whereOf(m *model.Model, e *model.Element) string {
	if e.Kind == model.End {
		return relationText(m, e.Owner) + ", at " + nameOf(m, e.Type)
	}
	name := e.Name
	if name == "" {
		name = m.TypeText(e)
	}
	owner := m.Element(e.Owner)
	if owner == nil {
		return name
	}
	if owner.Kind == model.Operation {
		return nameOf(m, owner.Owner) + "." + owner.Name + "(" + name + ")"
	}
	return nameOf(m, owner.ID) + "." + name
}
