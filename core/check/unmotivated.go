package check

import (
	"slices"
	"strings"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

var crossUnmotivated = &Analyzer{
	Name: "cross/unmotivated", Title: "Nothing asks for a class", Severity: Advice,
	Doc: "No sentence of the brief, no activity, no flow and no use case mentions this class, nor does any other face of its term, and it is traced to nothing. Either it was made up, or what asks for it was never written down. " +
		"Left out are general classes of classes that are asked for, classes that hang on an association, and those that realize an interface or stand in for a part of the program (stereotype control, boundary or service). " +
		"Asked only where most classes are mentioned: else the texts tell too little.",
	Source:   "Every element of the solution answers to something in the problem: traceability, IEEE 830, 4.3.8.",
	Finds:    "The class Tombola, of which no sentence, flow or use case speaks.",
	Leaves:   "HoneyLot, where a flow is called “honey lots of the day”; TraceableItem, of which HoneyLot is a kind.",
	Requires: []Requirement{askedClasses},
	Scope: Each{Kinds: []model.Kind{model.Class}, Reach: []Neighbourhood{Self, excusing}, Run: func(p *Pass, r model.Row) {
		m, c, asked := p.Model, r.(*model.Element), askedClasses.of(p)
		if !asked.judged() || asked.classes[c.ID] || strings.TrimSpace(c.Name) == "" || excused(m, c, asked.classes) {
			return
		}
		p.Report(Finding{Subject: c.ID, says: say("No sentence, activity, flow or use case speaks of %s. What is it for?", c.Name)})
	}},
}

// excusing: from a line to the classes that it may excuse from being asked for.
func excusing(m *model.Model, r model.Row, reach func(model.ID)) {
	x, ok := r.(*model.Relationship)
	if !ok {
		return
	}
	switch x.Kind {
	case model.Realization:
		reach(x.Source)
	case model.Association:
		reach(x.Class)
	case model.Generalization:
		for _, g := range classifier.Above(m, x.Target) {
			reach(g)
		}
	}
}

// technical stereotypes stand for parts of the program.
var technical = words("control boundary service utility")

func isTechnical(c *model.Element) bool {
	return slices.ContainsFunc(c.Stereotypes, func(s string) bool { return technical[strings.ToLower(s)] })
}

// excused: it need not be asked for by itself.
func excused(m *model.Model, c *model.Element, asked map[model.ID]bool) bool {
	if hangsOnAssociation(m, c.ID) || len(m.Realizes(c.ID)) > 0 || isTechnical(c) {
		return true
	}
	seen := map[model.ID]bool{}
	var specific func(id model.ID) bool
	specific = func(id model.ID) bool {
		if seen[id] {
			return false
		}
		seen[id] = true
		return slices.ContainsFunc(m.Specifics(id), func(g *model.Relationship) bool { return asked[g.Source] || specific(g.Source) })
	}
	return specific(c.ID)
}

func hangsOnAssociation(m *model.Model, class model.ID) bool {
	return slices.ContainsFunc(m.Uses(class), func(r model.Row) bool {
		line, ok := r.(*model.Relationship)
		return ok && line.Class == class
	})
}
