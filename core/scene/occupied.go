package scene

// occupied is what stands where already. Most labels stay where they are, so a square of
// the plane is filled when a label looks there, until that happens often.
type occupied struct {
	cells  map[uint64]*occupiedCell
	things func(func(kind thing, r Rect)) // all that stands anywhere
	whole  bool                           // every square is filled
	seen   bounder                        // what was looked at
}

// occupiedCell holds what stands in a square of the plane, by its kind.
type occupiedCell [4][]Rect

// thing is a kind of what a label may cover.
type thing int

const (
	shapeThing thing = iota
	markThing
	labelThing
	lineThing
)

const (
	occupiedSize = 128
	// mostFilled is how many squares are filled one by one before all are at once.
	mostFilled = 24
)

func newOccupied(things func(func(thing, Rect))) *occupied {
	return &occupied{cells: map[uint64]*occupiedCell{}, things: things}
}

// cellsOf calls f with the key of every square that a rectangle reaches into.
func cellsOf(r Rect, f func(uint64)) {
	for x := floorDiv(r.X, occupiedSize); x <= floorDiv(r.Right(), occupiedSize); x++ {
		for y := floorDiv(r.Y, occupiedSize); y <= floorDiv(r.Bottom(), occupiedSize); y++ {
			f(uint64(uint32(x))<<32 | uint64(uint32(y)))
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

func (o *occupied) each(r Rect, f func(*occupiedCell)) {
	cellsOf(r, func(key uint64) {
		c := o.cells[key]
		if c == nil {
			if o.whole {
				return
			}
			c = o.fill(key)
		}
		f(c)
	})
}

// fill finds what stands in one square.
func (o *occupied) fill(key uint64) *occupiedCell {
	if len(o.cells) >= mostFilled {
		o.fillAll()
	} else {
		c := &occupiedCell{}
		square := Rect{X: int(int32(key>>32)) * occupiedSize, Y: int(int32(uint32(key))) * occupiedSize, W: occupiedSize - 1, H: occupiedSize - 1}
		o.things(func(kind thing, r Rect) {
			if r.X <= square.Right() && r.Right() >= square.X && r.Y <= square.Bottom() && r.Bottom() >= square.Y {
				c[kind] = append(c[kind], r)
			}
		})
		o.cells[key] = c
	}
	if o.cells[key] == nil {
		o.cells[key] = &occupiedCell{}
	}
	return o.cells[key]
}

func (o *occupied) fillAll() {
	o.whole = true
	clear(o.cells)
	o.things(func(kind thing, r Rect) {
		cellsOf(r, func(key uint64) {
			c := o.cells[key]
			if c == nil {
				c = &occupiedCell{}
				o.cells[key] = c
			}
			c[kind] = append(c[kind], r)
		})
	})
}

// add puts one more thing where squares are filled already.
func (o *occupied) add(kind thing, r Rect) {
	cellsOf(r, func(key uint64) {
		c := o.cells[key]
		if c == nil && o.whole {
			c = &occupiedCell{}
			o.cells[key] = c
		}
		if c != nil {
			c[kind] = append(c[kind], r)
		}
	})
}

// piecesOf are the pieces of a line as boxes; a slanting one as small boxes along it.
func piecesOf(points []Point) (out []Rect) {
	box := func(a, b Point) {
		out = append(out, Rect{X: min(a.X, b.X), Y: min(a.Y, b.Y), W: abs(a.X - b.X), H: abs(a.Y - b.Y)})
	}
	for i := 1; i < len(points); i++ {
		a, b := points[i-1], points[i]
		if a.X == b.X || a.Y == b.Y {
			box(a, b)
			continue
		}
		const pieces = 12
		for k := range pieces {
			box(Point{X: a.X + (b.X-a.X)*k/pieces, Y: a.Y + (b.Y-a.Y)*k/pieces}, Point{X: a.X + (b.X-a.X)*(k+1)/pieces, Y: a.Y + (b.Y-a.Y)*(k+1)/pieces})
		}
	}
	return out
}

const (
	coversLine  = 40
	coversLabel = 10_000
	// hopeless is what costs no less than anything else: who counts further learns nothing.
	hopeless = 20 * coversLabel
)

// cost of a label's box: what it would cover.
func (o *occupied) cost(r Rect) int {
	o.look(r)
	cost := 0
	o.each(r, func(c *occupiedCell) {
		for _, s := range c[shapeThing] {
			switch {
			case s.Overlaps(r):
				cost += 3 * coversLabel
			case s.Inflate(2).Overlaps(r): // it would touch the outline
				cost += coversLine
			}
		}
		for _, s := range c[labelThing] {
			if cost >= hopeless {
				return
			}
			if s.Inflate(1).Overlaps(r) {
				cost += coversLabel
			}
		}
		for _, s := range c[markThing] {
			if s.Overlaps(r) {
				cost += 4 * coversLine
			}
		}
		for _, s := range c[lineThing] { // a line may have no width or no height
			if cost >= hopeless {
				return
			}
			if s.X < r.Right() && r.X < s.Right()+1 && s.Y < r.Bottom() && r.Y < s.Bottom()+1 {
				cost += coversLine
			}
		}
	})
	return cost
}

func (o *occupied) onShape(r Rect) bool {
	o.look(r)
	found := false
	o.each(r, func(c *occupiedCell) {
		for _, s := range c[shapeThing] {
			found = found || s.Overlaps(r)
		}
	})
	return found
}

// look notes that a box was looked at, and what is close to it.
func (o *occupied) look(r Rect) {
	o.seen.point(r.X-3, r.Y-3)
	o.seen.point(r.Right()+3, r.Bottom()+3)
}

// best is the first place that covers nothing, else the least bad one.
func (o *occupied) best(l *label) place {
	best, least := l.places[0], 1<<30
	try := func(places []place, tried int) {
		for i, p := range places {
			if cost := o.cost(l.box(p.Point)) + tried + i; cost < least {
				best, least = p, cost
			}
			if least <= tried+i { // it covers nothing
				return
			}
		}
	}
	try(l.places, 0)
	if least >= coversLine {
		try(l.more(), len(l.places))
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
