package check

import (
	"lexeon/core/model"
)

var unnamedAssociation = &Analyzer{
	Name:     "class/unnamed-association",
	Title:    "An association says nothing",
	Severity: Warning,
	Doc: "A line between two classes without a name and without a role only says that they have to do with each other. " +
		"Read aloud, nobody can agree or object to it. A verb, or a role at one end, makes it a statement.",
	Source: "UML 2.5.1, 11.5.4 leaves the name out at will; analysis needs a verb or a role to verify the rule with people.",
	Finds:  "1 Beekeeper -- 0..* HoneyLot",
	Leaves: "1 Beekeeper delivers 0..* HoneyLot, every aggregation: it is read \"is made of\" or \"brings together\"; one from a class to itself, which needs roles (class/self-roles)",
	Scope: Each{
		Kinds: []model.Kind{model.Association},
		Reach: []Neighbourhood{Self, Owner, Ends},
		Run: func(p *Pass, r model.Row) {
			rel := r.(*model.Relationship)
			if rel.Name != "" || rel.Association().Aggregation != model.NoAggregation || rel.Class != "" {
				return
			}
			for _, e := range p.Model.Ends(rel.ID) {
				if e.Name != "" {
					return
				}
			}
			if ids := p.Model.Connected(rel); len(ids) == 2 && ids[0] == ids[1] {
				return // that it needs roles is told by class/self-roles
			}
			p.Report(Finding{Subject: rel.ID,
				says: say("What is %s to do with %s? Name the association with a verb, or give one end a role.",
					nameOf(p.Model, p.Model.Connected(rel)[0]), nameOf(p.Model, p.Model.Connected(rel)[1]))})
		},
	},
}
