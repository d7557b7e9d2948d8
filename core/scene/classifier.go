package scene

import (
	"strings"

	"lexeon/core/classifier"
	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/typeface"
)

const (
	padX         = 10
	padY         = 6
	minWidth     = 96
	nameLimit    = 260 // names wrap beyond this width
	featureLimit = 420
	hangIndent   = 16
	pictureSide  = 32
)

// textLine is one line of a compartment before it has a place.
type textLine struct {
	text      string
	face      typeface.Face
	size      int
	height    int
	up        int // baseline below the top of the line
	indent    int
	centred   bool
	underline bool
	role      Role
}

// classifier draws a classifier as a box with compartments: name, attributes or
// literals, operations. The box is as large as its content, or larger where a
// person made it so.
func (d *Drawer) classifier(m *model.Model, p *model.Placement, e *model.Element) Group {
	detail, inherited := m.DetailOf(p)
	if detail == model.DetailBall {
		return d.ball(m, p, e)
	}
	head := d.headLines(e)
	first, operations := notation.FeatureParts(m, e.ID)
	compartments := [][]textLine{head}
	features := ""
	ctx := notation.ContextOf(m, e)
	lines, typed := d.featureLines(m, ctx, first)
	operationLines, operationTyped := d.featureLines(m, ctx, operations)
	if len(first)+len(operations) > 0 {
		features = notation.JoinFeatures(typed, operationTyped)
	}
	if inherited {
		lines = append(lines, d.inheritedLines(m, e, model.Attribute, model.Literal)...)
		operationLines = append(operationLines, d.inheritedLines(m, e, model.Operation)...)
	}
	if row := m.Diagram(p.Diagram); row != nil && row.Accessors {
		operationLines = append(operationLines, d.accessorLines(m, e)...)
	}
	if row := m.Diagram(p.Diagram); row != nil && row.Tables {
		compartments = append(compartments, keyCompartments(first, lines)...)
		lines = nil
	}
	some := len(lines)+len(operationLines) > 0
	if some && (detail == model.DetailAll || detail == model.DetailAttributes) {
		compartments = append(compartments, lines)
	}
	if len(operationLines) > 0 && (detail == model.DetailAll || detail == model.DetailOperations) {
		compartments = append(compartments, operationLines)
	}
	w, h := minWidth, 0
	heights := make([]int, len(compartments))
	for i, c := range compartments {
		heights[i] = 2 * padY
		for _, l := range c {
			w = max(w, d.width(l.face, l.size, l.text)+l.indent+2*padX)
			heights[i] += l.height
		}
		if len(c) == 0 {
			heights[i] = padY * 2
		}
		h += heights[i]
	}
	if e.Picture != "" { // at the left of the names
		heights[0] = max(heights[0], pictureSide+2*padY)
		fitting := 0
		for _, l := range head {
			fitting = max(fitting, d.width(l.face, l.size, l.text))
		}
		w = max(w, fitting+2*(pictureSide+2*padX))
		h = 0
		for _, height := range heights {
			h += height
		}
	}
	g := Group{ID: p.ID, Subject: e.ID, Kind: e.Kind, Title: elementTitle(m, e), Larger: p.W > w || p.H > h, Detail: p.Detail}
	w, h = max(w, p.W), max(h, p.H)
	box := Rect{p.X, p.Y, w, h}
	g.Box = &box
	tint, _ := m.ColourOf(e)
	g.Shapes = append(g.Shapes, Primitive{Role: RoleShape, Tint: tint, Rect: &box})
	if e.Picture != "" {
		g.Shapes = append(g.Shapes, Primitive{Role: RolePicture, Image: &Image{Rect{p.X + padX, p.Y + padY, pictureSide, pictureSide}, e.Picture}})
	}
	y := p.Y
	for i, c := range compartments {
		if i > 0 {
			g.Shapes = append(g.Shapes, Primitive{Role: RoleLine, Path: &Path{Points: []Point{{p.X, y}, {p.X + w, y}}}})
		}
		ty := y + padY
		if i == 0 && e.Picture != "" { // beside the picture, in its middle
			used := 0
			for _, l := range c {
				used += l.height
			}
			ty = y + (heights[0]-used)/2
		}
		for _, l := range c {
			x := p.X + padX + l.indent
			if l.centred {
				x = p.X + (w-d.width(l.face, l.size, l.text))/2
			}
			t := d.run(x, ty+l.up, l.text, l.face, l.size)
			t.Underline = l.underline
			g.Shapes = append(g.Shapes, Primitive{Role: l.role, Text: t})
			ty += l.height
		}
		if i == 0 {
			g.Slots = append(g.Slots, nameSlot(e, head, Rect{p.X, y, w, heights[0]}))
		}
		y += heights[i]
	}
	g.Slots = append(g.Slots, Slot{
		Row: e.ID, Field: "features", Title: "Features of " + displayName(e), Value: features,
		Rect: Rect{p.X, p.Y + heights[0], w, h - heights[0]}, Face: typeface.Regular, Size: textSize,
	})
	return g
}

func nameSlot(e *model.Element, head []textLine, compartment Rect) Slot {
	top := compartment.Y + padY
	for _, l := range head {
		if l.size != smallSize {
			break
		}
		top += l.height
	}
	face := typeface.Semibold
	if e.Classifier().Abstract {
		face = typeface.SemiboldItalic
	}
	return Slot{Row: e.ID, Field: "name", Title: "Name of the " + e.Kind.Title(), Value: e.Name,
		Rect: Rect{compartment.X, top, compartment.W, compartment.Y + compartment.H - padY - top}, Face: face, Size: textSize}
}

// headLines: keyword and stereotypes above the name, as in UML 2.5.1, 9.2.4.
func (d *Drawer) headLines(e *model.Element) []textLine {
	var words []string
	if keyword := shapes[e.Kind].keyword; keyword != "" {
		words = append(words, keyword)
	}
	words = append(words, e.Stereotypes...)
	var out []textLine
	if len(words) > 0 {
		for _, l := range d.wrap("«"+strings.Join(words, ", ")+"»", typeface.Regular, smallSize, nameLimit) {
			out = append(out, textLine{text: l, face: typeface.Regular, size: smallSize, height: smallLine, up: smallUp, centred: true, role: RoleMuted})
		}
	}
	face, role, name := typeface.Semibold, RoleText, e.Name
	if e.Classifier().Abstract {
		face = typeface.SemiboldItalic
	}
	if strings.TrimSpace(name) == "" {
		name, face, role = "(no name)", typeface.Italic, RoleMuted
	}
	for _, l := range d.wrap(name, face, textSize, nameLimit) {
		out = append(out, textLine{text: l, face: face, size: textSize, height: lineHeight, up: ascent, centred: true, role: role})
	}
	if e.Classifier().Final { // below the name, as a property: UML 2.5.1, 9.2.4
		out = append(out, textLine{text: "{leaf}", face: typeface.Regular, size: smallSize, height: smallLine, up: smallUp, centred: true, role: RoleMuted})
	}
	return out
}

// inheritedLines draws what a classifier inherits, each with a caret before it:
// UML 2.5.1, 9.2.4.
func (d *Drawer) inheritedLines(m *model.Model, e *model.Element, kinds ...model.Kind) []textLine {
	var out []textLine
	own := len(m.Children(e.ID, kinds...))
	for _, p := range classifier.Features(m, e.ID, kinds...)[own:] {
		lines, _ := d.featureLines(m, notation.ContextOf(m, m.Element(p.Owner)), []*model.Element{p})
		for i := range lines {
			if i == 0 {
				lines[i].text = "^ " + lines[i].text
			}
			lines[i].role = RoleMuted
		}
		out = append(out, lines...)
	}
	return out
}

// accessorLines say in one line, broken where it is long, of which attributes accessors are
// implied.
func (d *Drawer) accessorLines(m *model.Model, e *model.Element) (out []textLine) {
	if !e.Classifier().Accessors {
		return nil
	}
	var names []string
	for _, a := range m.Children(e.ID, model.Attribute) {
		if !a.Attribute().Static && a.Name != "" {
			names = append(names, a.Name)
		}
	}
	if len(names) == 0 {
		return nil
	}
	for i, text := range d.wrap("accessors of "+strings.Join(names, ", "), typeface.Italic, textSize, nameLimit) {
		indent := 0
		if i > 0 {
			indent = hangIndent
		}
		out = append(out, textLine{text: text, face: typeface.Italic, size: textSize, height: lineHeight, up: ascent, indent: indent, role: RoleMuted})
	}
	return out
}

// featureLines draws parts as lines, and gives them as they are typed too.
func (d *Drawer) featureLines(m *model.Model, ctx notation.Context, parts []*model.Element) (out []textLine, typed []string) {
	for _, p := range parts {
		f := notation.FeatureOf(m, p)
		face, role := typeface.Regular, RoleText
		if p.Kind == model.UnreadLine {
			role = RoleUnread
		}
		if f.Operation.Abstract {
			face = typeface.Italic
		}
		static := f.Attribute.Static || f.Operation.Static
		text := notation.PrintFeature(ctx, f, notation.Drawn)
		if static || f.Operation.Abstract || ctx.Owner == model.Enumeration {
			typed = append(typed, notation.PrintFeature(ctx, f, notation.Typed))
		} else {
			typed = append(typed, text) // nothing is drawn that is typed otherwise
		}
		for i, l := range d.wrap(text, face, textSize, featureLimit) {
			line := textLine{text: l, face: face, size: textSize, height: lineHeight, up: ascent, role: role, underline: static}
			if i > 0 {
				line.indent = hangIndent
			}
			out = append(out, line)
		}
	}
	return out, typed
}

func displayName(e *model.Element) string {
	if strings.TrimSpace(e.Name) == "" {
		return "the unnamed " + e.Kind.Title()
	}
	return e.Name
}

func elementTitle(m *model.Model, e *model.Element) string {
	title := e.Kind.Title() + " " + displayName(e)
	if e.Classifier().Abstract {
		title = "abstract " + title
	}
	return title
}
