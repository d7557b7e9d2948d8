package scene

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
)

// route is the line of one relationship between two boxes.
type route struct {
	placement *model.Placement
	rel       *model.Relationship
	from, to  model.ID
	a, b      Rect
	points    []Point
	loop      int // how far a self-relation reaches to the right

	sides  [2]side
	at     [2]int // position of each end along its side
	ideal  [2]int
	trunk  string // generalizations to one general at one side share their end and their bar
	middle int    // coordinate of the cross bar
	bar    bool   // the line has a cross bar
}

type side int

const (
	left side = iota
	right
	top
	bottom
)

func (s side) vertical() bool { return s == top || s == bottom } // lines leave it vertically

const (
	endSpacing = 26 // between two ends on a side, where there is room
	endMargin  = 12 // from a corner
	barSpacing = 16
	loopSize   = 34
)

// routeAll finds the points of all routes: sides first, then the ends along
// each side, then the bars between. It depends on nothing but its input.
func routeAll(routes []*route) {
	slices.SortFunc(routes, func(x, y *route) int {
		return strings.Compare(string(x.placement.ID), string(y.placement.ID))
	})
	loops := map[model.ID]int{}
	var angled []*route
	for _, r := range routes {
		switch {
		case r.from == r.to:
			r.points = loop(r.a, r.loop, loops[r.from])
			loops[r.from]++
		case len(r.placement.Bends) > 0:
			r.points = bent(r)
		case r.placement.Line == model.LineStraight:
			r.points = []Point{clip(r.a, r.b.center()), clip(r.b, r.a.center())}
		default:
			r.chooseSides()
			angled = append(angled, r)
		}
	}
	spreadEnds(angled)
	align(angled)
	placeBars(angled)
	for _, r := range angled {
		r.points = r.angledPoints()
	}
}

// loop is a self-relation at the upper right corner; further ones lie outside.
func loop(box Rect, reach, n int) []Point {
	grow := loopSize + 22*n
	reach += 22 * n
	inset := 22 + 18*n
	return []Point{
		{box.right(), box.Y + min(inset, box.H-4)}, {box.right() + reach, box.Y + min(inset, box.H-4)},
		{box.right() + reach, box.Y - grow}, {box.right() - min(inset+16, box.W-4), box.Y - grow},
		{box.right() - min(inset+16, box.W-4), box.Y},
	}
}

// bent keeps the bends a person made.
func bent(r *route) []Point {
	var mid []Point
	for i := 0; i+1 < len(r.placement.Bends); i += 2 {
		mid = append(mid, Point{r.placement.Bends[i], r.placement.Bends[i+1]})
	}
	points := append([]Point{clip(r.a, mid[0])}, mid...)
	return append(points, clip(r.b, mid[len(mid)-1]))
}

// chooseSides takes the two sides that face each other across the wider gap;
// generalizations prefer to run upwards.
func (r *route) chooseSides() {
	gapX := max(r.b.X-r.a.right(), r.a.X-r.b.right())
	gapY := max(r.b.Y-r.a.bottom(), r.a.Y-r.b.bottom())
	vertical := gapY >= gapX
	switch {
	case gapX < 24 && gapY >= 24:
		vertical = true // they stand above each other
	case gapY < 24 && gapX >= 24:
		vertical = false
	case r.rel.Kind == model.Generalization || r.rel.Kind == model.Realization:
		vertical = gapY >= 24
	}
	switch {
	case vertical && r.a.center().Y <= r.b.center().Y:
		r.sides = [2]side{bottom, top}
	case vertical:
		r.sides = [2]side{top, bottom}
	case r.a.center().X <= r.b.center().X:
		r.sides = [2]side{right, left}
	default:
		r.sides = [2]side{left, right}
	}
	if r.rel.Kind == model.Generalization {
		r.trunk = fmt.Sprint(r.to, "|", r.sides[1])
	}
	low, high := overlap(r.a, r.b, vertical)
	for i, box := range []Rect{r.a, r.b} {
		other := []Rect{r.b, r.a}[i]
		from, to := extent(box, vertical)
		switch {
		case low+2*endMargin <= high:
			r.ideal[i] = (low + high) / 2
		default:
			oFrom, oTo := extent(other, vertical)
			r.ideal[i] = clamp((oFrom+oTo)/2, from+endMargin, to-endMargin)
		}
	}
	if r.trunk != "" {
		from, to := extent(r.b, vertical)
		r.ideal[1] = (from + to) / 2
	}
}

// extent of a box along the sides that lines leave vertically or horizontally.
func extent(r Rect, vertical bool) (int, int) {
	if vertical {
		return r.X, r.right()
	}
	return r.Y, r.bottom()
}

func overlap(a, b Rect, vertical bool) (int, int) {
	a1, a2 := extent(a, vertical)
	b1, b2 := extent(b, vertical)
	return max(a1, b1), min(a2, b2)
}

func clamp(v, low, high int) int {
	if low > high {
		return (low + high) / 2
	}
	return max(low, min(v, high))
}

// spreadEnds gives every end its place on its side, in the order of where it
// leads, with room between.
func spreadEnds(routes []*route) {
	type end struct {
		r *route
		i int
	}
	bySide := map[string][]end{}
	for _, r := range routes {
		for i, id := range []model.ID{r.from, r.to} {
			key := fmt.Sprint(id, "|", r.sides[i])
			bySide[key] = append(bySide[key], end{r, i})
		}
	}
	for _, ends := range bySide {
		slices.SortStableFunc(ends, func(x, y end) int {
			if d := x.r.ideal[x.i] - y.r.ideal[y.i]; d != 0 {
				return d
			}
			return far(x.r, x.i) - far(y.r, y.i)
		})
		// Ends of one trunk count as one.
		var slots [][]end
		trunks := map[string]int{}
		for _, e := range ends {
			if e.i == 1 && e.r.trunk != "" {
				if n, ok := trunks[e.r.trunk]; ok {
					slots[n] = append(slots[n], e)
					continue
				}
				trunks[e.r.trunk] = len(slots)
			}
			slots = append(slots, []end{e})
		}
		box := ends[0].r.a
		if ends[0].i == 1 {
			box = ends[0].r.b
		}
		from, to := extent(box, ends[0].r.sides[ends[0].i].vertical())
		places := spread(slots, func(s []end) int { return s[0].r.ideal[s[0].i] }, from, to)
		for n, s := range slots {
			for _, e := range s {
				e.r.at[e.i] = places[n]
			}
		}
	}
}

// far is where the other end lies across the side: nearer ones first keeps
// lines from crossing at the shape.
func far(r *route, i int) int {
	other := []Rect{r.b, r.a}[i].center()
	if r.sides[i].vertical() {
		return other.X
	}
	return other.Y
}

func spread[T any](items []T, ideal func(T) int, from, to int) []int {
	n := len(items)
	low, high := from+endMargin, to-endMargin
	if low > high {
		low, high = (from+to)/2, (from+to)/2
	}
	space := endSpacing
	if n > 1 {
		space = min(space, (high-low)/(n-1))
	}
	out := make([]int, n)
	for i, item := range items {
		out[i] = clamp(ideal(item), low, high)
		if i > 0 {
			out[i] = max(out[i], out[i-1]+space)
		}
	}
	limit := high
	for i := n - 1; i >= 0; i-- {
		out[i] = min(out[i], limit)
		limit = out[i] - space
	}
	return out
}

// align makes a line straight where moving one of its ends a little does it and
// no other end is in the way.
func align(routes []*route) {
	taken := func(skip *route, id model.ID, s side, at int) bool {
		for _, o := range routes {
			if o == skip {
				continue
			}
			for i, oid := range []model.ID{o.from, o.to} {
				if oid == id && o.sides[i] == s && abs(o.at[i]-at) < barSpacing {
					return true
				}
			}
		}
		return false
	}
	for _, r := range routes {
		if r.at[0] == r.at[1] {
			continue
		}
		vertical := r.sides[0].vertical()
		for _, i := range []int{0, 1} {
			if i == 1 && r.trunk != "" {
				continue // the trunk's end belongs to others too
			}
			id := []model.ID{r.from, r.to}[i]
			from, to := extent([]Rect{r.a, r.b}[i], vertical)
			want := r.at[1-i]
			if want >= from+endMargin && want <= to-endMargin && !taken(r, id, r.sides[i], want) {
				r.at[i] = want
				break
			}
		}
	}
}

func abs(v int) int {
	if v < 0 {
		return -v
	}
	return v
}

// placeBars finds the coordinate of each cross bar, so that bars that run side
// by side keep apart; the lines of a trunk share one.
func placeBars(routes []*route) {
	type bar struct{ at, from, to int }
	placed := map[bool][]bar{}
	trunks := map[string]int{}
	for _, r := range routes {
		if r.at[0] == r.at[1] {
			continue
		}
		r.bar = true
		vertical := r.sides[0].vertical()
		a, b := r.a, r.b
		low, high := a.bottom(), b.Y
		switch r.sides[0] {
		case top:
			low, high = b.bottom(), a.Y
		case right:
			low, high = a.right(), b.X
		case left:
			low, high = b.right(), a.X
		}
		mid := (low + high) / 2
		if r.trunk != "" {
			if at, ok := trunks[r.trunk]; ok && at > low && at < high {
				r.middle = at
				continue
			}
			// near the general, so that all its specifics fit below the bar
			mid = high - 34
			if r.sides[0] == top || r.sides[0] == left {
				mid = low + 34
			}
			mid = clamp(mid, low+4, high-4)
		}
		from, to := min(r.at[0], r.at[1]), max(r.at[0], r.at[1])
		free := func(at int) bool {
			for _, o := range placed[vertical] {
				if abs(o.at-at) < barSpacing && from <= o.to && o.from <= to {
					return false
				}
			}
			return true
		}
		best := mid
		for step := range 24 {
			at := mid + barSpacing*((step+1)/2)*(1-2*(step%2))
			if at > low+8 && at < high-8 && free(at) {
				best = at
				break
			}
		}
		r.middle = best
		placed[vertical] = append(placed[vertical], bar{best, from, to})
		if r.trunk != "" {
			trunks[r.trunk] = best
		}
	}
}

func (r *route) angledPoints() []Point {
	start, end := sidePoint(r.a, r.sides[0], r.at[0]), sidePoint(r.b, r.sides[1], r.at[1])
	if !r.bar {
		return []Point{start, end}
	}
	if r.sides[0].vertical() {
		return []Point{start, {start.X, r.middle}, {end.X, r.middle}, end}
	}
	return []Point{start, {r.middle, start.Y}, {r.middle, end.Y}, end}
}

func sidePoint(r Rect, s side, at int) Point {
	switch s {
	case left:
		return Point{r.X, at}
	case right:
		return Point{r.right(), at}
	case top:
		return Point{at, r.Y}
	}
	return Point{at, r.bottom()}
}
