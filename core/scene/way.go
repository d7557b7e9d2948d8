package scene

import "lexeon/core/model"

// wayOf is a line as it is kept: seen from the shape where it starts, so that it goes with both
// of its shapes when they are moved together.
func wayOf(points []Point, from Rect) []int {
	out := make([]int, 0, 2*len(points))
	for _, q := range points {
		out = append(out, q.X-from.X, q.Y-from.Y)
	}
	return out
}

// wayFrom is the same on the sheet.
func wayFrom(way []int, from Rect) []Point {
	var out []Point
	for i := 0; i+1 < len(way); i += 2 {
		out = append(out, Point{X: from.X + way[i], Y: from.Y + way[i+1]})
	}
	return out
}

// keptWay is the way that an arrangement found for a placed line; none while lines are looked
// at anew.
func (d *Drawer) keptWay(p *model.Placement, from Rect) []Point {
	if d.arranging != nil {
		return nil
	}
	return wayFrom(p.Way, from)
}
