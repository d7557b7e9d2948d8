package neatness

import (
	"fmt"

	"lexeon/core/geometry"
	"lexeon/core/model"
	"lexeon/core/scene"
)

// CrossingAvoidable is a crossing that is there only because of where a shape stands.
const CrossingAvoidable Kind = "avoidable crossing"

// mostShapes is for how many shapes it is tried where else they could stand.
const mostShapes = 24

// gap is what a shape keeps from others where it is tried.
const gap = 20

// Avoidable tells whether fewer lines would cross if two shapes changed places, or one stood
// where there is a free place level with some shape and above or below another one: what would
// have to be done. It draws the diagram for every try, and tells the first that helps without
// making anything else worse.
func Avoidable(m *model.Model, d *scene.Drawer, diagram model.ID) []Fault {
	drawn := d.Of(m, diagram)
	now := Of(drawn)
	var shapes []*scene.Group
	for i := range drawn.Groups {
		if g := &drawn.Groups[i]; g.Box != nil && g.ID != "frame" && len(g.Holds) == 0 && g.At == "" && m.Placement(g.ID) != nil {
			shapes = append(shapes, g)
		}
	}
	if len(shapes) > mostShapes || now.Crossings == 0 {
		return nil
	}
	helps := func(changes ...model.Change) bool {
		next, _, _, err := model.Edit(m, changes)
		if err != nil {
			return false
		}
		then := Of(d.Of(next, diagram))
		return then.Crossings < now.Crossings && len(then.Faults) <= len(now.Faults)
	}
	// to moves a shape so that its box is there: a placement need not be at its corner.
	to := func(g *scene.Group, x, y int) model.Change {
		p := m.Placement(g.ID)
		return &model.Move{ID: g.ID, X: p.X + x - g.Box.X, Y: p.Y + y - g.Box.Y}
	}
	centred := func(g *scene.Group, at geometry.Point) model.Change {
		return to(g, at.X-g.Box.W/2, at.Y-g.Box.H/2)
	}
	for i, a := range shapes {
		for _, b := range shapes[i+1:] {
			if helps(centred(a, b.Box.Center()), centred(b, a.Box.Center())) {
				return []Fault{{CrossingAvoidable, fmt.Sprintf("%s and %s in each other's place", a.Title, b.Title)}}
			}
		}
	}
	for _, g := range shapes {
		for _, column := range shapes {
			for _, row := range shapes {
				at := geometry.Point{X: column.Box.Center().X, Y: row.Box.Center().Y}
				box := geometry.Rect{X: at.X - g.Box.W/2, Y: at.Y - g.Box.H/2, W: g.Box.W, H: g.Box.H}
				free := true
				for _, o := range shapes {
					free = free && (o == g || !o.Box.Inflate(gap).Overlaps(box))
				}
				if free && helps(centred(g, at)) {
					return []Fault{{CrossingAvoidable, fmt.Sprintf("%s in line with %s and %s", g.Title, column.Title, row.Title)}}
				}
			}
		}
	}
	return nil
}
