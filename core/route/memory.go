package route

import (
	"encoding/binary"
	"slices"

	"lexeon/core/bounded"
	"lexeon/core/geometry"
)

// Memory keeps the ways that searches found, by exactly the inputs they were found from,
// and the last runs of drawings. It is safe for concurrent use; a nil Memory remembers
// nothing.
type Memory struct {
	routes *bounded.Memory[string, []Point]
	runs   *bounded.Memory[string, *run]
}

// Bounds of a memory: a route takes some 300 bytes with its key; a run some ten
// kilobytes for each line.
const (
	maxRoutes = 20_000
	maxRuns   = 6
)

// NewMemory makes a Memory that has nothing yet.
func NewMemory() *Memory {
	return &Memory{bounded.New[string, []Point](maxRoutes), bounded.New[string, *run](maxRuns)}
}

func (m *Memory) last(drawing string) *run {
	if m == nil {
		return nil
	}
	r, _ := m.runs.Get(drawing)
	return r
}

func (m *Memory) keep(drawing string, r *run) {
	if m != nil {
		m.runs.Add(drawing, r)
	}
}

// find routes a line alone, and tells which part of the plane it looked at. What it
// depends on is the line, its two shapes and the shapes there, and nothing else.
func (m *Memory) find(p *path, around *neighbours) ([]Point, Rect) {
	if p.Within != (Rect{}) {
		hull := p.within(p.a.Union(p.b).Inflate(widest))
		if points := m.findIn(p, hull, around); points != nil {
			return points, hull
		}
	}
	reach := corridor
	for {
		hull := p.a.Union(p.b).Inflate(reach)
		if points := m.findIn(p, hull, around); points != nil {
			return points, hull
		}
		if reach > widest {
			return straight(p), hull // no way exists
		}
		reach *= 4
	}
}

// findIn finds a way within a hull, nil where there is none.
func (m *Memory) findIn(p *path, hull Rect, around *neighbours) []Point {
	near := around.in(hull)
	key := keyOf(p, hull, near)
	points, known := m.get(key)
	if !known {
		points = search(p, hull, near)
		m.put(key, points)
	}
	return points
}

// within is the part of a hull where the line may be.
func (p *path) within(hull Rect) Rect {
	if p.Within == (Rect{}) {
		return hull
	}
	in := p.Within.Inflate(-air)
	x, y := max(hull.X, in.X), max(hull.Y, in.Y)
	return Rect{x, y, min(hull.Right(), in.Right()) - x, min(hull.Bottom(), in.Bottom()) - y}
}

const (
	corridor = 120  // how far around its two shapes a line may go at first
	widest   = 1000 // and at most, where there is no way closer by
)

func (m *Memory) get(key string) ([]Point, bool) {
	if m == nil {
		return nil, false
	}
	return m.routes.Get(key)
}

func (m *Memory) put(key string, points []Point) {
	if m != nil {
		m.routes.Add(key, points)
	}
}
func keyOf(p *path, hull Rect, near []Rect) string {
	b := make([]byte, 0, 16*(4+len(near))+32)
	num := func(values ...int) {
		for _, v := range values {
			b = binary.AppendVarint(b, int64(v))
		}
	}
	rect := func(r Rect) { num(r.X, r.Y, r.W, r.H) }
	rect(p.a)
	rect(p.b)
	rect(hull)
	flags := 0
	if p.Trunk != "" {
		flags |= 1
	}
	if p.Upright {
		flags |= 2
	}
	num(flags, int(p.Avoid), int(p.AvoidFirst), p.rank, p.RoomBeside[0], p.RoomBeside[1], p.RoomAbove[0], p.RoomAbove[1])
	for _, r := range near {
		rect(r)
	}
	return string(b)
}

// neighbours finds the shapes in a part of the plane.
type neighbours struct {
	cells map[Point][]int
	rects []Rect
}

const cellSize = 256

func newNeighbours(rects []Rect) *neighbours {
	n := &neighbours{cells: map[Point][]int{}, rects: rects}
	for i, r := range rects {
		n.each(r, func(c Point) { n.cells[c] = append(n.cells[c], i) })
	}
	return n
}

func (n *neighbours) each(r Rect, f func(Point)) {
	for x := floorDiv(r.X, cellSize); x <= floorDiv(r.Right(), cellSize); x++ {
		for y := floorDiv(r.Y, cellSize); y <= floorDiv(r.Bottom(), cellSize); y++ {
			f(Point{x, y})
		}
	}
}

// in lists the shapes that overlap r, in the order of their place, each once.
func (n *neighbours) in(r Rect) []Rect {
	var out []Rect
	wide := (r.W/cellSize+2)*(r.H/cellSize+2) > 4*len(n.rects)
	if wide {
		for _, s := range n.rects {
			if s.Overlaps(r) {
				out = append(out, s)
			}
		}
	} else {
		n.each(r, func(c Point) {
			for _, i := range n.cells[c] {
				if n.rects[i].Overlaps(r) {
					out = append(out, n.rects[i])
				}
			}
		})
	}
	geometry.SortRects(out)
	return slices.Compact(out) // a shape in several cells, or two at one place
}

func floorDiv(a, b int) int {
	q := a / b
	if a%b != 0 && (a < 0) != (b < 0) {
		q--
	}
	return q
}

// Alone routes one line that phase 2 has no part in, such as the one to an
// association class.
func (m *Memory) Alone(from, to Rect, shapes []Rect) []Point {
	points, _ := m.find(&path{a: from, b: to}, newNeighbours(shapes))
	return simplify(points)
}
