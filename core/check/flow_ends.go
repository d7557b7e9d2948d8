package check

import (
	"maps"
	"slices"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/english"
	"lexeon/core/model"
	"lexeon/core/wordclass"
)

var flowSelf = &Analyzer{
	Name: "flow/self", Title: "A data flow returns to where it comes from", Severity: Error,
	Doc:    "What a process sends to itself never leaves it, so there is nothing to show. Data that wait for the next time rest in a store.",
	Source: "DeMarco 1978, ch. 5.",
	Finds:  "Grade lot sends grade to Grade lot.",
	Leaves: "Two flows between two processes, both ways.",
	Scope: eachFlow(func(p *Pass, f *model.Relationship) {
		if f.Source != "" && f.Source == f.Target {
			p.Report(Finding{Subject: f.ID, says: say("%s leads from %s to itself. What has to wait rests in a store.", dataflow.FlowName(p.Model, f), nameOf(p.Model, f.Source))})
		}
	}),
}

// betweenKinds finds flows that connect two kinds without a process between.
func betweenKinds(a, b model.Kind, message string) Scope {
	return eachFlow(func(p *Pass, f *model.Relationship) {
		from, to := p.Model.Element(f.Source), p.Model.Element(f.Target)
		if from == nil || to == nil || from.ID == to.ID {
			return
		}
		if from.Kind == a && to.Kind == b || from.Kind == b && to.Kind == a {
			p.Report(Finding{Subject: f.ID, says: say("%s: "+message, flowText(p.Model, f))})
		}
	})
}

var flowEntityEntity = &Analyzer{
	Name: "flow/entity-entity", Title: "Data flow from outside to outside", Severity: Error,
	Doc:    "What two external entities exchange is not the system's business: it neither sees nor changes it. If the system does, a process stands between.",
	Source: "DeMarco 1978, ch. 5; Yourdon 1989, ch. 9.",
	Finds:  "Beekeeper sends invoice to Retailer.",
	Leaves: "Beekeeper sends delivery note to Receive lot.",
	Scope:  betweenKinds(model.Entity, model.Entity, "both are outside. Leave it out, or let a process pass it on."),
}

var flowStoreStore = &Analyzer{
	Name: "flow/store-store", Title: "Data move between stores by themselves", Severity: Error,
	Doc:    "Data at rest stay where they are until a process moves them.",
	Source: "DeMarco 1978, ch. 5; Yourdon 1989, ch. 9.",
	Finds:  "A flow from Lot register to Blend book.",
	Leaves: "Plan blend reads from Lot register and writes to Blend book.",
	Scope:  betweenKinds(model.Store, model.Store, "nothing moves data between stores but a process."),
}

var flowEntityStore = &Analyzer{
	Name: "flow/entity-store", Title: "The outside reaches into a store", Severity: Error,
	Doc:    "A store belongs to the system: what is outside reads and writes it only through a process. A store that the outside keeps is an external entity.",
	Source: "DeMarco 1978, ch. 5; Yourdon 1989, ch. 9.",
	Finds:  "Beekeeper sends address to Lot register.",
	Leaves: "Beekeeper sends address to Receive lot, which writes it to Lot register.",
	Scope:  betweenKinds(model.Entity, model.Store, "a process has to stand between the outside and a store."),
}

var flowDuplicate = &Analyzer{
	Name: "flow/duplicate", Title: "The same data flow twice", Severity: Warning,
	Doc:    "Two flows of one name between the same two shapes, in the same direction, say the same thing twice.",
	Source: "DeMarco 1978, ch. 5.",
	Finds:  "Two flows test result from Testing laboratory to Grade lot.",
	Leaves: "test result to two processes; request and result between the same two.",
	Scope: Group{
		Kinds: flows,
		Key: func(_ *model.Model, r model.Row) string {
			f := r.(*model.Relationship)
			if strings.TrimSpace(f.Name) == "" {
				return ""
			}
			return string(f.Source) + "|" + string(f.Target) + "|" + model.NormalForm(f.Name)
		},
		Members: func(m *model.Model, key string) []model.Row {
			parts := strings.SplitN(key, "|", 3)
			at := parts[0]
			if at == "" {
				at = parts[1]
			}
			var out []model.Row
			for _, f := range m.Flows(model.ID(at)) {
				if string(f.Source) == parts[0] && string(f.Target) == parts[1] && model.NormalForm(f.Name) == parts[2] {
					out = append(out, f)
				}
			}
			return out
		},
		Run: func(p *Pass, _ string, members []model.Row) {
			if len(members) < 2 {
				return
			}
			f := Finding{Subject: members[0].RowID()}
			for _, r := range members[1:] {
				f.Related = append(f.Related, r.RowID())
			}
			first := members[0].(*model.Relationship)
			f.says = say("%s leads %d times between the same two, in the same direction.", first.Name, len(members))
			f.Mends = []Mend{{Title: "Delete all but one"}}
			for _, id := range f.Related {
				f.Mends[0].Changes = append(f.Mends[0].Changes, &model.Delete{ID: id})
			}
			p.Report(f)
		},
	},
}

// processesAt reaches the processes that a flow is at, and from a process the
// ones above it, which it opens.
func processesAt(m *model.Model, r model.Row, reach func(model.ID)) {
	switch r := r.(type) {
	case *model.Relationship:
		if r.Kind == model.DataFlow {
			for _, id := range []model.ID{r.Source, r.Target} {
				if id != "" {
					reach(id)
				}
			}
		}
	case *model.Element:
		if r.Kind == model.Process {
			reach(r.Owner)
			below(m, r.ID, reach)
		}
		if r.Kind == model.Store || r.Kind == model.Entity {
			for _, f := range m.Flows(r.ID) {
				processesAt(m, f, reach)
			}
		}
	}
}

// below reaches all processes that a process consists of: their number is in
// their messages.
func below(m *model.Model, process model.ID, reach func(model.ID)) {
	for _, p := range m.Children(process, model.Process) {
		reach(p.ID)
		below(m, p.ID, reach)
	}
}

// eachProcess is a rule on single processes and the flows at them.
func eachProcess(run func(p *Pass, e *model.Element)) Scope {
	return Each{Kinds: []model.Kind{model.Process}, Reach: []Neighbourhood{Self, processesAt, processesAsked, fromProject, ofLanguage(model.Process)},
		Run: func(p *Pass, r model.Row) { run(p, r.(*model.Element)) }}
}

// processesAsked reaches, from a note or its anchor, the processes that it is about.
func processesAsked(m *model.Model, r model.Row, reach func(model.ID)) {
	switch r := r.(type) {
	case *model.Relationship:
		if r.Kind == model.Anchor && r.Target != "" {
			reach(r.Target)
		}
	case *model.Element:
		if r.Kind == model.Note {
			for _, a := range m.RelationshipsOf(r.ID) {
				if a.Kind == model.Anchor && a.Target != "" {
					reach(a.Target)
				}
			}
		}
	}
}

// isAsked reports whether a note on the diagram asks about a process: what is asked is open on
// purpose.
func isAsked(m *model.Model, process model.ID) bool {
	return slices.ContainsFunc(m.RelationshipsOf(process), func(a *model.Relationship) bool {
		note := m.Element(a.Source)
		return a.Kind == model.Anchor && a.Target == process && note != nil && note.Kind == model.Note && strings.HasSuffix(strings.TrimSpace(note.Note().Body), "?")
	})
}

// fromProject reaches the context processes: the project says what number they
// bear.
func fromProject(m *model.Model, r model.Row, reach func(model.ID)) {
	if _, ok := r.(*model.Project); ok {
		for _, e := range dataflow.Contexts(m) {
			reach(e.ID)
		}
	}
}

var flowUnchanged = &Analyzer{
	Name: "flow/unchanged", Title: "A process changes nothing", Severity: Warning,
	Doc:    "Everything that comes into this process leaves it under the same names. A process changes data, or adds to what is known of them; then they get a new name. A mere hand-over is no process.",
	Source: "DeMarco 1978, ch. 5: a process is a transformation of its inputs into its outputs.",
	Finds:  "Pass on note takes delivery note in and puts delivery note out.",
	Leaves: "A process that puts out checked delivery note.",
	Scope: eachProcess(func(p *Pass, e *model.Element) {
		in, out := map[string]bool{}, map[string]bool{}
		for _, end := range dataflow.EndsOf(p.Model, e.ID) {
			if strings.TrimSpace(end.Flow.Name) == "" {
				return
			}
			if end.Direction == dataflow.Into {
				in[model.NormalForm(end.Flow.Name)] = true
			} else {
				out[model.NormalForm(end.Flow.Name)] = true
			}
		}
		if len(in) == 0 || len(in) != len(out) {
			return
		}
		for k := range in {
			if !out[k] {
				return
			}
		}
		p.Report(Finding{Subject: e.ID, says: say("%s puts out exactly what it takes in. What does it do with it? Name the result, or leave the process out.", dataflow.Label(p.Model, e.ID))})
	}),
}

var flowRenamed = &Analyzer{
	Name: "flow/renamed", Title: "A process gives data another name and nothing more", Severity: Advice,
	Doc: "What goes out holds the same items as what comes in, under another name, and no word of the name tells what has become of it. Either it is one thing that has two names, or the process adds something that the dictionary does not know. " +
		"Flows with stores are left out, and names with a word that tells a state: checked delivery note.",
	Source:   "DeMarco 1978, ch. 5: a process is a transformation of its inputs into its outputs; ch. 11: one name for one thing.",
	Finds:    "Forward note takes delivery note = lot number + mass in and puts arrival slip = lot number + mass out.",
	Leaves:   "A process that puts out checked delivery note, or one item more.",
	Requires: []Requirement{dictionaries},
	Scope: eachProcess(func(p *Pass, e *model.Element) {
		m, d := p.Model, dictionaries.of(p)
		if !p.inEnglish() || e.Owner == "" || dataflow.IsOpened(m, e.ID) {
			return
		}
		var names [2][]string // in, out
		for _, end := range dataflow.EndsOf(m, e.ID) {
			partner := m.Element(end.Partner)
			if partner != nil && partner.Kind == model.Store || strings.TrimSpace(end.Flow.Name) == "" || !d.IsDefined(end.Flow.Name) {
				return
			}
			side := 0
			if end.Direction == dataflow.OutOf {
				side = 1
			}
			names[side] = append(names[side], end.Flow.Name)
		}
		if len(names[0]) == 0 || len(names[1]) == 0 || !maps.Equal(d.Items(names[0]...), d.Items(names[1]...)) {
			return
		}
		known := map[string]bool{}
		for _, n := range names[0] {
			known[d.Key(n)] = true
			for _, w := range stemsOf(n) {
				known[w] = true
			}
		}
		for _, n := range names[1] {
			if known[d.Key(n)] || slices.ContainsFunc(model.Words(n), func(w string) bool { return !known[w] && tellsState(w) }) {
				return
			}
		}
		p.Report(Finding{Subject: e.ID, says: say("%s takes %s in and puts %s out, which holds the same. What has become of it?", dataflow.Label(m, e.ID), english.List(names[0]), english.List(names[1]))}, append(names[0], names[1]...)...)
	}),
}

// tellsState reports whether a word can tell what has become of a thing: a participle, or an
// adjective.
func tellsState(word string) bool {
	return strings.HasSuffix(word, "ed") || strings.HasSuffix(word, "en") || wordclass.Of(word).Adjective.Possible
}
