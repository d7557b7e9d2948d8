package scene

import (
	"slices"

	"lexeon/core/geometry"
	"lexeon/core/model"
	"lexeon/core/route"
)

// mostExchanged is how many lines a diagram may have for its shapes to change places, and
// mostTried how many exchanges are tried: each leads all lines anew.
const (
	mostExchanged = 40
	mostTried     = 40
	levelWith     = 8  // middles that are this close stand in one row or column
	leastGap      = 20 // between two shapes
)

// exchange lets two shapes of one row or column change places where that saves crossings, and
// gives the changes with their new places. It looks at the lines as they were led last.
func (a *arranging) exchange(d *Drawer, changes []model.Change, movable func(model.ID) bool) ([]model.Change, bool) {
	if len(a.lines) > mostExchanged {
		return changes, false
	}
	boxes := slices.Clone(a.boxes)
	least := crossingsOf(a.routes)
	tried, better := 0, false
	for improved := true; improved && least > 0; {
		improved = false
		for i := range a.shapes {
			for k := i + 1; k < len(a.shapes) && tried < mostTried && least > 0; k++ {
				if a.shapes[i].in != a.shapes[k].in || !movable(a.shapes[i].placement) || !movable(a.shapes[k].placement) || !a.isCrossed(i) && !a.isCrossed(k) {
					continue
				}
				next, ok := swapped(boxes, i, k)
				if !ok {
					continue
				}
				tried++
				if n := crossingsOf(route.Untangle(d.sign, next, a.lines)); n < least {
					boxes, least, improved, better = next, n, true, true
				}
			}
		}
	}
	if !better {
		return changes, false
	}
	for i, s := range a.shapes {
		if dx, dy := boxes[i].X-a.boxes[i].X, boxes[i].Y-a.boxes[i].Y; dx != 0 || dy != 0 {
			changes = append(changes, &model.Move{ID: s.placement, X: s.at.X + dx, Y: s.at.Y + dy})
		}
	}
	return changes, true
}

// isCrossed reports whether a line at a shape crosses another one.
func (a *arranging) isCrossed(shape int) bool {
	for i, l := range a.lines {
		if l.From != shape && l.To != shape {
			continue
		}
		for k := range a.lines {
			if k != i && crossingsOf([][]Point{a.routes[i], a.routes[k]}) > 0 {
				return true
			}
		}
	}
	return false
}

// swapped are the boxes with two of one row or column in each other's place; not ok where they
// stand in neither, or one of them has no room there.
func swapped(boxes []Rect, i, k int) ([]Rect, bool) {
	a, b := boxes[i], boxes[k]
	row, column := abs(a.Center().Y-b.Center().Y) <= levelWith, abs(a.Center().X-b.Center().X) <= levelWith
	out := slices.Clone(boxes)
	switch {
	case row && !column:
		if a.X > b.X {
			i, k, a, b = k, i, b, a
		}
		out[k].X, out[i].X = a.X, b.Right()-a.W
	case column && !row:
		if a.Y > b.Y {
			i, k, a, b = k, i, b, a
		}
		out[k].Y, out[i].Y = a.Y, b.Bottom()-a.H
	default:
		return nil, false
	}
	for _, moved := range []int{i, k} {
		for n := range out {
			if n != moved && out[moved].Inflate(leastGap).Overlaps(out[n]) {
				return nil, false
			}
		}
	}
	return out, true
}

// crossingsOf counts how often lines cross each other.
func crossingsOf(routes [][]Point) (n int) {
	for i, p := range routes {
		for _, q := range routes[i+1:] {
			for k := 1; k < len(p); k++ {
				for m := 1; m < len(q); m++ {
					if geometry.Cross(p[k-1], p[k], q[m-1], q[m]) {
						n++
					}
				}
			}
		}
	}
	return n
}
