package route

import "sort"

// tangle is where other lines lie, while one is searched that crosses few of them.
type tangle struct {
	vertical, level []stretch // sorted by at
}

// stretch is a piece of a line: at an x from y to y, or at a y from x to x.
type stretch struct{ at, from, to, owner int }

// crossCost is the detour that a crossing saved is worth, in pixels.
const crossCost = 100

// newTangle collects the pieces of all lines, by their number.
func newTangle(ways [][]Point) *tangle {
	t := &tangle{}
	for owner, way := range ways {
		t.add(owner, way)
	}
	t.sort()
	return t
}

func (t *tangle) add(owner int, way []Point) {
	for k := 1; k < len(way); k++ {
		a, b := way[k-1], way[k]
		switch {
		case a.X == b.X && a.Y != b.Y:
			t.vertical = append(t.vertical, stretch{a.X, min(a.Y, b.Y), max(a.Y, b.Y), owner})
		case a.Y == b.Y && a.X != b.X:
			t.level = append(t.level, stretch{a.Y, min(a.X, b.X), max(a.X, b.X), owner})
		}
	}
}

func (t *tangle) sort() {
	for _, list := range [][]stretch{t.vertical, t.level} {
		sort.Slice(list, func(i, k int) bool { return list[i].at < list[k].at })
	}
}

// replace puts another way of a line in the place of the one that it had.
func (t *tangle) replace(owner int, way []Point) {
	for _, list := range []*[]stretch{&t.vertical, &t.level} {
		kept := (*list)[:0]
		for _, s := range *list {
			if s.owner != owner {
				kept = append(kept, s)
			}
		}
		*list = kept
	}
	t.add(owner, way)
	t.sort()
}

// crossings counts how often a way crosses lines other than its own.
func (t *tangle) crossings(owner int, way []Point) (n int) {
	for k := 1; k < len(way); k++ {
		a, b := way[k-1], way[k]
		switch {
		case a.X == b.X:
			n += crossed(t.level, owner, a.X, min(a.Y, b.Y), max(a.Y, b.Y))
		case a.Y == b.Y:
			n += crossed(t.vertical, owner, a.Y, min(a.X, b.X), max(a.X, b.X))
		}
	}
	return n
}

// crossed counts the stretches that lie between two places and reach across.
func crossed(list []stretch, owner, across, low, high int) (n int) {
	for i := sort.Search(len(list), func(i int) bool { return list[i].at > low }); i < len(list) && list[i].at < high; i++ {
		if s := list[i]; s.owner != owner && s.from < across && across < s.to {
			n++
		}
	}
	return n
}

// mark adds what crossing costs to the pieces of a grid.
func (t *tangle) mark(g *grid, owner int) {
	nx, ny := len(g.xs), len(g.ys)
	g.crossH, g.crossV = make([]int, nx*ny), make([]int, nx*ny)
	for _, s := range t.vertical {
		if s.owner == owner || nx == 0 || s.at <= g.xs[0] || s.at > g.xs[nx-1] {
			continue
		}
		i := atLeast(g.xs, s.at) - 1 // the piece that reaches to it
		for j := above(g.ys, s.from); j < ny && g.ys[j] < s.to; j++ {
			g.crossH[j*nx+i] += crossCost
		}
	}
	for _, s := range t.level {
		if s.owner == owner || ny == 0 || s.at <= g.ys[0] || s.at > g.ys[ny-1] {
			continue
		}
		j := atLeast(g.ys, s.at) - 1
		for i := above(g.xs, s.from); i < nx && g.xs[i] < s.to; i++ {
			g.crossV[j*nx+i] += crossCost
		}
	}
}
