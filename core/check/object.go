package check

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

// onExamples runs a rule where there are objects.
func onExamples(run func(p *Pass)) Scope {
	return Whole{
		Touched: rowsOf(append(model.ClassifierKinds(), model.Object, model.Link, model.Association, model.End, model.Attribute, model.Generalization)...).has,
		Run: func(p *Pass) {
			if len(p.Model.OfKind(model.Object)) > 0 {
				run(p)
			}
		},
	}
}

var objectLink = &Analyzer{
	Name: "object/link", Title: "A link is no example of its association", Severity: Error,
	Doc:    "A link is an example of an association, but its objects are not of the classes that the association connects, nor of kinds of them, in this order. Mostly the class of an object was changed after the link was drawn. Objects whose class is not known are left out.",
	Source: "UML 2.5.1, 9.8.3: the values of a link are instances of the types of the association's ends.",
	Finds:  "lot17 and shed2 are linked as Beekeeper delivers HoneyLot, and shed2 is a Shed.",
	Leaves: "anna : Beekeeper and lot17 : HeatherLot, a kind of HoneyLot; a link that is an example of nothing",
	Scope: onExamples(func(p *Pass) {
		m := p.Model
		for _, r := range m.Relationships(model.Link) {
			from, to := m.Element(r.Source), m.Element(r.Target)
			if r.Refers == "" || len(m.Ends(r.Refers)) != 2 || from.Type == "" || to.Type == "" {
				continue
			}
			options := classifier.LinkOptions(m, from.Type, to.Type)
			if slices.ContainsFunc(options, func(o classifier.LinkOption) bool { return o.Association.ID == r.Refers && !o.Turned }) {
				continue
			}
			f := Finding{Subject: r.ID, Related: []model.ID{from.ID, to.ID}, says: say("%s and %s are linked as an example of %s, and are none.", m.ObjectTitle(from), m.ObjectTitle(to), relationText(m, r.Refers))}
			for _, o := range options {
				if o.Association.ID == r.Refers {
					f.Mends = append(f.Mends, Mend{Title: "Turn it around", Changes: []model.Change{&model.SetRelationship{ID: r.ID, Set: model.P("source", r.Target, "target", r.Source)}}})
				} else if !o.Turned {
					f.Mends = append(f.Mends, Mend{Title: "Make it an example of " + relationText(m, o.Association.ID), Changes: []model.Change{&model.SetRelationship{ID: r.ID, Set: model.P("refers", o.Association.ID)}}})
				}
			}
			f.Mends = append(f.Mends, deleteMend(r.ID, "Delete the link"))
			p.Report(f)
		}
	}),
}

var objectValue = &Analyzer{
	Name: "object/value", Title: "An example has a value for nothing", Severity: Warning,
	Doc:    "The object has a value under a name that its class has neither as an attribute, nor inherits, nor as the role of a class that it is associated with. Either the name is misspelled, or the class lacks the attribute: examples are there to find that out. Objects whose class is not known are left out.",
	Source: "UML 2.5.1, 9.8.3: the defining feature of each slot is a feature of a classifier of the instance.",
	Finds:  "lot17 : HoneyLot has wieght = 212.5, and HoneyLot has no attribute wieght.",
	Leaves: "mass = 212.5, where HoneyLot has or inherits mass; keeper = anna, where keeper is a role",
	Scope: onExamples(func(p *Pass) {
		m := p.Model
		for _, e := range m.OfKind(model.Object) {
			if e.Type == "" || len(e.Object().Slots) == 0 {
				continue
			}
			known := slotNames(m, e.Type)
			for _, s := range e.Object().Slots {
				if key := model.NormalForm(s.Name); !known[key] && strings.TrimSpace(s.Name) != "" {
					p.Report(Finding{Subject: e.ID, Key: key, Related: []model.ID{e.Type}, says: say("%s has a value for %s, and %s has no such attribute.", m.ObjectTitle(e), s.Name, nameOf(m, e.Type)),
						Mends: []Mend{{Title: fmt.Sprintf("%s has the attribute %s", nameOf(m, e.Type), s.Name), Changes: []model.Change{&model.AddPart{ID: model.DeriveID("valued", string(e.Type), key), Owner: e.Type, Kind: model.Attribute, Name: strings.TrimSpace(s.Name)}}}}})
				}
			}
		}
	}),
}

// slotNames are what objects of a classifier can have values for: attributes, private
// ones of generals too, and the roles at the other ends of associations.
func slotNames(m *model.Model, id model.ID) map[string]bool {
	out := map[string]bool{}
	for _, c := range classifier.Lineage(m, id) {
		for _, a := range m.Children(c, model.Attribute) {
			out[model.NormalForm(a.Name)] = true
		}
		for _, r := range m.RelationshipsOf(c) {
			if r.Kind != model.Association {
				continue
			}
			for _, end := range m.Ends(r.ID) {
				out[model.NormalForm(end.Name)] = true
				if t := m.Element(end.Type); t != nil && end.Name == "" {
					out[model.NormalForm(t.Name)] = true // an end without a role is called by its class
				}
			}
		}
	}
	return out
}
