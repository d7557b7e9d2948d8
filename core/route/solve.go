package route

import (
	"slices"

	"lexeon/core/halt"
)

// placement finds places for pieces that hang together: no piece outside of the list
// runs side by side with one of them.
type placement struct {
	sign        *halt.Sign
	list        []*segment
	vertical    bool
	smaller     [][]int // to the left of each
	order       []int   // from left to right
	rank        []int   // of each in the order
	before      [][]link
	after       [][]link
	first, last []int // where each may go given the others
	low, high   []int
}

// link keeps a piece apart from another one.
type link struct {
	to  int
	gap int
}

// narrow takes a quarter off the gap, but lines that keep less than two pixels would look
// like one.
func (l *link) narrow() { l.gap = min(l.gap, max(2, l.gap*3/4)) }

// place gives every piece of the list its pos. The list is in order.
func place(list []*segment, vertical bool, sign *halt.Sign) {
	n := len(list)
	p := &placement{sign: sign, list: list, vertical: vertical, smaller: make([][]int, n), rank: make([]int, n), before: make([][]link, n), after: make([][]link, n),
		first: make([]int, n), last: make([]int, n), low: make([]int, n), high: make([]int, n)}
	for i, s := range list {
		s.n, p.low[i], p.high[i] = i, s.low, s.high
	}
	p.relate()
	p.sort()
	p.link()
	p.solve()
}

// relate orders each pair.
func (p *placement) relate() {
	put := func(i, j int, first bool) {
		if first {
			p.smaller[j] = append(p.smaller[j], i)
		} else {
			p.smaller[i] = append(p.smaller[i], j)
		}
	}
	var fixed []pass
	for i, s := range p.list {
		p.sign.LookNow()
		for _, b := range s.beside {
			switch j := b.other.n; {
			case j < i: // told by the other
			case b.how == passes:
				fixed = append(fixed, pass{i, j, b.first})
			default:
				put(i, j, b.first)
			}
		}
	}
	for _, f := range agreed(p.list, fixed) {
		put(f.i, f.j, f.before)
	}
}

// pass is a movable piece that passes a fixed one.
type pass struct {
	i, j   int
	before bool
}

// agreed lets a piece pass all fixed pieces that lie in one line on one side,
// the one that most of them ask for: it cannot be on both.
func agreed(list []*segment, all []pass) []pass {
	type row struct{ movable, at int }
	votes := map[row]int{}
	rowOf := func(p pass) (row, bool) { // and whether the movable one comes first
		if list[p.i].fixed {
			return row{p.j, list[p.i].ideal}, false
		}
		return row{p.i, list[p.j].ideal}, true
	}
	for _, p := range all {
		r, first := rowOf(p)
		if p.before == first {
			votes[r]++
		} else {
			votes[r]--
		}
	}
	for k, p := range all {
		r, first := rowOf(p)
		all[k].before = (votes[r] >= 0) == first
	}
	return all
}

// sort orders the pieces from left to right; where the wishes go in a circle
// the one that lies farthest left goes first.
func (p *placement) sort() {
	waits := make([]int, len(p.list))
	larger := make([][]int, len(p.list))
	for j, left := range p.smaller {
		waits[j] = len(left)
		for _, i := range left {
			larger[i] = append(larger[i], j)
		}
	}
	rest := make([]int, len(p.list)) // by position, so that the first free one is leftmost
	for i := range rest {
		rest[i] = i
	}
	slices.SortStableFunc(rest, func(x, y int) int { return p.list[x].ideal - p.list[y].ideal })
	p.order = make([]int, 0, len(p.list))
	take := func(i int) {
		p.rank[i] = len(p.order)
		p.order = append(p.order, i)
		for _, j := range larger[i] {
			waits[j]--
		}
	}
	for len(p.order) < len(p.list) {
		p.sign.LookNow()
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
}

// link says how far each pair keeps apart.
func (p *placement) link() {
	for j, left := range p.smaller {
		for _, i := range left {
			a, b := i, j
			if p.rank[a] > p.rank[b] { // a cycle was cut here
				a, b = b, a
			}
			s, t := p.list[a], p.list[b]
			gap := spacing
			if !p.vertical || s.isEnd() || t.isEnd() {
				gap = labelled
			}
			if s.path() == t.path() || s.trunkWith(t) {
				gap = 0
			}
			p.after[a] = append(p.after[a], link{b, gap})
			p.before[b] = append(p.before[b], link{a, gap})
		}
	}
}

// solve finds a place for every piece: feasible ones first, with less room
// between where there is not enough, then as near to the ideal as can be.
func (p *placement) solve() {
	for attempt := range 14 {
		p.sign.LookNow()
		p.reach()
		tight := false
		for i, s := range p.list {
			if p.first[i] <= p.last[i] {
				continue
			}
			tight = true
			if attempt >= 2 && (p.low[i] > s.least || p.high[i] < s.most) {
				p.low[i], p.high[i] = s.least, s.most
				continue
			}
			p.narrow(p.after[i])
			p.narrow(p.before[i])
		}
		if !tight {
			break
		}
	}
	p.reach()
	// From the left and from the right; the middle of both keeps all distances.
	rightmost := make([]int, len(p.list))
	for _, i := range p.order {
		at := p.list[i].ideal
		for _, l := range p.before[i] {
			at = max(at, rightmost[l.to]+l.gap)
		}
		rightmost[i] = p.bound(at, i)
	}
	leftmost := make([]int, len(p.list))
	for k := len(p.order) - 1; k >= 0; k-- {
		i := p.order[k]
		at := p.list[i].ideal
		for _, l := range p.after[i] {
			at = min(at, leftmost[l.to]-l.gap)
		}
		leftmost[i] = p.bound(at, i)
	}
	for i, s := range p.list {
		if s.pos = s.at; !s.fixed {
			s.pos = floorDiv(leftmost[i]+rightmost[i], 2)
		}
	}
}

// narrow takes room from between pieces that have none.
func (p *placement) narrow(links []link) {
	for k := range links {
		if to := links[k].to; p.first[to] > p.last[to] {
			links[k].narrow()
		}
	}
}

func (p *placement) bound(at, i int) int {
	if p.first[i] > p.last[i] {
		return max(p.low[i], min(at, p.high[i]))
	}
	return max(p.first[i], min(at, p.last[i]))
}

// reach works out between which places each piece can be, given the others.
func (p *placement) reach() {
	for _, i := range p.order {
		p.first[i] = p.low[i]
		for _, l := range p.before[i] {
			p.first[i] = max(p.first[i], p.first[l.to]+l.gap)
		}
	}
	for k := len(p.order) - 1; k >= 0; k-- {
		i := p.order[k]
		p.last[i] = p.high[i]
		for _, l := range p.after[i] {
			p.last[i] = min(p.last[i], p.last[l.to]-l.gap)
		}
	}
}
