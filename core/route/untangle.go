package route

import (
	"slices"

	"lexeon/core/halt"
)

// attempts is how often all lines are looked at again.
const (
	attempts      = 3
	untangledBend = 100
)

// Untangle is [Routes] for lines that are drawn this way for long: lines that cross others are
// searched again, with a price on every crossing, as long as that makes the whole better. It
// takes some ten times as long, and each line depends on all others. Ways that lines had before
// do not count.
func Untangle(sign *halt.Sign, shapes []Rect, lines []Line) [][]Point {
	lines = slices.Clone(lines)
	for i := range lines {
		lines[i].Way = nil
	}
	led, by := crowds(lines)
	best := newRun(sign, nil, shapes, led, nil)
	least := best.price()
	around := newNeighbours(shapes)
	now := best
	for range attempts {
		sign.LookNow()
		ways := now.lessTangled(sign, around)
		if len(ways) == 0 {
			break
		}
		now = now.with(sign, ways)
		if price := now.price(); price < least {
			best, least = now, price
		}
	}
	return best.drawn(lines, by)
}

// price is what the lines of a run cost by their crossings and bends.
func (r *run) price() int {
	t := newTangle(r.ways())
	total := 0
	for i, p := range r.paths {
		total += t.crossings(i, p.drawn)*crossCost/2 + (len(p.drawn)-2)*untangledBend
	}
	return total
}

func (r *run) ways() [][]Point {
	out := make([][]Point, len(r.paths))
	for i, p := range r.paths {
		out[i] = p.drawn
	}
	return out
}

// lessTangled searches those lines again that cross others, the worst first, each among the
// ways that the others have by then.
func (r *run) lessTangled(sign *halt.Sign, around *neighbours) map[string][]Point {
	t := newTangle(r.ways())
	type crossing struct{ path, times int }
	var list []crossing
	for i, p := range r.paths {
		if p.fixed || p.Trunk != "" {
			continue
		}
		if n := t.crossings(i, p.drawn); n > 0 || len(p.drawn) > 2 {
			list = append(list, crossing{i, n})
		}
	}
	slices.SortStableFunc(list, func(a, b crossing) int { return b.times - a.times })
	out := map[string][]Point{}
	for _, c := range list {
		sign.Look()
		p := r.paths[c.path]
		was := t.crossings(c.path, p.drawn)
		hull := p.within(p.a.Union(p.b).Inflate(2 * corridor))
		way := searchAmong(p, hull, around.in(hull), t, c.path)
		if way == nil || slices.Equal(way, p.at[0]) {
			continue
		}
		if costOf(way, t.crossings(c.path, way)) < costOf(p.drawn, was) {
			out[p.ID] = way
			t.replace(c.path, way)
		}
	}
	return out
}

func costOf(way []Point, crossings int) int {
	cost := crossings*crossCost + len(way)*untangledBend
	for k := 1; k < len(way); k++ {
		cost += abs(way[k].X-way[k-1].X) + abs(way[k].Y-way[k-1].Y)
	}
	return cost
}

// searchAmong is search with a price on crossings.
func searchAmong(p *path, hull Rect, near []Rect, t *tangle, owner int) []Point {
	if p.a.Overlaps(p.b) {
		return nil
	}
	g := newGrid(p, hull, near)
	g.bend = untangledBend
	t.mark(g, owner)
	return g.shortest()
}

// with is the run where some lines go other ways in phase 1.
func (r *run) with(sign *halt.Sign, ways map[string][]Point) *run {
	next := &run{shapes: r.shapes, paths: make([]*path, len(r.paths))}
	for i, p := range r.paths {
		q := *p
		if way, is := ways[p.ID]; is {
			q.at[0] = way
		}
		next.paths[i] = &q
	}
	d := difference{sign: sign, run: next, was: make([]int, len(next.paths))}
	d.match()
	next.phase2(&d)
	return next
}

func (r *run) drawn(lines []Line, by map[string]string) [][]Point {
	byID := r.index()
	out := make([][]Point, len(lines))
	for i := range lines {
		id := lines[i].ID
		if leader, ok := by[id]; ok {
			id = leader
		}
		out[i] = r.paths[byID[id]].drawn
	}
	return out
}
