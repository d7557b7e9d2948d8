package scene

import (
	"lexeon/core/model"
)

const (
	placeGap  = 60
	placeStep = 20
)

// FreePlace finds where a box of the given size can stand on a diagram without
// touching another: at the right of the box near if there is one, else as close
// to it as possible; on an empty diagram at 80, 80.
func (d *Drawer) FreePlace(m *model.Model, diagram, near model.ID, w, h int) Point {
	var boxes []Rect
	start := Point{80, 80}
	found := false
	for _, p := range m.PlacementsOn(diagram) {
		e := m.Element(p.Subject)
		if e == nil {
			continue
		}
		box := *d.rememberedShape(m, p, e).Box
		boxes = append(boxes, box)
		if e.ID == near || near == "" && !found {
			start, found = Point{box.Right() + placeGap, box.Y}, true
		}
	}
	free := func(x, y int) bool {
		for _, b := range boxes {
			if x < b.Right()+placeGap-1 && b.X < x+w+placeGap-1 && y < b.Bottom()+placeGap-1 && b.Y < y+h+placeGap-1 {
				return false
			}
		}
		return true
	}
	if free(start.X, start.Y) {
		return start
	}
	// Rows below each other, from the start to the right, then from the left.
	for ring := 1; ring < 400; ring++ {
		reach := ring * placeStep
		for _, p := range []Point{{start.X, start.Y + reach}, {start.X + reach, start.Y}, {start.X + reach, start.Y + reach}, {start.X - reach, start.Y + reach}} {
			if p.X >= 40 && p.Y >= 40 && free(p.X, p.Y) {
				return p
			}
		}
	}
	return Point{start.X, start.Y + 400*placeStep}
}

// SizeOf tells how large a new element of that name would be drawn.
func (d *Drawer) SizeOf(m *model.Model, kind model.Kind, name string) (w, h int) {
	g := d.shape(m, &model.Placement{}, &model.Element{Kind: kind, Name: name})
	return g.Box.W, g.Box.H
}
