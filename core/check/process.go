package check

import (
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/english"
	"lexeon/core/model"
)

// flowsAt counts what goes in and out of a process.
func flowsAt(m *model.Model, process model.ID) (in, out int) {
	for _, e := range dataflow.EndsOf(m, process) {
		if e.Direction == dataflow.Into {
			in++
		} else {
			out++
		}
	}
	return in, out
}

var processNoInput = &Analyzer{
	Name: "process/no-input", Title: "A process makes data of nothing", Severity: Error,
	Doc:    "A process turns data into other data. Without anything coming in, there is nothing that it could work with; what is due in time reads at least what it reports from a store.",
	Source: "DeMarco 1978, ch. 5; Yourdon 1989, ch. 9.",
	Finds:  "Settle payments puts out payment statement, and nothing goes in.",
	Leaves: "A process that reads from a store; one that a note asks about.",
	Scope: eachProcess(func(p *Pass, e *model.Element) {
		in, out := flowsAt(p.Model, e.ID)
		switch {
		case in == 0 && isAsked(p.Model, e.ID):
		case in == 0 && out == 0:
			p.Report(Finding{Subject: e.ID, says: say("%s has no flows yet: what comes in, and what goes out?", dataflow.Label(p.Model, e.ID))})
		case in == 0:
			p.Report(Finding{Subject: e.ID, says: say("%s puts data out, but none come in. From what does it make them?", dataflow.Label(p.Model, e.ID))})
		}
	}),
}

var processNoOutput = &Analyzer{
	Name: "process/no-output", Title: "A process swallows data", Severity: Error,
	Doc:    "Data go in and nothing comes out: either what it makes of them was forgotten, or nobody needs it.",
	Source: "DeMarco 1978, ch. 5; Yourdon 1989, ch. 9.",
	Finds:  "Grade lot takes test result in, and nothing comes out.",
	Leaves: "A process that writes to a store; one that a note asks about.",
	Scope: eachProcess(func(p *Pass, e *model.Element) {
		if in, out := flowsAt(p.Model, e.ID); in > 0 && out == 0 && !isAsked(p.Model, e.ID) {
			p.Report(Finding{Subject: e.ID, says: say("Data go into %s, but none come out. What does it make of them, and for whom?", dataflow.Label(p.Model, e.ID))})
		}
	}),
}

var processName = &Analyzer{
	Name: "process/name", Title: "A process is not named for what it does", Severity: Warning,
	Doc: "In the logical view a process says what happens: a verb and what it acts upon. In the physical view it says who or what does it: a noun. " +
		"A name of the other manner hides what the diagram is to show.",
	Source: "DeMarco 1978, ch. 5; Yourdon 1989, ch. 9.",
	Finds:  "Lot reception in the logical view; Receive lot in the physical one.",
	Leaves: "Receive lot in the logical view; Intake clerk in the physical one.",
	Scope: eachProcess(func(p *Pass, e *model.Element) {
		if e.Owner == "" || !p.inEnglish() {
			return
		}
		f := Finding{Subject: e.ID}
		switch {
		case e.Process().View == model.Logical && isNounPhrase(e.Name):
			f.says = say("%s is a noun. Say what happens: a verb, and what it acts upon.", dataflow.Label(p.Model, e.ID))
		case e.Process().View == model.Physical && isVerbPhrase(e.Name):
			f.says = say("%s says what happens. The physical view shows who or what does it.", dataflow.Label(p.Model, e.ID))
		default:
			return
		}
		p.Report(f, string(e.Process().View))
	}),
}

var processVagueName = &Analyzer{
	Name: "process/vague-name", Title: "The name of a process says little", Severity: Advice,
	Doc:    "\"Handle\", \"manage\" and \"process\" fit everything, and \"and\" joins two things: either the process is not understood yet, or it is two.",
	Source: "DeMarco 1978, ch. 5; Yourdon 1989, ch. 9.",
	Finds:  "Handle lots, Weigh and grade lot",
	Leaves: "Grade lot, Blend and bottle, if it is opened",
	Scope: eachProcess(func(p *Pass, e *model.Element) {
		list := model.Words(e.Name)
		if len(list) == 0 || !p.inEnglish() || e.Process().View == model.Physical || e.Owner == "" {
			return
		}
		base, _ := english.BaseForm(list[0])
		switch {
		case vagueVerbs[base] && len(list) < 4:
			p.Report(Finding{Subject: e.ID, says: say("%s: %q says that something happens, and not what.", dataflow.Label(p.Model, e.ID), list[0])})
		case strings.Contains(" "+strings.Join(list[1:], " ")+" ", " and ") && !dataflow.IsOpened(p.Model, e.ID):
			p.Report(Finding{Subject: e.ID, says: say("%s does two things. Make it two processes, or open it into them.", dataflow.Label(p.Model, e.ID))})
		}
	}),
}

var processDecision = &Analyzer{
	Name: "process/decision", Title: "A process is a question", Severity: Warning,
	Doc:    "A data flow diagram is no flow chart: which way it goes is decided inside a process and written down in its specification.",
	Source: "DeMarco 1978, ch. 5; Yourdon 1989, ch. 9.",
	Finds:  "Is the lot moist?",
	Leaves: "Check moisture",
	Scope: eachProcess(func(p *Pass, e *model.Element) {
		first := append(model.Words(e.Name), "")[0]
		if strings.HasSuffix(strings.TrimSpace(e.Name), "?") || words("is are has does can should was were")[first] && len(model.Words(e.Name)) > 1 {
			p.Report(Finding{Subject: e.ID, says: say("%s is a question. Name what is worked out, and write the choice into the specification.", dataflow.Label(p.Model, e.ID))})
		}
	}),
}

var processUnspecified = &Analyzer{
	Name: "process/unspecified", Title: "A process is neither opened nor specified", Severity: Advice,
	Doc:    "At the bottom, somebody has to say how the outputs are made of the inputs: in a few lines of structured text, or in a decision table.",
	Source: "DeMarco 1978, ch. 12: every process that is not opened has a specification.",
	Finds:  "Grade lot, without parts and without a text.",
	Leaves: "A process that is opened; a performer in the physical view.",
	Scope: eachProcess(func(p *Pass, e *model.Element) {
		d := e.Process()
		in, out := flowsAt(p.Model, e.ID)
		if e.Owner == "" || d.View == model.Physical || in+out == 0 || dataflow.IsOpened(p.Model, e.ID) {
			return
		}
		if strings.TrimSpace(d.Specification) == "" && d.Decision == nil {
			p.Report(Finding{Subject: e.ID, says: say("%s is neither opened nor specified: nobody knows how it makes what it puts out.", dataflow.Label(p.Model, e.ID))})
		}
	}),
}

var processInsufficientInput = &Analyzer{
	Name: "process/insufficient-input", Title: "A process puts out what it cannot have", Severity: Warning,
	Doc: "An item that has to be in what the process puts out comes in by no flow, is not created by a process, and does not follow from what comes in. " +
		"Nothing is said where something that comes in is not defined in the dictionary.",
	Source:   "DeMarco 1978, ch. 14: conservation of data.",
	Finds:    "payment statement holds price, and nothing that comes in does.",
	Leaves:   "An item that is marked as created by a process, or derived from what comes in.",
	Requires: []Requirement{dictionaries, itemSources},
	Scope: eachProcess(func(p *Pass, e *model.Element) {
		if dataflow.IsOpened(p.Model, e.ID) || e.Owner == "" {
			return
		}
		lacks, _ := dataflow.LacksOf(p.Model, dictionaries.of(p), itemSources.of(p), e.ID)
		for _, l := range lacks {
			f := Finding{Subject: e.ID, Related: []model.ID{l.Flow}, Key: l.Item}
			if l.Elsewhere {
				f.says = say("%s puts out %s, which does not come in. It is known elsewhere: lead it here.", dataflow.Label(p.Model, e.ID), l.Item)
			} else {
				f.Severity = Advice
				f.says = say("%s puts out %s, which comes from nowhere. Is it created here, or derived from something?", dataflow.Label(p.Model, e.ID), l.Item)
				f.Mends = []Mend{{Title: "It is created here", Changes: markItem(p.Model, l.Item, model.CreatedHere)}}
			}
			p.Report(f)
		}
	}),
}

// markItem writes into the dictionary where an item comes from; it is added if it
// is not there.
func markItem(m *model.Model, name string, source model.ItemSource) []model.Change {
	if found := m.ByTerm(name, model.DataItem); len(found) > 0 {
		return []model.Change{&model.SetElement{ID: found[0].ID, Set: model.P("source", source)}}
	}
	return []model.Change{&model.AddElement{ID: model.DeriveID("item", model.NormalForm(name)), Kind: model.DataItem, Name: name, Set: model.P("source", source)}}
}
