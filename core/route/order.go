package route

import "cmp"

// before reports whether s is to lie left of t (above it, for horizontal
// pieces). Where both lie close the lines must not cross more than they need:
// the one that turns off to the left lies on the left.
func before(s, t *segment, vertical bool) bool {
	// Where only one order leaves room between them, that one.
	if left, right := t.high-s.low, s.high-t.low; (left < spacing) != (right < spacing) {
		return left >= spacing
	}
	if abs(s.ideal-t.ideal) < 2*spacing {
		w := walker{s.parts[0].points, t.parts[0].points}
		ahead := w.follow(s.parts[0].index, t.parts[0].index, vertical, +1, 0)
		back := w.follow(s.parts[0].index, t.parts[0].index, vertical, -1, 0)
		switch {
		case ahead != 0 && (back == 0 || back == ahead):
			return ahead < 0
		case ahead == 0 && back != 0:
			return back < 0
		case ahead != 0 && s.ideal == t.ideal:
			return ahead < 0
		}
	}
	if s.ideal != t.ideal {
		return s.ideal < t.ideal
	}
	if c := cmp.Compare(s.far(vertical), t.far(vertical)); c != 0 {
		return c < 0
	}
	return s.path().ID < t.path().ID
}

// far is where the ends of the whole line lie, across the piece.
func (s *segment) far(vertical bool) int {
	p := s.path()
	a, b := p.a.Center(), p.b.Center()
	if vertical {
		return a.X + b.X
	}
	return a.Y + b.Y
}

// walker follows two lines that run side by side until one turns off.
type walker struct{ p, q []Point }

const deepest = 12

// follow looks along the pieces i of p and j of q, in growing (dir 1) or falling
// (dir -1) direction. It returns -1 if p is to lie on the lower side, 1 if on
// the higher, 0 if nothing speaks for either.
func (w walker) follow(i, j int, vertical bool, dir, depth int) int {
	endP, stepP := w.end(w.p, i, vertical, dir)
	endQ, stepQ := w.end(w.q, j, vertical, dir)
	// Along the direction: which ends first.
	reachP, reachQ := along(endP, vertical)*dir, along(endQ, vertical)*dir
	turnP, nextP := w.turn(w.p, i, stepP, vertical)
	turnQ, nextQ := w.turn(w.q, j, stepQ, vertical)
	switch {
	case reachP < reachQ:
		return turnP
	case reachP > reachQ:
		return -turnQ
	case turnP == 0 || turnQ == 0 || turnP != turnQ:
		return cmp.Compare(turnP, turnQ)
	}
	if depth >= deepest {
		return 0
	}
	// Both turn the same way at the same place: whichever lies lower in the next
	// pieces decides, by the side they turn to.
	r := w.follow(nextP, nextQ, !vertical, turnP, depth+1)
	if turnP < 0 == (dir > 0) {
		return r
	}
	return -r
}

// end is the end of a piece in a direction, and the step along the line that
// leads there.
func (w walker) end(p []Point, i int, vertical bool, dir int) (Point, int) {
	a, b := p[i], p[i+1]
	if (along(b, vertical)-along(a, vertical))*dir >= 0 {
		return b, 1
	}
	return a, -1
}

// turn tells to which side the line turns after a piece: -1 to the lower, 1 to
// the higher, 0 if it ends there; and which piece comes next.
func (w walker) turn(p []Point, i, step int, vertical bool) (int, int) {
	next := i + step
	for next >= 0 && next+1 < len(p) && p[next] == p[next+1] {
		next += step
	}
	if next < 0 || next+1 >= len(p) {
		return 0, 0
	}
	from, to := p[next], p[next+1]
	if step < 0 {
		from, to = to, from
	}
	return cmp.Compare(along(to, !vertical), along(from, !vertical)), next
}

// along is the coordinate in which pieces of a direction run.
func along(p Point, vertical bool) int {
	if vertical {
		return p.Y
	}
	return p.X
}
