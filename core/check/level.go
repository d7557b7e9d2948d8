package check

import (
	"slices"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/english"
	"lexeon/core/model"
)

// eachLevel is a rule on all levels, run process by process.
func eachLevel(run func(p *Pass, l dataflow.Level)) Scope {
	return Each{Kinds: []model.Kind{model.Process}, Reach: []Neighbourhood{Self, levelsNear, fromProject}, Run: func(p *Pass, r model.Row) {
		for _, l := range dataflow.LevelsOf(p.Model, r.RowID()) {
			run(p, l)
		}
	}}
}

// eachBalance is a rule on how each level agrees with its process.
func eachBalance(run func(p *Pass, l levelBalance)) Scope {
	return Each{Kinds: []model.Kind{model.Process}, Reach: []Neighbourhood{Self, levelsNear, fromProject}, Run: func(p *Pass, r model.Row) {
		for _, l := range balances.of(p)[r.RowID()] {
			run(p, l)
		}
	}}
}

// levelsNear: from a process, a flow, or what is at one, to the processes at it and those
// that these are parts of; where there is a store, to all that use it too: it stands at the
// edge of a level if somebody else uses it.
func levelsNear(m *model.Model, r model.Row, reach func(model.ID)) {
	level := func(id model.ID) {
		reach(id)
		if e := m.Element(id); e != nil && e.Kind == model.Process {
			reach(e.Owner)
		}
	}
	processesAt(m, r, level)
	if e, ok := r.(*model.Element); ok && e.Kind == model.Process { // others exchange data with it
		for _, f := range m.Flows(e.ID) {
			processesAt(m, f, level)
		}
	}
	storesNear(m, r, func(id model.ID) {
		if e := m.Element(id); e != nil && e.Kind == model.Store {
			processesAt(m, e, level)
		}
	})
	storesUnder(m, r, func(id model.ID) {
		if e := m.Element(id); e != nil && e.Kind == model.Store {
			processesAt(m, e, level)
		}
	})
}

// levelText tells a level.
func levelText(m *model.Model, l dataflow.Level) string {
	text := "The level below " + dataflow.Label(m, l.Process)
	if l.View == model.Physical {
		text += " (physical)"
	}
	return text
}

var levelUnbalanced = &Analyzer{
	Name: "level/unbalanced", Title: "A level does not agree with its process", Severity: Error,
	Doc: "A level shows more of the same: what enters and leaves it is what enters and leaves the process that it opens, flow by flow, down to the items of the dictionary. " +
		"What is missing was forgotten below, even where its data come in another way too; what was added was never seen above.",
	Source:   "DeMarco 1978, ch. 6: balancing; definitions of items after ch. 11.",
	Finds:    "delivery note enters Receive lot, and none of its parts enters its level.",
	Leaves:   "delivery note above, its parts below; flows marked «reject».",
	Requires: []Requirement{balances},
	Scope: eachBalance(func(p *Pass, l levelBalance) {
		for _, u := range l.Mismatches {
			first := append(slices.Clone(u.Above), u.Below...)[0]
			p.Report(Finding{Subject: l.Process, Related: append(slices.Clone(u.Above), u.Below...), Key: string(l.View) + string(u.Direction) + string(first),
				says: mismatchText(p.Model, l, u), Offer: func(m *model.Model) []Mend { return levelMends(m, l.Level, u) }})
		}
	}),
}

// mismatchText names the flows, says what is so and what was expected.
func mismatchText(m *model.Model, l levelBalance, u dataflow.Mismatch) wording {
	level, process := levelText(m, l.Level), dataflow.Label(m, l.Process)
	switch u.Is {
	case dataflow.Missing:
		var names []string
		for _, id := range u.Above {
			names = append(names, flowAt(m, id, u.Direction))
		}
		return say("%s: %s at %s, and nowhere at the edge of the level.", level, english.List(names), process)
	case dataflow.Added:
		return say("%s: %s there, and %s has no such flow.", level, flowAt(m, u.Below[0], u.Direction), process)
	case dataflow.Elsewhere:
		return say("%s: %s there, but at %s it %s.", level, flowAt(m, u.Below[0], u.Direction), process, partnerText(m, u.Above[0], u.Direction))
	}
	var lacks []string
	if len(u.Lacking) > 0 {
		lacks = append(lacks, "lacks "+english.List(u.Lacking))
	}
	if len(u.TooMuch) > 0 {
		lacks = append(lacks, "has "+english.List(u.TooMuch)+" in addition")
	}
	return say("%s: %s at %s and %s there are the same flow, but the level %s.", level, flowNames(m, u.Above), process, flowNames(m, u.Below), strings.Join(lacks, " and "))
}

func flowNames(m *model.Model, flows []model.ID) string {
	var names []string
	for _, id := range flows {
		names = append(names, dataflow.FlowName(m, m.Relationship(id)))
	}
	return english.List(names)
}

// flowAt tells a flow with where it comes from, or where it goes.
func flowAt(m *model.Model, id model.ID, dir dataflow.Direction) string {
	return dataflow.FlowName(m, m.Relationship(id)) + " " + partnerText(m, id, dir)
}

func partnerText(m *model.Model, id model.ID, dir dataflow.Direction) string {
	f := m.Relationship(id)
	partner, way, alone := f.Source, "comes from ", "comes in"
	if dir == dataflow.OutOf {
		partner, way, alone = f.Target, "goes to ", "goes out"
	}
	e := m.Element(partner)
	switch {
	case e == nil:
		return alone
	case e.Kind == model.Process:
		return way + dataflow.Label(m, partner)
	}
	return way + nameOf(m, partner)
}

// levelMends are the ways out of a mismatch, the one that a person would choose first: lead
// on what is missing, call what was added by the name that is missing, take it up above, or
// take it away. Only what helps is offered.
func levelMends(m *model.Model, l dataflow.Level, u dataflow.Mismatch) []Mend {
	var out []Mend
	add := func(title string, changes func(*model.Model) []model.Change) {
		if helps(m, l, changes(m)) {
			out = append(out, Mend{Title: title, Late: changes})
		}
	}
	now := func(changes ...model.Change) func(*model.Model) []model.Change {
		return func(*model.Model) []model.Change { return changes }
	}
	d := dictionary.Of(m)
	switch u.Is {
	case dataflow.Missing:
		for _, id := range u.Above {
			add(leadOn(m, d, l, u, id))
		}
	case dataflow.Added:
		f := m.Relationship(u.Below[0])
		for _, other := range dataflow.BalanceOf(m, d, l).Mismatches {
			if other.Is == dataflow.Missing && other.Direction == u.Direction && len(other.Above) == 1 {
				if name := m.Relationship(other.Above[0]).Name; name != "" {
					add("Call it "+name, now(&model.SetName{ID: f.ID, Name: name}))
				}
			}
		}
		if partner := otherEnd(f, u.Direction); partner != "" {
			c := &model.Connect{ID: model.DeriveID("taken up", string(f.ID)), Kind: model.DataFlow, Name: f.Name, Source: partner, Target: l.Process}
			if u.Direction == dataflow.OutOf {
				c.Source, c.Target = c.Target, c.Source
			}
			add("Take "+dataflow.FlowName(m, f)+" up above", now(c))
		}
		add("Take "+dataflow.FlowName(m, f)+" out of the level", now(&model.Delete{ID: f.ID}))
	case dataflow.Elsewhere:
		side, partner := "source", otherEnd(m.Relationship(u.Above[0]), u.Direction)
		if u.Direction == dataflow.OutOf {
			side = "target"
		}
		if partner != "" {
			add("Lead it as above", now(&model.SetRelationship{ID: u.Below[0], Set: model.P(side, partner)}))
		}
	case dataflow.Differs:
		for _, id := range u.Below {
			f := m.Relationship(id)
			for _, name := range u.TooMuch {
				if m.TermKey(f.Name) == m.TermKey(name) {
					add("Take "+f.Name+" out of the level", now(&model.Delete{ID: id}))
				}
			}
		}
		for _, owed := range dataflow.Owed(m, d, l) {
			if len(u.TooMuch) == 0 && owed.Direction == u.Direction && slices.Contains(u.Above, owed.Flow.ID) {
				add(leadOn(m, d, l, u, owed.Flow.ID))
			}
		}
	}
	return out
}

// otherEnd is whom a flow is with, seen from a process.
func otherEnd(f *model.Relationship, dir dataflow.Direction) model.ID {
	if dir == dataflow.Into {
		return f.Source
	}
	return f.Target
}

// helps reports whether changes leave fewer mismatches of a level, and fewer of all levels.
func helps(m *model.Model, l dataflow.Level, changes []model.Change) bool {
	if len(changes) == 0 {
		return false
	}
	next, _, _, err := model.Edit(m, changes)
	if err != nil {
		return false
	}
	count := func(m *model.Model) (here, all int) {
		d := dictionary.Of(m)
		for _, level := range dataflow.Levels(m) {
			n := len(dataflow.BalanceOf(m, d, level).Mismatches)
			if all += n; level == l {
				here += n
			}
		}
		return here, all
	}
	hereBefore, allBefore := count(m)
	hereAfter, allAfter := count(next)
	return hereAfter < hereBefore && allAfter < allBefore
}

// leadOn leads a flow of the process on to a process of the level: to one that exchanges data
// with the same partner, or has data of that name or items; else what comes in to the first
// one, what goes out from the last one.
func leadOn(m *model.Model, d *dictionary.Dictionary, l dataflow.Level, u dataflow.Mismatch, id model.ID) (title string, changes func(*model.Model) []model.Change) {
	f, inside := m.Relationship(id), m.Level(l.Process, l.View)
	if len(inside) == 0 || f.Source == f.Target { // it comes from where it goes: which way it crosses the edge is not known
		return "", func(*model.Model) []model.Change { return nil }
	}
	process, partner, how := inside[0], f.Source, " to "
	if u.Direction == dataflow.OutOf {
		process, partner, how = inside[len(inside)-1], f.Target, " from "
	}
	items, _ := dataflow.ItemsOf(m, d, f)
	best := 0
	for _, p := range inside {
		fit := 0
		for _, e := range dataflow.EndsOf(m, p.ID) {
			if partner != "" && e.Partner == partner {
				fit += 10
			}
			held, _ := dataflow.ItemsOf(m, d, e.Flow)
			for k := range held {
				if items[k] {
					fit++
				}
			}
		}
		if fit > best {
			best, process = fit, p
		}
	}
	return "Lead " + dataflow.FlowName(m, f) + how + dataflow.Label(m, process.ID), func(m *model.Model) []model.Change {
		drawn := model.ID("")
		if row := m.LevelOf(l.Process, l.View); row != nil {
			drawn = row.ID
		}
		changes, err := dataflow.TakeUpChanges(m, id, process.ID, drawn, "mend")
		if err != nil {
			return nil
		}
		return changes
	}
}

var levelWeakened = &Analyzer{
	Name: "level/weakened", Title: "A level promises less than its process", Severity: Warning,
	Doc:      "An item that is always there above may be absent below, or one that comes once above comes repeatedly below.",
	Source:   "DeMarco 1978, ch. 11: the composition of flows.",
	Finds:    "harvest date above, (harvest date) below",
	Leaves:   "(remark) above and below",
	Requires: []Requirement{balances},
	Scope: eachBalance(func(p *Pass, l levelBalance) {
		for _, w := range l.Weakened {
			how := "is always there above and may be absent below"
			if !w.Optional {
				how = "comes once above and repeatedly below"
			}
			p.Report(Finding{Subject: l.Process, Related: []model.ID{w.Flow}, Key: string(l.View) + string(w.Direction) + w.Item,
				says: say("%s: %s %s.", levelText(p.Model, l.Level), w.Item, how)})
		}
	}),
}

var levelRegrouped = &Analyzer{
	Name: "level/regrouped", Title: "A level bundles the same data otherwise", Severity: Advice,
	Doc:      "The items agree, but a name at the edge of the level is part of no flow above. A reader who looks for it there will not find it.",
	Source:   "DeMarco 1978, ch. 6.",
	Finds:    "lot data below, where above only delivery note is known, and both hold the same.",
	Leaves:   "A part of delivery note by its own name.",
	Requires: []Requirement{balances},
	Scope: eachBalance(func(p *Pass, l levelBalance) {
		if names := l.Regrouped; len(names) > 0 {
			p.Report(Finding{Subject: l.Process, Key: string(l.View), says: say("%s: %s holds what is known above, but no flow above contains it under that name.", levelText(p.Model, l.Level), strings.Join(names, ", "))})
		}
	}),
}

var levelNewEntity = &Analyzer{
	Name: "level/new-entity", Title: "The outside appears only below", Severity: Error,
	Doc:    "A lower level adds nothing at its edge: an external entity that the process above has no flow with cannot exchange anything with its parts.",
	Source: "DeMarco 1978, ch. 6; Yourdon 1989, ch. 18.",
	Finds:  "Food inspector on the level below Receive lot, which has no flow with it.",
	Leaves: "Beekeeper there, who sends delivery note to Receive lot; the first level of a system whose context is not drawn yet.",
	Scope: eachLevel(func(p *Pass, l dataflow.Level) {
		if e := p.Model.Element(l.Process); e != nil && e.Owner == "" && len(p.Model.Flows(l.Process)) == 0 {
			return // nothing is drawn above yet
		}
		for entity, flows := range dataflow.NewEntities(p.Model, l) {
			p.Report(Finding{Subject: entity, Related: append([]model.ID{l.Process}, flows...), Key: string(l.Process) + string(l.View),
				says: say("%s exchanges data with %s, but %s itself has no flow with it.", levelText(p.Model, l), nameOf(p.Model, entity), dataflow.Label(p.Model, l.Process))}, idStrings(flows)...)
		}
	}),
}

var levelNumbering = &Analyzer{
	Name: "level/numbering", Title: "Two processes bear one number", Severity: Warning,
	Doc:    "The number of a process finds its place among the levels. Two of one number cannot be told apart.",
	Source: "DeMarco 1978, ch. 6: numbering conventions.",
	Finds:  "Two processes 2 on one level, after an import.",
	Leaves: "1, 2, 4: a gap where one was deleted.",
	Scope: eachLevel(func(p *Pass, l dataflow.Level) {
		first := map[int]*model.Element{}
		for _, e := range p.Model.Level(l.Process, l.View) {
			if o := first[e.Process().Ordinal]; o != nil {
				p.Report(Finding{Subject: e.ID, Related: []model.ID{o.ID}, says: say("%s and %s bear the same number.", dataflow.Label(p.Model, o.ID), dataflow.Label(p.Model, e.ID)),
					Mends: []Mend{{Title: "Number this level anew", Changes: dataflow.RenumberChanges(p.Model, l, nil)}}})
				continue
			}
			first[e.Process().Ordinal] = e
		}
	}),
}

// mostOnLevel is how many processes a reader takes in (Miller 1956: seven, give or
// take two).
const mostOnLevel = 9

var levelTooMany = &Analyzer{
	Name: "level/too-many", Title: "A level with many processes", Severity: Advice,
	Doc:    "More than nine processes on one level are hard to take in. Those that exchange most with each other make a process of their own.",
	Source: "DeMarco 1978, ch. 6, after Miller 1956.",
	Finds:  "Ten processes on one level",
	Leaves: "Nine processes",
	Scope: eachLevel(func(p *Pass, l dataflow.Level) {
		if n := len(p.Model.Level(l.Process, l.View)); n > mostOnLevel {
			p.Report(Finding{Subject: l.Process, Key: string(l.View), says: say("%s has %d processes: more than %d are hard to take in.", levelText(p.Model, l), n, mostOnLevel)})
		}
	}),
}

var levelSingle = &Analyzer{
	Name: "level/single", Title: "A level with one process", Severity: Advice,
	Doc:    "A process that is opened into a single one shows the same thing twice.",
	Source: "DeMarco 1978, ch. 6.",
	Finds:  "Receive lot, opened into Weigh lot alone",
	Leaves: "Receive lot, opened into Weigh lot and Enter lot",
	Scope: eachLevel(func(p *Pass, l dataflow.Level) {
		if list := p.Model.Level(l.Process, l.View); len(list) == 1 {
			p.Report(Finding{Subject: l.Process, Related: []model.ID{list[0].ID}, Key: string(l.View), says: say("%s holds only %s: open it further, or close it.", levelText(p.Model, l), dataflow.Label(p.Model, list[0].ID))})
		}
	}),
}
