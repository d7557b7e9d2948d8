package render

import (
	"bytes"
	"fmt"
	"strings"
	"time"

	"github.com/go-pdf/fpdf"

	"lexeon/core/model"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// MaxPDFSide is the longest side of a page, in pixels: what the format allows.
const MaxPDFSide = 19_000

// PDF draws a scene on one page of its size, at 96 pixels an inch, with its fonts
// embedded and its text as text. Equal scenes give equal bytes.
func PDF(s *scene.Scene, set *typeface.Typesetter) ([]byte, error) {
	r := s.Bounds.Inflate(pageMargin)
	if r.W > MaxPDFSide || r.H > MaxPDFSide {
		return nil, model.Faultf(model.CodeTooLarge, "The drawing has %d by %d pixels: a page takes at most %d by %d.", r.W, r.H, MaxPDFSide, MaxPDFSide)
	}
	const point = 0.75 // of a pixel
	orientation := "P"
	if r.W > r.H {
		orientation = "L"
	}
	doc := fpdf.NewCustom(&fpdf.InitType{OrientationStr: orientation, UnitStr: "pt", Size: fpdf.SizeType{Wd: float64(min(r.W, r.H)) * point, Ht: float64(max(r.W, r.H)) * point}})
	doc.SetCatalogSort(true)
	doc.SetCreationDate(time.Date(2000, 1, 1, 0, 0, 0, 0, time.UTC))
	doc.SetModificationDate(time.Date(2000, 1, 1, 0, 0, 0, 0, time.UTC))
	if len(s.Groups) > 0 {
		doc.SetTitle(basic(s.Groups[0].Title), true)
	}
	doc.SetAutoPageBreak(false, 0)
	doc.SetMargins(0, 0, 0)
	for _, f := range usedFaces(s) {
		data, err := typeface.FontFile(f)
		if err != nil {
			return nil, err
		}
		doc.AddUTF8FontFromBytes(string(f), "", data)
	}
	doc.AddPage()
	p := &page{doc: doc, set: set, x: float64(r.X), y: float64(r.Y), unit: point}
	for i := range s.Groups {
		for _, shape := range s.Groups[i].Shapes {
			p.primitive(s, shape)
		}
	}
	var b bytes.Buffer
	if err := doc.Output(&b); err != nil {
		return nil, fmt.Errorf("PDF: %w", err)
	}
	return b.Bytes(), nil
}

type page struct {
	doc  *fpdf.Fpdf
	set  *typeface.Typesetter
	x, y float64
	unit float64
}

func (p *page) at(x, y float64) (float64, float64) { return (x - p.x) * p.unit, (y - p.y) * p.unit }

func (p *page) primitive(s *scene.Scene, shape scene.Primitive) {
	switch {
	case shape.Rect != nil:
		p.figure(edges(*shape.Rect), lookOf(shape))
	case shape.Path != nil:
		p.figure(shape.Path, lookOf(shape))
	case shape.Image != nil:
		i := shape.Image
		options := fpdf.ImageOptions{ImageType: "PNG"}
		p.doc.RegisterImageOptionsReader(string(i.Picture), options, bytes.NewReader(s.Pictures[i.Picture]))
		x, y := p.at(float64(i.X), float64(i.Y))
		p.doc.ImageOptions(string(i.Picture), x, y, float64(i.W)*p.unit, float64(i.H)*p.unit, false, options, 0, "")
	case shape.Text != nil:
		p.text(shape.Text, shape.Role)
	}
}

func (p *page) figure(path *scene.Path, l look) {
	style := ""
	if l.fill != "" {
		c := colourOf(l.fill)
		p.doc.SetFillColor(int(c.R), int(c.G), int(c.B))
		style = "F"
	}
	if l.stroke != "" {
		c := colourOf(l.stroke)
		p.doc.SetDrawColor(int(c.R), int(c.G), int(c.B))
		p.doc.SetLineWidth(l.width * p.unit)
		p.doc.SetLineJoinStyle("round")
		var pattern []float64
		if l.dashed {
			pattern = []float64{dashes[0] * p.unit, dashes[1] * p.unit}
		}
		p.doc.SetDashPattern(pattern, 0)
		style += "D"
	}
	if style == "" {
		return
	}
	x, y, steps := path.Steps()
	p.doc.MoveTo(p.at(x, y))
	for _, s := range steps {
		ex, ey := p.at(s.EndX, s.EndY)
		if s.Curved {
			cx, cy := p.at(s.CornerX, s.CornerY)
			p.doc.CurveTo(cx, cy, ex, ey)
		} else {
			p.doc.LineTo(ex, ey)
		}
	}
	if path.Closed {
		p.doc.ClosePath()
	}
	p.doc.DrawPath(style)
}

// text sets each glyph at its shaped place, so that the run is as wide as it was
// measured. Labels of lines stand on a white strip.
func (p *page) text(t *scene.Text, role scene.Role) {
	if role == scene.RoleLabel {
		p.figure(&scene.Path{Closed: true, Points: []scene.Point{{X: t.X - 1, Y: t.Y - 12}, {X: t.X + t.Width/100 + 2, Y: t.Y - 12}, {X: t.X + t.Width/100 + 2, Y: t.Y + 4}, {X: t.X - 1, Y: t.Y + 4}}}, look{fill: paper})
	}
	c := colourOf(textColours[role])
	p.doc.SetTextColor(int(c.R), int(c.G), int(c.B))
	p.doc.SetFont(string(t.Face), "", float64(t.Size)*p.unit)
	for _, g := range p.set.Glyphs(t.Face, t.Text) {
		if g.Text == "" || g.Text == " " {
			continue
		}
		x, y := p.at(float64(t.X)+g.X*float64(t.Size), float64(t.Y))
		p.doc.Text(x, y, basic(g.Text))
	}
	if t.Underline {
		y := t.Y + 2
		p.figure(&scene.Path{Points: []scene.Point{{X: t.X, Y: y}, {X: t.X + (t.Width+50)/100, Y: y}}}, look{stroke: textColours[role], width: 1})
	}
}

// basic replaces characters beyond the basic plane, which the writer cannot
// embed.
func basic(s string) string {
	return strings.Map(func(r rune) rune {
		if r > 0xFFFF {
			return 0xFFFD
		}
		return r
	}, s)
}
