package check

import (
	"slices"
	"strings"

	"lexeon/core/model"
)

// saidOnce are relationships that say nothing more when they are drawn twice between the same
// two: associations and flows are told by rules of their own.
var saidOnce = []model.Kind{
	model.Generalization, model.Realization, model.Dependency, model.Usage, model.Participation, model.Include, model.Extend, model.Assembly, model.Delegation, model.Link,
	model.Provides, model.Requires, model.Holds, model.Within,
}

var relationTwice = &Analyzer{
	Name: "relation/twice", Title: "The same is said twice", Severity: Warning,
	Doc:    "Two relationships of one kind lead from the same element to the same one, and nothing tells them apart. Whoever reads the model looks for the difference; whoever changes one forgets the other.",
	Source: "UML 2.5.1, 7.7 and 9.2: a relationship relates its ends as a whole; repeating it adds nothing.",
	Finds:  "LabGateway realizes ResultSource, twice; Traceability provides TraceQuery, and at a port too",
	Leaves: "Clerk uses Form as reader, Clerk uses Form as writer; two assemblies for two interfaces; generalizations in two sets; an interface at two ports",
	Scope: Each{Kinds: saidOnce, Reach: []Neighbourhood{Self, besideLine, linesAt}, Run: func(p *Pass, r model.Row) {
		m, rel := p.Model, r.(*model.Relationship)
		for _, o := range m.Between(rel.Source, rel.Target) {
			if o.ID >= rel.ID {
				return // the first of them is said once
			}
			if alike(rel, o) {
				p.Report(Finding{Subject: rel.ID, Related: []model.ID{o.ID}, says: say("The %s between %s and %s is said twice.", rel.Kind.Title(), placeName(m, rel.Source), placeName(m, rel.Target)), Mends: []Mend{deleteMend(rel.ID, "Say it once")}})
				return
			}
		}
	}},
}

// alike: nothing tells two relationships between the same two elements apart.
func alike(a, b *model.Relationship) bool {
	c, d, x, y := a.Connector(), b.Connector(), a.Extend(), b.Extend()
	if p, q := a.Offer().Port, b.Offer().Port; p != q && p != "" && q != "" {
		return false
	}
	return a.Kind == b.Kind && strings.TrimSpace(a.Name) == strings.TrimSpace(b.Name) && a.Set == b.Set && a.Refers == b.Refers &&
		c == d && x.Condition == y.Condition && slices.Equal(x.Points, y.Points) && slices.Equal(a.Stereotypes, b.Stereotypes)
}

// besideLine: from a line to those between the same two.
func besideLine(m *model.Model, r model.Row, reach func(model.ID)) {
	if l, ok := r.(*model.Relationship); ok && l.Source != "" && l.Target != "" {
		for _, o := range m.Between(l.Source, l.Target) {
			reach(o.ID)
		}
	}
}

// linesAt: from an element to its lines, whose text names it.
func linesAt(m *model.Model, r model.Row, reach func(model.ID)) {
	if e, ok := r.(*model.Element); ok {
		for _, l := range m.RelationshipsOf(e.ID) {
			reach(l.ID)
		}
	}
}

// placeName is what stands at the end of a line: of an object its title.
func placeName(m *model.Model, id model.ID) string {
	if e := m.Element(id); e != nil && e.Kind == model.Object {
		return m.ObjectTitle(e)
	}
	return nameOf(m, id)
}
