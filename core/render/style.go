package render

import (
	"cmp"
	"fmt"
	"image/color"
	"maps"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// look is how a role looks in exported pictures, which are for white paper. An
// empty colour means: none.
type look struct {
	fill, stroke string
	width        float64
	dashed       bool
}

const (
	paper = "#ffffff"
	ink   = "#22262b"
	line  = 1.4
	// what cannot be read, or calls itself in a circle
	warning = "#9a3a26"
)

var looks = map[scene.Role]look{
	scene.RoleFrame:    {stroke: "#6a7076", width: 1},
	scene.RoleShape:    {fill: paper, stroke: ink, width: line},
	scene.RoleNote:     {fill: paper, stroke: ink, width: line},
	scene.RoleGround:   {fill: paper},
	scene.RoleBraces:   {fill: paper},
	scene.RoleArea:     {},
	scene.RoleBoundary: {stroke: ink, width: line},
	scene.RoleSwatch:   {fill: paper, stroke: ink, width: 1},
	scene.RoleLine:     {stroke: ink, width: line},
	scene.RoleDashed:   {stroke: ink, width: line, dashed: true},
	scene.RoleHollow:   {fill: paper, stroke: ink, width: line},
	scene.RoleSolid:    {fill: ink, stroke: ink, width: line},
	scene.RolePicture:  {},
	// Heavier too: in print, and for those who see colours differently.
	scene.RoleCircle:       {stroke: warning, width: 2.6},
	scene.RoleCircleDashed: {stroke: warning, width: 2.6, dashed: true},
}

var textColours = map[scene.Role]string{
	scene.RoleText: ink, scene.RoleLabel: ink, scene.RoleMuted: "#5a6168", scene.RoleUnread: warning,
}

// tints are the colours of stereotypes: light enough for ink on them, and apart
// in lightness too, for those who see colours differently and for print.
var tints = map[model.Colour]string{
	"fern": "#cfe6cf", "honey": "#f7e5a9", "sky": "#d3e6f7", "heather": "#dfd0ee",
	"clay": "#f0cdb8", "stone": "#dcdcd6", "rose": "#f7d3dc", "lagoon": "#b9e0dd",
}

var dashes = []float64{7, 5}

const haloWidth = 4

// lookOf is the look of a primitive, its tint included.
func lookOf(p scene.Primitive) look {
	l := looks[p.Role]
	if tint, ok := tints[p.Tint]; ok {
		l.fill = tint
	}
	return l
}

// edges is a rectangle as a path.
func edges(r scene.Rect) *scene.Path {
	return &scene.Path{Closed: true, Points: []scene.Point{{X: r.X, Y: r.Y}, {X: r.Right(), Y: r.Y}, {X: r.Right(), Y: r.Bottom()}, {X: r.X, Y: r.Bottom()}}}
}

func colourOf(hex string) color.RGBA {
	c := color.RGBA{A: 255}
	if _, err := fmt.Sscanf(hex, "#%02x%02x%02x", &c.R, &c.G, &c.B); err != nil {
		panic("render: not a colour: " + hex) // only constants above reach this
	}
	return c
}

// styleSheet says in CSS what the tables above say.
func styleSheet() string {
	var b strings.Builder
	b.WriteString("svg{font-kerning:normal}text{font-family:'" + typeface.Family + "',sans-serif;white-space:pre;text-rendering:geometricPrecision}\n")
	b.WriteString(".regular{font-weight:400}.italic,.semiboldItalic{font-kerning:none}.italic{font-weight:400;font-style:italic}.semibold{font-weight:600}.semiboldItalic{font-weight:600;font-style:italic}\n")
	b.WriteString(".underline{text-decoration:underline}\n.paper{fill:" + paper + "}\n")
	for _, role := range slices.Sorted(maps.Keys(looks)) {
		l := looks[role]
		fill, stroke := cmp.Or(l.fill, "none"), cmp.Or(l.stroke, "none")
		fmt.Fprintf(&b, ".%s{fill:%s;stroke:%s;stroke-width:%g;stroke-linejoin:round", role, fill, stroke, l.width)
		if l.dashed {
			fmt.Fprintf(&b, ";stroke-dasharray:%g %g", dashes[0], dashes[1])
		}
		b.WriteString("}\n")
	}
	for _, c := range model.Colours {
		fmt.Fprintf(&b, ".tint-%s{fill:%s}\n", c, tints[c])
	}
	for _, role := range []scene.Role{scene.RoleText, scene.RoleLabel, scene.RoleMuted, scene.RoleUnread} {
		fmt.Fprintf(&b, "text.%s{fill:%s}\n", role, textColours[role])
	}
	fmt.Fprintf(&b, "text.label{paint-order:stroke;stroke:%s;stroke-width:%dpx;stroke-linejoin:round}\n", paper, haloWidth)
	return b.String()
}
