package scene

import (
	"math"
	"slices"

	"lexeon/core/model"
	"lexeon/core/typeface"
)

// label is a text beside a line, with the places where it could be. It does not change.
type label struct {
	key    string
	text   string
	lines  []string // of a text that is broken; nil where it stands in one
	face   typeface.Face
	w      int // of the text alone
	sign   bool
	back   bool // the sign points against the line
	along  vector
	anchor Point
	moved  *Point // where a person put it, relative to the anchor
	slot   Slot

	places []place        // in the order of preference
	more   func() []place // those that are seldom needed
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

// looksLike reports whether two labels of one way look the same and go to the same places.
func (l *label) looksLike(o *label) bool {
	return l.key == o.key && l.text == o.text && l.face == o.face && l.w == o.w && l.sign == o.sign && l.back == o.back && l.along == o.along && l.anchor == o.anchor &&
		(l.moved == nil) == (o.moved == nil) && (l.moved == nil || *l.moved == *o.moved) && slices.Equal(l.places, o.places)
}

func (l *label) height() int { return max(1, len(l.lines)) * labelHeight }

func (l *label) box(p Point) Rect { return Rect{X: p.X, Y: p.Y, W: l.width(), H: l.height()} }

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
	steps := func(from, to int) (out []place) {
		for step := from; step <= to; step += 12 {
			for _, side := range [2]bool{other, !other} {
				out = append(out, place{l.besideEnd(at, along, gap+step, side), along})
			}
		}
		return out
	}
	l.places = steps(0, 12)
	l.more = func() []place { return append(steps(24, 120), l.besideLine(line)...) }
}

// besideEnd is the corner of the label's box at a distance from an end.
func (l *label) besideEnd(at Point, along vector, gap int, other bool) Point {
	w := l.width()
	if along.mostlyHorizontal() {
		x, y := at.X+gap, at.Y-2-l.height()
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
		y = at.Y - gap - l.height() + 2
	}
	return Point{X: x, Y: y}
}

// atMiddle lists the places for a name: at the middle of the longest piece, then
// along it, then at the other pieces.
func (l *label) atMiddle(points []Point) {
	mid, along := middle(points)
	l.places = []place{l.besidePoint(mid, along, false), l.besidePoint(mid, along, true)}
	l.more = func() []place { return l.besideLine(points) }
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
		places = []Point{{X: mid.X - w/2, Y: mid.Y - away - l.height() + 3}, {X: mid.X - w/2, Y: mid.Y + away - 3}}
	default:
		places = []Point{{X: mid.X + away, Y: mid.Y - l.height()/2}, {X: mid.X - away - w, Y: mid.Y - l.height()/2}}
	}
	first := make([]place, 0, len(places)+len(l.places))
	for _, p := range places {
		first = append(first, place{p, along})
	}
	l.places = append(first, l.places...)
}

func (l *label) besidePoint(at Point, along vector, other bool) place {
	w := l.width()
	if along.x != 0 && along.y != 0 { // a slanting line needs more room beside it
		away := int(math.Abs(along.y)*float64(w)/2 + math.Abs(along.x)*float64(l.height())/2 + 5)
		if other {
			away = -away
		}
		p := along.at(at, 0, float64(away))
		return place{Point{X: p.X - w/2, Y: p.Y - l.height()/2}, along}
	}
	if along.mostlyHorizontal() {
		if other {
			return place{Point{X: at.X - w/2, Y: at.Y + 4}, along}
		}
		return place{Point{X: at.X - w/2, Y: at.Y - 3 - l.height()}, along}
	}
	if other {
		return place{Point{X: at.X - 9 - w, Y: at.Y - l.height()/2}, along}
	}
	return place{Point{X: at.X + 9, Y: at.Y - l.height()/2}, along}
}

// besideLine lists places all along a line, on both sides.
func (l *label) besideLine(points []Point) (out []place) {
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
			out = append(out, l.besidePoint(at, along, false), l.besidePoint(at, along, true))
		}
	}
	return out
}

// draw adds the label and its slot to its group.
func (l *label) draw(d *Drawer, at place, g *Group) {
	x, y := at.X, at.Y+labelUp
	if l.sign {
		along := at.along
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
	for i, text := range l.lines {
		off := (l.w - d.width(l.face, textSize, text)) / 2
		g.Shapes = append(g.Shapes, Primitive{Role: RoleLabel, Text: d.run(x+off, y+i*labelHeight, text, l.face, textSize)})
	}
	if l.text != "" && len(l.lines) == 0 {
		g.Shapes = append(g.Shapes, Primitive{Role: RoleLabel, Text: d.run(x, y, l.text, l.face, textSize)})
	}
	if l.slot.Row == "" {
		return // nothing to type
	}
	s := l.slot
	s.Rect = Rect{X: x - 3, Y: y - 15, W: max(l.w, 14) + 6, H: l.height() + 2}
	s.Label, s.Anchor = l.key, &Point{X: l.anchor.X, Y: l.anchor.Y}
	g.Slots = append(g.Slots, s)
}

func abs(v int) int {
	if v < 0 {
		return -v
	}
	return v
}
