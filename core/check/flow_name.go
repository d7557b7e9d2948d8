package check

import (
	"fmt"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/model"
)

var flows = []model.Kind{model.DataFlow}

// flowText tells a flow with what it leads between.
func flowText(m *model.Model, f *model.Relationship) string {
	place := func(id model.ID) string {
		e := m.Element(id)
		switch {
		case e == nil:
			return "the frame"
		case e.Kind == model.Process:
			return dataflow.Label(m, id)
		}
		return nameOf(m, id)
	}
	return fmt.Sprintf("%s, from %s to %s", dataflow.FlowName(m, f), place(f.Source), place(f.Target))
}

// touchesStore reports whether a flow begins or ends at a store.
func touchesStore(m *model.Model, f *model.Relationship) bool {
	for _, id := range m.Connected(f) {
		if m.Element(id).Kind == model.Store {
			return true
		}
	}
	return false
}

// flowsAround reaches the flows at a process, entity or store, and those at the
// levels below a process, whose number is in their messages.
func flowsAround(m *model.Model, r model.Row, reach func(model.ID)) {
	e, ok := r.(*model.Element)
	if !ok || e.Kind != model.Process && e.Kind != model.Entity && e.Kind != model.Store {
		return
	}
	for _, f := range m.Flows(e.ID) {
		reach(f.ID)
	}
	for _, p := range m.Children(e.ID, model.Process) {
		flowsAround(m, p, reach)
	}
}

// flowsOfContexts reaches, from the project, the flows at the context process: the
// project says what number it bears.
func flowsOfContexts(m *model.Model, r model.Row, reach func(model.ID)) {
	fromProject(m, r, func(process model.ID) {
		for _, f := range m.Flows(process) {
			reach(f.ID)
		}
	})
}

// eachFlow is a rule on single flows.
func eachFlow(run func(p *Pass, f *model.Relationship)) Scope {
	return Each{Kinds: flows, Reach: []Neighbourhood{Self, flowsAround, flowsOfContexts, ofLanguage(model.DataFlow)},
		Run: func(p *Pass, r model.Row) { run(p, r.(*model.Relationship)) }}
}

var flowUnnamed = &Analyzer{
	Name: "flow/unnamed", Title: "A data flow has no name", Severity: Error,
	Doc:    "A flow says what data pass. Without a name nobody can say what it holds, whether levels agree, or what the process does with it.",
	Source: "DeMarco 1978, ch. 5: every data flow is named; flows to and from files may go without.",
	Finds:  "An arrow from Beekeeper to Receive lot without a name.",
	Leaves: "An unnamed flow with a store: it stands for the whole record.",
	Scope: eachFlow(func(p *Pass, f *model.Relationship) {
		if strings.TrimSpace(f.Name) == "" && !touchesStore(p.Model, f) {
			p.Report(Finding{Subject: f.ID, says: say("The data flow from %s has no name. Name it by the data that pass, with a noun.", ends2(p.Model, f))})
		}
	}),
}

func ends2(m *model.Model, f *model.Relationship) string {
	_, where, _ := strings.Cut(flowText(m, f), ", from ")
	return where
}

var flowVerbName = &Analyzer{
	Name: "flow/verb-name", Title: "A data flow is named for doing something", Severity: Warning,
	Doc: "A flow is data on the way, named with a noun. A verb names what a process does: then either the flow needs the name of the data, " +
		"or a process is hidden in the arrow. It is the commonest mistake of data flow diagrams.",
	Source: "DeMarco 1978, ch. 5; Yourdon 1989, ch. 9.",
	Finds:  "send delivery, registers the lot",
	Leaves: "delivery note, dispatch note, recall demand, grade",
	Scope: eachFlow(func(p *Pass, f *model.Relationship) {
		if p.inEnglish() && isVerbPhrase(f.Name) {
			p.Report(Finding{Subject: f.ID, says: say("%s: this is something done. Name the data that pass instead.", flowText(p.Model, f))})
		}
	}),
}

var flowAndName = &Analyzer{
	Name: "flow/and-name", Title: "A data flow holds two things", Severity: Advice,
	Doc:      "\"And\" in the name of a flow joins what may have nothing to do with each other. If it arrives together, it has a name of its own; if not, it is two flows.",
	Source:   "DeMarco 1978, ch. 5: things that do not travel together are separate flows.",
	Finds:    "order and complaint",
	Leaves:   "terms and conditions, where the dictionary knows it",
	Requires: []Requirement{dictionaries},
	Scope: eachFlow(func(p *Pass, f *model.Relationship) {
		words := model.Words(f.Name)
		for i, w := range words {
			if w == "and" && i > 0 && i < len(words)-1 && len(p.Model.ByTerm(f.Name, model.DataItem)) == 0 {
				p.Report(Finding{Subject: f.ID, says: say("%s: if both always travel together, find the one name for them; else draw two flows.", flowText(p.Model, f))})
				break
			}
		}
	}),
}

// controlWords tell when something happens and can hardly be read as data; a ship's
// signal or an error can.
var controlWords = words("yes no ok okay true false go done ready start stop valid invalid approved accepted rejected")

// isControl reports whether a name is a signal and no data.
func isControl(name string) bool {
	list := model.Words(name)
	return len(list) == 1 && controlWords[list[0]] || strings.HasSuffix(strings.TrimSpace(name), "?")
}

var flowControl = &Analyzer{
	Name: "flow/control", Title: "A data flow is a signal", Severity: Warning,
	Doc:    "Yes, no and \"approved?\" tell a process when to run and carry no data. Data flow diagrams show what data pass; when something happens belongs into specifications.",
	Source: "DeMarco 1978, ch. 5: data flows are not flows of control; Yourdon 1989, ch. 9.",
	Finds:  "approved?, yes, start",
	Leaves: "approval, error report",
	Scope: eachFlow(func(p *Pass, f *model.Relationship) {
		if isControl(f.Name) {
			p.Report(Finding{Subject: f.ID, says: say("%s: this tells when something happens and carries no data. Name the data, or leave it to the specification.", flowText(p.Model, f))})
		}
	}),
}

var flowGoods = &Analyzer{
	Name: "flow/goods", Title: "A data flow carries a thing", Severity: Warning,
	Doc:      "Data flow diagrams show information and never goods: what passes is the note that comes with the crate. The dictionary says of this name that it is a thing that is handed over.",
	Source:   "DeMarco 1978, ch. 5; Yourdon 1989, ch. 9.",
	Finds:    "honey, where the dictionary calls it goods",
	Leaves:   "delivery note",
	Requires: []Requirement{dictionaries},
	Scope: eachFlow(func(p *Pass, f *model.Relationship) {
		if e := dictionaries.of(p).Entry(f.Name); f.Name != "" && e != nil && e.Data.Goods {
			p.Report(Finding{Subject: f.ID, Related: []model.ID{e.Item.ID}, says: say("%s: the dictionary calls this goods. Draw the data that come with it.", flowText(p.Model, f))})
		}
	}),
}

// touchesData: rows that rules on data and their dictionary depend on.
var touchesData = rowsOf(model.Store, model.DataItem, model.DataFlow).andProject().has // it says which language names are in

// touchesFlows: rows that rules on all of the data flow diagrams depend on. Names of data
// meet by their terms too: who reads these requires the dictionary.
var touchesFlows = rowsOf(model.Process, model.Entity, model.Store, model.DataItem, model.DataFlow).andProject().has // it says what number the context bears
