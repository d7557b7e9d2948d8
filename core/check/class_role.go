package check

import (
	"lexeon/core/classifier"
	"lexeon/core/model"
)

var classRoleClash = &Analyzer{
	Name: "class/role-clash", Title: "A role bears the name of a feature", Severity: Error,
	Doc: "Seen from the class at the other end, a role is a property like its attributes. Another attribute or role of that name cannot be told from it, and generated code would not compile. " +
		"Roles that redefine or subset the other one are meant, and private features of general classes are not inherited.",
	Source: "UML 2.5.1, 7.4.3 and 11.5.3: association ends are members of the class at the opposite end where they can be told apart.",
	Finds:  "Hive has an attribute keeper, and Beekeeper as keeper tends Hive",
	Leaves: "Beekeeper as keeper tends Hive, Beekeeper as keeper owns Apiary: seen from two classes",
	Scope: Each{Kinds: []model.Kind{model.End}, Reach: []Neighbourhood{Self, Opposite}, Around: true, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		if e.Name == "" || len(e.End().Redefines)+len(e.End().Subsets) > 0 {
			return
		}
		ends := m.Ends(e.Owner)
		if len(ends) != 2 {
			return
		}
		opposite := ends[0]
		if opposite.ID == e.ID {
			opposite = ends[1]
		}
		for i, c := range classifier.Lineage(m, opposite.Type) {
			for _, a := range m.Children(c, model.Attribute) {
				if a.Name == e.Name && (i == 0 || a.Attribute().Visibility != model.Private) {
					p.Report(Finding{Subject: e.ID, Related: []model.ID{a.ID}, says: say("The role %s at %s clashes with the attribute %s.", e.Name, nameOf(m, e.Type), whereOf(m, a))})
					return
				}
			}
			for _, rel := range m.RelationshipsOf(c) {
				others := m.Ends(rel.ID)
				if rel.Kind != model.Association || len(others) != 2 {
					continue
				}
				for k, o := range others {
					if o.ID >= e.ID || o.Name != e.Name || others[1-k].Type != c || len(o.End().Redefines)+len(o.End().Subsets) > 0 || i > 0 && o.End().Visibility == model.Private {
						continue
					}
					p.Report(Finding{Subject: e.ID, Related: []model.ID{o.ID}, says: say("The role %s stands twice, seen from %s.", e.Name, nameOf(m, opposite.Type))})
					return
				}
			}
		}
	}},
}
