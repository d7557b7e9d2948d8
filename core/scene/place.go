package scene

import (
	"lexeon/core/model"
)

const (
	placeGap  = 60
	placeStep = 20
	// placeReach is the gap beside a shape of a data flow diagram, where the names
	// of flows stand.
	placeReach = 180
)

// FreePlace finds where a box of the given size can stand on a diagram without
// touching another: at the right of the box near if there is one, and, where the row would
// become wider than suits a window, at the left below everything; else as close to it as
// possible; on an empty diagram at 80, 80.
func (d *Drawer) FreePlace(m *model.Model, diagram, near model.ID, w, h int) Point {
	var boxes []Rect
	start := Point{80, 80}
	found := false
	beside := placeGap
	if row := m.Diagram(diagram); row != nil && row.Kind != model.ClassDiagram {
		beside = placeReach
	}
	for _, p := range m.PlacementsOn(diagram) {
		e := m.Element(p.Subject)
		if e == nil || surrounds(m, m.Diagram(diagram), e) { // what stands in a boundary is free to stand there
			continue
		}
		box := *d.rememberedShape(m, p, e).Box
		boxes = append(boxes, box)
		if e.ID == near || near == "" && !found {
			start, found = Point{box.Right() + beside, box.Y}, true
		}
	}
	free := func(x, y int) bool {
		for _, b := range boxes {
			if x < b.Right()+beside-1 && b.X < x+w+beside-1 && y < b.Bottom()+placeGap-1 && b.Y < y+h+placeGap-1 {
				return false
			}
		}
		return true
	}
	if next := nextRow(boxes, start, w); next != start && free(next.X, next.Y) {
		return next
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

// Shapes that are made one after the other fill a grid that suits a window: at least so wide, in
// pixels, and this many times as wide as high.
const (
	rowWide  = 900
	rowRatio = 1.6
)

// nextRow is where a shape goes that would make the drawing too wide: below all others, at the
// left. Others go where they were to go.
func nextRow(boxes []Rect, at Point, w int) Point {
	if len(boxes) == 0 {
		return at
	}
	all := boxes[0]
	for _, b := range boxes {
		all = all.Union(b)
	}
	if at.X+w <= max(all.Right(), all.X+max(rowWide, int(rowRatio*float64(all.H)))) {
		return at
	}
	return Point{all.X, all.Bottom() + placeGap}
}

// SizeOf tells how large a new element of that name would be drawn.
func (d *Drawer) SizeOf(m *model.Model, kind model.Kind, name string) (w, h int) {
	g := d.shape(m, &model.Placement{}, &model.Element{Kind: kind, Name: name})
	return g.Box.W, g.Box.H
}

// SizeOfElement tells how large an element is drawn where nobody made it larger.
func (d *Drawer) SizeOfElement(m *model.Model, e *model.Element) (w, h int) {
	g := d.shape(m, &model.Placement{}, e)
	return g.Box.W, g.Box.H
}

// placeColumns is how many shapes stand side by side where many are placed.
const placeColumns = 4

// PlaceAll shows elements on a diagram in rows from a point on, then
// relationships. What is there already is left where it is.
func (d *Drawer) PlaceAll(m *model.Model, diagram model.ID, elements, relationships []model.ID, at Point, seed string) ([]model.Change, error) {
	var out []model.Change
	x, y, row, n := at.X, at.Y, 0, 0
	draft := m
	for _, id := range elements {
		e := m.Element(id)
		if e == nil || m.PlacementOn(diagram, id) != nil {
			continue
		}
		if n > 0 && n%placeColumns == 0 {
			x, y, row = at.X, y+row+placeGap, 0
		}
		w, h := d.SizeOfElement(m, e)
		for hit := true; hit; { // not on what stands there
			hit = false
			for _, p := range m.PlacementsOn(diagram) {
				if o := m.Element(p.Subject); o != nil {
					if box := *d.rememberedShape(m, p, o).Box; box.Inflate(20).Overlaps(Rect{X: x, Y: y, W: w, H: h}) {
						x, hit = box.Right()+placeGap, true
					}
				}
			}
		}
		place := &model.Place{ID: model.DeriveID("place", seed, string(id)), Diagram: diagram, Subject: id, X: x, Y: y}
		next, _, _, err := model.Edit(draft, []model.Change{place})
		if err != nil {
			return nil, err
		}
		draft = next
		out = append(out, place)
		x, row, n = x+w+placeGap, max(row, h), n+1
	}
	for _, id := range relationships {
		if draft.PlacementOn(diagram, id) == nil {
			out = append(out, &model.Place{ID: model.DeriveID("place", seed, string(id)), Diagram: diagram, Subject: id})
		}
	}
	if _, _, _, err := model.Edit(m, out); err != nil {
		return nil, err
	}
	return out, nil
}
