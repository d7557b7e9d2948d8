package scene

import "lexeon/core/model"

// lineStyle is how relationships of a kind are drawn.
type lineStyle struct {
	role  Role
	round int // of corners
	// head stands where the line ends.
	head func(at Point, along vector) Primitive
	// finish is in the place of head, for lines that have marks at both ends or none of their own.
	finish func(d *Drawer, m *model.Model, c *connection, g *Group)
	// label is what stands at the middle; nil where there is nothing.
	label func(d *Drawer, m *model.Model, c *connection) *label
	// straight: where nothing stands in the way it goes straight, not at right angles.
	straight bool
	// up: arranged with its target above its source; upright: it leaves upwards where it can;
	// trunk: those that lead to one target, of one set, meet before it.
	up, upright, trunk bool
}

// lineStyles has every kind that is drawn; a test holds it to that. It is filled when the
// program starts, since a line may ask how others are drawn.
var lineStyles map[model.Kind]lineStyle

func init() {
	name := func(d *Drawer, _ *model.Model, c *connection) *label { return d.nameLabel(c) }
	none := func(*Drawer, *model.Model, *connection) *label { return nil }
	flow := func(d *Drawer, _ *model.Model, c *connection) *label { return d.flowLabel(c) }
	lineStyles = map[model.Kind]lineStyle{
		model.Association:    {role: RoleLine, finish: (*Drawer).finishAssociation, label: name},
		model.Generalization: {role: RoleLine, head: triangle, label: name, up: true, upright: true, trunk: true},
		model.Realization:    {role: RoleDashed, head: triangle, label: name, up: true, upright: true},
		model.Dependency:     {role: RoleDashed, head: arrow, label: name},
		model.Usage:          {role: RoleDashed, head: arrow, label: name},
		model.Anchor:         {role: RoleDashed, label: name, up: true, straight: true},
		model.Link:           {role: RoleLine, label: name},
		model.DataFlow:       {role: RoleLine, round: flowRound, head: flowArrow, label: flow},
		model.Participation:  {role: RoleLine, label: none, straight: true},
		model.Include:        {role: RoleDashed, head: arrow, label: (*Drawer).caseLabel, straight: true},
		model.Extend:         {role: RoleDashed, head: arrow, label: (*Drawer).caseLabel, straight: true},
		model.Provides:       {role: RoleDashed, head: triangle, label: name, up: true}, // who asks for an interface, the interface, who provides it
		model.Requires:       {role: RoleDashed, head: arrow, label: name},
		model.Delegation:     {role: RoleLine, head: arrow, label: name},
		model.Assembly: {role: RoleLine, label: name, finish: func(_ *Drawer, _ *model.Model, c *connection, g *Group) {
			g.Shapes = append(assembly(c.points), g.Shapes[1:]...)
		}},
	}
}

// finishAssociation draws keys, diamonds, arrows and crosses at the ends, with their labels.
func (d *Drawer) finishAssociation(m *model.Model, c *connection, g *Group) {
	start, end := direction(c.points), direction(reversed(c.points))
	first, last := c.points[0], c.points[len(c.points)-1]
	data := c.rel.Association()
	for i, place := range []struct {
		at    Point
		along vector
	}{{first, start}, {last, end}} {
		e := c.ends[i]
		_, qualifier := d.qualifierBox(e, place.at, place.along)
		g.Shapes = append(g.Shapes, qualifier...)
		reach := endReach(c, i)
		foot := place.at
		if qualifier != nil { // the mark stands behind the key
			keys := d.qualifierReach(e, place.along)
			place.at = place.along.at(place.at, float64(keys), 0)
			reach += keys
		}
		switch {
		case c.crow:
			g.Shapes = append(g.Shapes, crowFoot(place.at, place.along, e.End().Multiplicity)...)
		case data.Whole == e.ID && data.Aggregation != model.NoAggregation:
			g.Shapes = append(g.Shapes, diamond(place.at, place.along, data.Aggregation == model.Composite))
		case e.End().Navigable == model.Yes:
			g.Shapes = append(g.Shapes, arrow(place.at, place.along))
		case e.End().Navigable == model.No:
			g.Shapes = append(g.Shapes, cross(place.at, place.along)...)
		}
		c.labels = append(c.labels, d.endLabels(m, c, e, foot, place.along, reach)...)
	}
}
