package route

import (
	"slices"
	"sync"
)

// search finds the cheapest right-angled way from one shape to another among
// the shapes near, within hull: shortest first, but a bend costs as much as a
// detour of bendCost. It returns nil if there is no way.
func search(p *path, hull Rect, near []Rect) []Point {
	if p.a.Overlaps(p.b) {
		return overlapping(p)
	}
	g := newGrid(p, hull, near)
	if points := g.shortest(); points != nil {
		return points
	}
	// Shapes that lie on one of the two are in the way whatever the line does.
	rest := slices.DeleteFunc(slices.Clone(near), func(r Rect) bool {
		return r != p.a && r != p.b && (r.Overlaps(p.a.Inflate(air)) || r.Overlaps(p.b.Inflate(air)))
	})
	if len(rest) == len(near) {
		return nil
	}
	return newGrid(p, hull, rest).shortest()
}

// air is what a line keeps from a foreign shape in any case.
const air = 3

const (
	bendCost    = 70
	shortCost   = 3  // for each pixel that an end has less than its room
	offCost     = 1  // for each four pixels that an end is off the middle, where that makes the line straight
	cornerCost  = 8  // and what an end near a corner costs beside its way from there, unless it saves a bend
	narrowCost  = 60 // for each piece that squeezes between shapes
	slitCost    = 220
	fullCost    = 120 // for an end on a side that other lines between the two fill already
	uprightCost = 110 // for an end of an upright line at the left or right
	avoidCost   = 160 // for an end on a side that is better avoided
)

// overlapping connects two shapes that lie on each other by a short line around
// the outside, if one of them does not hide the other.
func overlapping(p *path) []Point {
	u := p.a.Union(p.b)
	out := u.Right() + stub
	if p.a.Right() < u.Right() || p.b.Right() < u.Right() || p.a.Right() == p.b.Right() {
		return []Point{{p.a.Right(), p.a.Y + min(margin, p.a.H/2)}, {out, p.a.Y + min(margin, p.a.H/2)},
			{out, p.b.Bottom() - min(margin, p.b.H/2)}, {p.b.Right(), p.b.Bottom() - min(margin, p.b.H/2)}}
	}
	return straight(p)
}

// grid is the plane cut by the lines on which a route may run.
type grid struct {
	p        *path
	bend     int    // what a bend costs
	foreign  []Rect // shapes that the line does not belong to, with a little air
	xs, ys   []int
	niceX    []int // what turning on that line costs
	niceY    []int
	blockedH []bool // from (i, j) to (i+1, j)
	blockedV []bool // from (i, j) to (i, j+1)
	tightH   []bool // passes close to a shape
	tightV   []bool
	slitH    []bool // passes so close that hardly a second line fits
	slitV    []bool
	ports    [2][]port
	// What crossing other lines costs on each piece; nil where they do not count.
	crossH, crossV []int
}

// port is a point at a side of one of the two shapes, where a line may end.
type port struct {
	at       Point
	dx, dy   int // outwards
	cost     int
	room     int // wanted before the first bend
	vertical bool
}

func newGrid(p *path, hull Rect, near []Rect) *grid {
	g := &grid{p: p, bend: bendCost}
	g.ports[0] = g.portsOf(p.a, p.b, 0)
	g.ports[1] = g.portsOf(p.b, p.a, 1)
	niceX, niceY := map[int]int{}, map[int]int{}
	put := func(m map[int]int, v, low, high, cost int) {
		if v < low || v > high {
			return
		}
		if old, ok := m[v]; !ok || cost < old {
			m[v] = cost
		}
	}
	x := func(v, cost int) { put(niceX, v, hull.X, hull.Right(), cost) }
	y := func(v, cost int) { put(niceY, v, hull.Y, hull.Bottom(), cost) }
	for _, r := range near {
		if r == p.a || r == p.b {
			continue
		}
		x(r.X-clear-4, 4)
		x(r.Right()+clear+4, 4)
		y(r.Y-clear-4, 4)
		y(r.Bottom()+clear+4, 4)
	}
	for i, r := range [2]Rect{p.a, p.b} {
		x(r.X-max(stub, p.RoomBeside[i]), 2)
		x(r.Right()+max(stub, p.RoomBeside[i]), 2)
		y(r.Y-max(stub, p.RoomAbove[i]), 2)
		y(r.Bottom()+max(stub, p.RoomAbove[i]), 2)
	}
	// Half way between shapes, above all between the two.
	g.halves(near, hull, x, y)
	if p.Trunk == "" {
		if low, high := gap(p.a.X, p.a.Right(), p.b.X, p.b.Right()); high > low {
			x((low+high)/2, 0)
		}
		if low, high := gap(p.a.Y, p.a.Bottom(), p.b.Y, p.b.Bottom()); high > low {
			y((low+high)/2, 0)
		}
	} else { // the bar of a trunk is near the general
		y(p.b.Bottom()+trunkBar, 0)
		y(p.b.Y-trunkBar, 0)
		x(p.b.X-trunkBar, 0)
		x(p.b.Right()+trunkBar, 0)
	}
	for _, list := range g.ports {
		for _, q := range list {
			if q.vertical {
				x(q.at.X, portLine)
			} else {
				y(q.at.Y, portLine)
			}
		}
	}
	g.xs, g.niceX = sortedLines(niceX)
	g.ys, g.niceY = sortedLines(niceY)
	g.block(near)
	return g
}

const trunkBar = 34

// portLine is what turning costs on a line where an end is; such lines are always
// there, as are those half way between the two shapes.
const portLine = 1

// gap is what lies between two intervals.
func gap(a1, a2, b1, b2 int) (int, int) {
	if a2 <= b1 {
		return a2, b1
	}
	return b2, a1
}

// halves adds lines half way between shapes that face each other closely, so
// that narrow passages can be used.
func (g *grid) halves(near []Rect, hull Rect, x, y func(int, int)) {
	all := append([]Rect{g.p.a, g.p.b}, near...)
	if len(all) > 40 { // far too many pairs; their own lines do
		return
	}
	for i, a := range all {
		for _, b := range all[i+1:] {
			if low, high := gap(a.X, a.Right(), b.X, b.Right()); high > low && high-low < 4*clear && min(a.Bottom(), b.Bottom()) > max(a.Y, b.Y) {
				x((low+high)/2, 3)
			}
			if low, high := gap(a.Y, a.Bottom(), b.Y, b.Bottom()); high > low && high-low < 4*clear && min(a.Right(), b.Right()) > max(a.X, b.X) {
				y((low+high)/2, 3)
			}
		}
	}
}

// manyShapes is from how many shapes on a search does not look for the very best.
const manyShapes = 40

// maxLines is how many lines the grid has in one direction at most, about: where
// many shapes are near, lines that lie close together are left out.
const maxLines = 64

func sortedLines(m map[int]int) (lines, nice []int) {
	for v := range m {
		lines = append(lines, v)
	}
	slices.Sort(lines)
	if len(lines) > maxLines {
		step := (lines[len(lines)-1] - lines[0]) / maxLines
		kept := lines[:0]
		last := lines[0] - step
		for _, v := range lines {
			if m[v] <= 2 || v-last >= step { // those of the two shapes themselves stay
				kept = append(kept, v)
				last = v
			}
		}
		lines = kept
	}
	nice = make([]int, len(lines))
	for i, v := range lines {
		nice[i] = m[v]
	}
	return lines, nice
}

// portsOf lists where a line may leave a shape: in the middle of each side, or
// where it would run straight to the other shape, if there is room for one more.
func (g *grid) portsOf(r, other Rect, end int) []port {
	var out []port
	trunkEnd := g.p.Trunk != "" && end == 1
	avoided := func(side Sides) int {
		if end == 1 && g.p.Avoid&side != 0 || end == 0 && g.p.AvoidFirst&side != 0 {
			return avoidCost
		}
		return 0
	}
	add := func(at, cost int, vertical bool) {
		length := r.H
		if vertical {
			length = r.W
		}
		if capacity := max(1, (length-2*margin)/spacing+1); !trunkEnd {
			cost += g.p.rank / capacity * fullCost
		}
		if vertical {
			room := max(stub, g.p.RoomAbove[end])
			out = append(out, port{Point{at, r.Y}, 0, -1, cost + avoided(Above), room, true}, port{Point{at, r.Bottom()}, 0, 1, cost + avoided(Below), room, true})
			return
		}
		if low, high := gap(g.p.a.Y, g.p.a.Bottom(), g.p.b.Y, g.p.b.Bottom()); g.p.Upright && high-low >= stub { // one stands above the other
			cost += uprightCost
			if trunkEnd { // all that share it are to arrive at one side
				cost += uprightCost
			}
		}
		room := max(stub, g.p.RoomBeside[end])
		out = append(out, port{Point{r.X, at}, -1, 0, cost + avoided(Left), room, false}, port{Point{r.Right(), at}, 1, 0, cost + avoided(Right), room, false})
	}
	side := func(from, to, oFrom, oTo int, vertical bool) {
		center := (from + to) / 2
		places := []int{center}
		low, high := from+min(margin, (to-from)/2), to-min(margin, (to-from)/2)
		if !trunkEnd {
			oLow, oHigh := oFrom+min(margin, (oTo-oFrom)/2), oTo-min(margin, (oTo-oFrom)/2)
			// As many straight lines as fit beside each other.
			if from, to := max(low, oLow), min(high, oHigh); from <= to {
				if (to-from)/spacing >= g.p.rank {
					places = append(places, (from+to)/2)
					oCenter := (oFrom + oTo) / 2
					if oCenter >= low && oCenter <= high {
						places = append(places, oCenter)
					}
				}
			} else if near := max(low, min(high, (oFrom+oTo)/2)); near != center {
				add(near, abs(near-center)+cornerCost, vertical)
			}
		}
		slices.Sort(places)
		for _, at := range slices.Compact(places) {
			add(at, abs(at-center)/4*offCost, vertical)
		}
	}
	side(r.X, r.Right(), other.X, other.Right(), true)
	side(r.Y, r.Bottom(), other.Y, other.Bottom(), false)
	return out
}

// crowded reports whether a straight line between the two would be one too many.
func (g *grid) crowded(vertical bool) bool {
	low, high := max(g.p.a.Y, g.p.b.Y)+margin, min(g.p.a.Bottom(), g.p.b.Bottom())-margin
	if vertical {
		low, high = max(g.p.a.X, g.p.b.X)+margin, min(g.p.a.Right(), g.p.b.Right())-margin
	}
	return g.p.rank > 0 && (high-low)/spacing < g.p.rank
}

// block marks the pieces of the grid that run through a shape, and those that
// run close by one.
func (g *grid) block(near []Rect) {
	nx, ny := len(g.xs), len(g.ys)
	g.blockedH, g.tightH = make([]bool, nx*ny), make([]bool, nx*ny)
	g.blockedV, g.tightV = make([]bool, nx*ny), make([]bool, nx*ny)
	g.slitH, g.slitV = make([]bool, nx*ny), make([]bool, nx*ny)
	mark := func(r Rect, h, v []bool) {
		i1 := above(g.xs, r.X) // first line strictly inside
		i2 := atLeast(g.xs, r.Right())
		j1 := above(g.ys, r.Y)
		j2 := atLeast(g.ys, r.Bottom())
		for j := j1; j < j2; j++ { // pieces along y[j] that reach into the inside
			for i := max(i1-1, 0); i < min(i2, nx-1); i++ {
				h[j*nx+i] = true
			}
		}
		for i := i1; i < i2; i++ {
			for j := max(j1-1, 0); j < min(j2, ny-1); j++ {
				v[j*nx+i] = true
			}
		}
	}
	own := func(r Rect) bool { return r == g.p.a || r == g.p.b }
	for _, r := range near {
		if own(r) {
			continue
		}
		g.foreign = append(g.foreign, r.Inflate(air))
		mark(r.Inflate(air), g.blockedH, g.blockedV)
		mark(r.Inflate(clear), g.tightH, g.tightV)
		mark(r.Inflate(clear/2+1), g.slitH, g.slitV)
	}
	for _, r := range [2]Rect{g.p.a, g.p.b} {
		mark(r.Inflate(2), g.blockedH, g.blockedV)
		mark(r.Inflate(clear), g.tightH, g.tightV)
	}
}

func above(list []int, v int) int   { i, _ := slices.BinarySearch(list, v+1); return i }
func atLeast(list []int, v int) int { i, _ := slices.BinarySearch(list, v); return i }

// step is a state of the search: a node of the grid, reached along x or y.
type step struct {
	node     int
	vertical bool
	cost     int
	guess    int
	order    int
}

// queue is a binary heap of steps, the cheapest first; of equal ones that which
// was found first, so that the result is the same every time.
type queue []step

func (q queue) less(i, j int) bool {
	if q[i].guess != q[j].guess {
		return q[i].guess < q[j].guess
	}
	return q[i].order < q[j].order
}

func (q *queue) push(s step) {
	*q = append(*q, s)
	h := *q
	for i := len(h) - 1; i > 0; {
		up := (i - 1) / 2
		if !h.less(i, up) {
			return
		}
		h[i], h[up] = h[up], h[i]
		i = up
	}
}

func (q *queue) pop() step {
	h := *q
	first, last := h[0], len(h)-1
	h[0] = h[last]
	h = h[:last]
	*q = h
	for i := 0; ; {
		least := i
		for _, child := range [2]int{2*i + 1, 2*i + 2} {
			if child < last && h.less(child, least) {
				least = child
			}
		}
		if least == i {
			return first
		}
		h[i], h[least] = h[least], h[i]
		i = least
	}
}

// scratch is what a search needs to remember; it is used again and again.
type scratch struct {
	ends       []source
	best, from []int
	closed     []bool // its best way is known
	queue      queue
}

var scratches = sync.Pool{New: func() any { return &scratch{} }}

func (s *scratch) reset(states int) {
	s.ends, s.best, s.from, s.closed = sized(s.ends, states), sized(s.best, states), sized(s.from, states), sized(s.closed, states)
	for i := range states {
		s.ends[i].cost, s.best[i], s.from[i], s.closed[i] = none, none, -1, false
	}
	s.queue = s.queue[:0]
}

func sized[T any](list []T, n int) []T {
	if cap(list) < n {
		return make([]T, n)
	}
	return list[:n]
}

const none = 1 << 30

// stubs lists the nodes on the way straight out of a port, as far as it is free.
func (g *grid) stubs(q port, f func(node, length, cost int)) {
	nx, ny := len(g.xs), len(g.ys)
	crossed := 0
	if q.vertical {
		i, ok := slices.BinarySearch(g.xs, q.at.X)
		if !ok {
			return
		}
		j, end := atLeast(g.ys, q.at.Y+4), ny
		if q.dy < 0 {
			j, end = above(g.ys, q.at.Y-4)-1, -1
		}
		for first := true; j != end; j += q.dy {
			piece := j
			if q.dy > 0 {
				piece = j - 1
			}
			// The first piece begins inside of the shape's own margin.
			if !first && g.blockedV[piece*nx+i] || first && g.touched(q.at, Point{g.xs[i], g.ys[j]}) {
				return
			}
			if crossed += g.crossing(max(piece, 0)*nx+i, true); first {
				crossed = 0
			}
			first = false
			length := abs(g.ys[j] - q.at.Y)
			f(j*nx+i, length, q.cost+crossed+length+max(0, q.room-length)*shortCost)
		}
		return
	}
	j, ok := slices.BinarySearch(g.ys, q.at.Y)
	if !ok {
		return
	}
	i, end := atLeast(g.xs, q.at.X+4), nx
	if q.dx < 0 {
		i, end = above(g.xs, q.at.X-4)-1, -1
	}
	for first := true; i != end; i += q.dx {
		piece := i
		if q.dx > 0 {
			piece = i - 1
		}
		if !first && g.blockedH[j*nx+piece] || first && g.touched(q.at, Point{g.xs[i], g.ys[j]}) {
			return
		}
		if crossed += g.crossing(j*nx+max(piece, 0), false); first {
			crossed = 0
		}
		first = false
		length := abs(g.xs[i] - q.at.X)
		f(j*nx+i, length, q.cost+crossed+length+max(0, q.room-length)*shortCost)
	}
}

// touched reports whether a piece runs through any shape.
func (g *grid) touched(a, b Point) bool {
	return g.p.a.CrossedBy(a, b) || g.p.b.CrossedBy(a, b) || !g.free(a, b)
}

type source struct {
	cost int
	port int
}

// shortest is Dijkstra's algorithm with a guess of what is left, from all ports
// of the first shape to all of the second.
func (g *grid) shortest() []Point {
	nx := len(g.xs)
	nodes := nx * len(g.ys)
	if points := g.direct(); points != nil && g.crossH == nil {
		return points
	}
	sc := scratches.Get().(*scratch)
	defer scratches.Put(sc)
	sc.reset(2 * nodes)
	ends, best, from := sc.ends, sc.best, sc.from // ends: what it costs to end from a node, arriving along x or y
	for n, q := range g.ports[1] {
		g.stubs(q, func(node, _, cost int) {
			if s := state(node, q.vertical); cost < ends[s].cost {
				ends[s] = source{cost, n}
			}
		})
	}
	target := g.p.b
	// Among many shapes a way that is nearly the best will do: the search heads for
	// the target more eagerly.
	eager := 1
	if len(g.foreign) > manyShapes {
		eager = 2
	}
	// At least as far as it is across and down, and one more bend where the target
	// is not straight ahead.
	guess := func(node int, vertical bool) int {
		x, y := g.xs[node%nx], g.ys[node/nx]
		across, down := max(0, target.X-x, x-target.Right()), max(0, target.Y-y, y-target.Bottom())
		left := across + down
		if vertical && across > 0 || !vertical && down > 0 {
			left += g.bend
		}
		return left * eager
	}
	q := &sc.queue
	order := 0
	push := func(node int, vertical bool, cost, came int) {
		s := state(node, vertical)
		if cost >= best[s] || sc.closed[s] {
			return
		}
		best[s], from[s] = cost, came
		order++
		q.push(step{node, vertical, cost, cost + guess(node, vertical), order})
	}
	for n, start := range g.ports[0] {
		g.stubs(start, func(node, _, cost int) { push(node, start.vertical, cost, -2-n) })
	}
	found, foundCost, foundTurn := -1, none, false
	for len(*q) > 0 {
		s := q.pop()
		if s.guess >= foundCost {
			break
		}
		at := state(s.node, s.vertical)
		if sc.closed[at] {
			continue
		}
		sc.closed[at] = true
		i, j := s.node%nx, s.node/nx
		turn := g.bend + g.niceX[i]
		if s.vertical { // turning onto y[j]
			turn = g.bend + g.niceY[j]
		}
		if cost := s.cost + ends[at].cost; cost < foundCost && !g.onlyStraight(at, from, ends[at].port, s.vertical) {
			found, foundCost, foundTurn = at, cost, false
		}
		if cost := s.cost + turn + ends[at^1].cost; cost < foundCost {
			found, foundCost, foundTurn = at, cost, true
		}
		for _, vertical := range [2]bool{false, true} {
			base := s.cost
			if vertical != s.vertical {
				base += turn
			}
			if vertical {
				if j > 0 && !g.blockedV[(j-1)*nx+i] {
					push((j-1)*nx+i, true, base+g.ys[j]-g.ys[j-1]+g.squeeze((j-1)*nx+i, true), at)
				}
				if j+1 < len(g.ys) && !g.blockedV[j*nx+i] {
					push((j+1)*nx+i, true, base+g.ys[j+1]-g.ys[j]+g.squeeze(j*nx+i, true), at)
				}
				continue
			}
			if i > 0 && !g.blockedH[j*nx+i-1] {
				push(j*nx+i-1, false, base+g.xs[i]-g.xs[i-1]+g.squeeze(j*nx+i-1, false), at)
			}
			if i+1 < nx && !g.blockedH[j*nx+i] {
				push(j*nx+i+1, false, base+g.xs[i+1]-g.xs[i]+g.squeeze(j*nx+i, false), at)
			}
		}
	}
	if found < 0 {
		return nil
	}
	end := ends[found].port
	if foundTurn {
		end = ends[found^1].port
	}
	points := []Point{g.ports[1][end].at}
	at := found
	for at >= 0 {
		node := at / 2
		points = append(points, Point{g.xs[node%nx], g.ys[node/nx]})
		at = from[at]
	}
	points = append(points, g.ports[0][-2-at].at)
	slices.Reverse(points)
	return simplify(points)
}

// onlyStraight reports whether ending here makes one straight line although no
// more of those fit between the two shapes.
func (g *grid) onlyStraight(at int, from []int, end int, vertical bool) bool {
	if !g.crowded(vertical) {
		return false
	}
	for at >= 0 {
		if at%2 == 1 != vertical {
			return false
		}
		at = from[at]
	}
	a, b := g.ports[0][-2-at], g.ports[1][end]
	return a.vertical && b.vertical && a.at.X == b.at.X || !a.vertical && !b.vertical && a.at.Y == b.at.Y
}

// direct is the straight line between facing sides, if it is free and short
// enough that nothing else can be cheaper.
func (g *grid) direct() []Point {
	var best []Point
	least := 1 << 30
	for _, a := range g.ports[0] {
		for _, b := range g.ports[1] {
			if a.dx != -b.dx || a.dy != -b.dy || g.crowded(a.vertical) {
				continue
			}
			length := 0
			switch {
			case a.vertical && a.at.X == b.at.X && (b.at.Y-a.at.Y)*a.dy > 0:
				length = abs(b.at.Y - a.at.Y)
			case !a.vertical && a.at.Y == b.at.Y && (b.at.X-a.at.X)*a.dx > 0:
				length = abs(b.at.X - a.at.X)
			default:
				continue
			}
			if !g.free(a.at, b.at) {
				continue
			}
			if cost := length + a.cost + b.cost; cost < least {
				least, best = cost, []Point{a.at, b.at}
			}
		}
	}
	if least > 1<<29 || g.p.Upright && least > 200 {
		return nil
	}
	return best
}

// free reports whether a straight piece meets no foreign shape.
func (g *grid) free(a, b Point) bool {
	for _, r := range g.foreign {
		if r.CrossedBy(a, b) {
			return false
		}
	}
	return true
}

func state(node int, vertical bool) int {
	if vertical {
		return 2*node + 1
	}
	return 2 * node
}

// squeeze is what a piece costs for passing close to shapes.
func (g *grid) squeeze(piece int, vertical bool) int {
	tight, slit := g.tightH[piece], g.slitH[piece]
	if vertical {
		tight, slit = g.tightV[piece], g.slitV[piece]
	}
	cost := 0
	if g.crossH != nil {
		cost = g.crossing(piece, vertical)
	}
	switch {
	case slit:
		return cost + slitCost
	case tight:
		return cost + narrowCost
	}
	return cost
}

// crossing is what a piece costs for the lines that it crosses.
func (g *grid) crossing(piece int, vertical bool) int {
	switch {
	case g.crossH == nil:
		return 0
	case vertical:
		return g.crossV[piece]
	}
	return g.crossH[piece]
}

func abs(v int) int {
	if v < 0 {
		return -v
	}
	return v
}
