package render

import (
	"bytes"
	"image"
	"image/color"
	"image/draw"
	"image/png"
	"math"

	"github.com/srwiley/rasterx"
	xdraw "golang.org/x/image/draw"
	"golang.org/x/image/math/fixed"
	"golang.org/x/image/vector"

	"lexeon/core/model"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// MaxPixels of a PNG picture.
const MaxPixels = 64 << 20

// PNG draws a scene in pixels, scale times as large; scale is 1 to 4.
func PNG(s *scene.Scene, set *typeface.Typesetter, scale int) ([]byte, error) {
	if scale < 1 || scale > 4 {
		return nil, model.Faultf(model.CodeInvalid, "A picture is made one to four times as large, not %d times.", scale).At("", "scale")
	}
	r := s.Bounds.Inflate(pageMargin)
	w, h := r.W*scale, r.H*scale
	if w*h > MaxPixels {
		return nil, model.Faultf(model.CodeTooLarge, "The picture would have %d by %d pixels: at most %d million are made. Choose a smaller scale, or SVG or PDF.", w, h, MaxPixels>>20).At("", "scale")
	}
	return drawn(s, set, r, w, h, float64(scale))
}

// Thumbnail draws a scene in pixels so small that it is at most so wide and so high, and never
// larger than it is.
func Thumbnail(s *scene.Scene, set *typeface.Typesetter, w, h int) ([]byte, error) {
	r := s.Bounds.Inflate(pageMargin)
	scale := min(1, float64(w)/float64(max(1, r.W)), float64(h)/float64(max(1, r.H)))
	return drawn(s, set, r, max(1, int(float64(r.W)*scale)), max(1, int(float64(r.H)*scale)), scale)
}

// drawn draws the part r of a scene into an image of some size.
func drawn(s *scene.Scene, set *typeface.Typesetter, r scene.Rect, w, h int, scale float64) ([]byte, error) {
	p := &pixels{set: set, image: image.NewRGBA(image.Rect(0, 0, w, h)), scale: scale, x: float64(r.X), y: float64(r.Y), glyphs: map[glyphKey][]typeface.Curve{}}
	draw.Draw(p.image, p.image.Bounds(), image.NewUniform(colourOf(paper)), image.Point{}, draw.Src)
	for i := range s.Groups {
		for _, shape := range s.Groups[i].Shapes {
			p.primitive(s, shape)
		}
	}
	var b bytes.Buffer
	encoder := png.Encoder{CompressionLevel: png.BestSpeed}
	if err := encoder.Encode(&b, p.image); err != nil {
		return nil, err
	}
	return b.Bytes(), nil
}

// pageMargin is the white around a drawing, in pixels.
const pageMargin = 8

type glyphKey struct {
	face typeface.Face
	id   uint32
}

// pixels draws outlines into an image. Each is rasterized in its own small part
// of it.
type pixels struct {
	set    *typeface.Typesetter
	image  *image.RGBA
	scale  float64
	x, y   float64 // of the upper left corner, in the scene
	glyphs map[glyphKey][]typeface.Curve
}

func (p *pixels) at(x, y float64) fixed.Point26_6 {
	return fixed.Point26_6{X: fixed.Int26_6(math.Round((x - p.x) * p.scale * 64)), Y: fixed.Int26_6(math.Round((y - p.y) * p.scale * 64))}
}

func (p *pixels) primitive(s *scene.Scene, shape scene.Primitive) {
	switch {
	case shape.Rect != nil:
		p.figure(edges(*shape.Rect), lookOf(shape))
	case shape.Path != nil:
		p.figure(shape.Path, lookOf(shape))
	case shape.Image != nil:
		p.picture(s, shape.Image)
	case shape.Text != nil:
		p.text(shape.Text, shape.Role)
	}
}

// figure fills and strokes a path.
func (p *pixels) figure(path *scene.Path, l look) {
	x, y, steps := path.Steps()
	if l.fill != "" {
		o := &outline{}
		f := rasterx.NewFiller(p.image.Rect.Dx(), p.image.Rect.Dy(), o)
		f.Start(p.at(x, y))
		for _, s := range steps {
			if s.Curved {
				f.QuadBezier(p.at(s.CornerX, s.CornerY), p.at(s.EndX, s.EndY))
			} else {
				f.Line(p.at(s.EndX, s.EndY))
			}
		}
		f.Stop(path.Closed)
		p.fill(o, colourOf(l.fill))
	}
	if l.stroke != "" {
		p.stroke(path, l)
	}
}

// stroke draws a path piece by piece: a long line around a corner takes a large
// rectangle as a whole, and hardly any room in pieces. Dashes go on around corners.
func (p *pixels) stroke(path *scene.Path, l look) {
	x, y, steps := path.Steps()
	startX, startY := x, y
	if path.Closed {
		steps = append(steps, scene.Step{EndX: x, EndY: y})
	}
	done := 0.0
	for _, s := range steps {
		o := &outline{}
		d := rasterx.NewDasher(p.image.Rect.Dx(), p.image.Rect.Dy(), o)
		caps := rasterx.SquareCap // pieces meet at their corners without a gap
		var pattern []float64
		if l.dashed {
			caps, pattern = rasterx.ButtCap, []float64{dashes[0] * p.scale, dashes[1] * p.scale}
		}
		d.SetStroke(fixed.Int26_6(l.width*p.scale*64), 4<<6, caps, nil, rasterx.RoundGap, rasterx.Round, pattern, done*p.scale)
		d.Start(p.at(startX, startY))
		if s.Curved {
			d.QuadBezier(p.at(s.CornerX, s.CornerY), p.at(s.EndX, s.EndY))
		} else {
			d.Line(p.at(s.EndX, s.EndY))
		}
		d.Stop(false)
		p.fill(o, colourOf(l.stroke))
		done += math.Hypot(s.EndX-startX, s.EndY-startY)
		startX, startY = s.EndX, s.EndY
	}
}

// outline collects the lines that a filler or stroker makes.
type outline struct {
	figures [][]fixed.Point26_6
}

func (o *outline) Start(a fixed.Point26_6) {
	o.figures = append(o.figures, []fixed.Point26_6{a})
}
func (o *outline) Line(b fixed.Point26_6) {
	last := len(o.figures) - 1
	o.figures[last] = append(o.figures[last], b)
}
func (o *outline) Draw()                              {}
func (o *outline) GetPathExtent() fixed.Rectangle26_6 { return fixed.Rectangle26_6{} }
func (o *outline) SetBounds(int, int)                 {}
func (o *outline) SetColor(any)                       {}
func (o *outline) SetWinding(bool)                    {}
func (o *outline) Clear()                             { o.figures = nil }
func (o *outline) SetClip(image.Rectangle)            {}
func (o *outline) CubeBezier(b, c, d fixed.Point26_6) { o.Line(d) }
func (o *outline) QuadBezier(b, c fixed.Point26_6)    { o.Line(c) }

// fill paints collected figures, in the rectangle that they take.
func (p *pixels) fill(o *outline, c color.Color) {
	minX, minY, maxX, maxY := math.MaxInt, math.MaxInt, math.MinInt, math.MinInt
	for _, f := range o.figures {
		for _, q := range f {
			minX, minY = min(minX, q.X.Floor()), min(minY, q.Y.Floor())
			maxX, maxY = max(maxX, q.X.Ceil()), max(maxY, q.Y.Ceil())
		}
	}
	box := image.Rect(minX, minY, maxX+1, maxY+1).Intersect(p.image.Rect)
	if len(o.figures) == 0 || box.Empty() {
		return
	}
	r := vector.NewRasterizer(box.Dx(), box.Dy())
	for _, f := range o.figures {
		for i, q := range f {
			x, y := float32(q.X)/64-float32(box.Min.X), float32(q.Y)/64-float32(box.Min.Y)
			if i == 0 {
				r.MoveTo(x, y)
			} else {
				r.LineTo(x, y)
			}
		}
		// Not closed: a stroke comes as loose edges, which close together.
	}
	r.Draw(p.image, box, image.NewUniform(c), image.Point{})
}

func (p *pixels) picture(s *scene.Scene, i *scene.Image) {
	picture, err := png.Decode(bytes.NewReader(s.Pictures[i.Picture]))
	if err != nil {
		return // the model holds sound pictures only
	}
	a, b := p.at(float64(i.X), float64(i.Y)), p.at(float64(i.Right()), float64(i.Bottom()))
	xdraw.CatmullRom.Scale(p.image, image.Rect(a.X.Round(), a.Y.Round(), b.X.Round(), b.Y.Round()), picture, picture.Bounds(), xdraw.Over, nil)
}

// text draws a run glyph by glyph, labels of lines with a halo.
func (p *pixels) text(t *scene.Text, role scene.Role) {
	o := &outline{}
	filler := rasterx.NewFiller(p.image.Rect.Dx(), p.image.Rect.Dy(), o)
	halo := &outline{}
	stroker := rasterx.NewStroker(p.image.Rect.Dx(), p.image.Rect.Dy(), halo)
	stroker.SetStroke(fixed.Int26_6(haloWidth*p.scale*64), 4<<6, rasterx.RoundCap, nil, rasterx.RoundGap, rasterx.Round)
	size := float64(t.Size)
	for _, g := range p.set.Glyphs(t.Face, t.Text) {
		at := func(q [2]float64) fixed.Point26_6 {
			return p.at(float64(t.X)+(g.X+q[0])*size, float64(t.Y)-q[1]*size)
		}
		curves := p.glyph(t.Face, g.ID)
		add(filler, curves, at)
		if role == scene.RoleLabel {
			add(stroker, curves, at)
		}
	}
	if role == scene.RoleLabel {
		p.fill(halo, colourOf(paper))
	}
	ink := colourOf(textColours[role])
	p.fill(o, ink)
	if t.Underline {
		y := t.Y + 2
		p.figure(&scene.Path{Points: []scene.Point{{X: t.X, Y: y}, {X: t.X + (t.Width+50)/100, Y: y}}}, look{stroke: textColours[role], width: 1})
	}
}

func (p *pixels) glyph(f typeface.Face, id uint32) []typeface.Curve {
	key := glyphKey{f, id}
	curves, ok := p.glyphs[key]
	if !ok {
		curves = p.set.Outline(f, id)
		p.glyphs[key] = curves
	}
	return curves
}

func add(to rasterx.Adder, curves []typeface.Curve, at func([2]float64) fixed.Point26_6) {
	open := false
	for _, c := range curves {
		switch {
		case c.Move:
			if open {
				to.Stop(true)
			}
			to.Start(at(c.Points[0]))
			open = true
		case len(c.Points) == 1:
			to.Line(at(c.Points[0]))
		case len(c.Points) == 2:
			to.QuadBezier(at(c.Points[0]), at(c.Points[1]))
		case len(c.Points) == 3:
			to.CubeBezier(at(c.Points[0]), at(c.Points[1]), at(c.Points[2]))
		}
	}
	if open {
		to.Stop(true)
	}
}
