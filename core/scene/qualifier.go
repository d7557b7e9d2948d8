package scene

import (
	"lexeon/core/model"
	"lexeon/core/typeface"
)

// qualifierBox is the small box at a class that holds the key of an association,
// between the class and the line: UML 2.5.1, 11.5.4. along is the direction in
// which the line leaves the class.
func (d *Drawer) qualifierBox(e *model.Element, at Point, along vector) (box Rect, shapes []Primitive) {
	list := e.End().Qualifiers
	if len(list) == 0 {
		return Rect{}, nil
	}
	w := 0
	for _, q := range list {
		w = max(w, d.width(typeface.Regular, smallSize, q))
	}
	w += 12
	h := len(list)*smallLine + 6
	box = Rect{W: w, H: h}
	switch {
	case along.mostlyHorizontal() && along.x > 0:
		box.X, box.Y = at.X, at.Y-h/2
	case along.mostlyHorizontal():
		box.X, box.Y = at.X-w, at.Y-h/2
	case along.y > 0:
		box.X, box.Y = at.X-w/2, at.Y
	default:
		box.X, box.Y = at.X-w/2, at.Y-h
	}
	shapes = append(shapes, Primitive{Role: RoleShape, Rect: &box})
	for i, q := range list {
		shapes = append(shapes, Primitive{Role: RoleText, Text: d.run(box.X+6, box.Y+3+i*smallLine+smallUp, q, typeface.Regular, smallSize)})
	}
	return box, shapes
}

// qualifierReach is how far a box reaches from its class along the line.
func (d *Drawer) qualifierReach(e *model.Element, along vector) int {
	box, _ := d.qualifierBox(e, Point{}, along)
	if along.mostlyHorizontal() {
		return box.W
	}
	return box.H
}
