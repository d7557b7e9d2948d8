package check

import (
	"fmt"

	"lexeon/core/activity"
	"lexeon/core/dataflow"
	"lexeon/core/model"
)

// touchesActivity: rows that rules on the activity table depend on.
func touchesActivity(r model.Row) bool {
	switch r := r.(type) {
	case *model.Element:
		if r.Kind == model.Activity {
			return true
		}
	case *model.Placement, *model.Diagram, *model.Term:
		return true
	}
	return touchesFlows(r)
}

func onTable(run func(p *Pass, t *activity.Table)) Scope {
	return Whole{Touched: touchesActivity, Run: func(p *Pass) {
		if t := activityTables.of(p); len(t.Rows) > 0 {
			run(p, t)
		}
	}}
}

var activityUnmapped = &Analyzer{
	Name: "activity/unmapped", Title: "The activity table tells of data that no flow shows", Severity: Warning,
	Doc:      "Somebody takes in or puts out these data, and no data flow diagram shows them. When people go back through their table, this is what they find.",
	Source:   "Kept from the walk-through of the table against the diagrams; DeMarco 1978, ch. 6, on completeness.",
	Finds:    "Beekeeper sends delivery note to Intake clerk, and no flow is named so.",
	Leaves:   "What two outsiders exchange; a table before the first flow is drawn.",
	Requires: []Requirement{activityTables},
	Scope: onTable(func(p *Pass, t *activity.Table) {
		if len(p.Model.Relationships(model.DataFlow)) == 0 {
			return
		}
		for _, f := range t.Coverage().Uncovered {
			p.Report(Finding{Subject: f.Rows[0].ID, Key: f.From.Key + "|" + f.To.Key + "|" + f.Key,
				says: say("%s goes from %s to %s, but no data flow shows it.", f.Data, f.From.Name, f.To.Name)})
		}
	}),
}

var activityCounterparty = &Analyzer{
	Name: "activity/counterparty", Title: "From whom, or to whom?", Severity: Question,
	Doc:      "An input or output of an activity says no counterparty, so it makes no flow yet. Ask whoever does it.",
	Source:   "A flow leads from somewhere to somewhere: DeMarco 1978, ch. 5.",
	Finds:    "Intake clerk, weigh lot: delivery note, from nobody.",
	Leaves:   "delivery note from Beekeeper",
	Requires: []Requirement{activityTables},
	Scope: onTable(func(p *Pass, t *activity.Table) {
		for _, q := range t.Questions {
			text, dir := fmt.Sprintf("%s puts out %s: to whom, or into which store?", q.Row.Activity().Performer, q.Data), "out"
			if q.Input {
				text, dir = fmt.Sprintf("%s takes in %s: from whom, or from which store?", q.Row.Activity().Performer, q.Data), "in"
			}
			p.Report(Finding{Subject: q.Row.ID, Key: dir + "|" + q.Data, says: say("%q: %s", q.Row.Name, text)})
		}
	}),
}

var activityInsider = &Analyzer{
	Name: "activity/insider-on-context", Title: "An insider stands outside", Severity: Error,
	Doc:      "By the activity table this performer processes information and so is part of the system, but the context diagram shows it as an external entity.",
	Source:   "The boundary of the system: DeMarco 1978, ch. 6; Yourdon 1989, ch. 18.",
	Finds:    "Intake clerk as an external entity, though weigh lot is hers.",
	Leaves:   "Somebody of whom a person said, with a reason, that they are outside.",
	Requires: []Requirement{activityTables},
	Scope: onTable(func(p *Pass, t *activity.Table) {
		for _, party := range t.Parties {
			if party.Side != activity.Inside {
				continue
			}
			for _, e := range p.Model.ByTerm(party.Name, model.Entity) {
				for _, at := range p.Model.PlacementsOf(e.ID) {
					if p.Model.Diagram(at.Diagram).Kind == model.ContextDiagram {
						p.Report(Finding{Subject: e.ID, Key: string(at.ID), says: say("%s is an external entity here, but by the activity table it is inside. %s", e.Name, party.Why)})
					}
				}
			}
		}
	}),
}

var activityOverride = &Analyzer{
	Name: "activity/override", Title: "Somebody outside processes information", Severity: Warning,
	Doc:      "A person put this performer outside, but one of its activities processes information for the system. Then that work is done outside, and the system only sees its result.",
	Source:   "The boundary of the system: DeMarco 1978, ch. 6.",
	Finds:    "Testing laboratory, put outside, with the processing activity test sample.",
	Leaves:   "Somebody outside who only sends and receives.",
	Requires: []Requirement{activityTables},
	Scope: onTable(func(p *Pass, t *activity.Table) {
		for _, party := range t.Parties {
			if party.Contradicted {
				p.Report(Finding{Subject: model.ID(party.Rows[0]), Key: party.Key, says: say("%s was put outside, but has an activity that processes information.", party.Name)})
			}
		}
	}),
}

var activityViewMismatch = &Analyzer{
	Name: "activity/view-mismatch", Title: "The two views exchange different data with the outside", Severity: Warning,
	Doc:      "The physical and the logical first level show the same system. What passes between it and the outside is the same in both.",
	Source:   "Yourdon 1989, ch. 17: the logical model is the physical one without its implementation.",
	Finds:    "test result reaches the logical level and not the physical one.",
	Leaves:   "The same flow under the same name in both; one view that is not drawn yet.",
	Requires: []Requirement{dictionaries},
	Scope: Whole{Touched: touchesFlows, Run: func(p *Pass) {
		m := p.Model
		d := dictionaries.of(p)
		for _, system := range dataflow.Contexts(m) {
			sets := [2]map[string]string{}
			for i, view := range []model.View{model.Logical, model.Physical} {
				if len(m.Level(system.ID, view)) == 0 {
					return
				}
				sets[i] = map[string]string{}
				for _, e := range dataflow.EdgeOf(m, dataflow.Level{Process: system.ID, View: view}) {
					partner := m.Element(e.Partner)
					if partner == nil || partner.Kind != model.Entity {
						continue
					}
					items, _ := dataflow.ItemsOf(m, d, e.Flow)
					for k := range items {
						sets[i][string(e.Direction)+"|"+string(e.Partner)+"|"+k] = fmt.Sprintf("%s (%s %s)", d.NameOf(k), map[dataflow.Direction]string{dataflow.Into: "from", dataflow.OutOf: "to"}[e.Direction], partner.Name)
					}
				}
			}
			reportMismatch(p, system, sets[0], sets[1], "logical", "physical")
			reportMismatch(p, system, sets[1], sets[0], "physical", "logical")
		}
	}},
}

func reportMismatch(p *Pass, system *model.Element, has, lacks map[string]string, here, there string) {
	var names []string
	for k, text := range has {
		if _, ok := lacks[k]; !ok {
			names = append(names, text)
		}
	}
	if len(names) > 0 {
		p.Report(Finding{Subject: system.ID, Key: here, says: say("The %s first level of %s exchanges with the outside what the %s one does not: %s.", here, system.Name, there, joinSorted(names))})
	}
}
