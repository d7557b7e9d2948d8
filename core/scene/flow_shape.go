package scene

import (
	"math"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/model"
	"lexeon/core/typeface"
)

// Both notations take the same room, so that a diagram can be looked at in
// either without being drawn anew.
const (
	bubbleLeast = 104 // diameter
	bubbleMost  = 240
	stripHeight = 24 // of the number on top of a rounded box
	boxRound    = 14
	entityLeast = 110
	entityTall  = 56
	storeLeast  = 130
	storeTall   = 40
	storeStrip  = 22 // at the left of an open box
	shadow      = 4  // of an entity in the notation with boxes
	nameWidth   = 150
)

// nameLines are the lines of a name in the middle of a shape.
func (d *Drawer) nameLines(e *model.Element, limit int) (lines []string, face typeface.Face, role Role) {
	name, face, role := e.Name, typeface.Semibold, RoleText
	if strings.TrimSpace(name) == "" {
		name, face, role = "(no name)", typeface.Italic, RoleMuted
	}
	return d.wrap(name, face, textSize, limit), face, role
}

func (d *Drawer) widest(lines []string, face typeface.Face) int {
	w := 0
	for _, l := range lines {
		w = max(w, d.width(face, textSize, l))
	}
	return w
}

// bubble finds the smallest circle that holds the name with its number above.
func (d *Drawer) bubble(e *model.Element) (lines []string, face typeface.Face, role Role, diameter int) {
	least := 60 // no word is broken that fits into the largest bubble
	for _, word := range breakable(e.Name) {
		least = max(least, min(d.width(typeface.Semibold, textSize, strings.TrimSpace(word)), bubbleMost-20))
	}
	for limit := least; ; limit += 14 {
		l, f, r := d.nameLines(e, limit)
		h := float64((len(l) + 1) * lineHeight)
		need := int(math.Ceil(math.Hypot(float64(d.widest(l, f)), h))) + 12
		if lines == nil || need < diameter {
			lines, face, role, diameter = l, f, r, need
		}
		if limit > bubbleMost {
			return lines, face, role, max(diameter, bubbleLeast)
		}
	}
}

// process: a circle with its number above the name (DeMarco 1978), or a rounded
// box with the number in a strip on top (Gane and Sarson 1979). The number of a
// process that is opened is underlined.
func (d *Drawer) process(m *model.Model, p *model.Placement, e *model.Element) Group {
	lines, face, role, side := d.bubble(e)
	w, h := max(side, p.W), max(side, p.H)
	w, h = max(w, h), max(w, h) // a circle stays one
	box := Rect{X: p.X, Y: p.Y, W: w, H: h}
	g := Group{ID: p.ID, Subject: e.ID, Kind: e.Kind, Title: processTitle(m, e), Box: &box, Larger: p.W > side || p.H > side}
	tint, _ := m.ColourOf(e)
	number := dataflow.Number(m, e.ID)
	boxes := m.Project().FlowNotation == model.Boxes
	if boxes {
		g.Shapes = append(g.Shapes, Primitive{Role: RoleShape, Tint: tint, Path: rounded(box, boxRound)},
			Primitive{Role: RoleLine, Path: &Path{Points: []Point{{X: box.X, Y: box.Y + stripHeight}, {X: box.Right(), Y: box.Y + stripHeight}}}})
	} else {
		g.Shapes = append(g.Shapes, Primitive{Role: RoleShape, Tint: tint, Path: circle(box)})
	}
	top := box.Y + (h-len(lines)*lineHeight)/2
	at := top - lineHeight + smallUp + 4
	if boxes {
		at = box.Y + 17
		top = box.Y + stripHeight + (h-stripHeight-len(lines)*lineHeight)/2
	} else if number != "" {
		top += lineHeight / 3
		at = top - 6
	}
	if number != "" {
		t := d.run(box.X+(w-d.width(typeface.Regular, smallSize, number))/2, at, number, typeface.Regular, smallSize)
		t.Underline = dataflow.IsOpened(m, e.ID)
		g.Shapes = append(g.Shapes, Primitive{Role: RoleMuted, Text: t})
	}
	d.nameIn(&g, e, lines, face, role, box, top)
	return g
}

// nameIn writes the lines of a name, and gives the place where it is typed.
func (d *Drawer) nameIn(g *Group, e *model.Element, lines []string, face typeface.Face, role Role, box Rect, top int) {
	for i, l := range lines {
		x := box.X + (box.W-d.width(face, textSize, l))/2
		g.Shapes = append(g.Shapes, Primitive{Role: role, Text: d.run(x, top+i*lineHeight+ascent, l, face, textSize)})
	}
	g.Slots = append(g.Slots, Slot{Row: e.ID, Field: "name", Title: "Name of the " + e.Kind.Title(), Value: e.Name,
		Rect: Rect{X: box.X, Y: top, W: box.W, H: len(lines) * lineHeight}, Face: typeface.Semibold, Size: textSize})
}

func processTitle(m *model.Model, e *model.Element) string {
	title := e.Kind.Title() + " " + displayName(e)
	if n := dataflow.Number(m, e.ID); n != "" {
		title = e.Kind.Title() + " " + n + " " + displayName(e)
	}
	if dataflow.IsOpened(m, e.ID) {
		title += ", opened"
	}
	return title
}

// entity: a rectangle, with a doubled edge in the notation with boxes.
func (d *Drawer) entity(m *model.Model, p *model.Placement, e *model.Element) Group {
	lines, face, role := d.nameLines(e, nameWidth)
	w, h := max(entityLeast, d.widest(lines, face)+2*padX+2*shadow), max(entityTall, len(lines)*lineHeight+2*padX+2*shadow)
	g := Group{ID: p.ID, Subject: e.ID, Kind: e.Kind, Title: flowTitle(m, p, e), Larger: p.W > w || p.H > h}
	box := Rect{X: p.X, Y: p.Y, W: max(w, p.W), H: max(h, p.H)}
	g.Box = &box
	tint, _ := m.ColourOf(e)
	boxes := m.Project().FlowNotation == model.Boxes
	front := box
	if boxes {
		front = Rect{X: box.X + shadow, Y: box.Y + shadow, W: box.W - shadow, H: box.H - shadow}
		g.Shapes = append(g.Shapes, Primitive{Role: RoleShape, Tint: tint, Rect: &Rect{X: box.X, Y: box.Y, W: box.W - shadow, H: box.H - shadow}})
	}
	g.Shapes = append(g.Shapes, Primitive{Role: RoleShape, Tint: tint, Rect: &front})
	if isRepeated(m, p) { // the standard mark of one that is shown more than once
		cut := min(18, front.H/2)
		g.Shapes = append(g.Shapes, Primitive{Role: RoleLine, Path: &Path{Points: []Point{
			{X: front.Right() - cut, Y: front.Bottom()}, {X: front.Right(), Y: front.Bottom() - cut}}}})
	}
	d.nameIn(&g, e, lines, face, role, front, front.Y+(front.H-len(lines)*lineHeight)/2)
	return g
}

// store: two parallel lines, or a box that is open at the right with a strip at
// its left.
func (d *Drawer) store(m *model.Model, p *model.Placement, e *model.Element) Group {
	lines, face, role := d.nameLines(e, nameWidth)
	w, h := max(storeLeast, d.widest(lines, face)+2*padX+2*storeStrip), max(storeTall, len(lines)*lineHeight+2*padX)
	g := Group{ID: p.ID, Subject: e.ID, Kind: e.Kind, Title: flowTitle(m, p, e), Larger: p.W > w || p.H > h}
	box := Rect{X: p.X, Y: p.Y, W: max(w, p.W), H: max(h, p.H)}
	g.Box = &box
	tint, _ := m.ColourOf(e)
	g.Shapes = append(g.Shapes, Primitive{Role: RoleGround, Tint: tint, Rect: &box})
	edge := func(points ...Point) {
		g.Shapes = append(g.Shapes, Primitive{Role: RoleLine, Path: &Path{Points: points}})
	}
	repeated := isRepeated(m, p)
	name := box
	if m.Project().FlowNotation == model.Boxes {
		edge(Point{X: box.Right(), Y: box.Y}, Point{X: box.X, Y: box.Y}, Point{X: box.X, Y: box.Bottom()}, Point{X: box.Right(), Y: box.Bottom()})
		edge(Point{X: box.X + storeStrip, Y: box.Y}, Point{X: box.X + storeStrip, Y: box.Bottom()})
		if repeated {
			edge(Point{X: box.X + storeStrip - 6, Y: box.Y}, Point{X: box.X + storeStrip - 6, Y: box.Bottom()})
		}
		name = Rect{X: box.X + storeStrip, Y: box.Y, W: box.W - storeStrip, H: box.H}
	} else {
		edge(Point{X: box.X, Y: box.Y}, Point{X: box.Right(), Y: box.Y})
		edge(Point{X: box.X, Y: box.Bottom()}, Point{X: box.Right(), Y: box.Bottom()})
		if repeated {
			edge(Point{X: box.X + 10, Y: box.Y}, Point{X: box.X + 10, Y: box.Bottom()})
		}
	}
	d.nameIn(&g, e, lines, face, role, name, name.Y+(name.H-len(lines)*lineHeight)/2)
	return g
}

func isRepeated(m *model.Model, p *model.Placement) bool {
	return p.ID != "" && len(m.PlacementsAt(p.Diagram, p.Subject)) > 1
}

func flowTitle(m *model.Model, p *model.Placement, e *model.Element) string {
	title := elementTitle(m, e)
	if isRepeated(m, p) {
		title += ", shown more than once"
	}
	return title
}

// circle is a closed path through a regular octagon around a square, so rounded
// that it is a circle to a thousandth of its radius.
func circle(box Rect) *Path {
	cx, cy, r := float64(box.X)+float64(box.W)/2, float64(box.Y)+float64(box.H)/2, float64(box.W)/2
	t := r * math.Tan(math.Pi/8)
	at := func(x, y float64) Point { return Point{X: int(math.Round(cx + x)), Y: int(math.Round(cy + y))} }
	return &Path{Closed: true, Round: box.W, Points: []Point{
		at(-t, -r), at(t, -r), at(r, -t), at(r, t), at(t, r), at(-t, r), at(-r, t), at(-r, -t)}}
}

func rounded(box Rect, round int) *Path {
	return &Path{Closed: true, Round: round, Points: []Point{
		{X: box.X, Y: box.Y}, {X: box.Right(), Y: box.Y}, {X: box.Right(), Y: box.Bottom()}, {X: box.X, Y: box.Bottom()}}}
}

// onCircle moves the end of a line from the square around a circle inward to the
// circle; outward is where the line goes from there.
func onCircle(end Point, outward vector, box Rect) Point {
	cx, cy, r := float64(box.X)+float64(box.W)/2, float64(box.Y)+float64(box.H)/2, float64(box.W)/2
	px, py := float64(end.X)-cx, float64(end.Y)-cy
	// |p - s·outward| = r for the smallest s that is not negative.
	b := px*outward.x + py*outward.y
	c := px*px + py*py - r*r
	if c <= 0 || b*b < c {
		return end // it is inside already, or passes by
	}
	if s := b - math.Sqrt(b*b-c); s > 0 {
		return outward.at(end, -s, 0)
	}
	return end
}
