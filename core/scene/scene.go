// Package scene turns a model and a diagram into what is drawn: groups of
// primitives with positions, sizes, routes and text, hit areas, and slots where
// text is edited in place. It is pure, works in whole pixels at 100 %, and is
// the only place that knows notation: page and exports draw its primitives and
// nothing else.
package scene

import (
	"lexeon/core/model"
	"lexeon/core/typeface"
)

// Role says what a primitive means for its looks. Page and exports map roles to
// colours.
type Role string

const (
	RoleFrame  Role = "frame"  // the diagram's own frame
	RoleShape  Role = "shape"  // a box: filled, outlined
	RoleLine   Role = "line"   // a line of a relationship
	RoleDashed Role = "dashed" // the same, dashed
	RoleHollow Role = "hollow" // a closed line end, filled like a shape
	RoleSolid  Role = "solid"  // a closed line end or triangle, filled with ink
	RoleText   Role = "text"   // text in a shape
	RoleLabel  Role = "label"  // text beside a line, with a halo
	RoleMuted  Role = "muted"  // stereotypes, the heading's kind, empty places
	RoleUnread Role = "unread" // a line that could not be read
)

// Scene is a drawn diagram.
type Scene struct {
	Diagram model.ID `json:"diagram"`
	Bounds  Rect     `json:"bounds"`
	Groups  []Group  `json:"groups"` // in drawing order
}

// Rect is a rectangle in pixels.
type Rect struct {
	X int `json:"x"`
	Y int `json:"y"`
	W int `json:"w"`
	H int `json:"h"`
}

// Point is a position in pixels.
type Point struct {
	X int `json:"x"`
	Y int `json:"y"`
}

// Group is what is drawn for one placement, or for the frame.
type Group struct {
	ID      model.ID    `json:"id"`                // of the placement; "frame" for the frame
	Subject model.ID    `json:"subject,omitempty"` // what is placed
	Kind    model.Kind  `json:"kind,omitempty"`
	Title   string      `json:"title"` // its name for screen readers
	Hash    string      `json:"hash"`  // of everything above and below
	Box     *Rect       `json:"box,omitempty"`
	Route   []Point     `json:"route,omitempty"` // of a relationship
	Between []model.ID  `json:"between,omitempty"`
	Shapes  []Primitive `json:"shapes"`
	Slots   []Slot      `json:"slots,omitempty"`
}

// Primitive is a rectangle, a line or a run of text: exactly one is set.
type Primitive struct {
	Role Role  `json:"role"`
	Rect *Rect `json:"rect,omitempty"`
	Path *Path `json:"path,omitempty"`
	Text *Text `json:"text,omitempty"`
}

// Path is a line through points.
type Path struct {
	Points []Point `json:"points"`
	Closed bool    `json:"closed,omitempty"`
}

// Text is one run. X is its left edge and Y its baseline; Width is in
// hundredths of a pixel.
type Text struct {
	X         int           `json:"x"`
	Y         int           `json:"y"`
	Width     int           `json:"width"`
	Text      string        `json:"text"`
	Face      typeface.Face `json:"face"`
	Size      int           `json:"size"`
	Underline bool          `json:"underline,omitempty"`
}

// Slot is a place where text is edited.
type Slot struct {
	Row   model.ID      `json:"row"`
	Field string        `json:"field"` // name, features, multiplicity, role
	Title string        `json:"title"` // for screen readers
	Rect  Rect          `json:"rect"`
	Value string        `json:"value"`
	Face  typeface.Face `json:"face"`
	Size  int           `json:"size"`
}

// Drawer makes scenes. It is safe for concurrent use.
type Drawer struct {
	set    *typeface.Typesetter
	memory shapeMemory
}

// NewDrawer makes a Drawer that measures with the given typesetter.
func NewDrawer(set *typeface.Typesetter) *Drawer {
	return &Drawer{set: set, memory: shapeMemory{shapes: map[model.ID]remembered{}}}
}

// Of draws a diagram; nil if there is none of that id.
func (d *Drawer) Of(m *model.Model, diagram model.ID) *Scene {
	row := m.Diagram(diagram)
	if row == nil {
		return nil
	}
	var shapes []Group
	boxes := map[model.ID]Rect{} // by element
	var lines []*model.Placement
	for _, p := range m.PlacementsOn(diagram) {
		if e := m.Element(p.Subject); e != nil {
			g := d.rememberedClassifier(m, p, e)
			boxes[e.ID] = *g.Box
			shapes = append(shapes, g)
		} else {
			lines = append(lines, p)
		}
	}
	s := &Scene{Diagram: diagram}
	drawn := d.relationships(m, lines, boxes)
	bounds := contentBounds(shapes, drawn)
	s.Groups = append(s.Groups, d.frame(row, &bounds))
	s.Groups = append(s.Groups, drawn...)
	s.Groups = append(s.Groups, shapes...)
	s.Bounds = bounds
	for i := range s.Groups {
		if s.Groups[i].Hash == "" {
			s.Groups[i].Hash = hashGroup(&s.Groups[i])
		}
	}
	return s
}

func contentBounds(lists ...[]Group) Rect {
	var b bounder
	for _, groups := range lists {
		for i := range groups {
			for _, p := range groups[i].Shapes {
				b.primitive(p)
			}
		}
	}
	return b.rect()
}

type bounder struct {
	any            bool
	x1, y1, x2, y2 int
}

func (b *bounder) point(x, y int) {
	if !b.any {
		b.any, b.x1, b.y1, b.x2, b.y2 = true, x, y, x, y
		return
	}
	b.x1, b.y1, b.x2, b.y2 = min(b.x1, x), min(b.y1, y), max(b.x2, x), max(b.y2, y)
}

func (b *bounder) primitive(p Primitive) {
	switch {
	case p.Rect != nil:
		b.point(p.Rect.X, p.Rect.Y)
		b.point(p.Rect.X+p.Rect.W, p.Rect.Y+p.Rect.H)
	case p.Path != nil:
		for _, q := range p.Path.Points {
			b.point(q.X, q.Y)
		}
	case p.Text != nil:
		b.point(p.Text.X, p.Text.Y-p.Text.Size)
		b.point(p.Text.X+(p.Text.Width+99)/100, p.Text.Y+p.Text.Size/3)
	}
}

func (b *bounder) rect() Rect { return Rect{b.x1, b.y1, b.x2 - b.x1, b.y2 - b.y1} }
