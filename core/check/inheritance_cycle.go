package check

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/graph"
	"lexeon/core/model"
)

var inheritanceCycle = &Analyzer{
	Name:     "class/inheritance-cycle",
	Title:    "A class is a kind of itself",
	Severity: Error,
	Doc: "Following \"is a kind of\" upwards leads back to the start. Then each of the classes has exactly the instances of the others, " +
		"and no language can build them.",
	Source: "UML 2.5.1, 9.2.3: generalization hierarchies are directed and acyclic.",
	Finds:  "JarBatch is a kind of TraceableItem, TraceableItem is a kind of JarBatch",
	Leaves: "JarBatch and HoneyLot are both kinds of TraceableItem",
	Scope: Whole{
		Touched: func(r model.Row) bool {
			// A name counts too: the message tells the way round by name.
			return kindOf(r) == model.Generalization || kindOf(r).IsClassifier() || kindOf(r) == model.Actor || kindOf(r) == model.UseCase
		},
		Silent: func(old, next model.Row) bool {
			return kindOf(old) != model.Generalization && kindOf(next) != model.Generalization
		},
		Run: func(p *Pass) {
			for _, cycle := range cycles(p.Model, model.Generalization) {
				var names, facts []string
				for _, id := range cycle {
					names = append(names, nameOf(p.Model, id))
					facts = append(facts, string(id))
				}
				names = append(names, names[0])
				related := cycle[1:]
				f := Finding{Subject: cycle[0], Related: related, says: say("A kind of itself: %s.", strings.Join(names, " is a kind of "))}
				for i, id := range cycle {
					next := cycle[(i+1)%len(cycle)]
					mend := Mend{Title: fmt.Sprintf("Delete: %s is a kind of %s", nameOf(p.Model, id), nameOf(p.Model, next))}
					for _, g := range p.Model.Generals(id) {
						if g.Target == next {
							mend.Changes = append(mend.Changes, &model.Delete{ID: g.ID})
							facts = append(facts, string(g.ID))
						}
					}
					f.Mends = append(f.Mends, mend)
				}
				p.Report(f, facts...)
			}
		},
	},
}

// cycles finds one shortest cycle in each strongly connected component of the
// relationships of a kind, starting at its smallest id. It walks without recursion, so
// that a chain of any length is safe.
func cycles(m *model.Model, kind model.Kind) [][]model.ID {
	next := map[model.ID][]model.ID{}
	var nodes []model.ID
	for _, r := range m.Relationships(kind) {
		if _, ok := next[r.Source]; !ok {
			nodes = append(nodes, r.Source)
		}
		next[r.Source] = append(next[r.Source], r.Target)
	}
	slices.Sort(nodes)
	var out [][]model.ID
	for _, component := range graph.Components(nodes, func(id model.ID) []model.ID { return next[id] }) {
		start := slices.Min(component)
		if cycle := shortestCycle(start, component, next); cycle != nil {
			out = append(out, cycle)
		}
	}
	return out
}

// shortestCycle searches breadth first from start within a component.
func shortestCycle(start model.ID, component []model.ID, next map[model.ID][]model.ID) []model.ID {
	inside := map[model.ID]bool{}
	for _, id := range component {
		inside[id] = true
	}
	from := map[model.ID]model.ID{}
	queue := []model.ID{start}
	for len(queue) > 0 {
		at := queue[0]
		queue = queue[1:]
		for _, to := range next[at] {
			if to == start {
				cycle := []model.ID{at}
				for at != start {
					at = from[at]
					cycle = append(cycle, at)
				}
				slices.Reverse(cycle)
				return cycle
			}
			if _, seen := from[to]; !seen && inside[to] {
				from[to] = at
				queue = append(queue, to)
			}
		}
	}
	return nil
}
