package scene

import (
	"cmp"
	"slices"

	"lexeon/core/layout"
	"lexeon/core/model"
	"lexeon/core/tableview"
)

// Arrangement names a way to arrange shapes.
type Arrangement string

const (
	// InLayers: general above specific, whole above part, caller above called; data
	// flows from left to right; actors at the left and the right of use cases.
	InLayers Arrangement = "layers"
	// InColumns: one column for each category, by stereotype, in the order of the
	// legend; what has none comes last.
	InColumns Arrangement = "columns"
	// Gently moves only what stands on something else or makes a line slant a little, and
	// leads the lines anew.
	Gently       Arrangement = "gently"
	AlignLeft    Arrangement = "left"
	AlignCenter  Arrangement = "center" // one above the other
	AlignRight   Arrangement = "right"
	AlignTop     Arrangement = "top"
	AlignMiddle  Arrangement = "middle" // side by side
	AlignBottom  Arrangement = "bottom"
	SpreadAcross Arrangement = "across" // equal gaps from left to right
	SpreadDown   Arrangement = "down"
	SameWidth    Arrangement = "sameWidth" // that of the widest
	SameHeight   Arrangement = "sameHeight"
	SameSize     Arrangement = "sameSize"
	FitContent   Arrangement = "fit"  // back to the size of the content
	TidyLines    Arrangement = "tidy" // without a person's bends and moved labels
)

// Arrangements lists all ways.
var Arrangements = []Arrangement{InLayers, InColumns, Gently, AlignLeft, AlignCenter, AlignRight, AlignTop, AlignMiddle, AlignBottom,
	SpreadAcross, SpreadDown, SameWidth, SameHeight, SameSize, FitContent, TidyLines}

// Arrange tells the changes that arrange the given placements of a diagram, or
// all of them if none is given. Placements that are not there are left out. The
// first shape given stays where it is when others are aligned with it.
func (d *Drawer) Arrange(m *model.Model, diagram model.ID, how Arrangement, placements []model.ID) ([]model.Change, error) {
	if shown := d.Shown(m, diagram); shown != m {
		changes, err := d.Arrange(shown, diagram, how, placements)
		if err != nil {
			return nil, err
		}
		return tableview.Changes(diagram, shown, changes)
	}
	drawn := d.Of(m, diagram)
	if drawn == nil {
		return nil, model.Faultf(model.CodeMissing, "There is no such diagram any more.").At(diagram, "")
	}
	s, shapes, lines := copied(m, drawn, placements)
	switch how {
	case InLayers:
		if isArranged(m, s, shapes) {
			return nil, nil
		}
		arrange := d.inLayers
		switch kind := m.Diagram(diagram).Kind; {
		case kind.IsFlowDiagram():
			arrange = d.inFlow
		case kind == model.UseCaseDiagram:
			arrange = d.inCases
		}
		return d.arranged(m, diagram, func(loose int) []model.Change {
			s, shapes, _ := copied(m, drawn, placements)
			return arrange(m, s, shapes, loose)
		}, shapes, linesOf(m, shapes, nil))
	case InColumns:
		return d.arranged(m, diagram, func(int) []model.Change { return inCategories(m, s, shapes) }, shapes, linesOf(m, shapes, nil))
	case Gently:
		return d.arranged(m, diagram, func(int) []model.Change { return d.gently(m, s, shapes) }, nil, linesOf(m, shapes, lines))
	case TidyLines:
		return d.arranged(m, diagram, func(int) []model.Change { return tidyLines(m, s, shapes, lines) }, nil, linesOf(m, shapes, lines))
	case SpreadAcross, SpreadDown:
		return spreadEvenly(shapes, how == SpreadAcross), nil
	}
	if !slices.Contains(Arrangements, how) {
		return nil, model.Faultf(model.CodeInvalid, "%q is not a way to arrange shapes", string(how)).At("", "how")
	}
	return align(m, shapes, how), nil
}

// copied are the shapes and lines of the given placements, or of all, in a copy of a drawing:
// shapes are made larger while they are arranged, and the drawing itself is shared.
func copied(m *model.Model, drawn *Scene, placements []model.ID) (s *Scene, shapes, lines []*Group) {
	s = &Scene{Groups: slices.Clone(drawn.Groups)}
	byID := map[model.ID]*Group{}
	for i := range s.Groups {
		byID[s.Groups[i].ID] = &s.Groups[i]
	}
	if len(placements) == 0 {
		for _, g := range s.Groups {
			placements = append(placements, g.ID)
		}
	}
	for _, id := range placements {
		g := byID[id]
		switch {
		case g == nil || m.Placement(id) == nil:
		case g.Route != nil:
			lines = append(lines, g)
		default:
			shapes = append(shapes, g)
		}
	}
	return s, shapes, lines
}

func moveTo(g *Group, x, y int) []model.Change {
	if g.Box.X == x && g.Box.Y == y {
		return nil
	}
	return []model.Change{&model.Move{ID: g.ID, X: x, Y: y}}
}

// inLayers arranges shapes by the lines between them. What was arranged stays at
// its upper left corner; a selection that would lie on other shapes moves beside.
func (d *Drawer) inLayers(m *model.Model, s *Scene, shapes []*Group, loose int) []model.Change {
	around := slices.Clone(shapes)
	shapes = slices.DeleteFunc(slices.Clone(shapes), func(g *Group) bool { return g.surrounds() && len(g.Holds) > 0 }) // they follow what they hold
	between := slices.DeleteFunc(slices.Clone(shapes), func(g *Group) bool { return !holdsBetweenLines(m, s.Diagram, g) })
	shapes = slices.DeleteFunc(shapes, func(g *Group) bool { return slices.Contains(between, g) })
	if len(shapes) == 0 {
		return nil
	}
	// By name and not by place: arranging again changes nothing.
	slices.SortFunc(shapes, func(a, b *Group) int { return cmp.Or(cmp.Compare(a.Title, b.Title), cmp.Compare(a.ID, b.ID)) })
	index := map[model.ID]int{}
	nodes := make([]layout.Node, len(shapes))
	read := readingOrder(shapes)
	old := *shapes[0].Box
	for i, g := range shapes {
		index[g.Subject] = i
		nodes[i] = layout.Node{ID: string(g.ID), W: g.Box.W + loose, H: g.Box.H, Order: read[g.ID]}
		old = old.Union(*g.Box)
	}
	var edges []layout.Edge
	var changes []model.Change
	for i := range s.Groups {
		g := &s.Groups[i]
		if g.Route == nil {
			continue
		}
		r := m.Relationship(g.Subject)
		upper, lower := UpperAndLower(m, r)
		if s.contains(upper, lower) || s.contains(lower, upper) {
			continue // what leads from an edge to the inside says nothing of above and below
		}
		upper, lower = s.within(upper, index), s.within(lower, index)
		from, ok1 := index[upper]
		to, ok2 := index[lower]
		if !ok1 || !ok2 {
			continue
		}
		if from == to {
			// Whichever corner a loop takes: its way depends on its labels.
			c := &connection{placement: m.Placement(g.ID), rel: r, from: upper, to: lower, ends: m.Ends(r.ID)}
			nodes[from].Right = max(nodes[from].Right, d.line(m, c, index).Loop+40)
		}
		edges = append(edges, layout.Edge{From: from, To: to, Room: roomFor(r) + loose, Weak: isWeak(r)})
		if c, ok := index[r.Class]; ok {
			edges = append(edges, layout.Edge{From: from, To: c})
		}
		changes = append(changes, tidyLine(m, g)...)
	}
	for _, g := range around {
		if p := m.Placement(g.ID); g.surrounds() && len(g.Holds) > 0 && (p.W != 0 || p.H != 0) {
			changes = append(changes, &model.Resize{ID: g.ID})
		}
	}
	result := inPackages(nodes, edges, packagesOf(m, s, shapes), func(id model.ID) margin { return d.marginOf(m.Element(id)) })
	at := Point{X: old.X, Y: old.Y}
	at = besideOthers(s, shapes, Rect{X: at.X, Y: at.Y, W: result.Size.W, H: result.Size.H})
	boxes := map[model.ID]Rect{}
	for i, g := range shapes {
		x, y := at.X+result.At[i].X+loose/2, at.Y+result.At[i].Y
		boxes[g.Subject] = Rect{X: x, Y: y, W: g.Box.W, H: g.Box.H}
		changes = append(changes, moveTo(g, x, y)...)
	}
	return append(changes, besideTheirLines(m, between, boxes)...)
}

// isArranged reports whether shapes stand as they were arranged: each has lines, and all of
// these are led as they were when they were looked at together.
func isArranged(m *model.Model, s *Scene, shapes []*Group) bool {
	open := map[model.ID]bool{} // shapes of which no line was met
	for _, g := range shapes {
		if !g.surrounds() {
			open[g.Subject] = true
		}
	}
	for i := range s.Groups {
		g := &s.Groups[i]
		if g.Route == nil || !slices.ContainsFunc(g.Between, func(id model.ID) bool { _, is := open[id]; return is }) {
			continue
		}
		p := m.Placement(g.ID)
		if p == nil || len(p.Way) < 4 || len(p.Bends) > 0 || len(p.Labels) > 0 || p.Line == model.LineStraight || !isLedSo(g.Route, p.Way) {
			return false
		}
		for _, id := range g.Between {
			if _, is := open[id]; is {
				open[id] = false
			}
		}
	}
	for _, is := range open {
		if is {
			return false
		}
	}
	return true
}

// isLedSo reports whether a line is as long in its pieces as its way. Where both lie is told by
// the shapes.
func isLedSo(route []Point, way []int) bool {
	if 2*len(route) != len(way) {
		return false
	}
	const touched = 40 // ends are led on to the outline of what is not a box
	for k := 1; k < len(route); k++ {
		dx := abs(route[k].X-route[k-1].X) - abs(way[2*k]-way[2*k-2])
		dy := abs(route[k].Y-route[k-1].Y) - abs(way[2*k+1]-way[2*k-1])
		if inner := k > 1 && k+1 < len(route); inner && (dx != 0 || dy != 0) || abs(dx)+abs(dy) > touched {
			return false
		}
	}
	return true
}

// readingOrder is the place of each shape where one reads them in rows: that is the order in
// which they were said, where they were placed by themselves.
func readingOrder(shapes []*Group) map[model.ID]int {
	sorted := slices.Clone(shapes)
	slices.SortStableFunc(sorted, func(a, b *Group) int { return cmp.Or(a.Box.Y-b.Box.Y, a.Box.X-b.Box.X) })
	out := make(map[model.ID]int, len(sorted))
	for i, g := range sorted {
		out[g.ID] = i
	}
	return out
}

// isWeak reports whether neither of the two has to stand above the other: what is more general,
// a whole, and an interface have to.
func isWeak(r *model.Relationship) bool {
	return !lineStyles[r.Kind].up && (r.Kind != model.Association || r.Association().Aggregation == model.NoAggregation)
}

// contains reports whether a shape is drawn around another one, at any depth.
func (s *Scene) contains(outer, inner model.ID) bool {
	for i := range s.Groups {
		if g := &s.Groups[i]; g.Subject == outer && len(g.Holds) > 0 {
			for k := range s.Groups {
				if slices.Contains(g.Holds, s.Groups[k].ID) && (s.Groups[k].Subject == inner || s.contains(s.Groups[k].Subject, inner)) {
					return true
				}
			}
		}
	}
	return false
}

// within is a shape that is arranged: itself, or the first in what is drawn around
// others.
func (s *Scene) within(subject model.ID, index map[model.ID]int) model.ID {
	if _, ok := index[subject]; ok {
		return subject
	}
	for i := range s.Groups {
		if g := &s.Groups[i]; g.Subject == subject && len(g.Holds) > 0 && g.surrounds() {
			for k := range s.Groups {
				if s.Groups[k].ID == g.Holds[0] {
					return s.within(s.Groups[k].Subject, index)
				}
			}
		}
	}
	return subject
}

// besideOthers moves a rectangle down until it lies on no shape but the given.
func besideOthers(s *Scene, own []*Group, r Rect) Point {
	for moved := true; moved; {
		moved = false
		for i := range s.Groups {
			g := &s.Groups[i]
			if g.Box == nil || g.ID == "frame" || g.ID == "legend" || g.surrounds() || slices.Contains(own, g) {
				continue
			}
			if g.Box.Inflate(20).Overlaps(r) {
				r.Y, moved = g.Box.Bottom()+placeGap, true
			}
		}
	}
	return Point{X: r.X, Y: r.Y}
}

// UpperAndLower tells which element of a relationship stands above the other in
// an arrangement: the general, the whole, the caller, the one that an
// association is read from.
func UpperAndLower(m *model.Model, r *model.Relationship) (upper, lower model.ID) {
	ids := m.Connected(r)
	if len(ids) != 2 {
		return "", ""
	}
	a, b := ids[0], ids[1]
	up := lineStyles[r.Kind].up
	if r.Kind == model.Association {
		data, ends := r.Association(), m.Ends(r.ID)
		up = data.Aggregation != model.NoAggregation && data.Whole == ends[1].ID ||
			data.Aggregation == model.NoAggregation && data.Reading == model.Backward
	}
	if up {
		return b, a
	}
	return a, b
}

// tidyLines takes back what a person did to lines: the given ones, or those of
// the given shapes.
func tidyLines(m *model.Model, s *Scene, shapes, lines []*Group) []model.Change {
	wanted := map[model.ID]bool{}
	for _, g := range lines {
		wanted[g.ID] = true
	}
	of := map[model.ID]bool{}
	for _, g := range shapes {
		of[g.Subject] = true
	}
	var out []model.Change
	for i := range s.Groups {
		g := &s.Groups[i]
		if g.Route != nil && (wanted[g.ID] || slices.ContainsFunc(g.Between, func(id model.ID) bool { return of[id] })) {
			out = append(out, tidyLine(m, g)...)
		}
	}
	return out
}

// linesOf tells whether a line is one of the given, or leads to one of the given shapes.
func linesOf(m *model.Model, shapes, lines []*Group) func(*model.Placement) bool {
	is := map[model.ID]bool{}
	for _, g := range lines {
		is[g.ID] = true
	}
	for _, g := range shapes {
		is[g.Subject] = true
	}
	return func(p *model.Placement) bool {
		r := m.Relationship(p.Subject)
		return is[p.ID] || r != nil && slices.ContainsFunc(m.Connected(r), func(id model.ID) bool { return is[id] })
	}
}

func tidyLine(m *model.Model, g *Group) []model.Change {
	p := m.Placement(g.ID)
	var out []model.Change
	if len(p.Bends) > 0 {
		out = append(out, &model.SetLine{ID: p.ID, Line: p.Line})
	}
	for _, l := range p.Labels {
		out = append(out, &model.MoveLabel{ID: p.ID, Label: l.Label, Back: true})
	}
	return out
}

// spreadEvenly makes the gaps between shapes equal; the outermost stay.
func spreadEvenly(shapes []*Group, across bool) []model.Change {
	if len(shapes) < 3 {
		return nil
	}
	start := func(g *Group) int { return pick(across, g.Box.X, g.Box.Y) }
	length := func(g *Group) int { return pick(across, g.Box.W, g.Box.H) }
	slices.SortStableFunc(shapes, func(a, b *Group) int { return cmp.Or(start(a)-start(b), cmp.Compare(a.ID, b.ID)) })
	first, last := shapes[0], shapes[len(shapes)-1]
	room := start(last) - start(first) - length(first)
	for _, g := range shapes[1 : len(shapes)-1] {
		room -= length(g)
	}
	var out []model.Change
	at := start(first) + length(first)
	for i, g := range shapes[1 : len(shapes)-1] {
		// What is left of the division goes to the gaps one pixel each.
		gap := floorDiv(room*(i+1), len(shapes)-1) - floorDiv(room*i, len(shapes)-1)
		at += gap
		if across {
			out = append(out, moveTo(g, at, g.Box.Y)...)
		} else {
			out = append(out, moveTo(g, g.Box.X, at)...)
		}
		at += length(g)
	}
	return out
}

func pick(first bool, a, b int) int {
	if first {
		return a
	}
	return b
}

// align aligns shapes with the first, makes them as large as the largest, or
// takes them back to the size of their content.
func align(m *model.Model, shapes []*Group, how Arrangement) []model.Change {
	if len(shapes) == 0 {
		return nil
	}
	b := *shapes[0].Box
	w, h := 0, 0
	for _, g := range shapes {
		w, h = max(w, g.Box.W), max(h, g.Box.H)
	}
	var out []model.Change
	for _, g := range shapes {
		p := m.Placement(g.ID)
		size := func(w, h int) {
			if w != p.W || h != p.H {
				out = append(out, &model.Resize{ID: g.ID, W: w, H: h})
			}
		}
		switch how {
		case AlignLeft:
			out = append(out, moveTo(g, b.X, g.Box.Y)...)
		case AlignCenter:
			out = append(out, moveTo(g, b.X+(b.W-g.Box.W)/2, g.Box.Y)...)
		case AlignRight:
			out = append(out, moveTo(g, b.Right()-g.Box.W, g.Box.Y)...)
		case AlignTop:
			out = append(out, moveTo(g, g.Box.X, b.Y)...)
		case AlignMiddle:
			out = append(out, moveTo(g, g.Box.X, b.Y+(b.H-g.Box.H)/2)...)
		case AlignBottom:
			out = append(out, moveTo(g, g.Box.X, b.Bottom()-g.Box.H)...)
		case SameWidth:
			size(w, p.H)
		case SameHeight:
			size(p.W, h)
		case SameSize:
			size(w, h)
		case FitContent:
			size(0, 0)
		}
	}
	return out
}
