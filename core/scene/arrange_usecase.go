package scene

import (
	"cmp"
	"slices"

	"lexeon/core/model"
)

const (
	caseGap    = 30  // between use cases of a column
	caseReach  = 150 // between columns of use cases, where «include» is written
	actorReach = 110 // between actors and use cases
	actorGap   = 24
	caseColumn = 24 // use cases in a column, beyond which another one begins
)

// inCases arranges a use case diagram: what actors start in the middle, what is
// included, extends or is special to the right of what it belongs to, primary
// actors at the left, supporting ones at the right, each beside its use cases.
func (d *Drawer) inCases(m *model.Model, s *Scene, shapes []*Group, loose int) []model.Change {
	a := &caseArrangement{m: m, index: map[model.ID]int{}, gap: caseGap + loose/2, reach: caseReach + loose}
	for _, g := range shapes {
		if g.Kind == model.Actor || g.Kind == model.UseCase {
			a.shapes = append(a.shapes, g)
		}
	}
	if len(a.shapes) == 0 {
		return nil
	}
	slices.SortFunc(a.shapes, func(x, y *Group) int { return cmp.Or(cmp.Compare(x.Title, y.Title), cmp.Compare(x.ID, y.ID)) })
	old := *a.shapes[0].Box
	for i, g := range a.shapes {
		a.index[g.Subject] = i
		old = old.Union(*g.Box)
	}
	var changes []model.Change
	for i := range s.Groups {
		g := &s.Groups[i]
		if g.Route == nil || m.Placement(g.ID) == nil {
			continue
		}
		r := m.Relationship(g.Subject)
		from, ok1 := a.index[r.Source]
		to, ok2 := a.index[r.Target]
		if ok1 && ok2 {
			a.lines = append(a.lines, caseLine{r, from, to})
			for _, slot := range g.Slots { // what stands at an extend needs room
				if slot.Field == "condition" {
					a.reach = max(a.reach, slot.Rect.W+2*caseGap+loose)
				}
			}
			changes = append(changes, tidyLine(m, g)...)
		}
	}
	drawn := map[model.ID]bool{}
	for _, g := range shapes {
		if isBoundary(g.Kind) {
			drawn[g.Subject] = true
		}
	}
	at := a.places(drawn)
	var size Rect
	for i, g := range a.shapes {
		b := Rect{X: at[i].X, Y: at[i].Y, W: g.Box.W, H: g.Box.H}
		if i == 0 {
			size = b
		}
		size = size.Union(b)
	}
	for i, g := range a.shapes {
		changes = append(changes, moveTo(g, old.X+at[i].X-size.X, old.Y+at[i].Y-size.Y)...)
	}
	below := old.Y + size.H + 2*placeGap
	x := old.X
	for _, g := range shapes { // notes stand below, boundaries hold what is in them
		switch {
		case g.surrounds() && len(g.Holds) > 0:
			if p := m.Placement(g.ID); p.W != 0 || p.H != 0 {
				changes = append(changes, &model.Resize{ID: g.ID})
			}
		case g.Kind == model.Note || isBoundary(g.Kind):
			changes = append(changes, moveTo(g, x, below)...)
			x += g.Box.W + placeGap
		}
	}
	return changes
}

type caseLine struct {
	rel      *model.Relationship
	from, to int
}

type caseArrangement struct {
	m      *model.Model
	shapes []*Group
	index  map[model.ID]int
	lines  []caseLine
	band   []int // of each shape: its band, or free
	gap    int   // between use cases of a column
	reach  int   // between columns of use cases
}

// places finds the upper left corner of every shape.
func (a *caseArrangement) places(drawn map[model.ID]bool) []Point {
	at := make([]Point, len(a.shapes))
	y := make([]int, len(a.shapes)) // middles
	columns := a.columns()
	bands := a.bands(drawn)
	a.stackBands(bands, columns, y)
	x := 0
	for _, column := range columns {
		wide := 0
		for _, i := range column {
			wide = max(wide, a.shapes[i].Box.W)
		}
		for _, i := range column {
			at[i] = Point{X: x + (wide-a.shapes[i].Box.W)/2, Y: y[i] - a.shapes[i].Box.H/2}
		}
		x += wide + a.reach
	}
	right := x - a.reach + actorReach
	if len(columns) == 0 {
		right = 0
	}
	for _, side := range []bool{false, true} {
		a.stackFree(side, bands, y)
		wide := 0
		for _, i := range a.actors(side) {
			wide = max(wide, a.shapes[i].Box.W)
		}
		for _, i := range a.actors(side) {
			at[i] = Point{X: right + (wide-a.shapes[i].Box.W)/2, Y: y[i] - a.shapes[i].Box.H/2}
			if !side {
				at[i].X = -actorReach - wide + (wide-a.shapes[i].Box.W)/2
			}
		}
	}
	a.level(at)
	return at
}

// nearlyLevel is how far the middles of two shapes are off at most to be made level: a line that
// slants by less looks like a mistake.
const nearlyLevel = 24

// level moves shapes a little up or down so that lines that are nearly level are: actors first,
// then use cases behind others. A shape moves only if there is room.
func (a *caseArrangement) level(at []Point) {
	middle := func(i int) int { return at[i].Y + a.shapes[i].Box.H/2 }
	box := func(i, y int) Rect {
		return Rect{X: at[i].X, Y: y, W: a.shapes[i].Box.W, H: a.shapes[i].Box.H}
	}
	settled := make([]bool, len(a.shapes))
	move := func(i, to int) bool {
		y := to - a.shapes[i].Box.H/2
		for k := range a.shapes {
			if k != i && box(k, at[k].Y).Inflate(actorGap/3).Overlaps(box(i, y)) {
				return false
			}
		}
		at[i].Y = y
		return true
	}
	for _, l := range a.lines {
		if off := middle(l.from) - middle(l.to); off == 0 {
			settled[l.from], settled[l.to] = true, true
		}
	}
	for _, actors := range []bool{true, false} {
		for _, l := range a.lines {
			off := middle(l.from) - middle(l.to)
			if off == 0 || abs(off) > nearlyLevel || (a.shapes[l.from].Kind == model.Actor) != actors {
				continue
			}
			for _, ends := range [][2]int{{l.from, l.to}, {l.to, l.from}} {
				if !settled[ends[0]] && move(ends[0], middle(ends[1])) {
					settled[ends[0]], settled[ends[1]] = true, true
					break
				}
			}
		}
	}
}

// columns puts use cases so many columns from the actors as they are away from
// what an actor takes part in: included ones behind what includes them,
// extending ones behind what they extend, special ones behind general ones.
func (a *caseArrangement) columns() [][]int {
	depth := make([]int, len(a.shapes))
	direct := make([]bool, len(a.shapes))
	for _, l := range a.lines {
		if l.rel.Kind == model.Participation {
			direct[l.to] = true
		}
	}
	for round := 0; round < 6; round++ { // circles end here
		changed := false
		for _, l := range a.lines {
			base, behind := l.from, l.to
			switch l.rel.Kind {
			case model.Include:
			case model.Extend, model.Generalization:
				base, behind = l.to, l.from
			default:
				continue
			}
			if base != behind && a.shapes[behind].Kind == model.UseCase && !direct[behind] && depth[behind] < depth[base]+1 {
				depth[behind], changed = depth[base]+1, true
			}
		}
		if !changed {
			break
		}
	}
	var out [][]int
	for k := 0; ; k++ {
		var column []int
		more := false
		for i, g := range a.shapes {
			if g.Kind == model.UseCase {
				if depth[i] == k {
					column = append(column, i)
				}
				more = more || depth[i] > k
			}
		}
		for len(column) > caseColumn { // too tall: side by side
			parts := (len(column) + caseColumn - 1) / caseColumn
			cut := (len(column) + parts - 1) / parts
			out = append(out, column[:cut])
			column = column[cut:]
		}
		if len(column) > 0 {
			out = append(out, column)
		}
		if !more {
			return out
		}
	}
}

// isSupporting: an actor who starts nothing, and supports something.
func (a *caseArrangement) isSupporting(i int) bool {
	supports := false
	for _, l := range a.lines {
		if l.rel.Kind == model.Participation && l.from == i {
			switch l.rel.Participation().Part {
			case model.Primary, model.Unspecified:
				return false
			}
			supports = true
		}
	}
	if supports {
		return true
	}
	for _, l := range a.lines { // one without use cases of its own stands with its kinds
		if l.rel.Kind == model.Generalization && (l.from == i || l.to == i) {
			other := l.from + l.to - i
			for _, o := range a.lines {
				if o.rel.Kind == model.Participation && o.from == other {
					return o.rel.Participation().Part == model.Supporting
				}
			}
		}
	}
	return false
}

// actorRank brings the use cases of one primary actor together, in the order of
// the actors' names.
func (a *caseArrangement) actorRank(i int) int {
	best := 2 * len(a.shapes)
	for _, l := range a.lines {
		if l.rel.Kind == model.Generalization && l.to == i && l.from != i { // beside what is special
			for _, o := range a.lines {
				if o.rel.Kind == model.Participation && o.to == l.from {
					best = min(best, o.from)
				}
			}
		}
		if l.rel.Kind == model.Participation && l.to == i {
			rank := l.from
			if l.rel.Participation().Part == model.Supporting {
				rank += len(a.shapes)
			}
			best = min(best, rank)
		}
	}
	return best
}

// meanOf is the mean height of what a shape is connected with; within, where it
// is given.
func (a *caseArrangement) meanOf(i int, y []int, within []int) int {
	sum, n := 0, 0
	for _, l := range a.lines {
		other := -1
		switch i {
		case l.from:
			other = l.to
		case l.to:
			other = l.from
		}
		if other >= 0 && a.band[i] != free && a.band[other] != a.band[i] {
			continue // it stands in another strip
		}
		if other < 0 || other == i || a.shapes[other].Kind != model.UseCase || within != nil && !slices.Contains(within, other) {
			continue
		}
		sum, n = sum+y[other], n+1
	}
	if n == 0 {
		if within != nil {
			return a.meanOf(i, y, nil)
		}
		return 0
	}
	return sum / n
}

func (a *caseArrangement) order(column []int, by func(int) int) {
	key := map[int]int{}
	for _, i := range column {
		key[i] = by(i)
	}
	slices.SortStableFunc(column, func(x, y int) int { return cmp.Or(cmp.Compare(key[x], key[y]), cmp.Compare(x, y)) })
}

// stack gives the shapes of a column their heights: one below the other, near what
// they belong to where near is set. What is pushed down by those above moves up
// again with all of them, so that they are off as much one way as the other.
func (a *caseArrangement) stack(column []int, y []int, near bool, gap int) {
	if len(column) == 0 {
		return
	}
	next, off := 0, 0
	if near {
		next = -1 << 30
	}
	want := map[int]int{}
	for _, i := range column {
		want[i] = a.meanOf(i, y, nil)
	}
	for _, i := range column {
		h := a.shapes[i].Box.H
		top := next
		if near {
			top = max(next, want[i]-h/2)
		}
		y[i] = top + h/2
		next = top + h + gap
		off += y[i] - want[i]
	}
	if near {
		for _, i := range column {
			y[i] -= off / len(column)
		}
	}
}
