package check

import (
	"lexeon/core/dataflow"
	"lexeon/core/model"
)

var entityName = &Analyzer{
	Name: "entity/name", Title: "An external entity is named for doing something", Severity: Warning,
	Doc:    "What is outside is somebody or something: a noun. What it does is not the system's business.",
	Source: "DeMarco 1978, ch. 5; Yourdon 1989, ch. 9.",
	Finds:  "Deliver honey as an external entity",
	Leaves: "Beekeeper, Testing laboratory",
	Scope: Each{Kinds: []model.Kind{model.Entity}, Reach: []Neighbourhood{Self, ofLanguage(model.Entity)}, Run: func(p *Pass, r model.Row) {
		if e := r.(*model.Element); p.inEnglish() && isVerbPhrase(e.Name) {
			p.Report(Finding{Subject: e.ID, says: say("%s says what happens. An external entity is named for who or what it is.", e.Name)})
		}
	}},
}

// touchesContext: rows that the rules of the context depend on.
func touchesContext(r model.Row) bool {
	switch r := r.(type) {
	case *model.Element:
		return r.Kind == model.Process || r.Kind == model.Store
	case *model.Diagram, *model.Placement, *model.Project:
		return true
	}
	return false
}

var contextOneProcess = &Analyzer{
	Name: "context/one-process", Title: "The context has more than one process", Severity: Error,
	Doc:    "The context diagram draws the boundary: inside it there is one process, the system. Everything else that processes data is a part of it, or outside.",
	Source: "DeMarco 1978, ch. 6; Yourdon 1989, ch. 18.",
	Finds:  "Cooperative and Intake desk side by side on the context diagram.",
	Leaves: "One process, named for the system.",
	Scope: Whole{Touched: touchesContext, Run: func(p *Pass) {
		list := dataflow.Contexts(p.Model)
		if len(list) < 2 {
			return
		}
		f := Finding{Subject: list[0].ID, says: say("%d processes are no part of another one. One of them is the system; the others are parts of it, or external entities.", len(list))}
		for _, e := range list[1:] {
			f.Related = append(f.Related, e.ID)
		}
		p.Report(f, idStrings(f.Related)...)
	}},
}

var contextStore = &Analyzer{
	Name: "context/store", Title: "A store on the context diagram", Severity: Error,
	Doc:    "What is inside is not shown on the context diagram, and what somebody outside keeps is an external entity. Some houses show stores that are shared with the outside: the project can allow it.",
	Source: "DeMarco 1978, ch. 6; Yourdon 1989, ch. 18 (who allows shared stores).",
	Finds:  "Lot register on the context diagram",
	Leaves: "The same where the project allows stores there.",
	Scope: Whole{Touched: touchesContext, Run: func(p *Pass) {
		if p.Model.Project().ContextStores {
			return
		}
		for _, s := range p.Model.OfKind(model.Store) {
			for _, at := range p.Model.PlacementsOf(s.ID) {
				if p.Model.Diagram(at.Diagram).Kind == model.ContextDiagram {
					p.Report(Finding{Subject: s.ID, Related: []model.ID{at.Diagram}, Key: string(at.ID),
						says:  say("%s is a store and stands on the context diagram. Show it on the first level.", nameOf(p.Model, s.ID)),
						Mends: []Mend{{Title: "Take it off this diagram", Changes: []model.Change{&model.Unplace{ID: at.ID}}}}})
				}
			}
		}
	}},
}

var contextName = &Analyzer{
	Name: "context/name", Title: "The system is named for doing something", Severity: Warning,
	Doc:    "The one process of the context diagram stands for the whole system and bears its name, not that of something it does.",
	Source: "DeMarco 1978, ch. 6; Yourdon 1989, ch. 18.",
	Finds:  "Weigh lots as the process of the context diagram",
	Leaves: "Heatherfold Honey Cooperative",
	Scope: Each{Kinds: []model.Kind{model.Process}, Reach: []Neighbourhood{Self, ofLanguage(model.Process)}, Run: func(p *Pass, r model.Row) {
		if e := r.(*model.Element); p.inEnglish() && e.Owner == "" && isVerbPhrase(e.Name) {
			p.Report(Finding{Subject: e.ID, says: say("%s says one thing that happens. The process of the context diagram bears the name of the system.", e.Name)})
		}
	}},
}
