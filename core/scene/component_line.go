package scene

import (
	"math"

	"lexeon/core/model"
)

func isComponentLine(k model.Kind) bool {
	switch k {
	case model.Provides, model.Requires, model.Assembly, model.Delegation:
		return true
	}
	return false
}

// roomFor is what a line needs between two layers beyond what every line has: for
// a ball in its socket, and the names of ports at both sides.
func roomFor(r *model.Relationship) int {
	room := 0
	if r.Kind == model.Assembly {
		room = 10
	}
	from, to := portEnds(r)
	for _, port := range []model.ID{from, to} {
		if port != "" {
			room += 14
		}
	}
	return room
}

// passesText is what stands at a connector: the interface; at a delegation only where
// it is not the only one at its port.
func passesText(m *model.Model, r *model.Relationship) string {
	name := ""
	if i := m.Element(r.Connector().Interface); i != nil {
		name = i.Name
	}
	switch r.Kind {
	case model.Requires:
		return ""
	case model.Delegation:
		if len(m.Uses(r.Connector().FromPort)) <= 2 { // it, and one offer
			return ""
		}
	}
	return name
}

// assembly draws a line with a ball in a socket at its middle: the socket on the
// side of who gets, the ball on that of who provides (UML 2.5.1, 11.6.4). The line
// stops at both.
func assembly(points []Point) []Primitive {
	best, at := -1.0, 1
	for i := 1; i < len(points); i++ {
		if l := math.Hypot(float64(points[i].X-points[i-1].X), float64(points[i].Y-points[i-1].Y)); l > best {
			best, at = l, i
		}
	}
	mid, along := middle(points)
	on := func(far float64) Point { return along.at(mid, far, 0) }
	before := append(append([]Point{}, points[:at]...), on(-socketRadius))
	after := append([]Point{on(ballRadius)}, points[at:]...)
	arc := &Path{}
	start := math.Atan2(along.y, along.x) + math.Pi/2
	for i := range socketSteps + 1 {
		a := start + math.Pi*float64(i)/socketSteps
		arc.Points = append(arc.Points, Point{X: mid.X + int(math.Round(math.Cos(a)*socketRadius)), Y: mid.Y + int(math.Round(math.Sin(a)*socketRadius))})
	}
	round := Rect{X: mid.X - ballRadius, Y: mid.Y - ballRadius, W: 2 * ballRadius, H: 2 * ballRadius}
	return []Primitive{
		{Role: RoleLine, Path: &Path{Points: before}},
		{Role: RoleLine, Path: &Path{Points: after}},
		{Role: RoleLine, Path: arc},
		{Role: RoleShape, Path: circle(round)},
	}
}
