package component

import (
	"slices"

	"lexeon/core/graph"
	"lexeon/core/model"
)

// Circles lists the sets of components that call each other in a circle, each by id.
func Circles(m *model.Model) [][]model.ID { return CirclesOf(m, Callers(m)) }

// CirclesOf is [Circles], where it is known who calls whom.
func CirclesOf(m *model.Model, callers map[model.ID][]model.ID) [][]model.ID {
	var nodes []model.ID
	for _, c := range m.OfKind(model.Component) {
		nodes = append(nodes, c.ID)
	}
	var out [][]model.ID
	for _, set := range graph.Components(nodes, func(id model.ID) []model.ID { return callers[id] }) {
		if len(set) > 1 {
			slices.Sort(set)
			out = append(out, set)
		}
	}
	slices.SortFunc(out, func(a, b []model.ID) int { return slices.Compare(a, b) })
	return out
}

// CircleLines lists the relationships by which components call each other in
// circles: assemblies and dependencies between two of one circle, and the required
// and provided interfaces by which one gets something from the other.
func CircleLines(m *model.Model) map[model.ID]bool {
	in := map[model.ID]int{} // the circle of a component; 0: none
	for i, circle := range Circles(m) {
		for _, c := range circle {
			in[c] = i + 1
		}
	}
	if len(in) == 0 {
		return nil
	}
	out := map[model.ID]bool{}
	together := func(a, b model.ID) bool { return a != b && in[a] != 0 && in[a] == in[b] }
	for _, r := range m.Relationships(model.Dependency, model.Usage, model.Assembly) {
		from, to := m.ComponentAt(r.Source), m.ComponentAt(r.Target)
		if from != nil && to != nil && together(from.ID, to.ID) {
			out[r.ID] = true
		}
	}
	for _, n := range WebOf(m).Needs() {
		if !n.Chosen && len(n.From) != 1 {
			continue // who is called is open
		}
		for _, to := range n.From {
			if !together(n.Component, to) {
				continue
			}
			for _, r := range m.Offers(n.Component, model.Requires) {
				if r.Target == n.Interface {
					out[r.ID] = true
				}
			}
			for _, r := range m.Offers(to, model.Provides) {
				if Offers(m, r.Target, n.Interface) {
					out[r.ID] = true
				}
			}
		}
	}
	return out
}
