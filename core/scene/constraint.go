package scene

import (
	"math"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/typeface"
)

// constraint draws a constraint as its text in braces, without a frame, so that
// between two lines it stands on the dashed line that joins them: UML 2.5.1, 7.6.4.
func (d *Drawer) constraint(m *model.Model, p *model.Placement, e *model.Element) Group {
	body, role := strings.TrimSpace(strings.Trim(strings.TrimSpace(e.Note().Body), "{}")), RoleText
	if body == "" {
		body, role = "to be written", RoleMuted
	}
	var lines []string
	for paragraph := range strings.SplitSeq("{"+body+"}", "\n") {
		lines = append(lines, d.wrap(strings.ReplaceAll(paragraph, "\t", "    "), typeface.Regular, textSize, max(noteLimit, p.W-padX))...)
	}
	w, h := 0, padY+lineHeight*len(lines)
	for _, l := range lines {
		w = max(w, d.width(typeface.Regular, textSize, l)+padX)
	}
	g := Group{ID: p.ID, Subject: e.ID, Kind: e.Kind, Title: m.Describe(e.ID), Larger: p.W > w || p.H > h}
	box := Rect{X: p.X, Y: p.Y, W: max(w, p.W), H: max(h, p.H)}
	g.Box = &box
	g.Shapes = []Primitive{{Role: RoleBraces, Rect: &box}}
	for i, l := range lines {
		x := box.X + (box.W-d.width(typeface.Regular, textSize, l))/2
		g.Shapes = append(g.Shapes, Primitive{Role: role, Text: d.run(x, box.Y+padY/2+i*lineHeight+ascent, l, typeface.Regular, textSize)})
	}
	g.Slots = []Slot{{Row: e.ID, Field: "note", Title: "Text of the constraint", Value: e.Note().Body, Rect: box, Face: typeface.Regular, Size: textSize}}
	return g
}

// anchorsToLines draws the anchors that lead to lines: to where the line is nearest, straight
// where no shape stands in the way, else around them.
func (d *Drawer) anchorsToLines(
	m *model.Model, placed []*model.Placement, list []*connection, shapes []Rect, shapeOf func(model.ID) *Rect,
) (out []Group, routes [][]Point) {
	for _, p := range placed {
		r := m.Relationship(p.Subject)
		box := shapeOf(r.Source)
		if !leadsToLine(r) || box == nil {
			continue
		}
		var bends []Point
		for i := 0; i+1 < len(p.Bends); i += 2 {
			bends = append(bends, Point{X: p.Bends[i], Y: p.Bends[i+1]})
		}
		from := box.Center()
		if len(bends) > 0 {
			from = bends[len(bends)-1]
		}
		var to Point
		least := math.Inf(1)
		for _, c := range list {
			if c.rel.ID != r.Refers {
				continue
			}
			if at, far := nearestOn(c.points, from); far < least {
				to, least = at, far
			}
		}
		if math.IsInf(least, 1) {
			continue
		}
		points := append(append([]Point{}, bends...), to)
		points = append([]Point{borderToward(*box, points[0])}, points...)
		if len(bends) == 0 && inTheWay(points[0], to, *box, shapes) {
			points = d.routes.Alone(*box, Rect{X: to.X, Y: to.Y}, shapes)
		}
		c := &connection{placement: p, rel: r, from: r.Source, points: points, title: relationshipTitle(m, r)}
		g := d.drawRelationship(m, c)
		g.Between = []model.ID{r.Source}
		out, routes = append(out, g), append(routes, points)
	}
	return out, routes
}

// inTheWay reports whether a shape stands between a point at a shape and another point.
func inTheWay(from, to Point, own Rect, shapes []Rect) bool {
	return slices.ContainsFunc(shapes, func(s Rect) bool {
		return s != own && !s.Contains(to) && s.CrossedBy(from, to)
	})
}

// leadsToLine reports whether a relationship is an anchor to another one.
func leadsToLine(r *model.Relationship) bool { return r.Kind == model.Anchor && r.Refers != "" }

// endRoom is how far from its ends, where marks and labels are, a line is joined.
const endRoom = 28

// nearestOn is the point of a line that is nearest to another, away from the ends
// of the line where it is long enough.
func nearestOn(line []Point, to Point) (best Point, least float64) {
	least = math.Inf(1)
	for i := 0; i+1 < len(line); i++ {
		a, b := line[i], line[i+1]
		dx, dy := float64(b.X-a.X), float64(b.Y-a.Y)
		length := math.Hypot(dx, dy)
		if length == 0 {
			continue
		}
		low, high := 0.0, 1.0
		if i == 0 {
			low = min(endRoom/length, 0.5)
		}
		if i+2 == len(line) {
			high = max(1-endRoom/length, 0.5)
		}
		t := (float64(to.X-a.X)*dx + float64(to.Y-a.Y)*dy) / (length * length)
		t = min(max(t, low), high)
		at := Point{X: a.X + int(math.Round(t*dx)), Y: a.Y + int(math.Round(t*dy))}
		if far := math.Hypot(float64(to.X-at.X), float64(to.Y-at.Y)); far < least {
			best, least = at, far
		}
	}
	return best, least
}

// borderToward is where a line from the middle of a box to a point leaves the box.
func borderToward(box Rect, to Point) Point {
	c := box.Center()
	dx, dy := float64(to.X-c.X), float64(to.Y-c.Y)
	if dx == 0 && dy == 0 {
		return c
	}
	t := 1.0
	if dx != 0 {
		t = min(t, float64(box.W)/2/math.Abs(dx))
	}
	if dy != 0 {
		t = min(t, float64(box.H)/2/math.Abs(dy))
	}
	return Point{X: c.X + int(math.Round(t*dx)), Y: c.Y + int(math.Round(t*dy))}
}

// freeAround is where a box stands as close to a point as it can without coming
// nearer to others than the gap.
func freeAround(centre Point, w, h, gap int, boxes []Rect) Rect {
	at := func(p Point) Rect { return Rect{X: p.X - w/2, Y: p.Y - h/2, W: w, H: h} }
	free := func(r Rect) bool {
		for _, b := range boxes {
			if b.Inflate(gap).Overlaps(r) {
				return false
			}
		}
		return true
	}
	const step, rings = 12, 60
	for ring := range rings {
		for _, way := range [][2]int{{0, 1}, {0, -1}, {1, 0}, {-1, 0}, {1, 1}, {-1, 1}, {1, -1}, {-1, -1}} {
			if r := at(Point{X: centre.X + way[0]*ring*step, Y: centre.Y + way[1]*ring*step}); free(r) {
				return r
			}
		}
	}
	return at(centre)
}

// besideTheirLines places constraints that hold between lines in the middle of
// what those lines connect. Boxes tells where everything else stands.
func besideTheirLines(m *model.Model, constraints []*Group, boxes map[model.ID]Rect) []model.Change {
	var all []Rect
	for _, b := range boxes {
		all = append(all, b)
	}
	var out []model.Change
	for _, g := range constraints {
		var x, y, n int
		for _, a := range m.AnchorsFrom(g.Subject) {
			if r := m.Relationship(a.Refers); r != nil {
				for _, id := range m.Connected(r) {
					if b, ok := boxes[id]; ok {
						c := b.Center()
						x, y, n = x+c.X, y+c.Y, n+1
					}
				}
			}
		}
		if n == 0 {
			continue
		}
		at := freeAround(Point{X: x / n, Y: y / n}, g.Box.W, g.Box.H, 16, all)
		all = append(all, at)
		out = append(out, moveTo(g, at.X, at.Y)...)
	}
	return out
}

// holdsBetweenLines reports whether a shape is a constraint or note that is
// anchored to lines of the diagram and to nothing else.
func holdsBetweenLines(m *model.Model, diagram model.ID, g *Group) bool {
	if !g.Kind.IsText() {
		return false
	}
	lines := 0
	for _, a := range m.AnchorsFrom(g.Subject) {
		if m.PlacementOn(diagram, a.ID) == nil {
			continue
		}
		if a.Refers == "" {
			return false
		}
		lines++
	}
	return lines > 0
}

// ConstrainLines tells the changes that make a constraint that holds for lines of
// a diagram, and its id: with its text, in the middle of them, and anchored to
// each. It fails with CodeMissing where a line is not on the diagram.
func (d *Drawer) ConstrainLines(m *model.Model, diagram model.ID, relationships []model.ID, text, seed string) ([]model.Change, model.ID, error) {
	s := d.Of(m, diagram)
	if s == nil {
		return nil, "", model.Faultf(model.CodeMissing, "There is no such diagram any more.").At(diagram, "")
	}
	routes := map[model.ID][]Point{}
	var boxes []Rect
	for i := range s.Groups {
		if g := &s.Groups[i]; g.Route != nil {
			routes[g.Subject] = g.Route
		} else if g.Box != nil && g.ID != "frame" && !g.surrounds() {
			boxes = append(boxes, *g.Box)
		}
	}
	id := model.DeriveID("constraint", seed)
	made := &model.AddElement{ID: id, Kind: model.Constraint, Set: model.P("body", text)}
	place := &model.Place{ID: model.DeriveID("place", seed), Diagram: diagram, Subject: id}
	out := []model.Change{made, place}
	var x, y int
	for _, r := range relationships {
		way, shown := routes[r]
		if !shown {
			return nil, "", model.Faultf(model.CodeMissing, "%s is not drawn on this diagram.", m.Describe(r)).At(r, "")
		}
		mid, _ := middle(way)
		x, y = x+mid.X, y+mid.Y
		anchor := model.DeriveID("anchor", seed, string(r))
		out = append(out, &model.Connect{ID: anchor, Kind: model.Anchor, Source: id, Refers: r},
			&model.Place{ID: model.DeriveID("place", seed, string(r)), Diagram: diagram, Subject: anchor})
	}
	if len(relationships) == 0 {
		return nil, "", model.Faultf(model.CodeInvalid, "No line is named that the constraint holds for.").At("", "lines")
	}
	w, h := d.SizeOfElement(m, &model.Element{Kind: model.Constraint, Data: &model.NoteData{Body: text}})
	centre := Point{X: x / len(relationships), Y: y / len(relationships)}
	if len(relationships) == 1 { // beside the line, not on it
		centre.Y += 40
	}
	at := freeAround(centre, w, h, 16, boxes)
	place.X, place.Y = at.X, at.Y
	return out, id, nil
}
