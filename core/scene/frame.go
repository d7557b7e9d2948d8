package scene

import (
	"lexeon/core/dataflow"
	"lexeon/core/model"
	"lexeon/core/typeface"
)

const (
	frameMargin   = 32
	headingHeight = 26
	emptyWidth    = 560
	emptyHeight   = 320
)

// headingKind is the kind in a frame's heading: UML 2.5.1, Annex A.
var headingKind = map[model.Kind]string{model.ClassDiagram: "class", model.ContextDiagram: "context", model.LevelDiagram: "data flow", model.UseCaseDiagram: "use case", model.ComponentDiagram: "component", model.TableDiagram: "tables"}

// frame draws the diagram's frame around its content, with the heading of kind
// and name in a pentagon, and grows the bounds to hold it.
func (d *Drawer) frame(m *model.Model, row *model.Diagram, bounds *Rect) Group {
	b := *bounds
	kind := headingKind[row.Kind]
	if row.Tables {
		kind = headingKind[model.TableDiagram]
	}
	kindWidth := d.width(typeface.Semibold, textSize, kind)
	name := row.Name
	if row.Kind == model.LevelDiagram {
		if n := dataflow.Number(m, row.About); n != "" {
			name = n + " " + name
		}
		if row.View == model.Physical {
			name += " (physical)"
		}
	}
	nameWidth := d.width(typeface.Regular, textSize, name)
	heading := 10 + kindWidth + 6 + nameWidth + 14
	f := Rect{b.X - frameMargin, b.Y - frameMargin - headingHeight, b.W + 2*frameMargin, b.H + 2*frameMargin + headingHeight}
	f.W, f.H = max(f.W, emptyWidth, heading+40), max(f.H, emptyHeight)
	*bounds = f
	g := Group{ID: "frame", Subject: row.ID, Kind: row.Kind, Title: row.Kind.Title() + " " + row.Name, Box: &f}
	g.Shapes = []Primitive{
		{Role: RoleFrame, Rect: &Rect{f.X, f.Y, f.W, f.H}},
		{Role: RoleFrame, Path: &Path{Closed: true, Points: []Point{
			{f.X, f.Y}, {f.X + heading, f.Y}, {f.X + heading, f.Y + headingHeight - 9},
			{f.X + heading - 9, f.Y + headingHeight}, {f.X, f.Y + headingHeight}}}},
		{Role: RoleText, Text: d.run(f.X+10, f.Y+18, kind, typeface.Semibold, textSize)},
		{Role: RoleText, Text: d.run(f.X+10+kindWidth+6, f.Y+18, name, typeface.Regular, textSize)},
	}
	g.Slots = []Slot{{Row: row.ID, Field: "name", Title: "Name of the diagram", Value: row.Name, Face: typeface.Regular, Size: textSize,
		Rect: Rect{f.X + 10 + kindWidth, f.Y + 2, nameWidth + 14, headingHeight - 4}}}
	return g
}
