package scene

import (
	"cmp"
	"slices"

	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/model"
	"lexeon/core/typeface"
)

const (
	freeReach = 110 // from a shape to the free end of a flow that crosses the frame
	freeGap   = 30  // between free ends
	flowRound = 10  // corners of data flows
	owedReach = 46  // of a flow that waits at the edge
	owedGap   = 30
)

// freeEnds finds where the flows that cross the frame begin or end: where a
// person put them, or beside what they lead to, what comes in at the left, what
// goes out at the right.
func freeEnds(m *model.Model, lines []*model.Placement, shapes []Group, at map[model.ID]int) map[model.ID]Point {
	out := map[model.ID]Point{}
	if len(shapes) == 0 {
		return out
	}
	var b bounder
	for i := range shapes {
		b.point(shapes[i].Box.X, shapes[i].Box.Y)
		b.point(shapes[i].Box.Right(), shapes[i].Box.Bottom())
	}
	content := b.rect()
	type free struct {
		p   *model.Placement
		y   int
		in  bool
		box Rect
	}
	var list []free
	for _, p := range lines {
		r := m.Relationship(p.Subject)
		if r.Kind != model.DataFlow || r.Source != "" && r.Target != "" {
			continue
		}
		if p.X != 0 || p.Y != 0 {
			out[p.ID] = Point{X: p.X, Y: p.Y}
			continue
		}
		end := r.Source
		if r.Source == "" {
			end = r.Target
		}
		i, ok := at[end]
		if !ok {
			continue
		}
		list = append(list, free{p, shapes[i].Box.Center().Y, r.Source == "", *shapes[i].Box})
	}
	slices.SortFunc(list, func(a, b free) int { return cmp.Or(cmp.Compare(a.y, b.y), cmp.Compare(a.p.ID, b.p.ID)) })
	type way struct{ y, from, to int }
	var taken []way
	for _, f := range list {
		from, to := f.box.Right(), content.Right()+freeReach
		x := to
		if f.in {
			from, to = content.X-freeReach, f.box.X
			x = from
		}
		// As near to the shape's own height as the way to the frame is free.
		y := f.y
		for step := 0; step < 60; step++ {
			at := f.y + (step+1)/2*freeGap/2*(1-step%2*2)
			if !slices.ContainsFunc(taken, func(o way) bool { return abs(o.y-at) < freeGap && o.from < to && from < o.to }) && !slices.ContainsFunc(shapes, func(g Group) bool {
				return g.Box != nil && g.Box.Y-8 < at && at < g.Box.Bottom()+8 && g.Box.X < to && from < g.Box.Right()
			}) {
				y = at
				break
			}
		}
		taken = append(taken, way{y, from, to})
		out[f.p.ID] = Point{X: x, Y: y}
	}
	return out
}

// meetFrame lets the frame run through the free ends of flows at its sides,
// where nothing stands farther out.
func meetFrame(drawn []Group, bounds *Rect) {
	left, right := false, false
	for i := range drawn {
		if f := drawn[i].Free; f != nil {
			left, right = left || f.X <= bounds.X, right || f.X >= bounds.Right()
		}
	}
	if left {
		bounds.X, bounds.W = bounds.X+frameMargin, bounds.W-frameMargin
	}
	if right {
		bounds.W -= frameMargin
	}
}

// flowLabel is the name of a data flow, upright; without a name an empty place
// where one can be typed.
func (d *Drawer) flowLabel(c *connection) *label {
	mid, along := middle(c.points)
	l := &label{key: "name", text: c.rel.Name, face: typeface.Regular, anchor: mid, along: along, w: 42,
		slot: Slot{Row: c.rel.ID, Field: "name", Title: "Name of the data flow", Value: c.rel.Name, Face: typeface.Regular, Size: textSize}}
	l.moved = offsetOf(c.placement, l.key)
	if l.text != "" {
		l.w = d.width(typeface.Regular, textSize, l.text)
	}
	l.atMiddle(c.points)
	return l
}

// flowArrow is a solid head.
func flowArrow(at Point, along vector) Primitive {
	return Primitive{Role: RoleSolid, Path: &Path{Closed: true, Points: []Point{at, along.at(at, 11, 4.5), along.at(at, 11, -4.5)}}}
}

// touchCircles moves the ends of a line that lead to circles onto them.
func (c *connection) touchCircles(m *model.Model, from, to *Group) {
	if m.Project().FlowNotation == model.Boxes || len(c.points) < 2 {
		return
	}
	n := len(c.points) - 1
	points := slices.Clone(c.points)
	if from != nil && from.Kind == model.Process {
		points[0] = onCircle(points[0], direction(c.points), *from.Box)
	}
	if to != nil && to.Kind == model.Process {
		points[n] = onCircle(points[n], direction(reversed(c.points)), *to.Box)
	}
	c.points = points
}

// owed draws what crosses the edge of a level by its process, and nothing on the
// level takes up yet: short dashed arrows at the frame. They are no flows of the
// model; the bounds grow to hold them.
func (d *Drawer) owed(m *model.Model, row *model.Diagram, bounds *Rect) *Group {
	if row.Kind != model.LevelDiagram {
		return nil
	}
	list := dataflow.Owed(m, dictionary.Of(m), dataflow.Level{Process: row.About, View: row.View})
	if len(list) == 0 {
		return nil
	}
	g := &Group{ID: "owed", Title: "What still waits at the edge"}
	widest := map[dataflow.Direction]int{}
	count := map[dataflow.Direction]int{}
	for _, o := range list {
		widest[o.Direction] = max(widest[o.Direction], d.width(typeface.Italic, textSize, dataflow.FlowName(m, o.Flow)))
		count[o.Direction]++
	}
	content := *bounds
	content.H = max(content.H, owedGap*max(count[dataflow.Into], count[dataflow.OutOf]))
	content.W = max(content.W, 200)
	left, right := content, content
	if count[dataflow.Into] > 0 {
		left = Rect{X: content.X - widest[dataflow.Into] - owedReach - 30, Y: content.Y, W: 1, H: content.H}
	}
	if count[dataflow.OutOf] > 0 {
		right = Rect{X: content.Right() + 30, Y: content.Y, W: widest[dataflow.OutOf] + owedReach, H: content.H}
	}
	*bounds = content.Union(left).Union(right)
	y := map[dataflow.Direction]int{dataflow.Into: content.Y + 16, dataflow.OutOf: content.Y + 16}
	for _, o := range list {
		name := dataflow.FlowName(m, o.Flow)
		at := y[o.Direction]
		y[o.Direction] += owedGap
		from, to := Point{X: bounds.X - frameMargin, Y: at}, Point{X: bounds.X - frameMargin + owedReach, Y: at}
		text := to.X + 8
		if o.Direction == dataflow.OutOf {
			from, to = Point{X: bounds.Right() + frameMargin - owedReach, Y: at}, Point{X: bounds.Right() + frameMargin, Y: at}
			text = from.X - 8 - d.width(typeface.Italic, textSize, name)
		}
		along := direction([]Point{to, from})
		g.Shapes = append(g.Shapes, Primitive{Role: RoleDashed, Path: &Path{Points: []Point{from, to}}}, arrow(to, along),
			Primitive{Role: RoleMuted, Text: d.run(text, at+5, name, typeface.Italic, textSize)})
	}
	return g
}
