package scene

import (
	"slices"

	"lexeon/core/model"
)

// keptGap is how much of the gap between two shapes is kept where one of them grows, in
// pixels: a label of a line stands in it.
const keptGap = 40

// MakeRoom tells the changes that push the neighbours of shapes aside which a delta made
// larger, on every diagram that shows them, so that nothing covers anything by itself. Only
// those move that have to; they keep their order, and the gaps that they had up to 40 pixels.
// What a delta placed or moved itself is left to it. old is the model before the delta, next
// the one after it.
func (d *Drawer) MakeRoom(old, next *model.Model, delta model.Delta) []model.Change {
	placed := map[model.ID]bool{}
	for _, c := range delta {
		if p, ok := c.New.(*model.Placement); ok && moved(c.Old, p) {
			placed[p.Diagram] = true // somebody arranges it
		}
	}
	grown := map[model.ID][]push{}
	var diagrams []model.ID
	for id := range larger(old, next, delta) {
		e, was := next.Element(id), old.Element(id)
		if e == nil || was == nil {
			continue
		}
		for _, p := range next.PlacementsOf(id) {
			before, row := old.Placement(p.ID), next.Diagram(p.Diagram)
			if before == nil || placed[p.Diagram] || row == nil || surrounds(next, row, e) {
				continue
			}
			from, to := *d.rememberedShape(old, before, was).Box, *d.rememberedShape(next, p, e).Box
			if to.W > from.W || to.H > from.H {
				if len(grown[p.Diagram]) == 0 {
					diagrams = append(diagrams, p.Diagram)
				}
				grown[p.Diagram] = append(grown[p.Diagram], push{p.ID, from, to})
			}
		}
	}
	slices.Sort(diagrams)
	var out []model.Change
	for _, id := range diagrams {
		out = append(out, d.makeRoomOn(next, id, grown[id])...)
	}
	return out
}

// moved reports whether a placement was written in such a way that the shape stands elsewhere.
func moved(old model.Row, p *model.Placement) bool {
	was, ok := old.(*model.Placement)
	return !ok || was.X != p.X || was.Y != p.Y
}

// larger are the elements that a delta may have made larger: those whose rows, parts or
// placements were written, and those that show the name of one that was renamed.
func larger(old, next *model.Model, delta model.Delta) map[model.ID]bool {
	out := map[model.ID]bool{}
	whole := func(m *model.Model, e *model.Element) {
		for ; e != nil; e = m.Element(e.Owner) {
			out[e.ID] = true
		}
	}
	for _, c := range delta {
		for _, at := range []struct {
			m *model.Model
			r model.Row
		}{{old, c.Old}, {next, c.New}} {
			switch r := at.r.(type) {
			case *model.Element:
				whole(at.m, r)
			case *model.Placement:
				out[r.Subject] = true
			}
		}
		was, _ := c.Old.(*model.Element)
		now, _ := c.New.(*model.Element)
		if was != nil && now != nil && was.Name != now.Name {
			for _, u := range next.Uses(c.ID) {
				if e, ok := u.(*model.Element); ok {
					whole(next, e)
				}
			}
		}
	}
	return out
}

// push is a shape that became larger, or that was pushed aside: its placement, and its box
// before and after.
type push struct {
	id       model.ID
	from, to Rect
}

func (d *Drawer) makeRoomOn(m *model.Model, diagram model.ID, grown []push) []model.Change {
	row := m.Diagram(diagram)
	boxes := map[model.ID]Rect{}
	var ids []model.ID
	for _, p := range m.PlacementsOn(diagram) {
		e := m.Element(p.Subject)
		if e == nil || e.Kind == model.Port || surrounds(m, row, e) {
			continue
		}
		boxes[p.ID] = *d.rememberedShape(m, p, e).Box
		ids = append(ids, p.ID)
	}
	start := map[model.ID]Rect{}
	for id, b := range boxes {
		start[id] = b
	}
	for _, g := range grown {
		start[g.id] = g.from
	}
	by := map[model.ID]Point{}
	queue := slices.Clone(grown)
	for steps := 0; len(queue) > 0 && steps < 20*len(ids)+100; steps++ {
		q := queue[0]
		queue = queue[1:]
		q.to = boxes[q.id]
		for _, id := range ids {
			if id == q.id {
				continue
			}
			dx, dy := aside(q.from, q.to, start[id], boxes[id])
			if dx == 0 && dy == 0 {
				continue
			}
			b := boxes[id]
			boxes[id] = Rect{X: b.X + dx, Y: b.Y + dy, W: b.W, H: b.H}
			by[id] = Point{X: by[id].X + dx, Y: by[id].Y + dy}
			queue = append(queue, push{id: id, from: start[id]})
		}
	}
	return shiftedBy(m, diagram, ids, by)
}

// aside tells how far a box has to go from one that was at from and is at to now. was is
// where it stood at first, is where it stands by now.
func aside(from, to, was, is Rect) (dx, dy int) {
	gapX, gapY := max(was.X-from.Right(), from.X-was.Right()), max(was.Y-from.Bottom(), from.Y-was.Bottom())
	if gapX < 0 && gapY < 0 {
		return 0, 0 // the two overlapped before: a person wanted it so, or one holds the other
	}
	needX, needY := 0, 0
	if gapX >= 0 {
		keep := min(gapX, keptGap)
		if was.X >= from.Right() {
			needX = max(0, to.Right()+keep-is.X)
		} else {
			needX = min(0, to.X-keep-is.Right())
		}
	}
	if gapY >= 0 {
		keep := min(gapY, keptGap)
		if was.Y >= from.Bottom() {
			needY = max(0, to.Bottom()+keep-is.Y)
		} else {
			needY = min(0, to.Y-keep-is.Bottom())
		}
	}
	beside := is.Y < to.Bottom() && to.Y < is.Bottom() // they share a height
	above := is.X < to.Right() && to.X < is.Right()
	switch {
	case gapX >= 0 && gapY >= 0: // it stood across the corner: it goes where the way is shorter
		if needX == 0 || needY == 0 || !(beside || above) {
			return 0, 0
		}
		if abs(needX) <= abs(needY) {
			return needX, 0
		}
		return 0, needY
	case gapX >= 0 && beside:
		return needX, 0
	case gapY >= 0 && above:
		return 0, needY
	}
	return 0, 0
}

// shiftedBy are the changes that move shapes, with the bends of lines all of whose ends went the
// same way.
func shiftedBy(m *model.Model, diagram model.ID, ids []model.ID, by map[model.ID]Point) []model.Change {
	var out []model.Change
	went := map[model.ID]Point{} // by subject
	for _, id := range ids {
		p, d := m.Placement(id), by[id]
		if d != (Point{}) {
			out = append(out, &model.Move{ID: id, X: p.X + d.X, Y: p.Y + d.Y, Aside: true})
			went[p.Subject] = d
		}
	}
	if len(out) == 0 {
		return nil
	}
	for _, p := range m.PlacementsOn(diagram) {
		r := m.Relationship(p.Subject)
		if r == nil || len(p.Bends) == 0 {
			continue
		}
		ends := m.Connected(r)
		if len(ends) == 0 {
			continue
		}
		d := went[ends[0]]
		if d == (Point{}) || slices.ContainsFunc(ends, func(id model.ID) bool { return went[id] != d }) {
			continue
		}
		bends := slices.Clone(p.Bends)
		for i := range bends {
			bends[i] += []int{d.X, d.Y}[i%2]
		}
		out = append(out, &model.SetLine{ID: p.ID, Line: p.Line, Bends: bends})
	}
	return out
}
