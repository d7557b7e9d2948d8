package scene

import (
	"math"

	"lexeon/core/geometry"
)

// Point and Rect are in pixels at 100 %.
type (
	Point = geometry.Point
	Rect  = geometry.Rect
)

// vector is a direction of length 1.
type vector struct{ x, y float64 }

func (v vector) mostlyHorizontal() bool { return math.Abs(v.x) > math.Abs(v.y) }

func (v vector) opposite() vector { return vector{-v.x, -v.y} }

// at is the point so many pixels along, and so many to the left of it.
func (v vector) at(p Point, along, left float64) Point {
	return Point{
		int(math.Round(float64(p.X) + v.x*along + v.y*left)),
		int(math.Round(float64(p.Y) + v.y*along - v.x*left)),
	}
}

// direction is that in which a line leaves its first point.
func direction(points []Point) vector {
	for _, p := range points[1:] {
		dx, dy := float64(p.X-points[0].X), float64(p.Y-points[0].Y)
		if l := math.Hypot(dx, dy); l > 0 {
			return vector{dx / l, dy / l}
		}
	}
	return vector{1, 0}
}

func reversed(points []Point) []Point {
	out := make([]Point, len(points))
	for i, p := range points {
		out[len(points)-1-i] = p
	}
	return out
}

// middle is the middle of the longest piece of a line, with its direction.
func middle(points []Point) (Point, vector) {
	best, at := -1.0, 1
	for i := 1; i < len(points); i++ {
		if l := math.Hypot(float64(points[i].X-points[i-1].X), float64(points[i].Y-points[i-1].Y)); l > best {
			best, at = l, i
		}
	}
	a, b := points[at-1], points[at]
	return Point{(a.X + b.X) / 2, (a.Y + b.Y) / 2}, direction([]Point{a, b})
}
