package scene

import (
	"math"

	"lexeon/core/model"
	"lexeon/core/typeface"
)

// label is a text beside a line that still looks for its place.
type label struct {
	key    string
	text   string
	face   typeface.Face
	w      int // of the text alone
	sign   bool
	back   bool // the sign points against the line
	along  vector
	anchor Point
	moved  *Point // where a person put it, relative to the anchor
	slot   Slot

	places []place // in the order of preference
	more   func()  // adds those that are seldom needed
	at     place
}

// place is where the box of a label could be, and which way the line runs there.
type place struct {
	Point
	along vector
}

const (
	labelHeight = 18
	labelUp     = 14 // from the top of a label's box to its baseline
	signWidth   = 14 // room for the reading sign
)

func (l *label) width() int {
	if l.sign {
		return l.w + signWidth
	}
	return l.w
}

func (l *label) box(p Point) Rect { return Rect{X: p.X, Y: p.Y, W: l.width(), H: labelHeight} }

func offsetOf(p *model.Placement, key string) *Point {
	for _, l := range p.Labels {
		if l.Label == key {
			return &Point{X: l.DX, Y: l.DY}
		}
	}
	return nil
}

// atEnd lists the places for a label at an end: on its own side of the line
// close to the shape, then on the other side, then farther along the line.
func (l *label) atEnd(points []Point, at Point, along vector, gap int, other bool) {
	line := points
	if at != points[0] {
		line = reversed(points)
	}
	steps := func(from, to int) {
		for step := from; step <= to; step += 12 {
			for _, side := range [2]bool{other, !other} {
				l.places = append(l.places, place{l.besideEnd(at, along, gap+step, side), along})
			}
		}
	}
	l.places = make([]place, 0, usual)
	steps(0, 12)
	l.more = func() {
		steps(24, 120)
		l.besideLine(line)
	}
}

// usual is how many places are tried before the rest is even listed.
const usual = 4

// besideEnd is the corner of the label's box at a distance from an end.
func (l *label) besideEnd(at Point, along vector, gap int, other bool) Point {
	w := l.width()
	if along.mostlyHorizontal() {
		x, y := at.X+gap, at.Y-2-labelHeight
		if along.x < 0 {
			x = at.X - gap - w
		}
		if other {
			y = at.Y + 3
		}
		return Point{X: x, Y: y}
	}
	x, y := at.X-7-w, at.Y+gap-2
	if other {
		x = at.X + 7
	}
	if along.y < 0 {
		y = at.Y - gap - labelHeight + 2
	}
	return Point{X: x, Y: y}
}

// atMiddle lists the places for a name: at the middle of the longest piece, then
// along it, then at the other pieces.
func (l *label) atMiddle(points []Point) {
	mid, along := middle(points)
	l.places = []place{l.besidePoint(mid, along, false), l.besidePoint(mid, along, true)}
	l.more = func() { l.besideLine(points) }
}

// atBall lists the places beside the ball of an assembly first.
func (l *label) atBall(points []Point) {
	mid, along := middle(points)
	w, away := l.width(), socketRadius+6
	var places []Point
	switch {
	case along.x != 0 && along.y != 0:
		return // as at any slanting line
	case along.mostlyHorizontal():
		places = []Point{{X: mid.X - w/2, Y: mid.Y - away - labelHeight + 3}, {X: mid.X - w/2, Y: mid.Y + away - 3}}
	default:
		places = []Point{{X: mid.X + away, Y: mid.Y - labelHeight/2}, {X: mid.X - away - w, Y: mid.Y - labelHeight/2}}
	}
	first := make([]place, 0, usual+len(places))
	for _, p := range places {
		first = append(first, place{p, along})
	}
	l.places = append(first, l.places...)
}

func (l *label) besidePoint(at Point, along vector, other bool) place {
	w := l.width()
	if along.x != 0 && along.y != 0 { // a slanting line needs more room beside it
		away := int(math.Abs(along.y)*float64(w)/2 + math.Abs(along.x)*labelHeight/2 + 5)
		if other {
			away = -away
		}
		p := along.at(at, 0, float64(away))
		return place{Point{X: p.X - w/2, Y: p.Y - labelHeight/2}, along}
	}
	if along.mostlyHorizontal() {
		if other {
			return place{Point{X: at.X - w/2, Y: at.Y + 4}, along}
		}
		return place{Point{X: at.X - w/2, Y: at.Y - 3 - labelHeight}, along}
	}
	if other {
		return place{Point{X: at.X - 9 - w, Y: at.Y - labelHeight/2}, along}
	}
	return place{Point{X: at.X + 9, Y: at.Y - labelHeight/2}, along}
}

// besideLine lists places all along a line, on both sides.
func (l *label) besideLine(points []Point) {
	for i := 1; i < len(points); i++ {
		a, b := points[i-1], points[i]
		along := direction([]Point{a, b})
		length := max(abs(b.X-a.X), abs(b.Y-a.Y))
		step := 24
		if along.mostlyHorizontal() {
			step = 40
		}
		n := max(1, min(length/step, 12))
		for k := 1; k <= n; k++ {
			at := Point{X: a.X + (b.X-a.X)*k/(n+1), Y: a.Y + (b.Y-a.Y)*k/(n+1)}
			l.places = append(l.places, l.besidePoint(at, along, false), l.besidePoint(at, along, true))
		}
	}
}

// placeLabels finds a place for each label: first those that a person moved,
// then the ends, then the names. No label covers a shape or another label as
// long as there is any room near its line; covering lines is avoided.
func placeLabels(labels []*label, shapes, marks []Rect, lines [][]Point) {
	o := newOccupied(shapes, lines)
	for _, r := range marks {
		put(o.marks, r)
	}
	for _, l := range labels {
		if l.moved != nil {
			l.at = place{Point{X: l.anchor.X + l.moved.X, Y: l.anchor.Y + l.moved.Y}, l.along}
			if o.onShape(l.box(l.at.Point)) { // a shape came to lie there: text is never covered
				l.at = o.around(l, l.at, 1<<30)
			}
			o.add(l.box(l.at.Point))
		}
	}
	for _, names := range []bool{false, true} {
		for _, l := range labels {
			if l.moved != nil || (l.key == "name") != names {
				continue
			}
			if l.text == "" { // only a place to type in
				l.at = l.places[0]
				continue
			}
			l.at = o.best(l)
			o.add(l.box(l.at.Point))
		}
	}
}

// best is the first place that covers nothing, else the least bad one.
func (o *occupied) best(l *label) place {
	best, least := l.places[0], 1<<30
	try := func(from int) {
		for i, p := range l.places[from:] {
			if cost := o.cost(l.box(p.Point)) + from + i; cost < least {
				best, least = p, cost
			}
			if least <= from+i { // it covers nothing
				return
			}
		}
	}
	try(0)
	if tried := len(l.places); least >= coversLine {
		l.more()
		try(tried)
	}
	if least < coversLabel {
		return best
	}
	return o.around(l, best, least) // nothing beside the line is free
}

// around is the nearest place around the first that covers nothing, or the least
// bad one, if that is better than what is given.
func (o *occupied) around(l *label, best place, least int) place {
	start := best.Point
	if l.moved == nil {
		start = l.places[0].Point
	}
	for r := 14; r <= 280; r += 14 {
		for _, step := range [][2]int{{0, -1}, {1, 0}, {0, 1}, {-1, 0}, {1, -1}, {1, 1}, {-1, 1}, {-1, -1}, {1, -2}, {1, 2}, {-1, 2}, {-1, -2}, {2, -1}, {2, 1}, {-2, 1}, {-2, -1}} {
			p := Point{X: start.X + step[0]*r, Y: start.Y + step[1]*r}
			if cost := o.cost(l.box(p)) + r; cost < least {
				best, least = place{p, best.along}, cost
			}
		}
		if least < coversLabel {
			break
		}
	}
	return best
}

const (
	coversLine  = 40
	coversLabel = 10_000
)

// occupied is what stands where already.
type occupied struct {
	shapes, marks, labels, lines map[Point][]Rect
}

const occupiedCell = 128

func newOccupied(shapes []Rect, lines [][]Point) *occupied {
	o := &occupied{map[Point][]Rect{}, map[Point][]Rect{}, map[Point][]Rect{}, map[Point][]Rect{}}
	for _, r := range shapes {
		put(o.shapes, r)
	}
	for _, points := range lines {
		for i := 1; i < len(points); i++ {
			a, b := points[i-1], points[i]
			if a.X == b.X || a.Y == b.Y {
				put(o.lines, Rect{X: min(a.X, b.X), Y: min(a.Y, b.Y), W: abs(a.X - b.X), H: abs(a.Y - b.Y)})
				continue
			}
			const pieces = 12 // a slanting line, as small boxes along it
			for k := range pieces {
				p := Point{X: a.X + (b.X-a.X)*k/pieces, Y: a.Y + (b.Y-a.Y)*k/pieces}
				q := Point{X: a.X + (b.X-a.X)*(k+1)/pieces, Y: a.Y + (b.Y-a.Y)*(k+1)/pieces}
				put(o.lines, Rect{X: min(p.X, q.X), Y: min(p.Y, q.Y), W: abs(p.X - q.X), H: abs(p.Y - q.Y)})
			}
		}
	}
	return o
}

func cells(r Rect, f func(Point)) {
	for x := floorDiv(r.X, occupiedCell); x <= floorDiv(r.Right(), occupiedCell); x++ {
		for y := floorDiv(r.Y, occupiedCell); y <= floorDiv(r.Bottom(), occupiedCell); y++ {
			f(Point{X: x, Y: y})
		}
	}
}

func floorDiv(a, b int) int {
	q := a / b
	if a%b != 0 && (a < 0) != (b < 0) {
		q--
	}
	return q
}

func put(m map[Point][]Rect, r Rect) { cells(r, func(c Point) { m[c] = append(m[c], r) }) }

func (o *occupied) add(r Rect) { put(o.labels, r) }

// cost of a label's box: what it would cover.
func (o *occupied) cost(r Rect) int {
	cost := 0
	cells(r, func(c Point) {
		for _, s := range o.shapes[c] {
			switch {
			case s.Overlaps(r):
				cost += 3 * coversLabel
			case s.Inflate(2).Overlaps(r): // it would touch the outline
				cost += coversLine
			}
		}
		for _, s := range o.labels[c] {
			if s.Inflate(1).Overlaps(r) {
				cost += coversLabel
			}
		}
		for _, s := range o.marks[c] {
			if s.Overlaps(r) {
				cost += 4 * coversLine
			}
		}
		for _, s := range o.lines[c] { // a line may have no width or no height
			if s.X < r.Right() && r.X < s.Right()+1 && s.Y < r.Bottom() && r.Y < s.Bottom()+1 {
				cost += coversLine
			}
		}
	})
	return cost
}

func (o *occupied) onShape(r Rect) bool {
	found := false
	cells(r, func(c Point) {
		for _, s := range o.shapes[c] {
			found = found || s.Overlaps(r)
		}
	})
	return found
}

// draw adds the label and its slot to its group.
func (l *label) draw(d *Drawer, g *Group) {
	x, y := l.at.X, l.at.Y+labelUp
	if l.sign {
		along := l.at.along
		if l.back {
			along = along.opposite()
		}
		signX := x + l.w + 4
		if along.mostlyHorizontal() && along.x < 0 {
			signX = x
			x += signWidth
		}
		g.Shapes = append(g.Shapes, readingSign(Point{X: signX, Y: y - 10}, along))
	}
	if l.text != "" {
		g.Shapes = append(g.Shapes, Primitive{Role: RoleLabel, Text: d.run(x, y, l.text, l.face, textSize)})
	}
	if l.slot.Row == "" {
		return // nothing to type
	}
	s := l.slot
	s.Rect = Rect{X: x - 3, Y: y - 15, W: max(l.w, 14) + 6, H: 20}
	s.Label, s.Anchor = l.key, &Point{X: l.anchor.X, Y: l.anchor.Y}
	g.Slots = append(g.Slots, s)
}

func abs(v int) int {
	if v < 0 {
		return -v
	}
	return v
}
