package scene

import (
	"lexeon/core/layout"
	"lexeon/core/model"
)

// packagesOf tells for each shape the packages that are drawn around it, the
// outermost first.
func packagesOf(m *model.Model, s *Scene, shapes []*Group) [][]model.ID {
	drawn := map[model.ID]bool{}
	for i := range s.Groups {
		if s.Groups[i].Kind == model.PackageKind {
			drawn[s.Groups[i].Subject] = true
		}
	}
	out := make([][]model.ID, len(shapes))
	for i, g := range shapes {
		for _, p := range m.PackagePath(g.Subject) {
			if drawn[p.ID] {
				out[i] = append(out[i], p.ID)
			}
		}
	}
	return out
}

// inPackages arranges what is in a package by itself, the packages in it likewise,
// and then the packages as wholes among the rest, so that no folder lies on
// another. least gives the width that the name of a package takes.
func inPackages(nodes []layout.Node, edges []layout.Edge, paths [][]model.ID, least func(model.ID) int) layout.Result {
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
		inner[p] = inPackages(own, within, inside, least)
		wholes[p] = layout.Node{ID: own[0].ID, W: max(inner[p].Size.W+2*subjectPad, least(names[p])), H: inner[p].Size.H + subjectHead + subjectPad}
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
			at.X, at.Y = at.X+subjectPad+in.X, at.Y+subjectHead+in.Y
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
