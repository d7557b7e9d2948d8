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

// segment is one piece of a line, or several pieces of one trunk. It does not change
// once its sweep is over.
type segment struct {
	parts []part // more than one: pieces of one trunk
	at    int    // where it lies
	ideal int    // where it would lie best, given the shapes
	low   int    // where it may go
	high  int
	least int // the same where there is no room: close to shapes and corners
	most  int
	from  int // its span
	to    int
	fixed bool
	pos   int // where it is put

	beside []beside
	n      int // its number among those that are placed
}

// part is a piece of one line: from points[index] to points[index+1].
type part struct {
	path   *path
	points []Point
	index  int
}

// beside is another piece that runs side by side with one.
type beside struct {
	other *segment
	first bool // the one comes before the other, if nothing speaks against it
	how   nearness
}

type nearness int

const (
	free   nearness = iota // both may move
	passes                 // one of them is fixed
	tied                   // they belong to one line, or to one trunk: they stay as they lie
)

// path is the line that it belongs to; of a trunk the first.
func (s *segment) path() *path { return s.parts[0].path }

// collect lists the pieces of one direction, those of a trunk as one. The pieces of a
// path are in the sweep at its index; list says which paths.
func collect(paths []*path, list []int, k int, vertical bool, into sweep) []*segment {
	var out []*segment
	trunks := map[string]*segment{}
	for _, i := range list {
		p := paths[i]
		points := p.at[k]
		n := len(points)
		for j := 0; j+1 < n; j++ {
			a, b := points[j], points[j+1]
			if a == b || vertical && a.X != b.X || !vertical && a.Y != b.Y {
				continue
			}
			at, from, to := a.Y, min(a.X, b.X), max(a.X, b.X)
			if vertical {
				at, from, to = a.X, min(a.Y, b.Y), max(a.Y, b.Y)
			}
			own := part{p, points, j}
			// The last piece of a trunk's lines is one with the others', and the bar
			// before it, where there is one.
			if fromEnd := n - 2 - j; p.Trunk != "" && !p.fixed && (fromEnd == 0 || fromEnd == 1 && n >= 4) {
				key := p.Trunk + "|" + strconv.Itoa(fromEnd) + "|" + sideKey(points) + "|" + strconv.Itoa(at)
				if t := trunks[key]; t != nil {
					t.parts = append(t.parts, own)
					t.from, t.to = min(t.from, from), max(t.to, to)
					into[i] = append(into[i], t)
					continue
				}
				s := &segment{parts: []part{own}, at: at, ideal: at, pos: at, from: from, to: to}
				trunks[key] = s
				into[i] = append(into[i], s)
				out = append(out, s)
				continue
			}
			s := &segment{parts: []part{own}, at: at, ideal: at, pos: at, from: from, to: to, fixed: p.fixed}
			into[i] = append(into[i], s)
			out = append(out, s)
		}
	}
	return out
}

// sideKey tells from which side a line arrives.
func sideKey(points []Point) string {
	a, b := points[len(points)-2], points[len(points)-1]
	return strconv.Itoa(cmp.Compare(a.X, b.X)) + strconv.Itoa(cmp.Compare(a.Y, b.Y))
}

// inOrder sorts pieces by the ids of their lines, then along them: the order in which
// they are looked at.
func inOrder(list []*segment) {
	slices.SortFunc(list, func(s, t *segment) int {
		return cmp.Or(cmp.Compare(s.path().ID, t.path().ID), s.parts[0].index-t.parts[0].index)
	})
}

// isEnd reports whether a piece ends at a shape.
func (s *segment) isEnd() bool {
	p := s.parts[0]
	return p.index == 0 || p.index == len(p.points)-2
}

func (s *segment) trunkWith(t *segment) bool {
	trunk := s.path().Trunk
	return trunk != "" && trunk == t.path().Trunk && (len(s.parts) > 1 || len(t.parts) > 1)
}

// meets reports whether two spans have a part in common, or come this close.
func meets(from1, to1, from2, to2, within int) bool {
	return from1 <= to2+within && from2 <= to1+within
}
