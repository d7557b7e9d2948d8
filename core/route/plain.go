package route

import (
	"math"
)

// straight is the line from middle to middle as far as it is outside of the
// shapes. Several between the same two shapes lie beside each other.
func straight(p *path) []Point {
	if bends := sensibleBends(p); len(bends) > 0 {
		points := append([]Point{leave(p.a, p.a.Center(), bends[0])}, bends...)
		return append(points, leave(p.b, p.b.Center(), bends[len(bends)-1]))
	}
	a, b := p.a.Center(), p.b.Center()
	if p.rank == 0 {
		a, b = level(p.a, p.b, a, b)
	}
	if p.rank > 0 {
		dx, dy := float64(b.X-a.X), float64(b.Y-a.Y)
		if p.From > p.To { // the same side for both directions
			dx, dy = -dx, -dy
		}
		if l := math.Hypot(dx, dy); l > 0 {
			off := float64((p.rank + 1) / 2 * spacing)
			if p.rank%2 == 0 {
				off = -off
			}
			// Not farther out than the smaller shape reaches.
			limit := float64(min(p.a.W, p.a.H, p.b.W, p.b.H))/2 - 4
			off = max(-limit, min(off, limit))
			move := Point{int(math.Round(-dy / l * off)), int(math.Round(dx / l * off))}
			a, b = Point{a.X + move.X, a.Y + move.Y}, Point{b.X + move.X, b.Y + move.Y}
		}
	}
	return []Point{leave(p.a, a, b), leave(p.b, b, a)}
}

// nearlyLevel is how far two middles are off at most for a line between them to be made level
// or upright: one that slants by less looks like a mistake.
const nearlyLevel = 24

// level moves both ends of a line that is nearly level or upright so that it is, as far as both
// shapes reach.
func level(from, to Rect, a, b Point) (Point, Point) {
	dx, dy := abs(b.X-a.X), abs(b.Y-a.Y)
	switch {
	case dy > 0 && dy <= nearlyLevel && dx > 2*dy && min(from.H, to.H) > 2*dy:
		a.Y = (a.Y + b.Y) / 2
		b.Y = a.Y
	case dx > 0 && dx <= nearlyLevel && dy > 2*dx && min(from.W, to.W) > 2*dx:
		a.X = (a.X + b.X) / 2
		b.X = a.X
	}
	return a, b
}

// leave is where the line from a point inside a box to another point leaves it.
func leave(r Rect, from, to Point) Point {
	dx, dy := float64(to.X-from.X), float64(to.Y-from.Y)
	if dx == 0 && dy == 0 {
		return Point{from.X, r.Y}
	}
	t := math.Inf(1)
	if dx > 0 {
		t = min(t, float64(r.Right()-from.X)/dx)
	} else if dx < 0 {
		t = min(t, float64(r.X-from.X)/dx)
	}
	if dy > 0 {
		t = min(t, float64(r.Bottom()-from.Y)/dy)
	} else if dy < 0 {
		t = min(t, float64(r.Y-from.Y)/dy)
	}
	return Point{int(math.Round(float64(from.X) + dx*t)), int(math.Round(float64(from.Y) + dy*t))}
}

// sensibleBends are those of a person's bends that make sense still: outside of
// both shapes.
func sensibleBends(p *path) []Point {
	var out []Point
	for _, q := range p.Bends {
		if !p.a.Contains(q) && !p.b.Contains(q) {
			out = append(out, q)
		}
	}
	return out
}

// bent runs through a person's bends. Between two bends that are not above or
// beside each other it goes around one corner, so that every angle is right.
func bent(p *path, bends []Point) []Point {
	first, last := bends[0], bends[len(bends)-1]
	points := reach(p.a, first, false)
	for _, q := range bends {
		prev := points[len(points)-1]
		if prev.X != q.X && prev.Y != q.Y {
			corner := Point{q.X, prev.Y}
			if len(points) >= 2 && points[len(points)-2].Y == prev.Y { // arrived along y
				corner = Point{prev.X, q.Y}
			}
			points = append(points, corner)
		}
		points = append(points, q)
	}
	n := len(points)
	end := reach(p.b, last, n >= 2 && points[n-2].X == last.X)
	for i := len(end) - 1; i >= 0; i-- {
		points = append(points, end[i])
	}
	return points
}

// reach leads from a shape to a point outside of it: straight if the point is
// beside or above the shape, else around one corner. Level asks for the piece at
// the point to be horizontal, since the line arrives there vertically.
func reach(r Rect, to Point, level bool) []Point {
	c := r.Center()
	insetX, insetY := min(margin, r.W/2), min(margin, r.H/2)
	switch {
	case to.X >= r.X+insetX && to.X <= r.Right()-insetX && to.Y < r.Y:
		return []Point{{to.X, r.Y}}
	case to.X >= r.X+insetX && to.X <= r.Right()-insetX && to.Y >= r.Bottom():
		return []Point{{to.X, r.Bottom()}}
	case to.Y >= r.Y+insetY && to.Y <= r.Bottom()-insetY && to.X <= r.X:
		return []Point{{r.X, to.Y}}
	case to.Y >= r.Y+insetY && to.Y <= r.Bottom()-insetY && to.X >= r.Right():
		return []Point{{r.Right(), to.Y}}
	case level && to.Y < r.Y:
		return []Point{{c.X, r.Y}, {c.X, to.Y}}
	case level && to.Y > r.Bottom():
		return []Point{{c.X, r.Bottom()}, {c.X, to.Y}}
	case to.X < r.X:
		return []Point{{r.X, c.Y}, {to.X, c.Y}}
	case to.X > r.Right():
		return []Point{{r.Right(), c.Y}, {to.X, c.Y}}
	case to.Y < c.Y:
		return []Point{{c.X, r.Y}, {c.X, to.Y}}
	}
	return []Point{{c.X, r.Bottom()}, {c.X, to.Y}}
}

// loop is a line from a shape to itself, around that corner which has most room;
// further ones at one corner lie outside of the earlier.
func loop(p *path, shapes []Rect, used *[4]int) []Point {
	var best []Point
	corner, least := 0, math.MaxInt
	for c := range 4 {
		points := loopAt(p.a, c, p.Loop, used[c])
		hits := 0
		for i, s := range shapes {
			if i == p.From {
				continue
			}
			for k := 1; k < len(points); k++ {
				if s.CrossedBy(points[k-1], points[k]) {
					hits++
				}
			}
		}
		if cost := hits*100 + used[c]*12 + c; cost < least {
			best, corner, least = points, c, cost
		}
	}
	used[corner]++
	return best
}

const loopReach = 34

// loopAt draws the loop at the upper right corner and mirrors it for the others.
func loopAt(box Rect, corner, reachOut, n int) []Point {
	grow := loopReach + 22*n
	out := max(reachOut, loopReach) + 22*n
	// On a low or narrow shape the ends of loops at one corner come close, but not
	// together: the outer one starts farther from the corner.
	inset := min(22+18*n, max(box.H/2-max(4-2*n, 1), 8))
	across := min(38+18*n, max(box.W/2-max(4-2*n, 1), 8))
	points := []Point{
		{box.Right(), box.Y + inset}, {box.Right() + out, box.Y + inset},
		{box.Right() + out, box.Y - grow}, {box.Right() - across, box.Y - grow}, {box.Right() - across, box.Y},
	}
	for i, q := range points {
		if corner == 1 || corner == 3 { // left
			q.X = 2*box.X + box.W - q.X
		}
		if corner >= 2 { // below
			q.Y = 2*box.Y + box.H - q.Y
		}
		points[i] = q
	}
	return points
}
