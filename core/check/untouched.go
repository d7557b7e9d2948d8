package check

import (
	"strings"

	"lexeon/core/model"
)

var flowUntouched = &Analyzer{
	Name: "flow/untouched", Title: "Nothing comes from it and nothing goes to it", Severity: Warning,
	Doc:    "An external entity or a data store that no flow touches has nothing to do with the system: either its flows are missing, or it is. Asked once the project has flows; what a diagram shows for the first time is asked too.",
	Source: "Yourdon 1989, ch. 9: every terminator and every store is connected by flows.",
	Finds:  "The data store Price list, to which nothing is written and from which nothing is read",
	Leaves: "A store that one process reads; everything, as long as there is no flow at all",
	Scope: Whole{Touched: rowsOf(model.Entity, model.Store, model.DataFlow).has, Run: func(p *Pass) {
		m := p.Model
		if !m.HasAny(model.DataFlow) {
			return
		}
		for _, e := range append(m.OfKind(model.Entity), m.OfKind(model.Store)...) {
			switch {
			case strings.TrimSpace(e.Name) == "" || len(m.Flows(e.ID)) > 0:
			case e.Kind == model.Store:
				p.Report(Finding{Subject: e.ID, says: say("Nothing is written to %s and nothing is read from it.", e.Name)})
			default:
				p.Report(Finding{Subject: e.ID, says: say("%s sends nothing and receives nothing.", e.Name)})
			}
		}
	}},
}
