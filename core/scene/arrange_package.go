package scene

import (
	"slices"

	"lexeon/core/layout"
	"lexeon/core/model"
)

// packagesOf tells for each shape the packages and components that are drawn around
// it, the outermost first.
func packagesOf(m *model.Model, s *Scene, shapes []*Group) [][]model.ID {
	drawn := map[model.ID]bool{}
	for i := range s.Groups {
		if g := &s.Groups[i]; g.Kind == model.PackageKind || g.Kind == model.Component && g.surrounds() {
			drawn[s.Groups[i].Subject] = true
		}
	}
	out := make([][]model.ID, len(shapes))
	for i, g := range shapes {
		inner := containerOf(m, g.Subject, drawn)
		if p := m.Placement(g.ID); inner == "" && p != nil {
			inner = homeOfBall(m, p.Diagram, g, drawn)
		}
		for at := inner; at != "" && !slices.Contains(out[i], at); at = containerOf(m, at, drawn) {
			out[i] = append(out[i], at)
		}
		slices.Reverse(out[i])
	}
	return out
}

// containerOf is the nearest package or component that is drawn around an element;
// a class is in a component that holds it.
func containerOf(m *model.Model, id model.ID, drawn map[model.ID]bool) model.ID {
	for _, c := range m.HeldBy(id) {
		if drawn[c.ID] {
			return c.ID
		}
	}
	for e := m.Element(id); e != nil && e.Owner != ""; e = m.Element(e.Owner) {
		if drawn[e.Owner] {
			return e.Owner
		}
	}
	return ""
}

// inPackages arranges what is in a package by itself, the packages in it likewise,
// and then the packages as wholes among the rest, so that no folder lies on
// another. marginOf tells what a package or component
// needs around what is in it.
func inPackages(nodes []layout.Node, edges []layout.Edge, paths [][]model.ID, marginOf func(model.ID) margin) layout.Result {
	index := map[model.ID]int{}
	of := make([]int, len(nodes)) // the outermost package, -1 for none
	for i, path := range paths {
		of[i] = -1
		if len(path) > 0 {
			if _, known := index[path[0]]; !known {
				index[path[0]] = len(index)
			}
			of[i] = index[path[0]]
		}
	}
	packages := len(index)
	names := make([]model.ID, packages)
	for id, p := range index {
		names[p] = id
	}
	if packages == 0 {
		return layout.Arrange(nodes, edges)
	}
	inner := make([]layout.Result, packages)
	place := make([]int, len(nodes)) // within its package, or among the wholes
	wholes := make([]layout.Node, packages)
	for p := range packages {
		var own []layout.Node
		var inside [][]model.ID
		for i, n := range nodes {
			if of[i] == p {
				place[i] = len(own)
				own = append(own, n)
				inside = append(inside, paths[i][1:])
			}
		}
		var within []layout.Edge
		for _, e := range edges {
			if of[e.From] == p && of[e.To] == p {
				e.From, e.To = place[e.From], place[e.To]
				within = append(within, e)
			}
		}
		inner[p] = inPackages(own, within, inside, marginOf)
		a := marginOf(names[p])
		wholes[p] = layout.Node{ID: own[0].ID, W: max(inner[p].Size.W+2*a.pad, a.least), H: inner[p].Size.H + a.head + a.pad}
	}
	for i, n := range nodes {
		if of[i] < 0 {
			place[i] = len(wholes)
			wholes = append(wholes, n)
		}
	}
	whole := func(i int) int {
		if of[i] >= 0 {
			return of[i]
		}
		return place[i]
	}
	var between []layout.Edge
	for _, e := range edges {
		if a, b := whole(e.From), whole(e.To); a != b || of[e.From] < 0 {
			e.From, e.To = a, b
			between = append(between, e)
		}
	}
	outer := layout.Arrange(wholes, between)
	out := layout.Result{Size: outer.Size, At: make([]Point, len(nodes))}
	for i := range nodes {
		at := outer.At[whole(i)]
		if of[i] >= 0 {
			in := inner[of[i]].At[place[i]]
			a := marginOf(names[of[i]])
			at.X, at.Y = at.X+a.pad+in.X, at.Y+a.head+in.Y
		}
		out.At[i] = at
	}
	// The upper left shape is the corner, not the folder around it: arranging again
	// moves nothing.
	corner := out.At[0]
	for _, p := range out.At {
		corner.X, corner.Y = min(corner.X, p.X), min(corner.Y, p.Y)
	}
	for i := range out.At {
		out.At[i].X, out.At[i].Y = out.At[i].X-corner.X, out.At[i].Y-corner.Y
	}
	return out
}
