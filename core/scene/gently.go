package scene

import (
	"cmp"
	"slices"

	"lexeon/core/model"
)

// gently mends what stands on each other and lines that are nearly level or upright, and moves
// as little as it can: of two shapes on each other the one farther right or down goes aside, the
// shorter way; of two at a slanting line the one with fewer lines.
func (d *Drawer) gently(m *model.Model, s *Scene, shapes []*Group) []model.Change {
	free := slices.DeleteFunc(slices.Clone(shapes), func(g *Group) bool { return g.surrounds() && len(g.Holds) > 0 })
	boxes := map[model.ID]Rect{}
	var all []*Group // what stands on the sheet, moved or not
	for i := range s.Groups {
		g := &s.Groups[i]
		if g.Box != nil && g.ID != "frame" && g.ID != "legend" && g.At == "" && m.Placement(g.ID) != nil && (!g.surrounds() || len(g.Holds) == 0) {
			all = append(all, g)
			boxes[g.ID] = *g.Box
		}
	}
	movable := map[model.ID]bool{}
	for _, g := range free {
		movable[g.ID] = true
	}
	apart(all, boxes, movable)
	straighten(s, all, boxes, movable)
	var out []model.Change
	for _, g := range free {
		if b := boxes[g.ID]; b.X != g.Box.X || b.Y != g.Box.Y {
			p := m.Placement(g.ID)
			out = append(out, &model.Move{ID: g.ID, X: p.X + b.X - g.Box.X, Y: p.Y + b.Y - g.Box.Y})
		}
	}
	return out
}

// mostPushes is how often each shape may be pushed: where there is no room they stop.
const mostPushes = 60

// apart pushes shapes that stand on each other aside.
func apart(all []*Group, boxes map[model.ID]Rect, movable map[model.ID]bool) {
	sorted := slices.Clone(all)
	for range mostPushes {
		slices.SortFunc(sorted, func(a, b *Group) int {
			return cmp.Or(boxes[a.ID].Y-boxes[b.ID].Y, boxes[a.ID].X-boxes[b.ID].X, cmp.Compare(a.ID, b.ID))
		})
		pushed := false
		for i, a := range sorted {
			for _, b := range sorted[i+1:] {
				first, second := a, b
				if !movable[second.ID] {
					first, second = second, first
				}
				if !movable[second.ID] || !boxes[first.ID].Overlaps(boxes[second.ID]) {
					continue
				}
				boxes[second.ID] = besideBox(boxes[second.ID], boxes[first.ID])
				pushed = true
			}
		}
		if !pushed {
			return
		}
	}
}

// besideBox moves a box to the right of or below another one, or to the left or above where that
// is much shorter.
func besideBox(b, other Rect) Rect {
	right, down := other.Right()+leastGap-b.X, other.Bottom()+leastGap-b.Y
	left, up := b.Right()+leastGap-other.X, b.Bottom()+leastGap-other.Y
	switch least := min(right, down, 2*left, 2*up); least {
	case right:
		b.X += right
	case down:
		b.Y += down
	case 2 * left:
		b.X -= left
	default:
		b.Y -= up
	}
	return b
}

// straighten makes straight lines level or upright that nearly are.
func straighten(s *Scene, all []*Group, boxes map[model.ID]Rect, movable map[model.ID]bool) {
	lines := map[model.ID]int{} // of a shape
	bySubject := map[model.ID]*Group{}
	for _, g := range all {
		bySubject[g.Subject] = g
	}
	ends := func(g *Group) (a, b *Group) {
		if g.Route == nil || len(g.Between) != 2 {
			return nil, nil
		}
		return bySubject[g.Between[0]], bySubject[g.Between[1]]
	}
	for i := range s.Groups {
		if a, b := ends(&s.Groups[i]); a != nil && b != nil {
			lines[a.ID]++
			lines[b.ID]++
		}
	}
	for i := range s.Groups {
		g := &s.Groups[i]
		a, b := ends(g)
		if a == nil || b == nil || a == b || len(g.Route) != 2 || g.Route[0].X == g.Route[1].X || g.Route[0].Y == g.Route[1].Y {
			continue
		}
		if lines[a.ID] > lines[b.ID] || !movable[a.ID] {
			a, b = b, a
		}
		for _, pair := range [][2]*Group{{a, b}, {b, a}} {
			if to, ok := inLine(boxes[pair[0].ID], boxes[pair[1].ID]); ok && movable[pair[0].ID] && hasRoom(all, boxes, pair[0].ID, to) {
				boxes[pair[0].ID] = to
				break
			}
		}
	}
}

// inLine is a box level with or above another one, where it nearly is.
func inLine(b, other Rect) (Rect, bool) {
	dx, dy := other.Center().X-b.Center().X, other.Center().Y-b.Center().Y
	switch {
	case dy != 0 && abs(dy) <= nearlyLevel && abs(dx) > abs(dy):
		b.Y += dy
	case dx != 0 && abs(dx) <= nearlyLevel && abs(dy) > abs(dx):
		b.X += dx
	default:
		return b, false
	}
	return b, true
}

func hasRoom(all []*Group, boxes map[model.ID]Rect, id model.ID, to Rect) bool {
	return !slices.ContainsFunc(all, func(g *Group) bool { return g.ID != id && boxes[g.ID].Inflate(leastGap/2).Overlaps(to) })
}
