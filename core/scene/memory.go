package scene

import (
	"slices"

	"lexeon/core/model"
)

// remembered is a shape that was drawn before, since most of a diagram stays as it is
// from one change to the next. Rows never change in place, so a shape is the same if it
// was drawn from the very same rows.
type remembered struct {
	from  []model.Row
	group Group
}

// maxShapes bounds the memory; a shape takes some five kilobytes.
const maxShapes = 4000

func (d *Drawer) rememberedShape(m *model.Model, p *model.Placement, e *model.Element) Group {
	from, certain := drawnFrom(m, p, e)
	if !certain {
		return d.shape(m, p, e)
	}
	if last, ok := d.shapes.Get(p.ID); ok && slices.Equal(last.from, from) {
		return last.group
	}
	g := d.shape(m, p, e)
	g.Hash = hashGroup(&g)
	d.shapes.Add(p.ID, remembered{from, g})
	return g
}

// drawnFrom lists every row that the drawing of a shape depends on. It is
// not certain where a parameter has a name and no type: whether that name is
// written in quotes depends on the names of all classifiers.
func drawnFrom(m *model.Model, p *model.Placement, e *model.Element) (rows []model.Row, certain bool) {
	if wide := shapes[e.Kind].wide; wide != nil && wide(m, p) {
		return nil, false
	}
	if _, inherited := m.DetailOf(p); inherited && e.Kind.IsClassifier() {
		return nil, false // on what it is a kind of
	}
	rows = append(rows, p, e)
	if row := m.Diagram(p.Diagram); row != nil {
		rows = append(rows, row)
	}
	if len(e.Stereotypes) > 0 {
		rows = append(rows, m.Project()) // its colours
	}
	certain = true
	var add func(owner model.ID)
	add = func(owner model.ID) {
		for _, part := range m.Children(owner) {
			rows = append(rows, part)
			if t := m.Element(part.Type); t != nil {
				rows = append(rows, t)
			}
			switch {
			case part.Kind == model.Operation:
				add(part.ID)
			case part.Kind == model.Reception: // it shows what its signal carries
				certain = false
			case part.Kind == model.Parameter && part.Type == "" && part.TypeName() == "":
				certain = false
			}
		}
	}
	add(e.ID)
	return rows, certain
}
