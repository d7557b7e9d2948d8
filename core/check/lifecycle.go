package check

import (
	"lexeon/core/dataflow"
	"lexeon/core/english"
	"lexeon/core/matrix"
	"lexeon/core/model"
)

var crossLifecycle = &Analyzer{
	Name: "cross/lifecycle", Title: "A class comes from nowhere, or serves nobody", Severity: Warning,
	Doc: "Use cases and processes work with the objects of this class, but none of them creates any, or they create them and nobody ever looks at them: a use case is missing, or a step. " +
		"Asked once all use cases are described. What comes from outside or goes there has its life there: by flows from and to external entities, by what actors send, and by what is printed for them. " +
		"Objects of a class that is an actor too are known by themselves. A store that is only read, or only written, is told of on its own. That nobody creates something is told where two or more work with it.",
	Source:   "Every entity has a life of its own, from creation to its end: entity life histories, Jackson 1983; the matrix of functions and entities, Martin 1982.",
	Finds:    "Register lot updates the tank, Trace lot reads it, and nobody creates a Tank.",
	Leaves:   "A Tank in Register lot: Clerk registers the tank; a Label that is printed; a TestResult that the laboratory sends.",
	Requires: []Requirement{usesOfClasses},
	Scope: Each{Kinds: []model.Kind{model.Class}, Reach: []Neighbourhood{Self}, Run: func(p *Pass, r model.Row) {
		m := p.Model
		l, ok := usesOfClasses.of(p).lives[r.RowID()]
		if !ok {
			return
		}
		var who []string
		var related []model.ID
		for _, r := range l.By {
			name := nameOf(m, r.ID)
			if r.Kind == model.Process {
				name = dataflow.Label(m, r.ID)
			}
			who = append(who, name)
			related = append(related, r.ID)
		}
		name := nameOf(m, l.Class.ID)
		message := say("Nobody creates %s, though %s %s with it. Where does it come from?", name, english.List(who), verbFor(who, "works", "work"))
		if l.Missing == matrix.Read {
			message = say("Nobody looks at %s, though %s %s it. Whom is it for?", name, english.List(who), verbFor(who, "makes", "make"))
		}
		p.Report(Finding{Subject: l.Class.ID, Key: l.Missing.String(), Related: related, says: message})
	}},
}

func verbFor(who []string, one, many string) string {
	if len(who) == 1 {
		return one
	}
	return many
}
