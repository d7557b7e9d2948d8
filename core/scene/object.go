package scene

import (
	"strings"

	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/typeface"
)

// object draws an example: its name and classifier underlined, then the values of
// its attributes (UML 2.5.1, 9.8.4).
func (d *Drawer) object(m *model.Model, p *model.Placement, e *model.Element) Group {
	head := e.Name
	if t := m.TypeText(e); t != "" {
		head = strings.TrimSpace(head + " : " + t)
	}
	role, face := RoleText, typeface.Semibold
	if strings.TrimSpace(head) == "" {
		head, role, face = "(no name)", RoleMuted, typeface.Italic
	}
	names := d.wrap(head, face, textSize, nameLimit)
	var values []string
	for _, v := range notation.ValueLines(e) {
		values = append(values, d.wrap(v, typeface.Regular, textSize, featureLimit)...)
	}
	if detail, _ := m.DetailOf(p); detail == model.DetailNames || detail == model.DetailOperations {
		values = nil
	}
	w, headTall, h := minWidth, 2*padY+lineHeight*len(names), 0
	for _, l := range names {
		w = max(w, d.width(face, textSize, l)+2*padX)
	}
	for _, l := range values {
		w = max(w, d.width(typeface.Regular, textSize, l)+2*padX)
	}
	h = headTall
	if len(values) > 0 {
		h += 2*padY + lineHeight*len(values)
	}
	g := Group{ID: p.ID, Subject: e.ID, Kind: e.Kind, Title: m.Describe(e.ID), Larger: p.W > w || p.H > h, Detail: p.Detail}
	box := Rect{X: p.X, Y: p.Y, W: max(w, p.W), H: max(h, p.H)}
	g.Box = &box
	tint := model.Colour("")
	if t := m.Element(e.Type); t != nil {
		tint, _ = m.ColourOf(t)
	}
	g.Shapes = append(g.Shapes, Primitive{Role: RoleShape, Tint: tint, Rect: &box})
	for i, l := range names {
		t := d.run(box.X+(box.W-d.width(face, textSize, l))/2, box.Y+padY+i*lineHeight+ascent, l, face, textSize)
		t.Underline = role == RoleText
		g.Shapes = append(g.Shapes, Primitive{Role: role, Text: t})
	}
	if len(values) > 0 {
		y := box.Y + headTall
		g.Shapes = append(g.Shapes, Primitive{Role: RoleLine, Path: &Path{Points: []Point{{box.X, y}, {box.Right(), y}}}})
		for i, l := range values {
			g.Shapes = append(g.Shapes, Primitive{Role: RoleText, Text: d.run(box.X+padX, y+padY+i*lineHeight+ascent, l, typeface.Regular, textSize)})
		}
	}
	g.Slots = []Slot{{Row: e.ID, Field: "object", Title: "Name and values of " + m.Describe(e.ID), Value: notation.ObjectText(m, e), Rect: box, Face: typeface.Regular, Size: textSize}}
	return g
}

// linkText is what stands at a link: its name, or that of its association.
func linkText(m *model.Model, r *model.Relationship) string {
	if a := m.Relationship(r.Refers); a != nil && strings.TrimSpace(r.Name) == "" {
		return a.Name
	}
	return r.Name
}
