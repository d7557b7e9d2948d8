package scene

import (
	"math"

	"lexeon/core/model"
	"lexeon/core/route"
	"lexeon/core/typeface"
)

const (
	ballRadius   = 10
	socketRadius = 15 // around a ball
	socketSteps  = 8  // pieces of its half circle
)

// ball draws an interface as a ball with its name below: UML 2.5.1, 10.4.4. What
// realizes it leads to the ball by a plain line, what uses it to a socket around.
func (d *Drawer) ball(m *model.Model, p *model.Placement, e *model.Element) Group {
	name := displayName(e)
	lines := d.wrap(name, typeface.Semibold, textSize, nameLimit)
	if row := m.Diagram(p.Diagram); row != nil && row.Kind == model.ComponentDiagram {
		return d.ballBeside(m, p, e, lines)
	}
	wide := 2 * socketRadius
	for _, l := range lines {
		wide = max(wide, d.width(typeface.Semibold, textSize, l))
	}
	box := Rect{X: p.X, Y: p.Y, W: wide, H: 2*socketRadius + len(lines)*lineHeight}
	centre := Point{X: p.X + wide/2, Y: p.Y + socketRadius}
	round := Rect{X: centre.X - ballRadius, Y: centre.Y - ballRadius, W: 2 * ballRadius, H: 2 * ballRadius}
	g := Group{ID: p.ID, Subject: e.ID, Kind: e.Kind, Title: "interface " + name, Box: &box, Detail: model.DetailBall}
	g.Shapes = []Primitive{{Role: RoleArea, Rect: &box}, {Role: RoleShape, Path: circle(round)}}
	for i, l := range lines {
		g.Shapes = append(g.Shapes, Primitive{Role: RoleText, Text: d.run(p.X+(wide-d.width(typeface.Semibold, textSize, l))/2, p.Y+2*socketRadius+i*lineHeight+ascent, l, typeface.Semibold, textSize)})
	}
	g.Slots = []Slot{{Row: e.ID, Field: "name", Title: "Name of the interface", Value: e.Name, Rect: Rect{X: p.X, Y: p.Y + 2*socketRadius, W: wide, H: len(lines) * lineHeight}, Face: typeface.Semibold, Size: textSize}}
	return g
}

// ballBeside is a ball with its name at the right, as on component diagrams, where
// lines come from above and below. The box is as wide on the left, so that the ball
// is in its middle.
func (d *Drawer) ballBeside(m *model.Model, p *model.Placement, e *model.Element, lines []string) Group {
	wide := d.widest(lines, typeface.Semibold)
	box := Rect{X: p.X, Y: p.Y, W: 2 * (socketRadius + 6 + wide), H: 2 * socketRadius}
	centre := box.Center()
	g := Group{ID: p.ID, Subject: e.ID, Kind: e.Kind, Title: "interface " + displayName(e), Box: &box, Detail: model.DetailBall}
	_, name := ballParts(box)
	hold := Rect{X: centre.X - socketRadius, Y: box.Y, W: name.Right() - centre.X + socketRadius, H: box.H}
	g.Shapes = []Primitive{{Role: RoleArea, Rect: &hold}}
	if onlyRequired := required(m, p.Diagram, e.ID) && !provided(m, p.Diagram, e.ID); !onlyRequired { // else there are sockets alone
		g.Shapes = append(g.Shapes, Primitive{Role: RoleShape, Path: circle(Rect{X: centre.X - ballRadius, Y: centre.Y - ballRadius, W: 2 * ballRadius, H: 2 * ballRadius})})
	}
	top := centre.Y - len(lines)*lineHeight/2
	for i, l := range lines {
		g.Shapes = append(g.Shapes, Primitive{Role: RoleText, Text: d.run(name.X, top+i*lineHeight+ascent, l, typeface.Semibold, textSize)})
	}
	g.Slots = []Slot{{Row: e.ID, Field: "name", Title: "Name of the interface", Value: e.Name, Rect: Rect{X: name.X, Y: top, W: name.W, H: len(lines) * lineHeight}, Face: typeface.Semibold, Size: textSize}}
	return g
}

// ballParts are the square around the socket of a ball, and what its name takes.
func ballParts(box Rect) (ball, name Rect) {
	side := 2 * socketRadius
	if box.H == side { // the name is beside it
		c := box.Center()
		return Rect{X: c.X - socketRadius, Y: box.Y, W: side, H: side}, Rect{X: c.X + socketRadius + 6, Y: box.Y, W: box.Right() - c.X - socketRadius - 6, H: side}
	}
	return Rect{X: box.Center().X - socketRadius, Y: box.Y, W: side, H: side}, Rect{X: box.X, Y: box.Y + side, W: box.W, H: box.H - side}
}

// isBall reports whether a shape is an interface drawn as a ball.
func isBall(m *model.Model, g *Group) bool {
	if g == nil || g.Kind != model.Interface {
		return false
	}
	p := m.Placement(g.ID)
	if p == nil {
		return false
	}
	detail, _ := m.DetailOf(p)
	return detail == model.DetailBall
}

// touchBall leads the end of a line from the box around a ball to the ball, or to
// the socket around it, and tells the socket's path.
func (c *connection) touchBall(shape *Group, atEnd, socket bool) *Path {
	centre := Point{X: shape.Box.Center().X, Y: shape.Box.Y + socketRadius}
	points := c.points
	if !atEnd {
		points = reversed(points)
	}
	if len(points) < 2 {
		return nil
	}
	last := len(points) - 1
	if len(points) == 2 { // a straight line stays straight
		points = append([]Point{}, points...)
		switch far := points[0]; {
		case points[0].X == points[1].X && abs(far.X-centre.X) <= portSize/2:
			points[0].X = centre.X
		case points[0].Y == points[1].Y && abs(far.Y-centre.Y) <= portSize/2:
			points[0].Y = centre.Y
		}
	}
	before := points[last-1]
	// The last piece turns to the middle of the ball.
	dx, dy := float64(before.X-centre.X), float64(before.Y-centre.Y)
	length := math.Hypot(dx, dy)
	if length < 1 {
		return nil
	}
	radius := float64(ballRadius)
	if socket {
		radius = socketRadius
	}
	out := append([]Point{}, points...)
	out[last] = Point{X: centre.X + int(math.Round(dx/length*radius)), Y: centre.Y + int(math.Round(dy/length*radius))}
	// One that comes straight, a little beside the middle, stays straight: a second
	// socket beside the first one.
	switch old := points[last]; {
	case before.X == old.X && math.Abs(dx) <= radius*0.7:
		out[last] = Point{X: before.X, Y: centre.Y + int(math.Round(math.Copysign(math.Sqrt(radius*radius-dx*dx), dy)))}
		dx = 0
	case before.Y == old.Y && math.Abs(dy) <= radius*0.7:
		out[last] = Point{X: centre.X + int(math.Round(math.Copysign(math.Sqrt(radius*radius-dy*dy), dx))), Y: before.Y}
		dy = 0
	}
	if atEnd {
		c.points = out
	} else {
		c.points = reversed(out)
	}
	if !socket {
		return nil
	}
	start := math.Atan2(dy, dx) - math.Pi/2
	arc := &Path{}
	for i := range socketSteps + 1 {
		a := start + math.Pi*float64(i)/socketSteps
		arc.Points = append(arc.Points, Point{X: centre.X + int(math.Round(math.Cos(a)*radius)), Y: centre.Y + int(math.Round(math.Sin(a)*radius))})
	}
	return arc
}

// asksFor tells the relationships that end at a ball with a socket around it.
func asksFor(k model.Kind) bool {
	return k == model.Usage || k == model.Dependency || k == model.Requires
}

// socketsBeside leads what asks for an interface to another side of its ball than what
// offers it, so that no line runs through a socket.
func socketsBeside(m *model.Model, list []*connection, lines []route.Line, boxes []Rect, shapes []Group) {
	offered := map[int]route.Sides{} // of balls
	for i, c := range list {
		if to := lines[i].To; (c.rel.Kind == model.Provides || c.rel.Kind == model.Realization) && to < len(shapes) && isBall(m, &shapes[to]) {
			offered[to] |= facing(boxes[to], boxes[lines[i].From])
		}
	}
	for i, c := range list {
		if asksFor(c.rel.Kind) {
			lines[i].Avoid = offered[lines[i].To]
		}
	}
}

// awayFromEdges leads lines away from the edge at which their port is: along it they could not
// be told from it.
func awayFromEdges(lines []route.Line, boxes []Rect, shapes []Group, edgeOf func(model.ID) (Rect, bool)) {
	along := func(i int) route.Sides {
		if i >= len(shapes) || shapes[i].At == "" {
			return 0
		}
		edge, ok := edgeOf(shapes[i].At)
		if !ok {
			return 0
		}
		switch c := boxes[i].Center(); {
		case abs(c.Y-edge.Y) <= portSize/2 || abs(c.Y-edge.Bottom()) <= portSize/2:
			return route.Left | route.Right
		default:
			return route.Above | route.Below
		}
	}
	for i := range lines {
		lines[i].AvoidFirst |= along(lines[i].From)
		lines[i].Avoid |= along(lines[i].To)
	}
}

// facing is the side of a box that another one lies on; the wider gap decides.
func facing(box, other Rect) route.Sides {
	sides := []struct {
		side route.Sides
		gap  int
	}{{route.Left, box.X - other.Right()}, {route.Right, other.X - box.Right()}, {route.Above, box.Y - other.Bottom()}, {route.Below, other.Y - box.Bottom()}}
	best := sides[0]
	for _, s := range sides[1:] {
		if s.gap > best.gap {
			best = s
		}
	}
	return best.side
}
