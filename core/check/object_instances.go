package check

import (
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

var objectAbstract = &Analyzer{
	Name: "object/abstract", Title: "An example of an abstract class", Severity: Warning,
	Doc:    "An abstract class has no objects of its own, only those of its kinds. An example says of which kind it is; else it is not seen whether the kinds are complete.",
	Source: "UML 2.5.1, 9.2.3: an abstract classifier has no direct instances.",
	Finds:  "item7 : TraceableItem, where TraceableItem is abstract",
	Leaves: "item7 : HoneyLot, a kind of TraceableItem",
	Scope: onExamples(func(p *Pass) {
		m := p.Model
		for _, e := range m.OfKind(model.Object) {
			t := m.Element(e.Type)
			if t == nil || !t.Classifier().Abstract {
				continue
			}
			f := Finding{Subject: e.ID, Related: []model.ID{t.ID}, says: say("%s is an example of %s, which is abstract. Of which kind is it?", m.ObjectTitle(e), t.Name)}
			for i, k := range classifier.Specifics(m, t.ID) {
				if kind := m.Element(k); !kind.Classifier().Abstract && i < fewSteps {
					f.Mends = append(f.Mends, Mend{Title: "It is a " + kind.Name, Changes: []model.Change{&model.SetObject{ID: e.ID, Name: e.Name, Type: k, Slots: e.Object().Slots}}})
				}
			}
			p.Report(f)
		}
	}),
}

var objectTooMany = &Analyzer{
	Name: "object/too-many-links", Title: "An example has more links than its class allows", Severity: Error,
	Doc:    "The object is linked with more others, as examples of one association, than the multiplicity at their end allows: either the example is wrong, or the multiplicity. Too few are no mistake: an example need not show all.",
	Source: "UML 2.5.1, 11.5.3: for a given object, the number of links lies within the multiplicity of the opposite end.",
	Finds:  "lot17 is linked with anna and with bert, and a HoneyLot is delivered by exactly one Beekeeper",
	Leaves: "anna is linked with lot17 and lot18, and a Beekeeper delivers any number",
	Scope: onExamples(func(p *Pass) {
		m := p.Model
		type place struct {
			object, association model.ID
			end                 int
		}
		links := map[place][]*model.Relationship{}
		for _, r := range m.Relationships(model.Link) {
			if r.Refers != "" && len(m.Ends(r.Refers)) == 2 {
				links[place{r.Source, r.Refers, 1}] = append(links[place{r.Source, r.Refers, 1}], r)
				links[place{r.Target, r.Refers, 0}] = append(links[place{r.Target, r.Refers, 0}], r)
			}
		}
		for at, list := range links {
			end := m.Ends(at.association)[at.end]
			most := end.Multiplicity()
			if most.State != model.Decided || most.Upper == model.Many || len(list) <= most.Upper || len(m.Ends(at.association)[1-at.end].End().Qualifiers) > 0 {
				continue
			}
			var with []model.ID
			for _, r := range list {
				other := r.Target
				if other == at.object {
					other = r.Source
				}
				if !slices.Contains(with, other) {
					with = append(with, other)
				}
			}
			if len(with) <= most.Upper {
				continue
			}
			p.Report(Finding{Subject: at.object, Related: with, Key: string(end.ID), says: say("%s is linked with %d others as an example of %s, which allows %s.", m.ObjectTitle(m.Element(at.object)), len(with), relationText(m, at.association), most.String())})
		}
	}),
}
