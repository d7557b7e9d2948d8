package check

import (
	"lexeon/core/model"
	"lexeon/core/notation"
)

var featureUnread = &Analyzer{
	Name:     "feature/unread",
	Title:    "A line of features cannot be read",
	Severity: Warning,
	Doc: "The line is kept as it was typed and drawn as it is, but it is neither an attribute nor an operation: " +
		"the checks cannot see it, and nothing is generated from it.",
	Source: "The notation of attributes and operations in UML 2.5.1, 9.5.4 and 9.6.4.",
	Finds:  "mass [lots",
	Leaves: "- mass: Decimal",
	Scope: Each{
		Kinds: []model.Kind{model.UnreadLine},
		Reach: []Neighbourhood{Self, Parts},
		Run: func(p *Pass, r model.Row) {
			e := r.(*model.Element)
			text := e.Unread().Text
			owner := p.Model.Element(e.Owner)
			f := notation.ReadFeature(notation.ContextOf(p.Model, owner), text)
			why := f.Problem
			if why == "" {
				why = "it can be read by now; edit the features once more to take it over"
			}
			p.Report(Finding{Subject: e.ID, says: say("%s: the line %q cannot be read: %s.", nameOf(p.Model, e.Owner), text, why)})
		},
	},
}
