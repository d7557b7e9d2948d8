// Package geometry holds the plane that drawings live in: whole pixels at 100 %,
// x to the right, y downwards.
package geometry

// Point is a position in pixels.
type Point struct {
	X int `json:"x"`
	Y int `json:"y"`
}

// Rect is a rectangle in pixels.
type Rect struct {
	X int `json:"x"`
	Y int `json:"y"`
	W int `json:"w"`
	H int `json:"h"`
}

// Right is the x of the right edge.
func (r Rect) Right() int { return r.X + r.W }

// Bottom is the y of the lower edge.
func (r Rect) Bottom() int { return r.Y + r.H }

// Center is the middle of a rectangle, rounded down.
func (r Rect) Center() Point { return Point{r.X + r.W/2, r.Y + r.H/2} }

// Inflate grows a rectangle by d on every side.
func (r Rect) Inflate(d int) Rect { return Rect{r.X - d, r.Y - d, r.W + 2*d, r.H + 2*d} }

// Overlaps reports whether two rectangles share more than an edge.
func (r Rect) Overlaps(o Rect) bool {
	return r.X < o.Right() && o.X < r.Right() && r.Y < o.Bottom() && o.Y < r.Bottom()
}

// Contains reports whether a point lies strictly inside.
func (r Rect) Contains(p Point) bool {
	return p.X > r.X && p.X < r.Right() && p.Y > r.Y && p.Y < r.Bottom()
}

// Union is the smallest rectangle that holds both.
func (r Rect) Union(o Rect) Rect {
	x, y := min(r.X, o.X), min(r.Y, o.Y)
	return Rect{x, y, max(r.Right(), o.Right()) - x, max(r.Bottom(), o.Bottom()) - y}
}

// CrossedBy reports whether the straight line from a to b runs through the
// inside of the rectangle.
func (r Rect) CrossedBy(a, b Point) bool {
	if a.X == b.X || a.Y == b.Y { // the common case, in whole numbers
		return min(a.X, b.X) < r.Right() && max(a.X, b.X) > r.X && min(a.Y, b.Y) < r.Bottom() && max(a.Y, b.Y) > r.Y
	}
	// Clip the parameter of the line against the four edges (Liang and Barsky).
	low, high := 0.0, 1.0
	dx, dy := float64(b.X-a.X), float64(b.Y-a.Y)
	for _, e := range [4][2]float64{
		{-dx, float64(a.X - r.X)}, {dx, float64(r.Right() - a.X)},
		{-dy, float64(a.Y - r.Y)}, {dy, float64(r.Bottom() - a.Y)},
	} {
		p, q := e[0], e[1]
		switch {
		case p < 0:
			low = max(low, q/p)
		case p > 0:
			high = min(high, q/p)
		case q <= 0:
			return false
		}
	}
	return high-low > 1e-9
}
