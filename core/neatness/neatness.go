// Package neatness judges a drawing as a reader would: what covers what, what runs through
// what, where lines slant a little. It looks at what is drawn and at nothing else, so that it
// can be held against every way to come to a drawing.
package neatness

import (
	"fmt"
	"math"

	"lexeon/core/geometry"
	"lexeon/core/model"
	"lexeon/core/scene"
)

// Kind of a fault.
type Kind string

const (
	ShapeOnShape Kind = "shape on shape"
	LineThrough  Kind = "line through shape"
	LineOnLine   Kind = "line on line" // along it, not across
	LabelOnLine  Kind = "label on line"
	LabelOnShape Kind = "label on shape"
	LabelOnLabel Kind = "label on label"
	Slant        Kind = "slant" // a line that is nearly level or upright
)

// Fault is one thing that a reader stumbles over.
type Fault struct {
	Kind  Kind
	Which string // the things, by their names
}

// Judgement of a drawing. Lengths are in pixels.
type Judgement struct {
	Faults    []Fault
	Crossings int // of lines
	Bends     int
	Length    int // of all lines
	Area      int // of what is drawn, without the frame
}

// Count of the faults of a kind.
func (j Judgement) Count(kind Kind) (n int) {
	for _, f := range j.Faults {
		if f.Kind == kind {
			n++
		}
	}
	return n
}

// leastSlant is how many pixels a slanting line is to be off level or upright at least.
const leastSlant = 10

// Of judges a drawing.
func Of(s *scene.Scene) Judgement {
	v := newView(s)
	v.shapesOnShapes()
	v.lines()
	v.labels()
	return v.Judgement
}

// view is a drawing as its things: shapes, lines in pieces, labels of lines.
type view struct {
	Judgement
	shapes []shape
	pieces []piece
	texts  []text
}

type shape struct {
	group  *scene.Group
	box    geometry.Rect
	round  bool
	around bool // it stands around others, which are seen through it
}

type piece struct {
	group *scene.Group
	a, b  geometry.Point
}

type text struct {
	group *scene.Group
	box   geometry.Rect
	says  string
}

func newView(s *scene.Scene) *view {
	v := &view{}
	var area geometry.Rect
	for i := range s.Groups {
		g := &s.Groups[i]
		switch {
		case g.Route != nil:
			v.Bends += max(0, len(g.Route)-2)
			for k := 1; k < len(g.Route); k++ {
				a, b := g.Route[k-1], g.Route[k]
				v.pieces = append(v.pieces, piece{g, a, b})
				v.Length += int(math.Hypot(float64(a.X-b.X), float64(a.Y-b.Y)))
			}
			for _, p := range g.Shapes {
				if p.Text != nil {
					v.texts = append(v.texts, text{g, boxOf(p.Text), p.Text.Text})
				}
			}
		case g.Box != nil && g.ID != "frame" && g.Subject != "":
			v.shapes = append(v.shapes, shape{g, *g.Box, isRound(g), len(g.Holds) > 0})
			for _, p := range g.Shapes {
				if p.Text != nil && len(g.Holds) > 0 { // what lies in it is led around its name
					v.texts = append(v.texts, text{g, boxOf(p.Text), p.Text.Text})
				}
			}
			area = area.Union(*g.Box)
		}
	}
	v.Area = area.W * area.H
	return v
}

// boxOf is where the letters of a run of text are.
func boxOf(t *scene.Text) geometry.Rect {
	return geometry.Rect{X: t.X, Y: t.Y - t.Size*4/5, W: (t.Width + 99) / 100, H: t.Size}
}

// isRound reports whether a process is drawn as a circle.
func isRound(g *scene.Group) bool {
	return g.Kind == model.Process && g.Box.W == g.Box.H
}

func (v *view) fault(kind Kind, format string, args ...any) {
	v.Faults = append(v.Faults, Fault{kind, fmt.Sprintf(format, args...)})
}

func (v *view) shapesOnShapes() {
	for i, a := range v.shapes {
		for _, b := range v.shapes[i+1:] {
			if !a.around && !b.around && a.group.At == "" && b.group.At == "" && a.box.Overlaps(b.box) {
				v.fault(ShapeOnShape, "%s and %s", a.group.Title, b.group.Title)
			}
		}
	}
}

func (v *view) lines() {
	for i, p := range v.pieces {
		if dx, dy := abs(p.a.X-p.b.X), abs(p.a.Y-p.b.Y); min(dx, dy) > 0 && min(dx, dy) < leastSlant {
			v.fault(Slant, "%s", p.group.Title)
		}
		for _, s := range v.shapes {
			if !s.around && !leadsTo(p.group, s.group) && s.crossedBy(p.a, p.b) {
				v.fault(LineThrough, "%s through %s", p.group.Title, s.group.Title)
			}
		}
		for _, q := range v.pieces[i+1:] {
			switch {
			case p.group == q.group || shareTrunk(p.group, q.group):
			case along(p, q):
				v.fault(LineOnLine, "%s and %s", p.group.Title, q.group.Title)
			case geometry.Cross(p.a, p.b, q.a, q.b):
				v.Crossings++
			}
		}
	}
}

func (v *view) labels() {
	for i, t := range v.texts {
		for _, s := range v.shapes {
			if !s.around && s.covers(t.box) {
				v.fault(LabelOnShape, "%q on %s", t.says, s.group.Title)
			}
		}
		for _, p := range v.pieces {
			if p.group != t.group && t.box.Inflate(-1).CrossedBy(p.a, p.b) {
				v.fault(LabelOnLine, "%q of %s on %s", t.says, t.group.Title, p.group.Title)
			}
		}
		for _, o := range v.texts[i+1:] {
			if t.box.Overlaps(o.box) {
				v.fault(LabelOnLabel, "%q and %q", t.says, o.says)
			}
		}
	}
}

// leadsTo reports whether a line ends at a shape, or at something at its edge.
func leadsTo(line, shape *scene.Group) bool {
	for _, id := range line.Between {
		if id == shape.Subject || id == shape.At {
			return true
		}
	}
	return false
}

// shareTrunk reports whether two generalizations lead to the same general.
func shareTrunk(a, b *scene.Group) bool {
	return a.Kind == model.Generalization && b.Kind == model.Generalization && len(a.Between) == 2 && len(b.Between) == 2 && a.Between[1] == b.Between[1]
}

func (s shape) crossedBy(a, b geometry.Point) bool {
	if s.round {
		return distance(s.box.Center(), a, b) < float64(s.box.W)/2-2
	}
	return s.box.CrossedBy(a, b)
}

func (s shape) covers(r geometry.Rect) bool {
	if !s.box.Overlaps(r) {
		return false
	}
	if !s.round {
		return true
	}
	c := s.box.Center()
	x, y := max(r.X, min(c.X, r.Right())), max(r.Y, min(c.Y, r.Bottom()))
	return math.Hypot(float64(c.X-x), float64(c.Y-y)) < float64(s.box.W)/2-1
}

// along reports whether two pieces lie on each other for a while.
func along(p, q piece) bool {
	switch {
	case p.a.X == p.b.X && q.a.X == q.b.X:
		return abs(p.a.X-q.a.X) < 2 && min(max(p.a.Y, p.b.Y), max(q.a.Y, q.b.Y)) > max(min(p.a.Y, p.b.Y), min(q.a.Y, q.b.Y))
	case p.a.Y == p.b.Y && q.a.Y == q.b.Y:
		return abs(p.a.Y-q.a.Y) < 2 && min(max(p.a.X, p.b.X), max(q.a.X, q.b.X)) > max(min(p.a.X, p.b.X), min(q.a.X, q.b.X))
	}
	return false
}

// distance from a point to a piece of a line.
func distance(p, a, b geometry.Point) float64 {
	dx, dy := float64(b.X-a.X), float64(b.Y-a.Y)
	k := 0.0
	if l := dx*dx + dy*dy; l > 0 {
		k = min(1, max(0, (float64(p.X-a.X)*dx+float64(p.Y-a.Y)*dy)/l))
	}
	return math.Hypot(float64(p.X-a.X)-k*dx, float64(p.Y-a.Y)-k*dy)
}

func abs(v int) int { return max(v, -v) }
