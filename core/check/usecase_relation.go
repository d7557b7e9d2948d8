package check

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/usecase"
)

var usecaseIncludeCycle = &Analyzer{
	Name: "usecase/include-cycle", Title: "A use case includes itself", Severity: Error,
	Doc:    "What is included happens every time. A use case that includes itself, be it by way of others, never ends.",
	Source: "UML 2.5.1, 18.1.5: a use case cannot include use cases that directly or indirectly include it.",
	Finds:  "Trace a recall includes Identify lots, which includes Trace a recall.",
	Leaves: "Two use cases that include the same third one.",
	Scope:  onCircles(model.Include, "includes"),
}

var usecaseExtendCycle = &Analyzer{
	Name: "usecase/extend-cycle", Title: "A use case extends itself", Severity: Warning,
	Doc:    "What extends is added to something that is complete without it. In a circle nothing is.",
	Source: "UML 2.5.1, 18.1.3: the extended use case is defined independently of the extending one.",
	Finds:  "Print labels extends Bottle blend, which extends Print labels.",
	Leaves: "Two use cases that extend the same third one.",
	Scope:  onCircles(model.Extend, "extends"),
}

// onCircles runs a rule on circles of relationships of a kind. Nothing else makes one.
func onCircles(kind model.Kind, verb string) Scope {
	return Whole{Touched: rowsOf(model.UseCase, model.Step, kind).has, Run: func(p *Pass) { reportCircles(p, kind, verb) },
		Silent: func(old, next model.Row) bool { return kindOf(old) != kind && kindOf(next) != kind }}
}

// reportCircles reports each circle of relationships of a kind, with a mend for
// each relationship that it would be broken at.
func reportCircles(p *Pass, kind model.Kind, verb string) {
	m := p.Model
	for _, circle := range cycles(m, kind) {
		names, facts := []string{}, []string{}
		f := Finding{Subject: circle[0], Related: circle[1:]}
		for i, id := range circle {
			names, facts = append(names, nameOf(m, id)), append(facts, string(id))
			next := circle[(i+1)%len(circle)]
			mend := Mend{Title: fmt.Sprintf("Delete: %s %s %s", nameOf(m, id), verb, nameOf(m, next))}
			for _, r := range m.RelationshipsFrom(id, kind) {
				if r.Target == next {
					mend.Changes = append(mend.Changes, &model.Delete{ID: r.ID})
					facts = append(facts, string(r.ID))
				}
			}
			if kind == model.Include { // the steps at which that happens go with the line
				for _, s := range usecase.Of(m, id).All() {
					if s.Step().Includes == next {
						mend.Changes = append(mend.Changes, &model.Delete{ID: s.ID})
					}
				}
			}
			f.Mends = append(f.Mends, mend)
		}
		f.says = say("Round in a circle: %s.", strings.Join(append(names, names[0]), " "+verb+" "))
		p.Report(f, facts...)
	}
}

// hasPrimary: somebody starts the use case.
func hasPrimary(m *model.Model, useCase model.ID) bool {
	return slices.ContainsFunc(m.RelationshipsTo(useCase, model.Participation), func(r *model.Relationship) bool { return r.Participation().Part == model.Primary })
}

var usecaseExtendReversed = &Analyzer{
	Name: "usecase/extend-reversed", Title: "An extend seems to point the wrong way", Severity: Warning,
	Doc:    "The arrow leads from what is added to what it is added to. Where somebody starts what is added and nobody what it is added to, it is most likely the other way round.",
	Source: "UML 2.5.1, 18.1.4: the arrow of an extend leads to the extended use case.",
	Finds:  "Bottle blend, which Blender starts, extends Print labels, which nobody starts.",
	Leaves: "Print labels extends Bottle blend, which Blender starts.",
	Scope: casesBy(rowsOf(model.UseCase, model.Extend, model.Include, model.Participation, model.ExtensionPoint), func(p *Pass) {
		m := p.Model
		for _, r := range m.Relationships(model.Extend) {
			if r.Source != r.Target && hasPrimary(m, r.Source) && len(m.RelationshipsTo(r.Target, model.Participation)) == 0 && len(m.RelationshipsTo(r.Target, model.Include)) == 0 {
				f := Finding{Subject: r.ID, Related: []model.ID{r.Source, r.Target}, says: say("%s extends %s, which nobody starts. Is it the other way round?", nameOf(m, r.Source), nameOf(m, r.Target))}
				if len(r.Extend().Points) == 0 {
					f.Mends = []Mend{{Title: "Turn it round", Changes: []model.Change{&model.Reverse{ID: r.ID}}}}
				}
				p.Report(f, string(r.Source), string(r.Target))
			}
		}
	}),
}

var usecaseExtensionPoint = &Analyzer{
	Name: "usecase/extension-point", Title: "An extend does not say where", Severity: Error,
	Doc:    "A use case that names its extension points says where it may be extended. What extends it must say at which of them.",
	Source: "UML 2.5.1, 18.1.5: an extend refers to extension points of the extended use case.",
	Finds:  "Bottle blend has the extension points labels and seals, and Print labels extends it without naming one.",
	Leaves: "An extend of a use case without extension points.",
	Scope: casesBy(rowsOf(model.UseCase, model.Extend, model.Include, model.Participation, model.ExtensionPoint), func(p *Pass) {
		m := p.Model
		for _, r := range m.Relationships(model.Extend) {
			points := m.Children(r.Target, model.ExtensionPoint)
			if len(points) == 0 || len(r.Extend().Points) > 0 {
				continue
			}
			f := Finding{Subject: r.ID, Related: []model.ID{r.Target}, says: say("%s extends %s, and does not say at which of its extension points.", nameOf(m, r.Source), nameOf(m, r.Target))}
			for _, e := range points {
				f.Mends = append(f.Mends, Mend{Title: "At " + nameOf(m, e.ID), Changes: []model.Change{&model.SetRelationship{ID: r.ID, Set: model.P("points", []model.ID{e.ID})}}})
			}
			p.Report(f)
		}
	}),
}

// manyPieces is from how many pieces on a use case is taken apart rather than
// described.
const manyPieces = 4

// onlyHere lists the use cases that a use case includes, that nothing else
// includes, and in which no actor takes part.
func onlyHere(m *model.Model, useCase model.ID) []*model.Relationship {
	var out []*model.Relationship
	for _, r := range m.RelationshipsFrom(useCase, model.Include) {
		if r.Target != useCase && len(m.RelationshipsTo(r.Target, model.Include)) == 1 && len(m.RelationshipsTo(r.Target, model.Participation)) == 0 && len(m.RelationshipsOf(r.Target)) == 1+len(m.RelationshipsFrom(r.Target, model.Within)) {
			out = append(out, r)
		}
	}
	return out
}

var usecaseIncludedOnce = &Analyzer{
	Name: "usecase/included-once", Title: "A use case is included only once", Severity: Advice,
	Doc:    "Include takes out what several use cases share. What only one of them includes is better told there as steps.",
	Source: "Cockburn 2001, ch. 10; UML 2.5.1, 18.1.3: include is for reuse.",
	Finds:  "Weigh lot, which only Register delivery includes, and nobody starts.",
	Leaves: "Identify lots, which two use cases include; one that an actor starts by itself.",
	Scope: eachCase(func(p *Pass, u *model.Element) {
		m := p.Model
		list := onlyHere(m, u.ID)
		if len(list) >= manyPieces { // told as one finding about the whole
			return
		}
		for _, r := range list {
			p.Report(Finding{Subject: r.Target, Related: []model.ID{u.ID}, says: say("Only %s includes %s. Could its steps be told there?", nameOf(m, u.ID), nameOf(m, r.Target))}, string(r.ID))
		}
	}),
}

var usecaseFragmented = &Analyzer{
	Name: "usecase/fragmented", Title: "A use case is taken to pieces", Severity: Advice,
	Doc:    "A use case that includes many others, which serve only it, has been decomposed like a function. Its readers must follow every arrow to learn what happens.",
	Source: "Cockburn 2001, ch. 20: mistakes to avoid.",
	Finds:  "Register delivery includes four use cases that nothing else includes.",
	Leaves: "A use case that includes one, or several that others include too.",
	Scope: eachCase(func(p *Pass, u *model.Element) {
		m := p.Model
		if list := onlyHere(m, u.ID); len(list) >= manyPieces {
			f := Finding{Subject: u.ID, says: say("%s is taken apart into %d use cases that nothing else includes. Are they its steps?", nameOf(m, u.ID), len(list))}
			for _, r := range list {
				f.Related = append(f.Related, r.Target)
			}
			p.Report(f, idStrings(f.Related)...)
		}
	}),
}
