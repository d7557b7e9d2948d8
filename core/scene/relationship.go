package scene

import (
	"strings"

	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/typeface"
)

// relationships routes and draws the placed relationships.
func (d *Drawer) relationships(m *model.Model, placed []*model.Placement, boxes map[model.ID]Rect) []Group {
	var routes []*route
	for _, p := range placed {
		r := m.Relationship(p.Subject)
		ids := m.Connected(r)
		if len(ids) != 2 {
			continue // associations with more ends get their diamond with the rest of the standard's classes
		}
		route := &route{placement: p, rel: r, a: boxes[ids[0]], b: boxes[ids[1]], from: ids[0], to: ids[1], loop: loopSize}
		for _, e := range m.Ends(r.ID) { // a self-relation goes around its labels
			label := max(d.width(typeface.Regular, textSize, roleLabel(e)), d.width(typeface.Regular, textSize, e.End().Multiplicity.String()))
			route.loop = max(route.loop, label+20)
		}
		routes = append(routes, route)
	}
	routeAll(routes)
	out := make([]Group, 0, len(routes))
	for _, r := range routes {
		out = append(out, d.drawRelationship(m, r, boxes))
	}
	return out
}

func (d *Drawer) drawRelationship(m *model.Model, r *route, boxes map[model.ID]Rect) Group {
	g := Group{ID: r.placement.ID, Subject: r.rel.ID, Kind: r.rel.Kind, Route: r.points, Between: []model.ID{r.from, r.to},
		Title: relationshipTitle(m, r.rel)}
	role := RoleLine
	if r.rel.Kind == model.Dependency || r.rel.Kind == model.Usage || r.rel.Kind == model.Realization {
		role = RoleDashed
	}
	g.Shapes = append(g.Shapes, Primitive{Role: role, Path: &Path{Points: r.points}})
	start, end := direction(r.points), direction(reversed(r.points))
	first, last := r.points[0], r.points[len(r.points)-1]
	switch r.rel.Kind {
	case model.Generalization, model.Realization:
		g.Shapes = append(g.Shapes, triangle(last, end))
	case model.Dependency, model.Usage:
		g.Shapes = append(g.Shapes, arrow(last, end))
	case model.Association:
		ends := m.Ends(r.rel.ID)
		data := r.rel.Association()
		for i, place := range []struct {
			at    Point
			along vector
		}{{first, start}, {last, end}} {
			e := ends[i]
			reach := 0
			switch {
			case data.Whole == e.ID && data.Aggregation != model.NoAggregation:
				g.Shapes = append(g.Shapes, diamond(place.at, place.along, data.Aggregation == model.Composite))
				reach = diamondLength
			case e.End().Navigable == model.Yes:
				g.Shapes = append(g.Shapes, arrow(place.at, place.along))
				reach = arrowLength
			case e.End().Navigable == model.No:
				g.Shapes = append(g.Shapes, cross(place.at, place.along)...)
				reach = arrowLength
			}
			d.endLabels(m, &g, e, place.at, place.along, reach)
		}
		if c, ok := boxes[r.rel.Class]; ok && r.rel.Class != "" {
			mid, _ := middle(r.points)
			g.Shapes = append(g.Shapes, Primitive{Role: RoleDashed, Path: &Path{Points: []Point{mid, clip(c, mid)}}})
		}
	}
	d.nameLabel(&g, r)
	return g
}

// endLabels writes the multiplicity on one side of the line and the role with
// its modifiers on the other, close to the shape they belong to.
func (d *Drawer) endLabels(m *model.Model, g *Group, e *model.Element, at Point, along vector, reach int) {
	data := e.End()
	mult := data.Multiplicity.String()
	role := roleLabel(e)
	gap := reach + 7
	put := func(text string, right bool, field, title, value string) {
		w := d.width(typeface.Regular, textSize, text)
		var x, y int
		switch {
		case along.mostlyHorizontal():
			x = at.X + gap
			if along.x < 0 {
				x = at.X - gap - w
			}
			y = at.Y - 6
			if right {
				y = at.Y + 17
			}
		default:
			x = at.X - 7 - w
			if right {
				x = at.X + 7
			}
			y = at.Y + gap + 12
			if along.y < 0 {
				y = at.Y - gap - 2
			}
		}
		if text != "" {
			g.Shapes = append(g.Shapes, Primitive{Role: RoleLabel, Text: d.run(x, y, text, typeface.Regular, textSize)})
		}
		if w < 14 {
			w = 14
		}
		g.Slots = append(g.Slots, Slot{Row: e.ID, Field: field, Title: title, Value: value,
			Rect: Rect{x - 3, y - 15, w + 6, 20}, Face: typeface.Regular, Size: textSize})
	}
	name := displayName(m.Element(e.Type))
	put(mult, true, "multiplicity", "Multiplicity at "+name, mult)
	put(role, false, "role", "Role of "+name, e.Name)
}

func roleLabel(e *model.Element) string {
	data := e.End()
	label := e.Name
	signs := map[model.Visibility]string{model.Public: "+", model.Private: "-", model.Protected: "#", model.Package: "~"}
	if label != "" && data.Visibility != "" {
		label = signs[data.Visibility] + label
	}
	if label != "" && data.Derived {
		label = "/" + label
	}
	var props []string
	if data.Ordered {
		props = append(props, "ordered")
	}
	if data.NonUnique {
		props = append(props, "nonunique")
	}
	if data.ReadOnly {
		props = append(props, "readOnly")
	}
	for _, s := range data.Subsets {
		props = append(props, "subsets "+s)
	}
	for _, s := range data.Redefines {
		props = append(props, "redefines "+s)
	}
	if len(props) > 0 {
		label = strings.TrimSpace(label + " {" + strings.Join(props, ", ") + "}")
	}
	return label
}

// nameLabel writes the name at the middle of the longest piece of the line,
// with a small solid triangle that points the way it is read.
func (d *Drawer) nameLabel(g *Group, r *route) {
	text := r.rel.Name
	if r.rel.Kind == model.Usage {
		text = strings.TrimSpace("«use» " + text)
	}
	mid, along := middle(r.points)
	if text == "" {
		if r.rel.Kind == model.Association { // an empty place where a name can be typed
			g.Slots = append(g.Slots, Slot{Row: r.rel.ID, Field: "name", Title: "Name of the association",
				Rect: Rect{mid.X - 24, mid.Y - 22, 48, 20}, Face: typeface.Italic, Size: textSize})
		}
		return
	}
	w := d.width(typeface.Italic, textSize, text)
	reading := model.NoDirection
	if r.rel.Kind == model.Association {
		reading = r.rel.Association().Reading
	}
	const sign = 14 // room for the triangle
	total := w
	if reading != model.NoDirection {
		total += sign
	}
	if reading == model.Backward {
		along = along.opposite()
	}
	var x, y int
	if along.mostlyHorizontal() {
		x, y = mid.X-total/2, mid.Y-7
	} else {
		x, y = mid.X+9, mid.Y+5
	}
	textX := x
	if reading != model.NoDirection {
		signX := x + w + 4
		if along.mostlyHorizontal() && along.x < 0 {
			signX, textX = x, x+sign
		}
		g.Shapes = append(g.Shapes, readingSign(Point{signX, y - 10}, along))
	}
	g.Shapes = append(g.Shapes, Primitive{Role: RoleLabel, Text: d.run(textX, y, text, typeface.Italic, textSize)})
	g.Slots = append(g.Slots, Slot{Row: r.rel.ID, Field: "name", Title: "Name of the " + r.rel.Kind.Title(), Value: r.rel.Name,
		Rect: Rect{textX - 3, y - 15, w + 6, 20}, Face: typeface.Italic, Size: textSize})
}

func relationshipTitle(m *model.Model, r *model.Relationship) string {
	if text, ok := notation.StatementText(m, r); ok {
		return r.Kind.Title() + ": " + text
	}
	return m.Describe(r.ID)
}
