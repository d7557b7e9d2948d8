package scene

import (
	"slices"
	"strings"

	"lexeon/core/geometry"
	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/route"
	"lexeon/core/typeface"
)

// connection is a placed relationship between two shapes on the diagram.
type connection struct {
	placement *model.Placement
	rel       *model.Relationship
	from, to  model.ID
	free      *Point // where it crosses the frame, in the place of one of the two
	points    []Point
	ends      []*model.Element // of an association
	title     string
	labels    []*label
	ball      bool   // it leads to an interface that is drawn as a ball
	socket    *Path  // around the ball, of what uses it
	link      string // what stands at a link
	set       string // the generalization set, at one of its lines
	passes    string // what stands at an assembly or a delegation
	keyword   string // in guillemets before the name
	crow      bool   // its ends are drawn as crow's foot
}

// relationships routes and draws the placed relationships, then finds a place
// for every label.
func (d *Drawer) relationships(m *model.Model, diagram model.ID, placed []*model.Placement, shapes, around []Group) []Group {
	index := make(map[model.ID]int, len(shapes))
	boxes := make([]Rect, len(shapes))
	byPlacement := make(map[model.ID]int, len(shapes))
	for i := range shapes {
		key := shapes[i].Subject
		if shapes[i].At != "" {
			key = portKey(shapes[i].At, key)
		}
		if _, shown := index[key]; !shown { // of several, the first
			index[key] = i
		}
		byPlacement[shapes[i].ID], boxes[i] = i, *shapes[i].Box
		if isBall(m, &shapes[i]) { // lines lead to the ball, and around its name
			ball, name := ballParts(*shapes[i].Box)
			boxes[i] = ball
			boxes = append(boxes, name)
		}
	}
	edges := make(map[model.ID]Rect, len(around)) // of subjects and packages
	for i := range around {
		edges[around[i].Subject] = *around[i].Box
	}
	free := freeEnds(m, placed, shapes, index)
	var list []*connection
	var lines []route.Line
	diamonds := map[model.ID]Rect{}
	setsTold := map[model.ID]bool{}
	crow := false
	if row := m.Diagram(diagram); row != nil {
		crow = row.Tables && row.Ends == model.CrowFootEnds
	}
	for _, p := range placed {
		r := m.Relationship(p.Subject)
		c := &connection{placement: p, rel: r, from: r.Source, to: r.Target, ends: m.Ends(r.ID), keyword: lineKeyword(m, r), crow: crow}
		onEdge := map[model.ID]int{} // where it meets a boundary: a point in the list of boxes
		if leadsToLine(r) {
			continue // once the lines are there
		}
		if at, ok := free[p.ID]; ok {
			c.free = &at
			boxes = append(boxes, Rect{X: at.X, Y: at.Y, W: 1, H: 1})
		} else {
			ids := m.Connected(r)
			if len(ids) != 2 {
				if legs, box, ok := naryLegs(m, p, r, index, boxes); ok {
					diamonds[p.ID] = box
					at := len(boxes)
					boxes = append(boxes, box)
					for _, leg := range legs {
						list = append(list, leg)
						l := d.line(m, leg, index)
						l.ID, l.From, l.To = l.ID+string(leg.ends[0].ID), at, index[leg.to]
						l.RoomBeside[1], l.RoomAbove[1] = l.RoomBeside[0], l.RoomAbove[0]
						l.RoomBeside[0], l.RoomAbove[0], l.Bends = 0, 0, nil
						lines = append(lines, l)
					}
				}
				continue
			}
			c.from, c.to = ids[0], ids[1]
			from, to := portEnds(r)
			if _, shown := index[from]; shown && from != "" {
				c.from = from
			}
			if _, shown := index[to]; shown && to != "" {
				c.to = to
			}
			boxOf := func(id model.ID) (Rect, bool) {
				if i, ok := index[id]; ok {
					return boxes[i], true
				}
				box, ok := edges[id]
				return box, ok
			}
			fromBox, ok1 := boxOf(c.from)
			toBox, ok2 := boxOf(c.to)
			if !ok1 || !ok2 {
				continue
			}
			for _, side := range []struct {
				id    model.ID
				other Rect
			}{{c.from, toBox}, {c.to, fromBox}} {
				if edge, ok := edges[side.id]; ok {
					onEdge[side.id] = len(boxes)
					boxes = append(boxes, pointOnEdge(edge, side.other))
				}
			}
		}
		if r.Kind == model.Link {
			c.link = linkText(m, r)
		}
		c.passes = passesText(m, r)
		if set := m.Element(r.Set); set != nil && !setsTold[r.Set] {
			setsTold[r.Set] = true
			c.set = setText(set)
		}
		list = append(list, c)
		l := d.line(m, c, index)
		for _, side := range []struct {
			at     model.ID
			end    model.ID
			target *int
		}{{p.From, c.from, &l.From}, {p.To, c.to, &l.To}} {
			if i, ok := byPlacement[side.at]; ok {
				*side.target = i
			}
			if side.end == "" {
				*side.target = len(boxes) - 1
			}
			if i, ok := onEdge[side.end]; ok {
				*side.target = i
			}
		}
		l.Within = commonEdge(placementAt(shapes, l.From), placementAt(shapes, l.To), around)
		if goesStraight(c, boxes, len(shapes), l.From, l.To) {
			l.Style = route.Straight
		}
		l.Way = d.keptWay(p, boxes[l.From])
		lines = append(lines, l)
	}
	socketsBeside(m, list, lines, boxes, shapes)
	awayFromEdges(lines, boxes, shapes, func(id model.ID) (Rect, bool) {
		if i, ok := index[id]; ok {
			return boxes[i], true
		}
		edge, ok := edges[id]
		return edge, ok
	})
	boxes = append(boxes, headings(around)...)
	if d.arranging != nil {
		d.arranging.shapes = standingIn(m, shapes, around)
	}
	routes := d.routesOf(diagram, list, boxes, lines)
	former, _ := d.lines.Get(diagram)
	now := &drawnLines{lines: make(map[string]*drawnLine, len(list)), boxes: slices.Clone(boxes), names: portNames(shapes), naming: m.Naming()}
	geometry.SortRects(now.boxes)
	geometry.SortRects(now.names)
	drawn := make([]*drawnLine, len(list))
	legs := map[model.ID][]*connection{}
	shapeAt := func(i int) *Group {
		if i < len(shapes) {
			return &shapes[i]
		}
		return nil
	}
	lain := map[*Point]bool{} // routes that a line has already
	for i, c := range list {
		c.points = routes[i]
		from, to := shapeAt(lines[i].From), shapeAt(lines[i].To)
		diamond, nary := diamonds[c.placement.ID]
		drawnFrom := lineFromOf(m, c, from, to, nary)
		c.title = former.title(m, lines[i].ID, drawnFrom)
		drawnFrom.title = c.title
		drawnFrom.beneath = lain[&routes[i][0]]
		lain[&routes[i][0]] = true
		drawn[i] = &drawnLine{key: lines[i].ID, lineBase: former.base(lines[i].ID, drawnFrom, routes[i])}
		if b := drawn[i].lineBase; b != nil {
			c.points = b.points
			continue
		}
		c.touch(m, from, to)
		drawn[i].lineBase = &lineBase{from: drawnFrom, route: routes[i]}
		if nary {
			c.touchDiamond(diamond)
			legs[c.placement.ID] = append(legs[c.placement.ID], c)
		} else {
			drawn[i].group = d.drawRelationship(m, c)
		}
	}
	for i, c := range list { // the first leg stands for the whole
		if all := legs[c.placement.ID]; len(all) > 0 && all[0] == c {
			drawn[i].group = d.naryGroup(m, all, diamonds[c.placement.ID])
		}
		b := drawn[i].lineBase
		if b.points != nil {
			continue // it is as it was
		}
		if at, ok := index[c.rel.Class]; ok && c.rel.Class != "" && b.group.ID != "" {
			mid, _ := middle(c.points)
			way := d.routes.Alone(boxes[at], Rect{X: mid.X, Y: mid.Y}, boxes)
			b.group.Shapes = append(b.group.Shapes, Primitive{Role: RoleDashed, Path: &Path{Points: way}})
		}
		b.points, b.labels = c.points, c.labels
		if !b.from.beneath {
			b.pieces, b.marks = piecesOf(c.points), marks(&b.group)
		}
	}
	anchors, ways := d.anchorsToLines(m, placed, list, boxes[:len(shapes)], func(id model.ID) *Rect {
		if i, ok := index[id]; ok {
			return shapes[i].Box
		}
		return nil
	})
	for _, way := range ways {
		now.ways = append(now.ways, piecesOf(way)...)
	}
	sequence := slices.Clone(drawn) // the labels of lines between more than two come last
	slices.SortStableFunc(sequence, func(a, b *drawnLine) int {
		return min(len(legs[a.from.placement.ID]), 1) - min(len(legs[b.from.placement.ID]), 1)
	})
	for i, l := range sequence {
		l.order = i
		now.lines[l.key] = l
	}
	(&fitting{sign: d.sign, lines: sequence, former: former, now: now}).run()
	out := make([]Group, 0, len(list)+len(anchors))
	for _, l := range drawn {
		if g := l.finish(d, former); g.ID != "" {
			out = append(out, g)
		}
	}
	d.lines.Add(diagram, now)
	return append(out, anchors...)
}

// placementAt is the placement of one of the shapes, "" of any other box.
func placementAt(shapes []Group, i int) model.ID {
	if i < len(shapes) {
		return shapes[i].ID
	}
	return ""
}

// commonEdge is the edge of what two shapes stand in, the innermost; empty if there is none.
func commonEdge(a, b model.ID, around []Group) (edge Rect) {
	for i := range around { // inner ones come later
		if a != "" && b != "" && slices.Contains(around[i].Holds, a) && slices.Contains(around[i].Holds, b) {
			edge = *around[i].Box
		}
	}
	return edge
}

// headings are where the names of what is drawn around others stand: lines go around them.
func headings(around []Group) (out []Rect) {
	for i := range around {
		var b bounder
		for _, p := range around[i].Shapes {
			if p.Text != nil {
				b.primitive(p)
			}
		}
		if b.any {
			out = append(out, b.rect())
		}
	}
	return out
}

// naryLegs are the lines of an association with more than two ends, from its
// diamond to each of them; not ok where one of them is not shown.
func naryLegs(m *model.Model, p *model.Placement, r *model.Relationship, index map[model.ID]int, boxes []Rect) (legs []*connection, diamond Rect, ok bool) {
	var at []Rect
	for _, e := range m.Ends(r.ID) {
		i, shown := index[e.Type]
		if !shown {
			return nil, Rect{}, false
		}
		at = append(at, boxes[i])
		legs = append(legs, &connection{placement: p, rel: r, to: e.Type, ends: []*model.Element{e}})
	}
	return legs, naryBox(at, boxes), len(legs) > 2
}

// pointOnEdge is where a line from another shape meets a boundary: opposite to it,
// or at the nearest edge where it stands inside.
func pointOnEdge(edge, other Rect) Rect {
	within := func(low, high, otherLow, otherHigh int) int { // the middle of what they share
		from, to := max(low, otherLow), min(high, otherHigh)
		if from > to {
			return min(max((otherLow+otherHigh)/2, low), high)
		}
		return (from + to) / 2
	}
	x, y := within(edge.X, edge.Right(), other.X, other.Right()), within(edge.Y, edge.Bottom(), other.Y, other.Bottom())
	left, right, top, bottom := other.X-edge.X, edge.Right()-other.Right(), other.Y-edge.Y, edge.Bottom()-other.Bottom()
	switch {
	case other.Bottom() <= edge.Y:
		y = edge.Y
	case other.Y >= edge.Bottom():
		y = edge.Bottom()
	case other.Right() <= edge.X:
		x = edge.X
	case other.X >= edge.Right():
		x = edge.Right()
	case left <= min(right, top, bottom):
		x = edge.X
	case right <= min(top, bottom):
		x = edge.Right()
	case top <= bottom:
		y = edge.Y
	default:
		y = edge.Bottom()
	}
	return Rect{X: x, Y: y, W: 1, H: 1}
}

// marks are the places of line ends: diamonds, triangles, arrows, crosses.
func marks(line *Group) (out []Rect) {
	if len(line.Shapes) == 0 {
		return nil
	}
	for _, p := range line.Shapes[1:] { // the first is the line itself
		if p.Path == nil && p.Rect == nil {
			continue
		}
		var b bounder
		b.primitive(p)
		out = append(out, b.rect())
	}
	return out
}

// line asks for the route of a connection.
func (d *Drawer) line(m *model.Model, c *connection, index map[model.ID]int) route.Line {
	p := c.placement
	l := route.Line{ID: string(p.ID), From: index[c.from], To: index[c.to]}
	if p.Line == model.LineStraight {
		l.Style = route.Straight
	}
	for i := 0; i+1 < len(p.Bends); i += 2 {
		l.Bends = append(l.Bends, Point{X: p.Bends[i], Y: p.Bends[i+1]})
	}
	style := lineStyles[c.rel.Kind]
	l.Upright = style.upright
	if style.trunk {
		l.Trunk = string(c.to) + "|" + string(c.rel.Set)
	}
	for i := range c.ends {
		mark, widest := endReach(c, i), 0
		for _, text := range []string{roleLabel(c.ends[i]), c.ends[i].End().Multiplicity.String()} {
			widest = max(widest, d.width(typeface.Regular, textSize, text))
		}
		beside, above := d.qualifierReach(c.ends[i], vector{1, 0}), d.qualifierReach(c.ends[i], vector{0, 1})
		if widest > 0 || beside > 0 {
			l.RoomBeside[i] = min(mark+widest+14+beside, 160)
			l.RoomAbove[i] = mark + 30 + above
		}
		l.Loop = max(l.Loop, widest+20) // a self-relation goes around its labels
	}
	return l
}

// setText is what stands at a generalization set: UML 2.5.1, 9.7.4.
func setText(set *model.Element) string {
	d := set.GeneralizationSet()
	var words []string
	for _, w := range []struct {
		is      model.Truth
		yes, no string
	}{{d.Disjoint, "disjoint", "overlapping"}, {d.Complete, "complete", "incomplete"}} {
		switch w.is {
		case model.Yes:
			words = append(words, w.yes)
		case model.No:
			words = append(words, w.no)
		}
	}
	if len(words) == 0 {
		return set.Name
	}
	return strings.TrimSpace(set.Name + " {" + strings.Join(words, ", ") + "}")
}

// endReach is how long the mark at an end of an association is.
func endReach(c *connection, i int) int {
	e, data := c.ends[i], c.rel.Association()
	switch {
	case c.crow:
		return crowLength
	case data.Whole == e.ID && data.Aggregation != model.NoAggregation:
		return diamondLength
	case e.End().Navigable != model.Unstated:
		return arrowLength
	}
	return 0
}

func (d *Drawer) drawRelationship(m *model.Model, c *connection) Group {
	g := Group{ID: c.placement.ID, Subject: c.rel.ID, Kind: c.rel.Kind, Route: c.points, Between: []model.ID{c.from, c.to},
		Title: c.title, Line: c.placement.Line, Bends: c.placement.Bends, Free: c.free}
	if c.free != nil {
		g.Between = m.Connected(c.rel)
	}
	style := lineStyles[c.rel.Kind]
	if isComponentLine(c.rel.Kind) {
		g.Between = m.Connected(c.rel)
	}
	if c.ball && c.rel.Kind != model.Association && c.rel.Kind != model.Anchor {
		g.Shapes = append(g.Shapes, Primitive{Role: RoleLine, Path: &Path{Points: c.points}})
		if c.socket != nil {
			g.Shapes = append(g.Shapes, Primitive{Role: RoleLine, Path: c.socket})
		} else if c.rel.Kind == model.Generalization {
			g.Shapes = append(g.Shapes, triangle(c.points[len(c.points)-1], direction(reversed(c.points))))
		}
		return g
	}
	path := &Path{Points: c.points}
	if c.placement.Line == model.LineCurved {
		path.Round = curveRadius
	} else {
		path.Round = style.round
	}
	g.Shapes = append(g.Shapes, Primitive{Role: style.role, Path: path})
	last := c.points[len(c.points)-1]
	switch {
	case style.finish != nil:
		style.finish(d, m, c, &g)
	case style.head != nil:
		g.Shapes = append(g.Shapes, style.head(last, direction(reversed(c.points))))
	}
	if l := style.label(d, m, c); l != nil {
		c.labels = append(c.labels, l)
	}
	return g
}

// curveRadius of the corners of a curved line; small enough to keep off what the
// line runs around.
const curveRadius = 36

// endLabels are the multiplicity on one side of the line and the role with its
// modifiers on the other, close to the shape they belong to.
func (d *Drawer) endLabels(m *model.Model, c *connection, e *model.Element, at Point, along vector, reach int) []*label {
	mult, role := e.End().Multiplicity.String(), roleLabel(e)
	if c.crow {
		mult = besideCrow(e.End().Multiplicity)
	}
	name := displayName(m.Element(e.Type))
	made := func(text, field, title, value string, other bool) *label {
		l := &label{key: string(e.ID) + ":" + field, text: text, face: typeface.Regular, w: d.width(typeface.Regular, textSize, text), anchor: at,
			slot: Slot{Row: e.ID, Field: field, Title: title, Value: value, Face: typeface.Regular, Size: textSize}}
		l.moved = offsetOf(c.placement, l.key)
		l.atEnd(c.points, at, along, reach+7, other)
		return l
	}
	return []*label{
		made(mult, "multiplicity", "Multiplicity at "+name, mult, true),
		made(role, "role", "Role of "+name, e.Name, false),
	}
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
	if data.Identifier {
		props = append(props, "id")
	}
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

// lineKeyword is the keyword of a usage: UML 2.5.1, 7.7.4, and of one that sends a signal, 22.3.
func lineKeyword(m *model.Model, r *model.Relationship) string {
	switch {
	case m.IsSend(r):
		return "send"
	case r.Kind == model.Usage:
		return "use"
	}
	return ""
}

// nameLabel is the name at the middle of the longest piece of the line, with a
// small solid triangle that points the way it is read. Without a name it is an
// empty place where one can be typed.
func (d *Drawer) nameLabel(c *connection) *label {
	text := c.rel.Name
	words := c.rel.Stereotypes
	if keyword := c.keyword; keyword != "" {
		words = append([]string{keyword}, words...)
	}
	if len(words) > 0 {
		text = strings.TrimSpace("«" + strings.Join(words, ", ") + "» " + text)
	}
	if c.set != "" {
		text = c.set
	}
	if c.rel.Kind == model.Link {
		text = c.link
	}
	if isComponentLine(c.rel.Kind) {
		text = c.passes
	}
	if text == "" && c.rel.Kind != model.Association && c.rel.Kind != model.Link {
		return nil
	}
	mid, along := middle(c.points)
	l := &label{key: "name", text: text, face: typeface.Italic, anchor: mid, along: along,
		slot: Slot{Row: c.rel.ID, Field: "name", Title: "Name of the " + c.rel.Kind.Title(), Value: c.rel.Name, Face: typeface.Italic, Size: textSize}}
	l.moved = offsetOf(c.placement, l.key)
	if text == "" {
		l.w = 42
	} else {
		l.w = d.width(typeface.Italic, textSize, text)
		if c.rel.Kind == model.Association && c.rel.Association().Reading != model.NoDirection {
			l.sign = true
			l.back = c.rel.Association().Reading == model.Backward
		}
	}
	l.atMiddle(c.points)
	if c.rel.Kind == model.Assembly {
		l.atBall(c.points)
	}
	return l
}

func relationshipTitle(m *model.Model, r *model.Relationship) string {
	if text, ok := notation.StatementText(m, r); ok {
		return r.Kind.Title() + ": " + text
	}
	return m.Describe(r.ID)
}
