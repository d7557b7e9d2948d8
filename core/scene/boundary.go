package scene

import (
	"cmp"
	"slices"

	"lexeon/core/model"
	"lexeon/core/typeface"
)

const (
	subjectPad  = 30
	subjectHead = 44 // room for the name above what is held
	subjectWide = 240
	subjectTall = 120
	tabTall     = 24 // of a package

	// Ports with their names, and lines from them, are at the edge of a component.
	componentPad  = 52
	componentHead = 62
)

// Holder is the innermost element of a kind that is drawn around a point; empty
// where there is none.
func (s *Scene) Holder(kind model.Kind, at Point) model.ID {
	in := model.ID("")
	for i := range s.Groups { // outer ones are drawn before inner ones
		if g := &s.Groups[i]; g.Kind == kind && at.X > g.Box.X && at.X < g.Box.Right() && at.Y > g.Box.Y && at.Y < g.Box.Bottom() {
			in = g.Subject
		}
	}
	return in
}

// Subjects lists the elements of a kind that are drawn, in the order of drawing.
func (s *Scene) Subjects(kind model.Kind) []model.ID {
	var out []model.ID
	for i := range s.Groups {
		if s.Groups[i].Kind == kind {
			out = append(out, s.Groups[i].Subject)
		}
	}
	return out
}

func isBoundary(k model.Kind) bool {
	return k == model.Subject || k == model.PackageKind || k == model.Component
}

// surrounds reports whether an element is drawn around others on a diagram: a
// component only where something in it is shown, or its inside.
func surrounds(m *model.Model, row *model.Diagram, e *model.Element) bool {
	if e.Kind != model.Component {
		return isBoundary(e.Kind)
	}
	return row.About == e.ID || slices.ContainsFunc(membersOf(m, e), func(x *model.Element) bool { return m.PlacementOn(row.ID, x.ID) != nil })
}

// surrounds reports whether a group is drawn around others.
func (g *Group) surrounds() bool {
	return isBoundary(g.Kind) && (g.Kind != model.Component || len(g.Shapes) > 0 && g.Shapes[0].Role == RoleBoundary)
}

// boundaries draws subjects and packages. Each holds what is in it and stands on
// the diagram, and grows with it. They are sorted so that what holds others is
// drawn first.
func (d *Drawer) boundaries(m *model.Model, placed []*model.Placement, shapes []Group) []Group {
	boxes := map[model.ID]*Group{}
	for i := range shapes {
		boxes[shapes[i].Subject] = &shapes[i]
	}
	placed = slices.Clone(placed)
	drawn := map[model.ID]bool{}
	for _, p := range placed {
		drawn[p.Subject] = true
	}
	balls := map[model.ID][]*Group{} // by the component they stand in
	for i := range shapes {
		if len(placed) > 0 {
			if home := homeOfBall(m, placed[0].Diagram, &shapes[i], drawn); home != "" {
				balls[home] = append(balls[home], &shapes[i])
			}
		}
	}
	leaves := map[model.ID]map[model.ID]bool{} // the shapes in a boundary, at any depth
	for _, p := range placed {
		leaves[p.Subject] = map[model.ID]bool{}
		leavesOf(m, m.Element(p.Subject), boxes, leaves[p.Subject])
	}
	slices.SortStableFunc(placed, func(a, b *model.Placement) int {
		return cmp.Or(cmp.Compare(len(leaves[a.Subject]), len(leaves[b.Subject])), cmp.Compare(boundaryDepth(m, b), boundaryDepth(m, a)))
	})
	out := make([]Group, len(placed))
	for i, p := range placed { // the innermost first: others grow with them
		e := m.Element(p.Subject)
		var held []*Group
		for _, x := range membersOf(m, e) {
			if g := boxes[x.ID]; g != nil {
				held = append(held, g)
			}
		}
		held = append(held, balls[e.ID]...)
		var inner []*Group // boundaries of the other kind whose shapes are all in this one
		for k, o := range placed[:i] {
			if m.Element(o.Subject).Kind != e.Kind && len(leaves[o.Subject]) > 0 && holdsAll(leaves[e.ID], leaves[o.Subject]) {
				inner = append(inner, &out[k])
			}
		}
		out[i] = d.boundary(m, p, e, held, inner)
		boxes[e.ID] = &out[i]
	}
	slices.Reverse(out)
	return out
}

// boundaryDepth breaks ties: inner packages come before outer ones, those before
// subjects.
func boundaryDepth(m *model.Model, p *model.Placement) int {
	e := m.Element(p.Subject)
	if e.Kind == model.Subject {
		return 0
	}
	depth := 1
	for o := m.Element(e.Owner); o != nil; o = m.Element(o.Owner) {
		depth++
	}
	return depth
}

// margin is what a boundary needs around what is in it: on three sides, above, and
// in width for its name.
type margin struct{ pad, head, least int }

func (d *Drawer) marginOf(e *model.Element) margin {
	name := d.width(typeface.Semibold, textSize, displayName(e))
	if e.Kind == model.Component {
		return margin{componentPad, componentHead, d.width(typeface.Regular, smallSize, keywords(e)) + name + 60}
	}
	return margin{subjectPad, subjectHead, name + 40}
}

func membersOf(m *model.Model, boundary *model.Element) []*model.Element {
	switch boundary.Kind {
	case model.PackageKind:
		return m.Children(boundary.ID)
	case model.Component:
		return append(m.Children(boundary.ID, model.Component, model.ComponentPart), m.Held(boundary.ID)...)
	}
	return m.UseCasesIn(boundary.ID)
}

func leavesOf(m *model.Model, boundary *model.Element, boxes map[model.ID]*Group, leaves map[model.ID]bool) {
	for _, e := range membersOf(m, boundary) {
		switch {
		case boxes[e.ID] != nil:
			leaves[e.ID] = true
		case e.Kind == model.PackageKind, e.Kind == model.Component:
			leavesOf(m, e, boxes, leaves)
		}
	}
}

func holdsAll(outer, inner map[model.ID]bool) bool {
	for id := range inner {
		if !outer[id] {
			return false
		}
	}
	return true
}

// boundary draws a subject (UML 2.5.1, 18.1.4) as a rectangle, a package (12.2.4) as
// a folder around what it holds.
func (d *Drawer) boundary(m *model.Model, p *model.Placement, e *model.Element, held, inner []*Group) Group {
	name := displayName(e)
	nameWide := d.width(typeface.Semibold, textSize, name)
	least, a := subjectWide, d.marginOf(e)
	if e.Kind == model.PackageKind {
		least = subjectWide / 2
	}
	box := Rect{X: p.X, Y: p.Y, W: max(p.W, least, nameWide+40), H: max(p.H, subjectTall)}
	g := Group{ID: p.ID, Subject: e.ID, Kind: e.Kind, Title: e.Kind.Title() + " " + name, Larger: p.W > 0 || p.H > 0}
	var around Rect
	for _, o := range held {
		g.Holds = append(g.Holds, o.ID)
	}
	for i, o := range slices.Concat(held, inner) {
		b := *o.Box
		b = Rect{X: b.X - a.pad, Y: b.Y - a.head, W: b.W + 2*a.pad, H: b.H + a.head + a.pad}
		if i == 0 {
			around = b
		}
		around = around.Union(b)
	}
	switch {
	case len(held) > 0 && p.W == 0 && p.H == 0: // nobody made it larger: as large as what it holds
		around.W = max(around.W, a.least)
		box = around
	case len(held) > 0:
		box = box.Union(around)
	}
	g.Box = &box
	lines := d.wrap(name, typeface.Semibold, textSize, box.W-20)
	if e.Kind == model.Component {
		lines = d.wrap(name, typeface.Semibold, textSize, box.W-60)
	}
	if len(lines) > 1 {
		lines = []string{lines[0] + " …"}
	}
	title := Rect{X: box.X, Y: box.Y + 7, W: box.W, H: lineHeight}
	if e.Kind == model.PackageKind {
		tab := Rect{X: box.X, Y: box.Y, W: min(box.W*2/3, max(60, nameWide+24)), H: tabTall}
		if nameWide+24 > tab.W {
			tab.W = min(box.W, nameWide+24)
		}
		body := Rect{X: box.X, Y: box.Y + tabTall, W: box.W, H: box.H - tabTall}
		g.Shapes = []Primitive{{Role: RoleBoundary, Rect: &body}, {Role: RoleBoundary, Rect: &tab}}
		title = Rect{X: tab.X, Y: tab.Y + 2, W: tab.W, H: lineHeight}
	} else {
		tint, _ := m.ColourOf(e)
		g.Shapes = []Primitive{{Role: RoleBoundary, Tint: tint, Rect: &box}}
	}
	if e.Kind == model.Component { // the name at the left: ports with their lines are anywhere else
		g.Shapes = append(g.Shapes, componentIcon(box)...)
		words := keywords(e)
		g.Shapes = append(g.Shapes, Primitive{Role: RoleMuted, Text: d.run(box.X+10, box.Y+7+ascent, words, typeface.Regular, smallSize)})
		title = Rect{X: box.X + 16 + d.width(typeface.Regular, smallSize, words), Y: box.Y + 7, W: d.width(typeface.Semibold, textSize, lines[0]), H: lineHeight}
	}
	d.nameIn(&g, e, lines, typeface.Semibold, RoleText, title, title.Y)
	g.Slots[0].Rect = Rect{X: title.X + 6, Y: title.Y - 2, W: title.W - 12, H: lineHeight + 4}
	g.Hash = hashGroup(&g)
	return g
}
