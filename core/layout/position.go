package layout

import (
	"cmp"
	"slices"

	"lexeon/core/geometry"
)

// position finds the places: the layers below each other, and in each layer, as
// in Brandes and Köpf, the mean of four placements that align every node with a
// median neighbour above or below, packed to the left or to the right.
func (l *layered) position() []geometry.Point {
	xs := l.across()
	ys := l.heights(xs)
	out := make([]geometry.Point, len(l.graph.nodes))
	left := 0
	for n := range out {
		left = min(left, xs[n]-l.graph.nodes[n].W/2)
	}
	for n := range out {
		node := l.graph.nodes[n]
		out[n] = geometry.Point{X: xs[n] - node.W/2 - left, Y: ys[l.rank[n]]}
	}
	return out
}

// heights is the top of each layer. Between two layers there is room for as many
// bars as lie above each other there.
func (l *layered) heights(xs []int) []int {
	tops := make([]int, len(l.layers))
	y := 0
	for r, layer := range l.layers {
		tops[r] = y
		tallest, room := 0, 0
		for _, n := range layer {
			if n < len(l.graph.nodes) {
				tallest = max(tallest, l.graph.nodes[n].H)
			}
		}
		for _, e := range l.graph.edges { // where a line spans several layers there is room anyway
			if l.rank[e.From] == r && l.rank[e.To] == r+1 {
				room = max(room, e.Room)
			}
		}
		y += tallest + room + max(gapLayers, min(maxBarRoom, 46+l.depth(layer, xs)*barRoom))
	}
	return tops
}

// depth is how many lines that do not run straight down from a layer lie above
// each other at most.
func (l *layered) depth(layer []int, xs []int) int {
	type edge struct{ x, step int }
	var edges []edge
	for _, n := range layer {
		for _, m := range l.down[n] {
			// One of them may run straight down; the others go round its side.
			bars := max(1, l.lines[segment{n, m}])
			from, to := min(xs[n], xs[m]), max(xs[n], xs[m])
			if to-from <= gapAcross {
				bars--
				to = from + gapAcross
			}
			if bars > 0 {
				edges = append(edges, edge{from, bars}, edge{to, -bars})
			}
		}
	}
	slices.SortFunc(edges, func(a, b edge) int { return cmp.Or(a.x-b.x, a.step-b.step) })
	now, most := 0, 0
	for _, e := range edges {
		now += e.step
		most = max(most, now)
	}
	return most
}

// widths are half the room that a node or point needs to its left and right.
func (l *layered) widths() (left, right []int) {
	left, right = make([]int, len(l.rank)), make([]int, len(l.rank))
	for n := range l.rank {
		if n < len(l.graph.nodes) {
			node := l.graph.nodes[n]
			left[n], right[n] = node.W/2+gapAcross/2, node.W-node.W/2+node.Right+gapAcross/2
		} else {
			left[n], right[n] = gapLine/2, gapLine/2
		}
	}
	return left, right
}

// across is the middle of every node and point.
func (l *layered) across() []int {
	left, right := l.widths()
	conflicts := l.conflicts()
	var all [4][]int
	k := 0
	for _, downwards := range []bool{true, false} {
		for _, leftwards := range []bool{true, false} {
			a := aligner{l: l, left: left, right: right, downwards: downwards, mirrored: !leftwards, conflicts: conflicts}
			if !leftwards {
				a.left, a.right = right, left
			}
			all[k] = a.place()
			k++
		}
	}
	// All four as wide as the narrowest, at its place.
	narrowest := 0
	bounds := [4][2]int{}
	for i, xs := range all {
		bounds[i] = [2]int{slices.Min(xs), slices.Max(xs)}
		if bounds[i][1]-bounds[i][0] < bounds[narrowest][1]-bounds[narrowest][0] {
			narrowest = i
		}
	}
	out := make([]int, len(l.rank))
	for i := range all {
		shift := bounds[narrowest][0] - bounds[i][0]
		if i%2 == 1 {
			shift = bounds[narrowest][1] - bounds[i][1]
		}
		for n := range all[i] {
			all[i][n] += shift
		}
	}
	for n := range out {
		four := []int{all[0][n], all[1][n], all[2][n], all[3][n]}
		slices.Sort(four)
		out[n] = (four[1] + four[2]) / 2
	}
	// The mean of the middle two keeps the order but may take away a pixel.
	for _, layer := range l.layers {
		for i := 1; i < len(layer); i++ {
			a, b := layer[i-1], layer[i]
			out[b] = max(out[b], out[a]+right[a]+left[b])
		}
	}
	return out
}

type segment struct{ upper, lower int }

// conflicts are segments that cross an inner one, between two points; those stay
// straight, so these are not aligned.
func (l *layered) conflicts() map[segment]bool {
	marked := map[segment]bool{}
	real := len(l.graph.nodes)
	for r := 0; r+1 < len(l.layers); r++ {
		var inner []segment
		for _, n := range l.layers[r] {
			for _, m := range l.down[n] {
				if n >= real && m >= real {
					inner = append(inner, segment{n, m})
				}
			}
		}
		for _, n := range l.layers[r] {
			for _, m := range l.down[n] {
				if n >= real && m >= real {
					continue
				}
				for _, s := range inner {
					if (l.pos[n]-l.pos[s.upper])*(l.pos[m]-l.pos[s.lower]) < 0 {
						marked[segment{n, m}] = true
					}
				}
			}
		}
	}
	return marked
}

// aligner makes one of the four placements.
type aligner struct {
	l           *layered
	left, right []int
	downwards   bool
	mirrored    bool
	conflicts   map[segment]bool

	root, next []int // blocks of aligned nodes, as rings
	sink       []int
	shift      []int
	x          []int
	placed     []bool
}

// at is the i-th node of a layer, from the side that is packed to.
func (a *aligner) at(layer []int, i int) int {
	if a.mirrored {
		return layer[len(layer)-1-i]
	}
	return layer[i]
}

func (a *aligner) pos(n int) int {
	if a.mirrored {
		return len(a.l.layers[a.l.rank[n]]) - 1 - a.l.pos[n]
	}
	return a.l.pos[n]
}

func (a *aligner) place() []int {
	n := len(a.l.rank)
	a.root, a.next = make([]int, n), make([]int, n)
	a.sink, a.shift, a.x, a.placed = make([]int, n), make([]int, n), make([]int, n), make([]bool, n)
	const far = 1 << 40
	for i := range n {
		a.root[i], a.next[i], a.sink[i], a.shift[i] = i, i, i, far
	}
	a.align()
	for r := range a.l.layers {
		for i := range a.l.layers[r] {
			if v := a.at(a.l.layers[r], i); a.root[v] == v {
				a.placeBlock(v)
			}
		}
	}
	out := make([]int, n)
	for i := range n {
		v := a.root[i]
		out[i] = a.x[v]
		if s := a.shift[a.sink[v]]; s < far {
			out[i] += s
		}
		if a.mirrored {
			out[i] = -out[i]
		}
	}
	a.separate(out)
	return out
}

// align joins every node with a median neighbour of the layer before, from the
// left, so that no two joints cross.
func (a *aligner) align() {
	near := a.l.up
	if !a.downwards {
		near = a.l.down
	}
	for k := range a.l.layers {
		r := k
		if !a.downwards {
			r = len(a.l.layers) - 1 - k
		}
		layer := a.l.layers[r]
		reached := -1
		for i := range layer {
			v := a.at(layer, i)
			list := slices.Clone(near[v])
			if len(list) == 0 {
				continue
			}
			slices.SortFunc(list, func(x, y int) int { return a.pos(x) - a.pos(y) })
			for _, m := range []int{(len(list) - 1) / 2, len(list) / 2} {
				u := list[m]
				s := segment{u, v}
				if !a.downwards {
					s = segment{v, u}
				}
				if a.next[v] == v && !a.conflicts[s] && reached < a.pos(u) {
					a.next[u] = v
					a.root[v] = a.root[u]
					a.next[v] = a.root[v]
					reached = a.pos(u)
				}
			}
		}
	}
}

// placeBlock places a block as far left as those before it allow.
func (a *aligner) placeBlock(v int) {
	if a.placed[v] {
		return
	}
	a.placed[v] = true
	for w := v; ; {
		if p := a.pos(w); p > 0 {
			before := a.at(a.l.layers[a.l.rank[w]], p-1)
			u := a.root[before]
			a.placeBlock(u)
			if a.sink[v] == v {
				a.sink[v] = a.sink[u]
			}
			gap := a.right[before] + a.left[w]
			if a.sink[v] != a.sink[u] {
				a.shift[a.sink[u]] = min(a.shift[a.sink[u]], a.x[v]-a.x[u]-gap)
			} else {
				a.x[v] = max(a.x[v], a.x[u]+gap)
			}
		}
		if w = a.next[w]; w == v {
			return
		}
	}
}

// separate makes sure that neighbours keep their distance, whatever the classes
// of blocks were shifted by.
func (a *aligner) separate(out []int) {
	for _, layer := range a.l.layers {
		for i := 1; i < len(layer); i++ {
			b, c := layer[i-1], layer[i]
			right, left := a.right[b], a.left[c]
			if a.mirrored {
				right, left = a.left[b], a.right[c]
			}
			out[c] = max(out[c], out[b]+right+left)
		}
	}
}
