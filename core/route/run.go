package route

import (
	"slices"

	"lexeon/core/geometry"
	"lexeon/core/halt"
)

// run is one finding of all lines of a drawing, with all that the next one can be
// spared: phase 1 of lines whose surroundings are as they were, and in each sweep of
// phase 2 every piece that no difference reaches. A run never changes once it is over.
type run struct {
	shapes []Rect // sorted
	paths  []*path
	sweeps [sweeps]sweep
}

// Phase 2 places the horizontal pieces, then the vertical ones, some rounds long, and
// takes apart at last what still lies on each other.
const (
	rounds = 2
	sweeps = 2*rounds + 2
)

// sweep is what one pass over the pieces of one direction came to: for each path, in
// the order of the paths, the pieces that it has a part in.
type sweep [][]*segment

// mostDifferent is how many shapes may differ before everything is found anew.
const mostDifferent = 60

// newRun finds all lines. Former may be nil; what is found does not depend on it.
func newRun(sign *halt.Sign, former *run, shapes []Rect, lines []Line, memory *Memory) *run {
	sorted := slices.Clone(shapes)
	geometry.SortRects(sorted)
	r := &run{shapes: sorted, paths: pathsOf(shapes, lines)}
	d := difference{sign: sign, run: r, former: former, was: make([]int, len(r.paths))}
	if former != nil {
		if d.shapes = geometry.Differing(former.shapes, sorted); len(d.shapes) > mostDifferent {
			d.former = nil
		}
	}
	d.match()
	r.phase1(&d, shapes, memory)
	r.phase2(&d)
	return r
}

// phase2 spreads what phase 1 found.
func (r *run) phase2(d *difference) {
	for k := range sweeps {
		d.sign.LookNow()
		vertical := k%2 == 1
		s := stage{difference: d, k: k, vertical: vertical, limits: newLimits(r.shapes, vertical)}
		if k < 2*rounds {
			r.sweeps[k] = s.spread()
		} else {
			r.sweeps[k] = s.part()
		}
	}
	for i, p := range r.paths {
		if was := d.path(i); was != nil && same(was.at[sweeps], p.at[sweeps]) {
			p.drawn = was.drawn
		} else {
			p.drawn = simplify(p.at[sweeps])
		}
	}
}

func (r *run) index() map[string]int {
	out := make(map[string]int, len(r.paths))
	for i, p := range r.paths {
		out[p.ID] = i
	}
	return out
}

// phase1 finds the way of every line alone.
func (r *run) phase1(d *difference, shapes []Rect, memory *Memory) {
	loops := map[int][4]int{}
	around := newNeighbours(shapes)
	holds := d.waysThatFit(around)
	var found []*path
	for i, p := range r.paths {
		switch bends := sensibleBends(p); {
		case p.From == p.To:
			used := loops[p.From]
			p.at[0] = loop(p, shapes, &used)
			loops[p.From] = used
			p.fixed = true
		case p.Style == Straight:
			p.at[0] = straight(p)
			p.fixed = true
		case len(bends) > 0:
			p.at[0] = bent(p, bends)
			p.fixed = true
		case holds[i]:
			p.at[0] = p.Way
			p.fixed = true
		default:
			if was := d.path(i); was != nil && d.searchesAlike(was, p) {
				p.at[0], p.hull = was.at[0], was.hull
			} else {
				found = append(found, p)
			}
		}
	}
	if len(found) > 0 {
		eachAtOnce(found, func(p *path) {
			if !d.sign.Over() {
				p.at[0], p.hull = memory.find(p, around)
			}
		})
		d.sign.LookNow()
	}
}

// difference is what distinguishes a run from a former one of the same drawing.
type difference struct {
	sign   *halt.Sign
	run    *run
	former *run   // nil: there is none, or too little is as it was
	was    []int  // of each path its index in the former run, or -1
	gone   []int  // indexes of paths of the former run that are no more
	shapes []Rect // those that only one of the two has
}

// match finds each path in the former run; both are in the order of their ids.
func (d *difference) match() {
	k := 0
	for i, p := range d.run.paths {
		d.was[i] = -1
		if d.former == nil {
			continue
		}
		for k < len(d.former.paths) && d.former.paths[k].ID < p.ID {
			d.gone = append(d.gone, k)
			k++
		}
		if k < len(d.former.paths) && d.former.paths[k].ID == p.ID {
			d.was[i] = k
			k++
		}
	}
	for d.former != nil && k < len(d.former.paths) {
		d.gone = append(d.gone, k)
		k++
	}
}

// path is what the former run has of the path i; nil where it has nothing.
func (d *difference) path(i int) *path {
	if d.was[i] < 0 {
		return nil
	}
	return d.former.paths[d.was[i]]
}

// searchesAlike reports whether a search finds for p what it found for was: the line and
// its shapes are the same, and the shapes that it looks at.
func (d *difference) searchesAlike(was, p *path) bool {
	if was.hull == (Rect{}) || was.a != p.a || was.b != p.b || was.rank != p.rank || was.Upright != p.Upright || was.Avoid != p.Avoid || was.AvoidFirst != p.AvoidFirst || was.Within != p.Within ||
		was.RoomBeside != p.RoomBeside || was.RoomAbove != p.RoomAbove || (was.Trunk == "") != (p.Trunk == "") || (was.From > was.To) != (p.From > p.To) {
		return false
	}
	for _, s := range d.shapes {
		if s.Overlaps(was.hull) {
			return false
		}
	}
	return true
}

// sweepsAlike reports whether phase 2 sees the same in both.
func sweepsAlike(was, p *path) bool {
	return was.a == p.a && was.b == p.b && was.Trunk == p.Trunk && was.fixed == p.fixed
}

// same compares ways; those that are shared are so at once.
func same(x, y []Point) bool {
	return len(x) == len(y) && (len(x) == 0 || &x[0] == &y[0] || slices.Equal(x, y))
}
