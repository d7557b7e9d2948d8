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
	mostTried     = 60
	levelWith     = 8  // middles that are this close stand in one row or column
	leastGap      = 20 // between two shapes
)

// exchange lets two shapes change places where that saves crossings, as
// often as it does, and hands on the changes with their new places. It looks at the lines as they
// were led last; what it finds is taken once it is drawn, with its names, and is better then too.
func (a *arranging) exchange(d *Drawer, changes []model.Change, movable func(model.ID) bool, isBetter func([]model.Change) bool) {
	if len(a.lines) > mostExchanged {
		return
	}
	boxes := slices.Clone(a.boxes)
	least := crossingsOf(a.routes)
	tried := 0
	for improved := true; improved && least > 0; {
		improved = false
		for i := range a.shapes {
			for k := i + 1; k < len(a.shapes) && tried < mostTried && least > 0; k++ {
				if a.shapes[i].in != a.shapes[k].in || !movable(a.shapes[i].placement) || !movable(a.shapes[k].placement) || !a.isCrossed(i) && !a.isCrossed(k) {
					continue
				}
				next, ok := a.swapped(boxes, i, k)
				if !ok {
					continue
				}
				tried++
				if n := crossingsOf(route.Untangle(d.sign, next, a.lines)); n < least && isBetter(a.moved(changes, next)) {
					boxes, least, improved = next, n, true
				}
			}
		}
	}
}

// moved are changes, and those that bring the shapes to other boxes.
func (a *arranging) moved(changes []model.Change, boxes []Rect) []model.Change {
	out := slices.Clone(changes)
	for i, s := range a.shapes {
		if dx, dy := boxes[i].X-a.boxes[i].X, boxes[i].Y-a.boxes[i].Y; dx != 0 || dy != 0 {
			out = append(out, &model.Move{ID: s.placement, X: s.at.X + dx, Y: s.at.Y + dy})
		}
	}
	return out
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

// swapped are the boxes with two in each other's place: two of one row or column keep its left
// and right, its top and bottom, others their middles. Not ok where one has no room there, or
// something general would come to stand below what is specific.
func (a *arranging) swapped(boxes []Rect, i, k int) ([]Rect, bool) {
	p, q := boxes[i], boxes[k]
	row, column := abs(p.Center().Y-q.Center().Y) <= levelWith, abs(p.Center().X-q.Center().X) <= levelWith
	out := slices.Clone(boxes)
	switch {
	case row && !column:
		if p.X > q.X {
			i, k, p, q = k, i, q, p
		}
		out[k].X, out[i].X = p.X, q.Right()-p.W
	case column && !row:
		if p.Y > q.Y {
			i, k, p, q = k, i, q, p
		}
		out[k].Y, out[i].Y = p.Y, q.Bottom()-p.H
	default:
		out[i].X, out[i].Y = q.Center().X-p.W/2, q.Center().Y-p.H/2
		out[k].X, out[k].Y = p.Center().X-q.W/2, p.Center().Y-q.H/2
	}
	for _, moved := range []int{i, k} {
		for n := range out {
			if n != moved && out[moved].Inflate(leastGap).Overlaps(out[n]) {
				return nil, false
			}
		}
	}
	for _, l := range a.lines { // those of one trunk lead to what is general
		if l.Trunk != "" && boxes[l.To].Y < boxes[l.From].Y && out[l.To].Y >= out[l.From].Y {
			return nil, false
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
