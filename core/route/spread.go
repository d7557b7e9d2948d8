package route

import (
	"cmp"
	"slices"
	"strconv"
)

// Phase 2. Every piece of every right-angled line that may move is a variable:
// the x of a vertical piece, the y of a horizontal one. Pieces that run side by
// side get an order, by where their lines turn off, and then places that keep
// them apart, as near to where phase 1 put them as can be. Pieces of one
// direction are placed in one sweep, then those of the other.

// segment is one piece of a line, or several pieces of one trunk.
type segment struct {
	paths []*path // more than one: pieces of one trunk
	index []int   // of the piece in each path: from points[index] to points[index+1]
	ideal int
	low   int // where it may go
	high  int
	least int // the same where there is no room: close to shapes and corners
	most  int
	from  int // its span
	to    int
	fixed bool

	before, after []link
	first, last   int // where it may go given the others
	pos           int
}

type link struct {
	to  int
	gap int
}

// narrow takes a quarter off the gap, but lines that keep less than two pixels would look
// like one.
func (l *link) narrow() { l.gap = min(l.gap, max(2, l.gap*3/4)) }

const rounds = 2

// spreadAll moves the pieces of all lines apart.
func spreadAll(paths []*path, shapes []Rect) {
	for range rounds {
		moved := spreadAlong(paths, shapes, false)
		moved = spreadAlong(paths, shapes, true) || moved
		if !moved {
			break
		}
	}
	part(paths, shapes)
}

// spreadAlong places the vertical pieces, or the horizontal ones; it reports
// whether any of them moved.
func spreadAlong(paths []*path, shapes []Rect, vertical bool) bool {
	segments := collect(paths, vertical)
	if len(segments) == 0 {
		return false
	}
	limits := newLimits(shapes, vertical)
	for _, s := range segments {
		limits.set(s)
	}
	relate(segments, vertical)
	solve(segments)
	moved := false
	for _, s := range segments {
		if !s.fixed && s.pos != s.at(vertical) {
			s.move(s.pos, vertical)
			moved = true
		}
	}
	return moved
}

// at is where a piece lies.
func (s *segment) at(vertical bool) int {
	return along(s.paths[0].points[s.index[0]], !vertical)
}

// collect lists the pieces of one direction, those of a trunk as one.
func collect(paths []*path, vertical bool) []*segment {
	var out []*segment
	trunks := map[string]*segment{}
	for _, p := range paths {
		n := len(p.points)
		for i := 0; i+1 < n; i++ {
			a, b := p.points[i], p.points[i+1]
			if a == b || vertical && a.X != b.X || !vertical && a.Y != b.Y {
				continue
			}
			at, from, to := a.Y, min(a.X, b.X), max(a.X, b.X)
			if vertical {
				at, from, to = a.X, min(a.Y, b.Y), max(a.Y, b.Y)
			}
			// The last piece of a trunk's lines is one with the others', and the bar
			// before it, where there is one.
			if fromEnd := n - 2 - i; p.Trunk != "" && !p.fixed && (fromEnd == 0 || fromEnd == 1 && n >= 4) {
				key := p.Trunk + "|" + strconv.Itoa(fromEnd) + "|" + sideKey(p) + "|" + strconv.Itoa(at)
				if t := trunks[key]; t != nil {
					t.paths, t.index = append(t.paths, p), append(t.index, i)
					t.from, t.to = min(t.from, from), max(t.to, to)
					continue
				}
				s := &segment{paths: []*path{p}, index: []int{i}, ideal: at, from: from, to: to}
				trunks[key] = s
				out = append(out, s)
				continue
			}
			out = append(out, &segment{paths: []*path{p}, index: []int{i}, ideal: at, from: from, to: to, fixed: p.fixed})
		}
	}
	return out
}

// sideKey tells from which side a line arrives.
func sideKey(p *path) string {
	a, b := p.points[len(p.points)-2], p.points[len(p.points)-1]
	return strconv.Itoa(cmp.Compare(a.X, b.X)) + strconv.Itoa(cmp.Compare(a.Y, b.Y))
}

// limits finds how far a piece may move.
type limits struct {
	vertical bool
	rects    []Rect // turned so that pieces are vertical: positions are x
}

func newLimits(shapes []Rect, vertical bool) *limits {
	l := &limits{vertical: vertical}
	for _, r := range shapes {
		l.rects = append(l.rects, turned(r, vertical))
	}
	return l
}

// turned swaps x and y unless pieces are vertical already.
func turned(r Rect, vertical bool) Rect {
	if vertical {
		return r
	}
	return Rect{r.Y, r.X, r.H, r.W}
}

// tightAir is what lines keep from shapes and corners where it is very crowded.
const tightAir = 3

// farthest is how far a piece is moved at most from where phase 1 put it.
const farthest = 160

func (l *limits) set(s *segment) {
	s.low, s.high, s.least, s.most = s.ideal, s.ideal, s.ideal, s.ideal
	if s.fixed {
		return
	}
	low, high := s.ideal-farthest, s.ideal+farthest
	lowAir, highAir := clear, clear
	for _, r := range l.rects {
		if r.Y >= s.to+3 || r.Bottom() <= s.from-3 {
			continue
		}
		if r.Right() <= s.ideal && r.Right() > low {
			low = r.Right()
			lowAir = l.air(s, r, clear)
		}
		if r.X >= s.ideal && r.X < high {
			high = r.X
			highAir = l.air(s, r, clear)
		}
	}
	// Where it is narrow everybody keeps a little less.
	if width := high - low; lowAir+highAir > width*2/3 {
		total := lowAir + highAir
		lowAir, highAir = lowAir*width*2/(3*total), highAir*width*2/(3*total)
	}
	s.low, s.high = low+lowAir, high-highAir
	s.least, s.most = min(s.low, low+tightAir), max(s.high, high-tightAir)
	for k, p := range s.paths {
		if s.index[k] == 0 {
			s.side(turned(p.a, l.vertical))
		}
		if s.index[k] == len(p.points)-2 {
			s.side(turned(p.b, l.vertical))
		}
	}
	if s.low > s.high {
		s.low, s.high = s.ideal, s.ideal
	}
	s.least, s.most = min(s.least, s.low), max(s.most, s.high)
	s.ideal = max(s.low, min(s.ideal, s.high))
}

// air is what a piece keeps from a shape: more from one of its own, where its
// end has its marks.
func (l *limits) air(s *segment, r Rect, usual int) int {
	for k, p := range s.paths {
		if s.index[k] == 1 && turned(p.a, l.vertical) == r {
			usual = max(usual, stub)
		}
		if s.index[k] == len(p.points)-3 && turned(p.b, l.vertical) == r {
			usual = max(usual, stub)
		}
	}
	return usual
}

// side keeps an end on its side, off the corners.
func (s *segment) side(r Rect) {
	inset := min(margin, r.W/4)
	s.low, s.high = max(s.low, r.X+inset), min(s.high, r.Right()-inset)
	s.least, s.most = max(s.least, r.X+tightAir), min(s.most, r.Right()-tightAir)
}

// relate links pieces that run side by side, each pair in its order.
func relate(list []*segment, vertical bool) {
	// Only pieces that share a part of their span, and could meet, matter.
	byFrom := make([]int, len(list))
	for i := range list {
		byFrom[i] = i
	}
	slices.SortStableFunc(byFrom, func(x, y int) int { return list[x].from - list[y].from })
	smaller := make([][]int, len(list)) // to the left of each
	put := func(i, j int, before bool) {
		if before {
			smaller[j] = append(smaller[j], i)
		} else {
			smaller[i] = append(smaller[i], j)
		}
	}
	var passes []pass
	for n, i := range byFrom {
		s := list[i]
		for _, j := range byFrom[n+1:] {
			t := list[j]
			if t.from > s.to+touch {
				break
			}
			if abs(s.ideal-t.ideal) > pushed || s.fixed && t.fixed || t.low > s.high+labelled || s.low > t.high+labelled {
				continue
			}
			if s.paths[0] == t.paths[0] && abs(s.index[0]-t.index[0]) <= 1 {
				continue
			}
			if s.paths[0] == t.paths[0] || s.trunkWith(t) {
				// Two pieces of one line, or of a trunk: they stay as they lie.
				if s.ideal <= t.ideal {
					smaller[j] = append(smaller[j], i)
				} else {
					smaller[i] = append(smaller[i], j)
				}
				continue
			}
			if s.fixed || t.fixed {
				passes = append(passes, pass{i, j, before(s, t, vertical)})
				continue
			}
			put(i, j, before(s, t, vertical))
		}
	}
	for _, p := range agreed(list, passes) {
		put(p.i, p.j, p.before)
	}
	for rank, i := range ordered(list, smaller) {
		list[i].first = rank
	}
	for j, left := range smaller {
		for _, i := range left {
			a, b := i, j
			if list[a].first > list[b].first { // a cycle was cut here
				a, b = b, a
			}
			gap := spacing
			if !vertical || list[a].isEnd() || list[b].isEnd() {
				gap = labelled
			}
			if s, t := list[a], list[b]; s.paths[0] == t.paths[0] || s.trunkWith(t) {
				gap = 0
			}
			list[a].after = append(list[a].after, link{b, gap})
			list[b].before = append(list[b].before, link{a, gap})
		}
	}
}

// pass is a movable piece that passes a fixed one.
type pass struct {
	i, j   int
	before bool
}

// agreed lets a piece pass all fixed pieces that lie in one line on one side,
// the one that most of them ask for: it cannot be on both.
func agreed(list []*segment, passes []pass) []pass {
	type row struct{ movable, at int }
	votes := map[row]int{}
	rowOf := func(p pass) (row, bool) { // and whether the movable one comes first
		if list[p.i].fixed {
			return row{p.j, list[p.i].ideal}, false
		}
		return row{p.i, list[p.j].ideal}, true
	}
	for _, p := range passes {
		r, first := rowOf(p)
		if p.before == first {
			votes[r]++
		} else {
			votes[r]--
		}
	}
	for k, p := range passes {
		r, first := rowOf(p)
		passes[k].before = (votes[r] >= 0) == first
	}
	return passes
}

// isEnd reports whether a piece ends at a shape.
func (s *segment) isEnd() bool {
	return s.index[0] == 0 || s.index[0] == len(s.paths[0].points)-2
}

// pushed is how far others push a piece at most, about: pieces farther apart do not
// meet.
const pushed = 100

// touch: pieces that end this close to each other count as side by side, else
// one would look like the other's end.
const touch = 8

func (s *segment) trunkWith(t *segment) bool {
	return s.paths[0].Trunk != "" && s.paths[0].Trunk == t.paths[0].Trunk && (len(s.paths) > 1 || len(t.paths) > 1)
}

// ordered sorts the pieces from left to right; where the wishes go in a circle
// the one that lies farthest left goes first.
func ordered(list []*segment, smaller [][]int) []int {
	waits := make([]int, len(list))
	larger := make([][]int, len(list))
	for j, left := range smaller {
		waits[j] = len(left)
		for _, i := range left {
			larger[i] = append(larger[i], j)
		}
	}
	rest := make([]int, len(list)) // by position, so that the first free one is leftmost
	for i := range rest {
		rest[i] = i
	}
	slices.SortStableFunc(rest, func(x, y int) int { return list[x].ideal - list[y].ideal })
	done := make([]bool, len(list))
	out := make([]int, 0, len(list))
	take := func(i int) {
		done[i] = true
		out = append(out, i)
		for _, j := range larger[i] {
			waits[j]--
		}
	}
	for len(out) < len(list) {
		progress := false
		kept := rest[:0]
		for _, i := range rest {
			if waits[i] <= 0 {
				take(i)
				progress = true
			} else {
				kept = append(kept, i)
			}
		}
		rest = kept
		if !progress && len(rest) > 0 {
			take(rest[0])
			rest = rest[1:]
		}
	}
	return out
}

// solve finds a place for every piece: feasible ones first, with less room
// between where there is not enough, then as near to the ideal as can be.
func solve(list []*segment) {
	order := make([]int, len(list))
	for i, s := range list {
		order[s.first] = i
	}
	for attempt := range 14 {
		reachable(list, order)
		tight := false
		for _, s := range list {
			if s.first <= s.last {
				continue
			}
			tight = true
			if attempt >= 2 && (s.low > s.least || s.high < s.most) {
				s.low, s.high = s.least, s.most
				continue
			}
			for k := range s.after {
				if t := list[s.after[k].to]; t.first > t.last {
					s.after[k].narrow()
				}
			}
			for k := range s.before {
				if t := list[s.before[k].to]; t.first > t.last {
					s.before[k].narrow()
				}
			}
		}
		if !tight {
			break
		}
	}
	reachable(list, order)
	// From the left and from the right; the middle of both keeps all distances.
	rightmost := make([]int, len(list))
	for _, i := range order {
		s := list[i]
		at := s.ideal
		for _, l := range s.before {
			at = max(at, rightmost[l.to]+l.gap)
		}
		rightmost[i] = bound(at, s)
	}
	leftmost := make([]int, len(list))
	for k := len(order) - 1; k >= 0; k-- {
		s := list[order[k]]
		at := s.ideal
		for _, l := range s.after {
			at = min(at, leftmost[l.to]-l.gap)
		}
		leftmost[order[k]] = bound(at, s)
	}
	for i, s := range list {
		s.pos = floorDiv(leftmost[i]+rightmost[i], 2)
	}
}

func bound(at int, s *segment) int {
	if s.first > s.last {
		return max(s.low, min(at, s.high))
	}
	return max(s.first, min(at, s.last))
}

// reachable works out between which places each piece can be, given the others.
func reachable(list []*segment, order []int) {
	for _, i := range order {
		s := list[i]
		s.first = s.low
		for _, l := range s.before {
			s.first = max(s.first, list[l.to].first+l.gap)
		}
	}
	for k := len(order) - 1; k >= 0; k-- {
		s := list[order[k]]
		s.last = s.high
		for _, l := range s.after {
			s.last = min(s.last, list[l.to].last-l.gap)
		}
	}
}
