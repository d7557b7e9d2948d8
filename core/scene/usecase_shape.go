package scene

import (
	"math"
	"strings"

	"lexeon/core/model"
	"lexeon/core/typeface"
)

// Symbols of use case diagrams: UML 2.5.1, clause 18.
const (
	actorHead  = 10 // radius
	actorTall  = 58 // of the figure, without the name
	actorWide  = 40
	actorLimit = 130 // names wrap beyond this width
	caseLeast  = 116
	caseTall   = 50
	caseLimit  = 132
)

// caseName is the name of an actor or a use case in lines; abstract ones slant.
func (d *Drawer) caseName(e *model.Element, limit int) (lines []string, face typeface.Face, role Role) {
	lines, face, role = d.nameLines(e, limit)
	if role == RoleText && (e.Actor().Abstract || e.UseCase().Abstract) {
		face = typeface.SemiboldItalic
		lines = d.wrap(e.Name, face, textSize, limit)
	}
	return lines, face, role
}

// actor: a stick figure above its name.
func (d *Drawer) actor(m *model.Model, p *model.Placement, e *model.Element) Group {
	lines, face, role := d.caseName(e, actorLimit)
	stereotypes := stereotypeText(e)
	w, h := max(actorWide, d.widest(lines, face), d.width(typeface.Regular, smallSize, stereotypes))+8, actorTall+4+len(lines)*lineHeight
	if stereotypes != "" {
		h += lineHeight
	}
	g := Group{ID: p.ID, Subject: e.ID, Kind: e.Kind, Title: caseTitle(e), Larger: p.W > w || p.H > h}
	box := Rect{X: p.X, Y: p.Y, W: max(w, p.W), H: max(h, p.H)}
	g.Box = &box
	tint, _ := m.ColourOf(e)
	x, y := box.X+box.W/2, box.Y+(box.H-h)/2
	g.Shapes = append(g.Shapes, Primitive{Role: RoleGround, Rect: &box})
	line := func(points ...Point) {
		g.Shapes = append(g.Shapes, Primitive{Role: RoleLine, Path: &Path{Points: points}})
	}
	g.Shapes = append(g.Shapes, Primitive{Role: RoleShape, Tint: tint, Path: circle(Rect{X: x - actorHead, Y: y + 2, W: 2 * actorHead, H: 2 * actorHead})})
	neck, hip, foot := y+2+2*actorHead, y+40, y+actorTall
	line(Point{X: x, Y: neck}, Point{X: x, Y: hip})
	line(Point{X: x - 16, Y: neck + 7}, Point{X: x + 16, Y: neck + 7})
	line(Point{X: x - 13, Y: foot}, Point{X: x, Y: hip}, Point{X: x + 13, Y: foot})
	top := foot + 4
	if stereotypes != "" {
		g.Shapes = append(g.Shapes, Primitive{Role: RoleMuted, Text: d.run(x-d.width(typeface.Regular, smallSize, stereotypes)/2, top+smallUp, stereotypes, typeface.Regular, smallSize)})
		top += lineHeight
	}
	d.nameIn(&g, e, lines, face, role, box, top)
	return g
}

// useCase: an oval that fits its name, with its extension points below a line
// where it has any.
func (d *Drawer) useCase(m *model.Model, p *model.Placement, e *model.Element) Group {
	lines, face, role := d.caseName(e, caseLimit)
	stereotypes := stereotypeText(e)
	points := m.Children(e.ID, model.ExtensionPoint)
	tw, th := max(d.widest(lines, face), d.width(typeface.Regular, smallSize, stereotypes)), len(lines)*lineHeight
	if stereotypes != "" {
		th += lineHeight
	}
	nameTall := th
	var below []string
	if len(points) > 0 {
		below = append(below, "extension points")
		for _, x := range points {
			below = append(below, displayName(x))
		}
		for i, t := range below {
			f := typeface.Regular
			if i == 0 {
				f = typeface.Semibold
			}
			tw = max(tw, d.width(f, smallSize, t))
		}
		th += padY*2 + len(below)*smallLine
	}
	// The smallest oval of good proportions around the text.
	w, h := max(caseLeast, int(math.Ceil(float64(tw)*1.36))+8), max(caseTall, int(math.Ceil(float64(th)*1.46)))
	g := Group{ID: p.ID, Subject: e.ID, Kind: e.Kind, Title: caseTitle(e), Larger: p.W > w || p.H > h}
	box := Rect{X: p.X, Y: p.Y, W: max(w, p.W), H: max(h, p.H)}
	g.Box = &box
	tint, _ := m.ColourOf(e)
	g.Shapes = append(g.Shapes, Primitive{Role: RoleShape, Tint: tint, Path: oval(box)})
	top := box.Y + (box.H-th)/2
	if stereotypes != "" {
		g.Shapes = append(g.Shapes, Primitive{Role: RoleMuted, Text: d.run(box.X+(box.W-d.width(typeface.Regular, smallSize, stereotypes))/2, top+smallUp, stereotypes, typeface.Regular, smallSize)})
		top += lineHeight
	}
	d.nameIn(&g, e, lines, face, role, box, top)
	if len(below) > 0 {
		y := box.Y + (box.H-th)/2 + nameTall + padY
		half := ovalHalf(box, y)
		g.Shapes = append(g.Shapes, Primitive{Role: RoleLine, Path: &Path{Points: []Point{{X: box.X + box.W/2 - half, Y: y}, {X: box.X + box.W/2 + half, Y: y}}}})
		for i, t := range below {
			f := typeface.Regular
			if i == 0 {
				f = typeface.Semibold
			}
			g.Shapes = append(g.Shapes, Primitive{Role: RoleText, Text: d.run(box.X+(box.W-d.width(f, smallSize, t))/2, y+padY+i*smallLine+smallUp, t, f, smallSize)})
		}
	}
	return g
}

func caseTitle(e *model.Element) string {
	title := e.Kind.Title() + " " + displayName(e)
	if e.Actor().Abstract || e.UseCase().Abstract {
		title = "abstract " + title
	}
	return title
}

// ovalHalf is half of the width of an oval at a height.
func ovalHalf(box Rect, y int) int {
	a, b := float64(box.W)/2, float64(box.H)/2
	t := (float64(y) - float64(box.Y) - b) / b
	return int(a * math.Sqrt(max(0, 1-t*t)))
}

// oval is a closed path through sixteen points around an ellipse, rounded.
func oval(box Rect) *Path {
	const n = 16
	cx, cy, a, b := float64(box.X)+float64(box.W)/2, float64(box.Y)+float64(box.H)/2, float64(box.W)/2, float64(box.H)/2
	out := 1 / math.Cos(math.Pi/n) // corners lie outside of the curve
	p := &Path{Closed: true, Round: box.W}
	for i := range n {
		t := 2 * math.Pi * (float64(i) + 0.5) / n
		p.Points = append(p.Points, Point{X: int(math.Round(cx + a*out*math.Cos(t))), Y: int(math.Round(cy + b*out*math.Sin(t)))})
	}
	return p
}

// onOval moves the end of a line from the box around an oval inward to the oval;
// outward is where the line goes from there.
func onOval(end Point, outward vector, box Rect) Point {
	a, b := float64(box.W)/2, float64(box.H)/2
	px, py := (float64(end.X)-float64(box.X)-a)/a, (float64(end.Y)-float64(box.Y)-b)/b
	dx, dy := outward.x/a, outward.y/b
	// |p - s·d| = 1 for the smallest s that is not negative.
	dd, pd, pp := dx*dx+dy*dy, px*dx+py*dy, px*px+py*py-1
	if pp <= 0 || pd*pd < dd*pp || dd == 0 {
		return end
	}
	if s := (pd - math.Sqrt(pd*pd-dd*pp)) / dd; s > 0 {
		return outward.at(end, -s, 0)
	}
	return end
}

// touchOvals moves the ends of a line that lead to use cases onto their ovals,
// those that lead to actors near their figures.
func (c *connection) touchOvals(from, to *Group) {
	n := len(c.points) - 1
	if n < 1 {
		return
	}
	points := append([]Point{}, c.points...)
	touch := func(g *Group, end Point, outward vector) Point {
		switch {
		case g == nil:
		case g.Kind == model.UseCase:
			return onOval(end, outward, *g.Box)
		case g.Kind == model.Actor:
			return nearFigure(end, outward, *g.Box)
		}
		return end
	}
	points[0] = touch(from, points[0], direction(c.points))
	points[n] = touch(to, points[n], direction(reversed(c.points)))
	c.points = points
}

// nearFigure leads a line from the side of an actor's box, which is as wide as the
// name, on to the figure.
func nearFigure(end Point, outward vector, box Rect) Point {
	middle := box.X + box.W/2
	away := abs(end.X-middle) - actorWide/2 - 4
	if away <= 0 || !outward.mostlyHorizontal() || end.Y > box.Y+actorTall || (end.X < middle) != (outward.x < 0) {
		return end
	}
	return outward.at(end, -float64(away)/max(0.5, math.Abs(outward.x)), 0)
}

// conditionWide is how long a line of what stands at an extend is at most: it fits between two
// columns of use cases.
const conditionWide = 170

// caseLabel names an include or extend, the latter with where and when.
func (d *Drawer) caseLabel(m *model.Model, c *connection) *label {
	text, lines := "«include»", []string(nil)
	if c.rel.Kind == model.Extend {
		text = "«extend»"
		data := c.rel.Extend()
		for i, p := range data.Points {
			text += map[bool]string{true: " (", false: ", "}[i == 0] + displayName(m.Element(p))
		}
		if len(data.Points) > 0 {
			text += ")"
		}
		if data.Condition != "" {
			text += " [" + data.Condition + "]"
		}
		if lines = d.wrap(text, typeface.Regular, textSize, conditionWide); len(lines) == 1 {
			lines = nil
		}
	}
	mid, along := middle(c.points)
	l := &label{key: "name", text: text, lines: lines, face: typeface.Regular, anchor: mid, along: along, w: d.width(typeface.Regular, textSize, text)}
	if len(lines) > 0 {
		l.w = 0
		for _, line := range lines {
			l.w = max(l.w, d.width(typeface.Regular, textSize, line))
		}
	}
	if c.rel.Kind == model.Extend {
		l.slot = Slot{Row: c.rel.ID, Field: "condition", Title: "Condition of the extend", Value: c.rel.Extend().Condition, Face: typeface.Regular, Size: textSize}
	}
	l.moved = offsetOf(c.placement, l.key)
	l.atMiddle(c.points)
	return l
}

// goesStraight: lines of use case diagrams, and anchors, are straight where no shape stands in
// their way. The shapes are the first of the boxes.
func goesStraight(c *connection, boxes []Rect, shapes, from, to int) bool {
	if !lineStyles[c.rel.Kind].straight {
		return false
	}
	if c.placement.Line != model.LineRightAngled || len(c.placement.Bends) > 0 || from == to {
		return false
	}
	a, b := boxes[from].Center(), boxes[to].Center()
	for i, box := range boxes[:shapes] {
		if i != from && i != to && box.Inflate(4).CrossedBy(a, b) {
			return false
		}
	}
	return true
}

// stereotypeText is what is written above a name.
func stereotypeText(e *model.Element) string {
	if len(e.Stereotypes) == 0 {
		return ""
	}
	return "«" + strings.Join(e.Stereotypes, ", ") + "»"
}
