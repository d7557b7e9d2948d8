// Package layout arranges shapes in layers: what is more general, or the whole,
// or the caller, above what it leads to; few lines that cross; shapes above each
// other where a line joins them. It knows boxes and edges and nothing of what
// they mean, and gives the same places for the same input.
//
// The steps are those of Sugiyama, Tagawa and Toda (1981): edges that close a
// circle are turned round; layers by the network simplex of Gansner, Koutsofios,
// North and Vo (1993); orders within the layers by medians and exchanges from
// several starts; places by Brandes and Köpf (2001).
package layout

import (
	"cmp"
	"slices"

	"lexeon/core/geometry"
)

// Node is a shape to be placed. Lengths are in pixels.
type Node struct {
	ID   string
	W, H int
	// Right is room kept free at its right side, for a line to itself.
	Right int
	// Order is the place of the node among all, in the order in which a person would read
	// them: of arrangements that are equally good the one in this order is taken.
	Order int
}

// Edge joins two nodes, given by their index; From is to be above To.
type Edge struct {
	From, To int
	// Lines is how many lines the edge stands for; 0 counts as 1.
	Lines int
	// Room is what the line needs between two layers, beyond what all have.
	Room int
	// Weak edges may lead upwards where the arrangement would get far too tall.
	Weak bool
}

// Result of an arrangement.
type Result struct {
	At        []geometry.Point // of each node: its upper left corner
	Crossings int              // of straight segments between neighbouring layers
	Size      geometry.Rect
}

const (
	gapAcross  = 48 // between shapes of one layer
	gapLine    = 22 // beside a line that only passes through a layer
	gapLayers  = 76 // between layers, without any bars
	gapParts   = 64 // between parts that nothing joins
	barRoom    = 22 // for each bar between two layers, with its name
	maxBarRoom = 264
)

// Arrange places all nodes, with the upper left corner at 0, 0.
func Arrange(nodes []Node, edges []Edge) Result {
	edges = sound(nodes, edges)
	var parts []part
	var single []int
	for _, members := range components(len(nodes), edges) {
		if len(members) == 1 {
			single = append(single, members[0])
			continue
		}
		parts = append(parts, arrangePart(nodes, members, edges))
	}
	return pack(nodes, parts, single)
}

// sound drops edges that say nothing here, from a node to itself, and takes those
// between the same two together.
func sound(nodes []Node, edges []Edge) []Edge {
	known := map[[2]int]int{}
	var out []Edge
	for _, e := range edges {
		if e.From == e.To || e.From < 0 || e.To < 0 || e.From >= len(nodes) || e.To >= len(nodes) {
			continue
		}
		key := [2]int{e.From, e.To}
		e.Lines = max(1, e.Lines)
		if at, ok := known[key]; ok {
			out[at].Lines += e.Lines
			out[at].Room = max(out[at].Room, e.Room)
			out[at].Weak = out[at].Weak && e.Weak
			continue
		}
		known[key] = len(out)
		out = append(out, e)
	}
	return out
}

// components lists the sets of nodes that edges join, each in the order of the
// nodes; larger sets first.
func components(n int, edges []Edge) [][]int {
	root := make([]int, n)
	for i := range root {
		root[i] = i
	}
	var find func(int) int
	find = func(i int) int {
		for root[i] != i {
			root[i] = root[root[i]]
			i = root[i]
		}
		return i
	}
	for _, e := range edges {
		a, b := find(e.From), find(e.To)
		root[max(a, b)] = min(a, b)
	}
	sets := map[int][]int{}
	for i := range n {
		sets[find(i)] = append(sets[find(i)], i)
	}
	var out [][]int
	for _, s := range sets {
		out = append(out, s)
	}
	slices.SortFunc(out, func(a, b []int) int { return cmp.Or(len(b)-len(a), a[0]-b[0]) })
	return out
}

// part is an arranged component.
type part struct {
	members   []int
	at        []geometry.Point
	w, h      int
	crossings int
}

func arrangePart(nodes []Node, members []int, edges []Edge) part {
	local := map[int]int{}
	for i, n := range members {
		local[n] = i
	}
	g := &graph{}
	for _, n := range members {
		g.nodes = append(g.nodes, nodes[n])
	}
	for _, e := range edges {
		if _, ok := local[e.From]; ok {
			e.From, e.To = local[e.From], local[e.To]
			g.edges = append(g.edges, e)
		}
	}
	flat := g.flattened()
	p := g.arranged(members)
	if flat != nil && p.h > p.w*tallest/100 {
		if other := flat.arranged(members); other.fits() > p.fits() {
			return other
		}
	}
	return p
}

// tallest is how tall a part may be for its width, in percent, before weak edges are led
// otherwise.
const tallest = 90

func (p part) fits() int { return inWindow(geometry.Rect{W: p.w, H: p.h}) }

// inWindow is how large something is drawn in a window of 16 by 10, in parts of a million.
func inWindow(size geometry.Rect) int {
	return min(1_600_000/max(1, size.W), 1_000_000/max(1, size.H))
}

func (g *graph) arranged(members []int) part {
	g.breakCycles()
	g.rank()
	l := g.layered()
	l.order()
	at := l.position()
	p := part{members: members, at: at, crossings: l.crossings()}
	for i, q := range at {
		p.w, p.h = max(p.w, q.X+g.nodes[i].W+g.nodes[i].Right), max(p.h, q.Y+g.nodes[i].H)
	}
	return p
}

// pack puts the parts beside each other in rows of about the same width, then
// the single shapes beside them.
func pack(nodes []Node, parts []part, single []int) Result {
	r := Result{At: make([]geometry.Point, len(nodes))}
	area, widest := 0, 900
	for _, p := range parts {
		area += (p.w + gapParts) * (p.h + gapParts)
		widest = max(widest, p.w)
	}
	for target := widest; target*target*10 < area*16; target += 100 {
		widest = target + 100
	}
	x, y, row := 0, 0, 0
	for _, p := range parts {
		if x > 0 && x+p.w > widest {
			x, y, row = 0, y+row+gapParts, 0
		}
		for i, n := range p.members {
			r.At[n] = geometry.Point{X: x + p.at[i].X, Y: y + p.at[i].Y}
		}
		r.Crossings += p.crossings
		x, row = x+p.w+gapParts, max(row, p.h)
	}
	r.addSingles(nodes, single, widest, len(parts) > 0)
	// The upper left corner is at 0, 0, whichever shape stands there.
	if len(r.At) > 0 {
		left, top := r.At[0].X, r.At[0].Y
		for _, p := range r.At {
			left, top = min(left, p.X), min(top, p.Y)
		}
		for n := range r.At {
			r.At[n] = geometry.Point{X: r.At[n].X - left, Y: r.At[n].Y - top}
		}
	}
	for n, p := range r.At {
		r.Size = r.Size.Union(geometry.Rect{X: p.X, Y: p.Y, W: nodes[n].W, H: nodes[n].H})
	}
	return r
}

// addSingles puts shapes that no line joins beside the parts in columns, or below in rows
// where the sheet would get far too wide.
func (r *Result) addSingles(nodes []Node, single []int, widest int, parts bool) {
	if len(single) == 0 {
		return
	}
	var taken geometry.Rect // by the parts
	for n, p := range r.At {
		if !slices.Contains(single, n) {
			taken = taken.Union(geometry.Rect{X: p.X, Y: p.Y, W: nodes[n].W + nodes[n].Right, H: nodes[n].H})
		}
	}
	beside, below := make([]geometry.Point, len(single)), make([]geometry.Point, len(single))
	besideSize, belowSize := taken, taken
	grow := func(size *geometry.Rect, at geometry.Point, node Node) {
		*size = size.Union(geometry.Rect{X: at.X, Y: at.Y, W: node.W + node.Right, H: node.H})
	}
	x, y, column := taken.Right()+gapParts, taken.Y, 0
	for i, n := range single {
		if y > taken.Y && y+nodes[n].H > taken.Bottom() {
			x, y, column = x+column+gapAcross, taken.Y, 0
		}
		beside[i] = geometry.Point{X: x, Y: y}
		grow(&besideSize, beside[i], nodes[n])
		y, column = y+nodes[n].H+gapAcross, max(column, nodes[n].W+nodes[n].Right)
	}
	x, y, row := 0, 0, 0
	if parts {
		y = taken.Bottom() + gapParts
	}
	for i, n := range single {
		w := nodes[n].W + nodes[n].Right
		if x > 0 && x+w > widest {
			x, y, row = 0, y+row+gapAcross, 0
		}
		below[i] = geometry.Point{X: x, Y: y}
		grow(&belowSize, below[i], nodes[n])
		x, row = x+w+gapAcross, max(row, nodes[n].H)
	}
	at := beside
	if inWindow(belowSize) > inWindow(besideSize)*5/4 {
		at = below
	}
	for i, n := range single {
		r.At[n] = at[i]
	}
}
