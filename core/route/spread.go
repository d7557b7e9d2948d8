package route

import "slices"

// spread puts the pieces of one direction apart. What is placed anew are the pieces that
// are not as they were, and all that hang together with one of them: a piece is placed
// with those it runs beside, and with no others.
func (s *stage) spread() sweep {
	s.begin()
	s.limit()
	if len(s.fresh) > 0 || len(s.gone) > 0 {
		c := &cluster{stage: s, now: map[*segment]*segment{}}
		c.gather()
		inOrder(c.list)
		place(c.list, s.vertical, s.sign)
		s.swap(c.now)
	}
	s.end()
	return s.pieces
}

// limit finds how far the new pieces may move, and those near a shape that differs; where
// that is not as it was the piece counts as new.
func (s *stage) limit() {
	for _, piece := range s.fresh {
		s.limits.set(piece)
	}
	if len(s.shapes) == 0 || s.former == nil {
		return
	}
	now := map[*segment]*segment{}
	news := map[*segment]bool{}
	for _, piece := range s.fresh {
		news[piece] = true
	}
	s.each(func(old *segment) {
		if news[old] || !slices.ContainsFunc(s.shapes, func(r Rect) bool { return s.limits.reaches(old, r) }) {
			return
		}
		piece := &segment{parts: old.parts, at: old.at, ideal: old.at, pos: old.at, from: old.from, to: old.to, fixed: old.fixed}
		s.limits.set(piece)
		if piece.ideal == old.ideal && piece.low == old.low && piece.high == old.high && piece.least == old.least && piece.most == old.most {
			return
		}
		now[old] = piece
		s.fresh = append(s.fresh, piece)
		if s.gone == nil {
			s.gone = map[*segment]bool{}
		}
		s.gone[old] = true
	})
	s.swap(now)
}

// cluster gathers what is placed anew.
type cluster struct {
	*stage
	list []*segment
	now  map[*segment]*segment // what stands for a piece of the former run
	next []*segment            // pieces of the former run whose neighbours are still to be gathered
}

// gather lists the new pieces and all that hang together with them, and says which run
// side by side.
func (c *cluster) gather() {
	c.list = slices.Clone(c.fresh)
	news := make(map[*segment]bool, len(c.fresh))
	for _, s := range c.fresh {
		news[s] = true
	}
	b := newBuckets(func(s *segment) int { return s.ideal })
	c.each(b.add)
	for _, s := range c.fresh {
		c.sign.LookNow()
		b.near(s.ideal, pushed, func(t *segment) {
			if s == t || news[t] && !earlier(s, t) { // told by the other
				return
			}
			if how, first, ok := relation(s, t, c.vertical); ok {
				if !news[t] {
					t = c.touch(t)
				}
				pair(s, t, how, first)
			}
		})
	}
	for old := range c.gone {
		for _, b := range old.beside {
			if !c.gone[b.other] {
				c.touch(b.other)
			}
		}
	}
	for len(c.next) > 0 {
		old := c.next[len(c.next)-1]
		c.next = c.next[:len(c.next)-1]
		s := c.now[old]
		for _, b := range old.beside {
			if c.gone[b.other] {
				continue
			}
			s.beside = append(s.beside, beside{c.touch(b.other), b.first, b.how})
		}
	}
}

// touch gives the piece that stands for one of the former run; the neighbours of it come
// along.
func (c *cluster) touch(old *segment) *segment {
	if s := c.now[old]; s != nil {
		return s
	}
	s := *old
	s.beside = nil
	c.now[old] = &s
	c.list = append(c.list, &s)
	c.next = append(c.next, old)
	return &s
}

func pair(s, t *segment, how nearness, first bool) {
	s.beside = append(s.beside, beside{t, first, how})
	t.beside = append(t.beside, beside{s, !first, how})
}

// earlier is the order in which two pieces are compared: whichever begins first.
func earlier(s, t *segment) bool {
	if s.from != t.from {
		return s.from < t.from
	}
	if s.path() != t.path() {
		return s.path().ID < t.path().ID
	}
	return s.parts[0].index < t.parts[0].index
}

// pushed is how far others push a piece at most, about: pieces farther apart do not
// meet.
const pushed = 100

// touch: pieces that end this close to each other count as side by side, else
// one would look like the other's end.
const touch = 8

// relation tells whether two pieces run side by side, how, and whether s comes first. Only
// pieces that share a part of their span, and could meet, matter.
func relation(s, t *segment, vertical bool) (how nearness, first, ok bool) {
	if !meets(s.from, s.to, t.from, t.to, touch) || abs(s.ideal-t.ideal) > pushed || s.fixed && t.fixed || t.low > s.high+labelled || s.low > t.high+labelled {
		return 0, false, false
	}
	if !earlier(s, t) {
		how, first, ok = relation(t, s, vertical)
		return how, !first, ok
	}
	one := s.path() == t.path()
	switch {
	case one && abs(s.parts[0].index-t.parts[0].index) <= 1:
		return 0, false, false
	case one || s.trunkWith(t):
		return tied, s.ideal <= t.ideal, true
	case s.fixed || t.fixed:
		return passes, before(s, t, vertical), true
	}
	return free, before(s, t, vertical), true
}

// buckets finds pieces by where they lie.
type buckets struct {
	of    func(*segment) int
	cells map[int][]*segment
}

const bucketSize = 128

func newBuckets(of func(*segment) int) *buckets {
	return &buckets{of, map[int][]*segment{}}
}

func (b *buckets) add(s *segment) {
	cell := floorDiv(b.of(s), bucketSize)
	b.cells[cell] = append(b.cells[cell], s)
}

// near calls f for pieces that lie within a distance, and for some farther ones.
func (b *buckets) near(at, within int, f func(*segment)) {
	for cell := floorDiv(at-within, bucketSize); cell <= floorDiv(at+within, bucketSize); cell++ {
		for _, s := range b.cells[cell] {
			f(s)
		}
	}
}
