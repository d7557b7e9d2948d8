package scene

import (
	"strings"

	"lexeon/core/model"
	"lexeon/core/typeface"
)

const (
	noteLimit = 240
	noteFold  = 12
)

// note draws a sheet with its upper right corner folded: UML 2.5.1, 7.2.4.
func (d *Drawer) note(m *model.Model, p *model.Placement, e *model.Element) Group {
	body, role, face := e.Note().Body, RoleText, typeface.Regular
	if strings.TrimSpace(body) == "" {
		body, role, face = "(empty note)", RoleMuted, typeface.Italic
	}
	limit := max(noteLimit, p.W-2*padX-noteFold)
	var lines []string
	for paragraph := range strings.SplitSeq(body, "\n") {
		lines = append(lines, d.wrap(strings.ReplaceAll(paragraph, "\t", "    "), face, textSize, limit)...)
	}
	w, h := minWidth, 2*padY+lineHeight*len(lines)
	for _, l := range lines {
		w = max(w, d.width(face, textSize, l)+2*padX+noteFold)
	}
	g := Group{ID: p.ID, Subject: e.ID, Kind: e.Kind, Title: m.Describe(e.ID), Larger: p.W > w || p.H > h}
	w, h = max(w, p.W), max(h, p.H)
	box := Rect{X: p.X, Y: p.Y, W: w, H: h}
	g.Box = &box
	fold := Point{X: p.X + w - noteFold, Y: p.Y + noteFold}
	g.Shapes = []Primitive{
		{Role: RoleNote, Path: &Path{Closed: true, Points: []Point{
			{X: p.X, Y: p.Y}, {X: fold.X, Y: p.Y}, {X: p.X + w, Y: fold.Y}, {X: p.X + w, Y: p.Y + h}, {X: p.X, Y: p.Y + h}}}},
		{Role: RoleLine, Path: &Path{Points: []Point{{X: fold.X, Y: p.Y}, fold, {X: p.X + w, Y: fold.Y}}}},
	}
	for i, l := range lines {
		g.Shapes = append(g.Shapes, Primitive{Role: role, Text: d.run(p.X+padX, p.Y+padY+i*lineHeight+ascent, l, face, textSize)})
	}
	g.Slots = []Slot{{Row: e.ID, Field: "note", Title: "Text of the note", Value: e.Note().Body, Rect: box, Face: typeface.Regular, Size: textSize}}
	return g
}
