package check

import (
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

var associationClass = &Analyzer{
	Name: "association/class", Title: "An association class that cannot be one", Severity: Error,
	Doc:    "An association class is the association: its objects are the links. So it does not stand at an end of itself, nor is it a kind of what does; it is that of one association only; and none of its attributes bears the name of a role at its ends, since both are its properties.",
	Source: "UML 2.5.1, 11.8.2.7: an association class cannot be defined between itself and something else; its attributes are disjoint from its ends.",
	Finds:  "Order contains Item through Order",
	Leaves: "Order contains Item through OrderLine",
	Scope: Each{Kinds: []model.Kind{model.Association}, Reach: []Neighbourhood{Self, associationOfClass}, Around: true, Run: func(p *Pass, r model.Row) {
		m, rel := p.Model, r.(*model.Relationship)
		class := m.Element(rel.Class)
		if class == nil {
			return
		}
		kinds := classifier.Lineage(m, class.ID)
		for _, e := range m.Ends(rel.ID) {
			if slices.Contains(kinds, e.Type) {
				p.Report(Finding{Subject: rel.ID, Related: []model.ID{class.ID}, Key: "itself", says: say("%s is the class of an association at whose end it stands itself: %s.", class.Name, relationText(m, rel.ID)),
					Mends: []Mend{{Title: "It is no association class", Changes: []model.Change{&model.SetRelationship{ID: rel.ID, Set: model.P("class", model.ID(""))}}}}})
				break
			}
		}
		for _, u := range m.Uses(class.ID) {
			if o, ok := u.(*model.Relationship); ok && o.Class == class.ID && o.ID < rel.ID {
				p.Report(Finding{Subject: rel.ID, Related: []model.ID{o.ID, class.ID}, Key: "two", says: say("%s is the class of two associations: %s, and %s.", class.Name, relationText(m, o.ID), relationText(m, rel.ID)),
					Mends: []Mend{{Title: "It is no class of this one", Changes: []model.Change{&model.SetRelationship{ID: rel.ID, Set: model.P("class", model.ID(""))}}}}})
				break
			}
		}
		for _, a := range m.Children(class.ID, model.Attribute) {
			for _, e := range m.Ends(rel.ID) {
				if a.Name != "" && a.Name == e.Name {
					p.Report(Finding{Subject: a.ID, Related: []model.ID{e.ID}, Key: string(rel.ID), says: say("%s bears the name of a role of its own association, %s.", whereOf(m, a), relationText(m, rel.ID))})
				}
			}
		}
	}},
}

// associationOfClass: from a class to the associations that it is the class of, and from one
// of them to the others.
func associationOfClass(m *model.Model, r model.Row, reach func(model.ID)) {
	of := func(class model.ID) {
		if class == "" {
			return
		}
		for _, u := range m.Uses(class) {
			if o, ok := u.(*model.Relationship); ok && o.Class == class {
				reach(o.ID)
			}
		}
	}
	switch r := r.(type) {
	case *model.Relationship:
		of(r.Class)
	case *model.Element:
		of(r.ID)
		of(r.Owner)
	}
}
