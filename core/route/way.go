package route

import "slices"

// waysThatFit tells which paths may be led as they were when all were looked at together.
// Those of one trunk hold together: where one has to be found anew, all are.
func (d *difference) waysThatFit(around *neighbours) []bool {
	paths := d.run.paths
	out := make([]bool, len(paths))
	broken := map[string]bool{} // trunks
	for i, p := range paths {
		if len(p.Way) < 2 {
			if p.Trunk != "" {
				broken[p.Trunk] = true
			}
			continue
		}
		out[i] = p.fits(around)
		if p.Trunk != "" && !out[i] {
			broken[p.Trunk] = true
		}
	}
	for i, p := range paths {
		out[i] = out[i] && !broken[p.Trunk]
	}
	return out
}

// fits reports whether a way still leads from the edge of its first shape to that of its
// last, at right angles, and through no shape.
func (p *path) fits(around *neighbours) bool {
	way := p.Way
	if p.From == p.To || p.Style != RightAngled || !onEdge(p.a, way[0], way[1]) || !onEdge(p.b, way[len(way)-1], way[len(way)-2]) {
		return false
	}
	for k := 1; k < len(way); k++ {
		a, b := way[k-1], way[k]
		if a.X != b.X && a.Y != b.Y || p.a.CrossedBy(a, b) || p.b.CrossedBy(a, b) {
			return false
		}
		span := Rect{min(a.X, b.X), min(a.Y, b.Y), abs(a.X - b.X), abs(a.Y - b.Y)}
		if slices.ContainsFunc(around.in(span.Inflate(2)), func(r Rect) bool {
			return r != p.a && r != p.b && !r.Overlaps(p.a) && !r.Overlaps(p.b) && r.Inflate(1).CrossedBy(a, b)
		}) {
			return false
		}
	}
	return true
}

// onEdge reports whether a line that goes on to next leaves a shape outwards at a point.
func onEdge(r Rect, at, next Point) bool {
	switch {
	case at.X < r.X || at.X > r.Right() || at.Y < r.Y || at.Y > r.Bottom():
		return false
	case at.X == next.X:
		return at.Y == r.Y && next.Y < at.Y || at.Y == r.Bottom() && next.Y > at.Y
	}
	return at.X == r.X && next.X < at.X || at.X == r.Right() && next.X > at.X
}
