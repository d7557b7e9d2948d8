package check

import (
	"slices"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/model"
)

// eachLevel is a rule on all levels.
func eachLevel(run func(p *Pass, l dataflow.Level)) Scope {
	return Whole{Touched: touchesFlows, Run: func(p *Pass) {
		for _, l := range dataflow.Levels(p.Model) {
			run(p, l)
		}
	}}
}

// eachBalance is a rule on how each level agrees with its process.
func eachBalance(run func(p *Pass, l levelBalance)) Scope {
	return Whole{Run: func(p *Pass) {
		for _, l := range balances.of(p) {
			run(p, l)
		}
	}}
}

// levelText tells a level.
func levelText(m *model.Model, l dataflow.Level) string {
	text := "The level below " + dataflow.Label(m, l.Process)
	if l.View == model.Physical {
		text += " (physical)"
	}
	return text
}

func directionText(d dataflow.Direction) string {
	if d == dataflow.Into {
		return "coming in"
	}
	return "going out"
}

var levelUnbalanced = &Analyzer{
	Name: "level/unbalanced", Title: "A level does not agree with its process", Severity: Error,
	Doc: "A level shows more of the same: what enters and leaves it is what enters and leaves the process that it opens, down to the items of the dictionary. " +
		"What is missing was forgotten below; what is too much was never seen above.",
	Source:   "DeMarco 1978, ch. 6: balancing; definitions of items after ch. 11.",
	Finds:    "delivery note enters Receive lot, and none of its parts enters its level.",
	Leaves:   "delivery note above, its parts below; flows marked «reject».",
	Requires: []Requirement{balances},
	Scope: eachBalance(func(p *Pass, l levelBalance) {
		for _, u := range l.Unbalanced {
			var parts []string
			if len(u.Missing) > 0 {
				parts = append(parts, "is missing "+strings.Join(u.Missing, ", "))
			}
			if len(u.TooMuch) > 0 {
				parts = append(parts, "has "+strings.Join(u.TooMuch, ", ")+" in addition")
			}
			p.Report(Finding{Subject: l.Process, Related: u.Flows, Key: string(l.View) + string(u.Direction), Offer: func(m *model.Model) []Mend {
				return append(outOfLevel(m, l.Level, u), intoLevel(m, dictionary.Of(m), l.Level, u)...)
			},
				says: say("%s: of what is %s, it %s.", levelText(p.Model, l.Level), directionText(u.Direction), strings.Join(parts, " and "))}, parts...)
		}
	}),
}

// helps reports whether a change leaves less of an imbalance.
func helps(m *model.Model, l dataflow.Level, u dataflow.Imbalance, change model.Change) bool {
	next, _, _, err := model.Edit(m, []model.Change{change})
	if err != nil {
		return false
	}
	for _, left := range dataflow.BalanceOf(next, dictionary.Of(next), l).Unbalanced {
		if left.Direction == u.Direction && len(left.TooMuch) >= len(u.TooMuch) {
			return false
		}
	}
	return true
}

// intoLevel leads what is missing at the edge on to processes of the level: each
// flow to one that exchanges data with the same partner already, else what comes
// in to the first one, what goes out from the last one.
func intoLevel(m *model.Model, d *dictionary.Dictionary, l dataflow.Level, u dataflow.Imbalance) []Mend {
	inside := m.Level(l.Process, l.View)
	if len(u.Missing) == 0 || len(u.TooMuch) > 0 || len(inside) == 0 {
		return nil
	}
	type led struct{ flow, process model.ID }
	var all []led
	var told []string
	for _, owed := range dataflow.Owed(m, d, l) {
		if owed.Direction != u.Direction {
			continue
		}
		if owed.Flow.Source == owed.Flow.Target {
			return nil // it comes from where it goes: which way it crosses the edge is not known
		}
		process, partner, how := inside[0], owed.Flow.Source, " to "
		if owed.Direction == dataflow.OutOf {
			process, partner, how = inside[len(inside)-1], owed.Flow.Target, " from "
		}
		for _, p := range inside {
			if partner != "" && slices.ContainsFunc(dataflow.EndsOf(m, p.ID), func(e dataflow.End) bool { return e.Partner == partner }) {
				process = p
				break
			}
		}
		all = append(all, led{owed.Flow.ID, process.ID})
		told = append(told, dataflow.FlowName(m, owed.Flow)+how+dataflow.Label(m, process.ID))
	}
	lead := func(m *model.Model, drawn model.ID) (out []model.Change) {
		for _, x := range all {
			next := m
			if len(out) > 0 { // a store that one of them shows is there for the next
				if after, _, _, err := model.Edit(m, out); err == nil {
					next = after
				}
			}
			changes, err := dataflow.TakeUpChanges(next, x.flow, x.process, drawn, "mend")
			if err != nil {
				return nil
			}
			out = append(out, changes...)
		}
		return out
	}
	next, _, _, err := model.Edit(m, lead(m, ""))
	if err != nil || slices.ContainsFunc(dataflow.BalanceOf(next, dictionary.Of(next), l).Unbalanced, func(left dataflow.Imbalance) bool { return left.Direction == u.Direction }) {
		return nil
	}
	return []Mend{{Title: "Lead " + strings.Join(told, ", "), Late: func(m *model.Model) []model.Change {
		if row := m.LevelOf(l.Process, l.View); row != nil {
			return lead(m, row.ID)
		}
		return lead(m, "")
	}}}
}

// outOfLevel takes away what is too much at the edge.
func outOfLevel(m *model.Model, l dataflow.Level, u dataflow.Imbalance) []Mend {
	var out []Mend
	for _, id := range u.Flows {
		f := m.Relationship(id)
		if at, ok := dataflow.LevelOfFlow(m, f); !ok || at != l || len(u.TooMuch) == 0 {
			continue
		}
		for _, name := range u.TooMuch {
			if m.TermKey(f.Name) == m.TermKey(name) && helps(m, l, u, &model.Delete{ID: id}) {
				out = append(out, Mend{Title: "Take " + f.Name + " out of the level", Changes: []model.Change{&model.Delete{ID: id}}})
			}
		}
	}
	return out
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
	Leaves: "Beekeeper there, who sends delivery note to Receive lot.",
	Scope: eachLevel(func(p *Pass, l dataflow.Level) {
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
