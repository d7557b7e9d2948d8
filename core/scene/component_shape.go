package scene

import (
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/typeface"
)

// Symbols of component diagrams: UML 2.5.1, clause 11.6.4.
const (
	componentLeast = 150
	componentTall  = 64
	partLeast      = 130
	partTall       = 48
	iconWide       = 16 // the symbol in the upper right corner
	iconTall       = 14
)

// keywords are the keyword of a component and its stereotypes: a subsystem says so
// instead.
func keywords(e *model.Element) string {
	words := e.Stereotypes
	if !slices.Contains(words, "subsystem") {
		words = append([]string{"component"}, words...)
	}
	if e.Component().External {
		words = append(slices.Clone(words), "external")
	}
	return "«" + strings.Join(words, ", ") + "»"
}

// component draws a component that nothing is shown in.
func (d *Drawer) component(m *model.Model, p *model.Placement, e *model.Element) Group {
	lines, face, role := d.nameLines(e, nameLimit)
	words := keywords(e)
	w := max(componentLeast, d.widest(lines, face)+2*padX+20, d.width(typeface.Regular, smallSize, words)+2*(iconWide+14))
	_, receives := notation.FeatureParts(m, e.ID)
	below, _ := d.featureLines(m, notation.ContextOf(m, e), receives)
	for _, l := range below {
		w = max(w, d.width(l.face, l.size, l.text)+2*padX)
	}
	h := max(componentTall, 2*padY+lineHeight*(len(lines)+1+len(below))+10)
	g := Group{ID: p.ID, Subject: e.ID, Kind: e.Kind, Title: "component " + displayName(e), Larger: p.W > w || p.H > h}
	box := Rect{X: p.X, Y: p.Y, W: max(w, p.W), H: max(h, p.H)}
	g.Box = &box
	tint, _ := m.ColourOf(e)
	g.Shapes = append(g.Shapes, Primitive{Role: RoleShape, Tint: tint, Rect: &box})
	g.Shapes = append(g.Shapes, componentIcon(box)...)
	top := box.Y + (box.H-lineHeight*(len(lines)+1+len(below)))/2
	for i, l := range below { // what it is ready for, under its name
		at := box.Bottom() - padY - lineHeight*(len(below)-i)
		g.Shapes = append(g.Shapes, Primitive{Role: l.role, Text: d.run(box.X+padX, at+l.up, l.text, l.face, l.size)})
	}
	g.Shapes = append(g.Shapes, Primitive{Role: RoleMuted, Text: d.run(box.X+(box.W-d.width(typeface.Regular, smallSize, words))/2, top+smallUp, words, typeface.Regular, smallSize)})
	d.nameIn(&g, e, lines, face, role, box, top+lineHeight)
	return g
}

// componentIcon is a rectangle with two smaller ones on its left edge.
func componentIcon(box Rect) []Primitive {
	x, y := box.Right()-iconWide-6, box.Y+7
	body := Rect{X: x + 4, Y: y, W: iconWide - 4, H: iconTall}
	upper, lower := Rect{X: x, Y: y + 2, W: 8, H: 4}, Rect{X: x, Y: y + 8, W: 8, H: 4}
	return []Primitive{{Role: RoleShape, Rect: &body}, {Role: RoleShape, Rect: &upper}, {Role: RoleShape, Rect: &lower}}
}

// componentPart draws a part: its name, a colon, what it is an instance of, and how
// many there are (UML 2.5.1, 11.2.4).
func (d *Drawer) componentPart(m *model.Model, p *model.Placement, e *model.Element) Group {
	text := partText(m, e)
	lines, face, role := d.wrap(text, typeface.Semibold, textSize, nameLimit), typeface.Semibold, RoleText
	if strings.Trim(text, " :") == "" {
		lines, face, role = []string{"(no name)"}, typeface.Italic, RoleMuted
	}
	many := e.ComponentPart().Multiplicity.String()
	w := max(partLeast, d.widest(lines, face)+2*padX+20)
	h := max(partTall, 2*padY+lineHeight*len(lines)+6)
	words, above := "", 0
	if len(e.Stereotypes) > 0 {
		words, above = "«"+strings.Join(e.Stereotypes, ", ")+"»", lineHeight
		w = max(w, d.width(typeface.Regular, smallSize, words)+2*padX)
		h += above
	}
	g := Group{ID: p.ID, Subject: e.ID, Kind: e.Kind, Title: "part " + strings.TrimSpace(text), Larger: p.W > w || p.H > h}
	box := Rect{X: p.X, Y: p.Y, W: max(w, p.W), H: max(h, p.H)}
	g.Box = &box
	tint, _ := m.ColourOf(e)
	g.Shapes = append(g.Shapes, Primitive{Role: RoleShape, Tint: tint, Rect: &box})
	if words != "" {
		x := box.X + (box.W-d.width(typeface.Regular, smallSize, words))/2
		g.Shapes = append(g.Shapes, Primitive{Role: RoleMuted, Text: d.run(x, box.Y+(box.H-lineHeight*len(lines)-above)/2+smallUp, words, typeface.Regular, smallSize)})
	}
	if many != "" {
		g.Shapes = append(g.Shapes, Primitive{Role: RoleText, Text: d.run(box.Right()-6-d.width(typeface.Regular, smallSize, many), box.Y+4+smallUp, many, typeface.Regular, smallSize)})
	}
	top := box.Y + (box.H-lineHeight*len(lines)-above)/2 + above
	d.nameIn(&g, e, lines, face, role, box, top)
	return g
}

func partText(m *model.Model, e *model.Element) string {
	text := strings.TrimSpace(e.Name)
	if c := m.Element(e.ComponentPart().Component); c != nil {
		text += " : " + displayName(c)
	}
	return strings.TrimSpace(text)
}

// provided reports whether something on a diagram provides an interface there, by a
// line that is shown.
func provided(m *model.Model, diagram, iface model.ID) bool {
	return slices.ContainsFunc(m.RelationshipsOf(iface), func(r *model.Relationship) bool {
		return r.Target == iface && (r.Kind == model.Provides || r.Kind == model.Realization) && m.PlacementOn(diagram, r.ID) != nil
	})
}

// required likewise reports whether something requires it there.
func required(m *model.Model, diagram, iface model.ID) bool {
	return slices.ContainsFunc(m.Offering(iface, model.Requires), func(r *model.Relationship) bool { return m.PlacementOn(diagram, r.ID) != nil })
}
