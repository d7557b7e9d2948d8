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
	Scope: Each{Kinds: []model.Kind{model.Entity, model.Store}, Reach: []Neighbourhood{Self, endsOfFlow, firstFlow}, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		if strings.TrimSpace(e.Name) == "" || len(m.Flows(e.ID)) > 0 || !m.HasAny(model.DataFlow) {
			return
		}
		if e.Kind == model.Store {
			p.Report(Finding{Subject: e.ID, says: say("Nothing is written to %s and nothing is read from it.", e.Name)})
			return
		}
		p.Report(Finding{Subject: e.ID, says: say("%s sends nothing and receives nothing.", e.Name)})
	}},
}

// endsOfFlow: from a flow to what it leads between.
func endsOfFlow(_ *model.Model, r model.Row, reach func(model.ID)) {
	if f, ok := r.(*model.Relationship); ok && f.Kind == model.DataFlow {
		reach(f.Source)
		reach(f.Target)
	}
}

// firstFlow: with the first flow, and the last one that goes, all are asked or none is.
func firstFlow(m *model.Model, r model.Row, reach func(model.ID)) {
	if f, ok := r.(*model.Relationship); ok && f.Kind == model.DataFlow && (!m.HasAny(model.DataFlow) || m.HasOne(model.DataFlow)) {
		for _, e := range append(m.OfKind(model.Entity), m.OfKind(model.Store)...) {
			reach(e.ID)
		}
	}
}
