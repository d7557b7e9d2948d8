package check

import (
	"strings"

	"lexeon/core/model"
)

var nameMissing = &Analyzer{
	Name:     "name/missing",
	Title:    "An element has no name",
	Severity: Error,
	Doc:      "A classifier, an actor or a use case without a name cannot be spoken of, found or generated.",
	Source:   "UML 2.5.1, 7.4.3: names identify the members of a namespace.",
	Finds:    "A class that was placed and never named.",
	Leaves:   "An association without a name: another rule speaks of that.",
	Scope: Each{
		Kinds: append(model.ClassifierKinds(), model.Actor, model.UseCase, model.PackageKind),
		Reach: []Neighbourhood{Self},
		Run: func(p *Pass, r model.Row) {
			if e := r.(*model.Element); strings.TrimSpace(e.Name) == "" {
				p.Report(Finding{Subject: e.ID, says: say("This %s has no name. Give it %s that the people concerned use.", e.Kind.Title(), map[bool]string{true: "the verb phrase", false: "the noun"}[e.Kind == model.UseCase])})
			}
		},
	},
}

// nameOf names an element in a message.
func nameOf(m *model.Model, id model.ID) string {
	e := m.Element(id)
	if e == nil {
		return "something"
	}
	if strings.TrimSpace(e.Name) == "" {
		return "the unnamed " + e.Kind.Title()
	}
	return e.Name
}
