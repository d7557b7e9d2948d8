package scene

import (
	"maps"
	"slices"

	"lexeon/core/bounded"
	"lexeon/core/model"
	"lexeon/core/route"
)

// arranging leads the lines of a diagram that is being arranged: first all of them looked at
// together, then those again that run through a name of another line, around it.
type arranging struct {
	ways   map[model.ID][]int // of the lines, as they are kept
	again  map[model.ID]bool  // those that are led anew; nil: all
	around []Rect             // names that they go around

	// What the lines were led between, and how.
	shapes []standing // the first of the boxes
	boxes  []Rect
	lines  []route.Line
	routes [][]Point
}

// standing is a shape that lines lead to.
type standing struct {
	placement model.ID
	at        Point    // of its placement
	in        model.ID // what is drawn around it, the innermost
}

// standingIn lists shapes with what is drawn around them.
func standingIn(m *model.Model, shapes, around []Group) []standing {
	out := make([]standing, len(shapes))
	for i := range shapes {
		out[i].placement = shapes[i].ID
		if p := m.Placement(shapes[i].ID); p != nil {
			out[i].at = Point{X: p.X, Y: p.Y}
		}
		for k := range around {
			if slices.Contains(around[k].Holds, shapes[i].ID) {
				out[i].in = around[k].ID // inner ones come later
			}
		}
	}
	return out
}

// routesOf finds the lines of a diagram.
func (d *Drawer) routesOf(diagram model.ID, list []*connection, boxes []Rect, lines []route.Line) [][]Point {
	a := d.arranging
	if a == nil {
		return d.routes.Routes(d.sign, string(diagram), boxes, lines)
	}
	kept := func(i int) bool { // a line whose way is kept with its placement
		l := &lines[i]
		return l.ID == string(list[i].placement.ID) && l.Style == route.RightAngled && l.From != l.To && len(l.Bends) == 0
	}
	var routes [][]Point
	if a.again == nil {
		routes = route.Untangle(d.sign, boxes, lines)
	} else {
		for i := range lines {
			if id := list[i].placement.ID; kept(i) && !a.again[id] {
				lines[i].Way = wayFrom(a.ways[id], boxes[lines[i].From])
			}
		}
		routes = (*route.Memory)(nil).Routes(d.sign, "", slices.Concat(boxes, a.around), lines)
	}
	a.boxes, a.lines, a.routes = boxes, lines, routes
	for i, c := range list {
		if kept(i) {
			a.ways[c.placement.ID] = wayOf(routes[i], boxes[lines[i].From])
		}
	}
	return routes
}

// mostAgain is how often lines are led around names.
const mostAgain = 4

// led finds the ways of all lines of a diagram once its shapes stand where they are to stand,
// and how many names stand on something all the same.
func (d *Drawer) led(m *model.Model, diagram model.ID) (best *arranging, covered int) {
	draw := func(a *arranging) []covering {
		drawer := *d
		drawer.arranging = a
		drawer.recent, drawer.lines = &recent[Scene]{}, bounded.New[model.ID, *drawnLines](1)
		return coveredLabels(drawer.Of(m, diagram))
	}
	best = &arranging{ways: map[model.ID][]int{}}
	faults := draw(best)
	for range mostAgain {
		next := &arranging{ways: maps.Clone(best.ways), again: map[model.ID]bool{}}
		for _, f := range faults {
			if f.by != "" {
				next.again[f.by] = true
				next.around = append(next.around, f.label.Inflate(-2))
			}
		}
		if len(next.again) == 0 {
			break
		}
		left := draw(next)
		if len(left) >= len(faults) {
			break
		}
		best, faults = next, left
	}
	return best, len(faults)
}

// covering is a name at a line that stands where something else is.
type covering struct {
	label Rect
	by    model.ID // the placement of the line that runs through it; empty: a shape, another name
}

// coveredLabels lists the names that stand on another line, on a shape or on another name.
func coveredLabels(s *Scene) (out []covering) {
	type name struct {
		box Rect
		of  *Group
	}
	var names []name
	for i := range s.Groups {
		g := &s.Groups[i]
		if g.Route == nil {
			continue
		}
		for _, p := range g.Shapes {
			if t := p.Text; t != nil {
				names = append(names, name{Rect{X: t.X, Y: t.Y - t.Size*4/5, W: (t.Width + 99) / 100, H: t.Size}, g})
			}
		}
	}
	for i, n := range names {
		for k := range s.Groups {
			g := &s.Groups[k]
			switch {
			case g.ID == n.of.ID || g.ID == "frame":
			case g.Route != nil:
				for q := 1; q < len(g.Route); q++ {
					if n.box.CrossedBy(g.Route[q-1], g.Route[q]) {
						out = append(out, covering{n.box, g.ID})
						break
					}
				}
			case g.Box != nil && len(g.Holds) == 0 && g.Subject != "" && g.Box.Overlaps(n.box) && !isCircle(g):
				out = append(out, covering{n.box, ""})
			}
		}
		for _, o := range names[i+1:] {
			if n.box.Overlaps(o.box) {
				out = append(out, covering{n.box, ""})
			}
		}
	}
	return out
}

// isCircle reports whether a shape fills only a part of its box.
func isCircle(g *Group) bool { return g.Kind == model.Process && g.Box.W == g.Box.H }

// looser is by how much shapes stand farther apart where names do not find room, step by step,
// and tries is how often that is tried by the number of lines: many take long.
const looser = 26

func triesOf(lines int) int { return max(1, min(4, 240/(lines+1))) }

// arranged tells the changes that arrange shapes, with the ways of their lines: first as place
// arranges them, then with more room between as long as a name stands on something. shapes
// may change places where that saves crossings; wanted tells which lines are led, and the others
// stay as they are.
func (d *Drawer) arranged(m *model.Model, diagram model.ID, place func(loose int) []model.Change, shapes []*Group, wanted func(*model.Placement) bool) ([]model.Change, error) {
	movable := func(id model.ID) bool {
		return slices.ContainsFunc(shapes, func(g *Group) bool { return g.ID == id && !g.surrounds() })
	}
	var best []model.Change
	least := -1
	for try := range triesOf(len(m.PlacementsOn(diagram))) {
		changes := place(try * looser)
		if try > 0 && len(shapes) == 0 {
			break // they stand where they are to stand
		}
		next, _, _, err := model.Edit(m, changes)
		if err != nil {
			return nil, err
		}
		led, covered := d.led(next, diagram)
		first := led
		first.exchange(d, changes, movable, func(better []model.Change) bool {
			exchanged, _, _, err := model.Edit(m, better)
			if err != nil {
				return false
			}
			again, left := d.led(exchanged, diagram)
			if left > covered || crossingsOf(again.routes) >= crossingsOf(led.routes) {
				return false
			}
			changes, next, led, covered = better, exchanged, again, left
			return true
		})
		ways := led.ways
		if least >= 0 && covered >= least {
			continue
		}
		least = covered
		for _, id := range slices.Sorted(maps.Keys(ways)) {
			if p := next.Placement(id); wanted(p) && !slices.Equal(p.Way, ways[id]) {
				changes = append(changes, &model.SetLine{ID: id, Line: p.Line, Way: ways[id]})
			}
		}
		if best = changes; least == 0 {
			break
		}
	}
	next, _, _, err := model.Edit(m, best)
	if err != nil {
		return nil, err
	}
	return placedOtherwise(m, next, diagram), nil
}

// placedOtherwise are the changes that lead from the placements of a diagram in one model to
// those in the other, and no more: who arranges what is arranged changes nothing.
func placedOtherwise(old, next *model.Model, diagram model.ID) (out []model.Change) {
	for _, now := range next.PlacementsOn(diagram) {
		was := old.Placement(now.ID)
		if now.X != was.X || now.Y != was.Y {
			out = append(out, &model.Move{ID: now.ID, X: now.X, Y: now.Y})
		}
		if now.W != was.W || now.H != was.H {
			out = append(out, &model.Resize{ID: now.ID, W: now.W, H: now.H})
		}
		if now.Line != was.Line || !slices.Equal(now.Bends, was.Bends) || !slices.Equal(now.Way, was.Way) {
			out = append(out, &model.SetLine{ID: now.ID, Line: now.Line, Bends: now.Bends, Way: now.Way})
		}
		for _, l := range was.Labels {
			if !slices.Contains(now.Labels, l) {
				out = append(out, &model.MoveLabel{ID: now.ID, Label: l.Label, Back: true})
			}
		}
	}
	return out
}
