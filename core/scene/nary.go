package scene

import (
	"lexeon/core/model"
)

const (
	naryWide = 36
	naryTall = 26
)

// naryBox is where the diamond of an association with more than two ends stands:
// in the middle of what it connects, and beside everything that is there (UML
// 2.5.1, 11.5.4).
func naryBox(ends []Rect, boxes []Rect) Rect {
	var x, y int
	for _, b := range ends {
		c := b.Center()
		x, y = x+c.X, y+c.Y
	}
	centre := Point{X: x / len(ends), Y: y / len(ends)}
	return freeAround(centre, naryWide, naryTall, 16, boxes)
}

// naryDiamond is the diamond itself.
func naryDiamond(b Rect) Primitive {
	c := b.Center()
	return Primitive{Role: RoleHollow, Path: &Path{Closed: true, Points: []Point{{b.X, c.Y}, {c.X, b.Y}, {b.Right(), c.Y}, {c.X, b.Bottom()}}}}
}

// touchDiamond leads a line from the box around the diamond to its nearest corner.
func (c *connection) touchDiamond(b Rect) {
	if len(c.points) < 2 {
		return
	}
	points := append([]Point{}, c.points...)
	centre, first := b.Center(), points[0]
	along := direction(points)
	switch {
	case along.mostlyHorizontal() && along.x > 0:
		points[0] = Point{X: b.Right(), Y: centre.Y}
	case along.mostlyHorizontal():
		points[0] = Point{X: b.X, Y: centre.Y}
	case along.y > 0:
		points[0] = Point{X: centre.X, Y: b.Bottom()}
	default:
		points[0] = Point{X: centre.X, Y: b.Y}
	}
	if len(points) > 2 { // the first piece stays upright or level
		if points[1].X == first.X {
			points[1].X = points[0].X
		} else if points[1].Y == first.Y {
			points[1].Y = points[0].Y
		}
	}
	c.points = points
}

// naryGroup draws an association with more than two ends: the lines to all of
// them, then the diamond.
func (d *Drawer) naryGroup(m *model.Model, legs []*connection, diamond Rect) Group {
	first := legs[0]
	g := Group{ID: first.placement.ID, Subject: first.rel.ID, Kind: first.rel.Kind, Route: first.points, Between: m.Connected(first.rel),
		Title: first.title, Line: first.placement.Line}
	for _, c := range legs {
		path := &Path{Points: c.points}
		if c.placement.Line == model.LineCurved {
			path.Round = curveRadius
		}
		g.Shapes = append(g.Shapes, Primitive{Role: RoleLine, Path: path})
		end := direction(reversed(c.points))
		last := c.points[len(c.points)-1]
		switch c.ends[0].End().Navigable {
		case model.Yes:
			g.Shapes = append(g.Shapes, arrow(last, end))
		case model.No:
			g.Shapes = append(g.Shapes, cross(last, end)...)
		}
		first.labels = append(first.labels, d.endLabels(m, c, c.ends[0], last, end, endReach(c, 0))...)
	}
	if first.rel.Name != "" {
		if l := d.nameLabel(first); l != nil {
			l.sign = false // it is no statement from one to the other
			first.labels = append(first.labels, l)
		}
	}
	g.Shapes = append(g.Shapes, naryDiamond(diamond))
	return g
}
