package scene

import (
	"math"
	"strings"

	"lexeon/core/model"
	"lexeon/core/tableview"
)

// Shown is the model that a diagram shows: for most the project's own, for one of tables what is
// derived for it, with a place for each table.
func (d *Drawer) Shown(m *model.Model, diagram model.ID) *model.Model {
	row := m.Diagram(diagram)
	if row == nil || row.Kind != model.TableDiagram {
		return m
	}
	if last := d.derived.get(m, diagram); last != nil {
		return last
	}
	out, bare := tableview.Model(m, row, tableview.Plan(m))
	if len(bare) > 0 {
		out = d.placed(out, diagram, bare)
	}
	d.derived.put(m, diagram, out)
	return out
}

// placed gives tables a place that nobody has put anywhere: all of them in layers, or those that came
// later beside the others.
func (d *Drawer) placed(m *model.Model, diagram model.ID, bare []model.ID) *model.Model {
	shapes := 0
	for _, p := range m.PlacementsOn(diagram) {
		if m.Element(p.Subject) != nil {
			shapes++
		}
	}
	edit := func(changes []model.Change) {
		if next, _, _, err := model.Edit(m, changes); err == nil {
			m = next
		}
	}
	if len(bare) == shapes {
		var apart []model.Change // lines between what stands on each other take long to lead
		for i, id := range bare {
			apart = append(apart, &model.Move{ID: id, X: i % 16 * 320, Y: i / 16 * 320})
		}
		edit(apart)
		if changes, err := d.Arrange(m, diagram, InLayers, nil); err == nil {
			edit(changes)
		}
		return m
	}
	for i, id := range bare {
		p := m.Placement(id)
		box := *d.shape(m, p, m.Element(p.Subject)).Box
		at := d.freeBelow(m, diagram, bare[i:], box)
		edit([]model.Change{&model.Move{ID: id, X: at.X, Y: at.Y}})
	}
	return m
}

// freeBelow is the place of a table under all that have one.
func (d *Drawer) freeBelow(m *model.Model, diagram model.ID, bare []model.ID, box Rect) Point {
	var b bounder
	isBare := map[model.ID]bool{}
	for _, id := range bare {
		isBare[id] = true
	}
	for _, p := range m.PlacementsOn(diagram) {
		if e := m.Element(p.Subject); e != nil && !isBare[p.ID] {
			b.primitive(Primitive{Rect: d.rememberedShape(m, p, e).Box})
		}
	}
	all := b.rect()
	return Point{all.X, all.Bottom() + placeGap}
}

// asTables tells a drawing of derived tables what they are, and takes off what could be typed into
// them: a column is renamed in its class.
func asTables(m *model.Model, s *Scene) {
	for i := range s.Groups {
		g := &s.Groups[i]
		g.Slots = nil
		switch {
		case m.Element(g.Subject) != nil:
			g.Kind, g.Title = model.TableShape, "table "+m.Element(g.Subject).Name
		case m.Relationship(g.Subject) != nil:
			ids := m.Connected(m.Relationship(g.Subject))
			g.Kind, g.Title = model.ReferenceLine, "reference from "+m.Element(ids[0]).Name+" to "+m.Element(ids[1]).Name+": "+m.Relationship(g.Subject).Name
		}
		g.Hash = ""
	}
}

// The signs of crow's foot, from the shape outward: how many at most, then how few.
const (
	footLength = 12
	signRadius = 4
	crowLength = 24
)

// crowFoot draws how many there are at an end: a foot for many or a bar for one, and a circle for none
// or a bar for one at least. What is not said has no second sign.
func crowFoot(at Point, along vector, mult model.Multiplicity) (out []Primitive) {
	path := func(points ...Point) {
		out = append(out, Primitive{Role: RoleLine, Path: &Path{Points: points}})
	}
	lower, upper := mult.Bounds()
	next := 7.0
	if upper == 1 {
		path(along.at(at, next, 7), along.at(at, next, -7))
	} else {
		path(along.at(at, 0, 8), along.at(at, footLength, 0), along.at(at, 0, -8))
		next = footLength
	}
	switch {
	case mult.State != model.Decided:
	case lower > 0:
		path(along.at(at, next+5, 7), along.at(at, next+5, -7))
	default:
		var ring []Point
		for i := range 12 {
			sin, cos := math.Sincos(float64(i) * math.Pi / 6)
			ring = append(ring, along.at(at, next+signRadius+1+signRadius*cos, signRadius*sin))
		}
		out = append(out, Primitive{Role: RoleHollow, Path: &Path{Points: ring, Closed: true}})
	}
	return out
}

// besideCrow is what stands beside the signs, since they cannot say it: bounds such as 2..5, and ?
// for what is not decided.
func besideCrow(mult model.Multiplicity) string {
	lower, upper := mult.Bounds()
	if mult.State == model.Decided && lower <= 1 && (upper == 1 || upper == model.Many) {
		return ""
	}
	return mult.String()
}

// keyCompartments are the columns of a table: those of its key, and below a rule the others.
func keyCompartments(columns []*model.Element, lines []textLine) (out [][]textLine) {
	keys := 0
	for _, c := range columns {
		if c.Attribute().Identifier {
			keys++
		}
	}
	at := 0 // lines of the key, some of which are wrapped
	for i := range lines {
		if lines[i].indent == 0 {
			if keys == 0 {
				break
			}
			keys--
		}
		lines[i].text = strings.TrimSuffix(strings.TrimSuffix(lines[i].text, "{id}"), " ")
		at++
	}
	if at > 0 {
		out = append(out, lines[:at])
	}
	if at < len(lines) {
		out = append(out, lines[at:])
	}
	return out
}
