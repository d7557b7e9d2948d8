package scene

import "lexeon/core/model"

// shape is how elements of a kind are drawn.
type shape struct {
	draw func(d *Drawer, m *model.Model, p *model.Placement, e *model.Element) Group
	// keyword stands above the name, in guillemets (UML 2.5.1, 9.2.4); classifiers only.
	keyword string
	// wide: what is drawn depends on more rows than the element, its parts, their types,
	// its diagram and the project, so that it is not remembered. Nil: it does not.
	wide func(m *model.Model, p *model.Placement) bool
}

// shapes has every kind that is placed; a test holds it to that. It is filled when the
// program starts, since a shape may draw others.
var shapes map[model.Kind]shape

func init() {
	always := func(*model.Model, *model.Placement) bool { return true }
	// On component diagrams an interface is drawn by who provides and requires it there.
	onComponents := func(m *model.Model, p *model.Placement) bool {
		row := m.Diagram(p.Diagram)
		return row != nil && row.Kind == model.ComponentDiagram
	}
	boundary := func(d *Drawer, m *model.Model, p *model.Placement, e *model.Element) Group {
		return d.boundary(m, p, e, nil, nil)
	}
	shapes = map[model.Kind]shape{
		model.Class:         {draw: (*Drawer).classifier},
		model.Interface:     {draw: (*Drawer).classifier, keyword: "interface", wide: onComponents},
		model.Enumeration:   {draw: (*Drawer).classifier, keyword: "enumeration"},
		model.DataType:      {draw: (*Drawer).classifier, keyword: "dataType"},
		model.Signal:        {draw: (*Drawer).classifier, keyword: "signal"},
		model.Note:          {draw: (*Drawer).note},
		model.Constraint:    {draw: (*Drawer).constraint},
		model.Object:        {draw: (*Drawer).object, wide: always},  // on its class
		model.Process:       {draw: (*Drawer).process, wide: always}, // on numbers and notation
		model.Entity:        {draw: (*Drawer).entity, wide: always},  // on whether it is shown once more
		model.Store:         {draw: (*Drawer).store, wide: always},   // likewise
		model.Actor:         {draw: (*Drawer).actor},
		model.UseCase:       {draw: (*Drawer).useCase},
		model.Subject:       {draw: boundary},
		model.PackageKind:   {draw: boundary},
		model.Component:     {draw: (*Drawer).component},
		model.ComponentPart: {draw: (*Drawer).componentPart, wide: always}, // on its component
	}
}

// shape draws an element by its kind.
func (d *Drawer) shape(m *model.Model, p *model.Placement, e *model.Element) Group {
	return shapes[e.Kind].draw(d, m, p, e)
}
