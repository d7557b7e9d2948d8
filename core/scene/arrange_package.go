package scene

import (
	"lexeon/core/layout"
	"lexeon/core/model"
)

// packagesOf tells for each shape the outermost package that is drawn around it:
// its index among those packages, -1 where there is none.
func packagesOf(m *model.Model, s *Scene, shapes []*Group) []int {
	drawn := map[model.ID]bool{}
	for i := range s.Groups {
		if s.Groups[i].Kind == model.PackageKind {
			drawn[s.Groups[i].Subject] = true
		}
	}
	index := map[model.ID]int{}
	out := make([]int, len(shapes))
	for i, g := range shapes {
		out[i] = -1
		for _, p := range m.PackagePath(g.Subject) {
			if drawn[p.ID] {
				if _, known := index[p.ID]; !known {
					index[p.ID] = len(index)
				}
				out[i] = index[p.ID]
				break
			}
		}
	}
	return out
}

// inPackages arranges what is in a package by itself, and then the packages as
// wholes among the rest, so that no folder lies on another.
func inPackages(nodes []layout.Node, edges []layout.Edge, of []int) layout.Result {
	packages := 0
	for _, p := range of {
		packages = max(packages, p+1)
	}
	if packages == 0 {
		return layout.Arrange(nodes, edges)
	}
	inner := make([]layout.Result, packages)
	place := make([]int, len(nodes)) // within its package, or among the wholes
	wholes := make([]layout.Node, packages)
	for p := range packages {
		var own []layout.Node
		for i, n := range nodes {
			if of[i] == p {
				place[i] = len(own)
				own = append(own, n)
			}
		}
		var within []layout.Edge
		for _, e := range edges {
			if of[e.From] == p && of[e.To] == p {
				e.From, e.To = place[e.From], place[e.To]
				within = append(within, e)
			}
		}
		inner[p] = layout.Arrange(own, within)
		wholes[p] = layout.Node{ID: own[0].ID, W: inner[p].Size.W + 2*subjectPad, H: inner[p].Size.H + subjectHead + subjectPad}
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
