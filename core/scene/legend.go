package scene

import (
	"slices"

	"lexeon/core/model"
	"lexeon/core/typeface"
)

const (
	legendGap  = 28
	swatchSize = 16
)

// legend explains the colours that a diagram uses, below its content at the
// left; nil where no colour is used.
func (d *Drawer) legend(m *model.Model, row *model.Diagram, shapes []Group, content Rect) *Group {
	used := map[string]bool{}
	for i := range shapes {
		if e := m.Element(shapes[i].Subject); e != nil {
			if _, s := m.ColourOf(e); s != "" {
				used[s] = true
			}
		}
	}
	if len(used) == 0 {
		return nil
	}
	x, y := content.X, content.Bottom()+legendGap
	g := &Group{ID: "legend", Subject: row.ID, Title: "Legend of the colours"}
	right := x
	for _, c := range slices.DeleteFunc(slices.Clone(m.Project().Colours), func(c model.StereotypeColour) bool { return !used[c.Stereotype] }) {
		text := "«" + c.Stereotype + "»"
		w := swatchSize + 6 + d.width(typeface.Regular, textSize, text)
		if x > content.X && x+w > content.X+max(content.W, emptyWidth) {
			x, y = content.X, y+swatchSize+10
		}
		g.Shapes = append(g.Shapes,
			Primitive{Role: RoleSwatch, Tint: c.Colour, Rect: &Rect{X: x, Y: y, W: swatchSize, H: swatchSize}},
			Primitive{Role: RoleText, Text: d.run(x+swatchSize+6, y+13, text, typeface.Regular, textSize)})
		right = max(right, x+w)
		x += w + 20
	}
	g.Box = &Rect{X: content.X, Y: content.Bottom() + legendGap, W: right - content.X, H: y + swatchSize - content.Bottom() - legendGap}
	return g
}
