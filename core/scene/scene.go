// Package scene turns a model and a diagram into what is drawn: groups of
// primitives with positions, sizes, routes and text, hit areas, and slots where
// text is edited in place. It is pure, works in whole pixels at 100 %, and is
// the only place that knows notation: page and exports draw its primitives and
// nothing else.
package scene

import (
	"slices"

	"lexeon/core/bounded"
	"lexeon/core/halt"
	"lexeon/core/model"
	"lexeon/core/route"
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
	RoleNote   Role = "note"   // the sheet of a note
	RoleBraces Role = "braces" // where the text of a constraint stands
	RoleSwatch Role = "swatch" // a patch of colour in the legend
	RoleGround Role = "ground" // what a shape without a closed outline stands on
	RoleArea   Role = "area"   // where a shape is taken hold of; it is not seen
	// RoleCircle and RoleCircleDashed are lines by which components call each other
	// in a circle.
	RoleCircle       Role = "circle"
	RoleCircleDashed Role = "circleDashed"
	// RolePicture is a picture from the model.
	RolePicture Role = "picture"
	// RoleBoundary is a subject: what stands in it is seen through it.
	RoleBoundary Role = "boundary"
)

// Scene is a drawn diagram.
type Scene struct {
	Diagram model.ID `json:"diagram"`
	Bounds  Rect     `json:"bounds"`
	Groups  []Group  `json:"groups"` // in drawing order
	// Detail is how much of classifiers the diagram shows.
	Detail    model.Detail `json:"detail"`
	Inherited bool         `json:"inherited"`
	Accessors bool         `json:"accessors"`
	// Pictures that the groups show, as PNG.
	Pictures map[model.ID][]byte `json:"-"`
}

// Group is what is drawn for one placement, or for the frame.
type Group struct {
	ID      model.ID   `json:"id"`                // of the placement; "frame" for the frame
	Subject model.ID   `json:"subject,omitempty"` // what is placed
	Kind    model.Kind `json:"kind,omitempty"`
	Title   string     `json:"title"` // its name for screen readers
	Hash    string     `json:"hash"`  // of everything above and below
	Box     *Rect      `json:"box,omitempty"`
	Route   []Point    `json:"route,omitempty"` // of a relationship
	Free    *Point     `json:"free,omitempty"`  // the end of a flow that crosses the frame
	Between []model.ID `json:"between,omitempty"`
	Line    model.Line `json:"line,omitempty"`   // its shape
	Bends   []int      `json:"bends,omitempty"`  // that a person put, as x, y, x, y …
	Holds   []model.ID `json:"holds,omitempty"`  // placements that stand in a subject, package or component
	At      model.ID   `json:"at,omitempty"`     // of a port: the component or part at whose edge it is
	Larger  bool       `json:"larger,omitempty"` // a person made the shape larger than its content
	// Detail is how much is shown of it, where that is not as the diagram says.
	Detail model.Detail `json:"detail,omitempty"`
	Shapes []Primitive  `json:"shapes"`
	Slots  []Slot       `json:"slots,omitempty"`
}

// Primitive is a rectangle, a line, a run of text or a picture: exactly one is
// set.
type Primitive struct {
	Role  Role         `json:"role"`
	Tint  model.Colour `json:"tint,omitempty"` // of a shape, where its stereotype has a colour
	Rect  *Rect        `json:"rect,omitempty"`
	Path  *Path        `json:"path,omitempty"`
	Text  *Text        `json:"text,omitempty"`
	Image *Image       `json:"image,omitempty"`
}

// Image is a picture of the model in a rectangle.
type Image struct {
	Rect
	Picture model.ID `json:"picture"`
}

// Path is a line through points.
type Path struct {
	Points []Point `json:"points"`
	Closed bool    `json:"closed,omitempty"`
	Round  int     `json:"round,omitempty"` // radius of its corners
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
	Field string        `json:"field"` // name, features, multiplicity, role, note
	Title string        `json:"title"` // for screen readers
	Rect  Rect          `json:"rect"`
	Value string        `json:"value"`
	Face  typeface.Face `json:"face"`
	Size  int           `json:"size"`
	// Label and Anchor belong to labels of lines, which can be moved: the key of
	// the label, and the point that its place is told from.
	Label  string `json:"label,omitempty"`
	Anchor *Point `json:"anchor,omitempty"`
}

// Drawer makes scenes. It is safe for concurrent use.
type Drawer struct {
	set       *typeface.Typesetter
	shapes    *bounded.Memory[model.ID, remembered] // by placement
	routes    *route.Memory
	lines     *bounded.Memory[model.ID, *drawnLines]
	recent    *recent[Scene]
	derived   *recent[model.Model]
	sign      *halt.Sign // with which drawing ends
	arranging *arranging // what is drawn to be looked at while it is arranged; nil otherwise
}

// NewDrawer makes a Drawer that measures with the given typesetter.
func NewDrawer(set *typeface.Typesetter) *Drawer {
	return &Drawer{set: set, shapes: bounded.New[model.ID, remembered](maxShapes), routes: route.NewMemory(), lines: bounded.New[model.ID, *drawnLines](maxDrawnDiagrams), recent: &recent[Scene]{}, derived: &recent[model.Model]{}}
}

// Until is the Drawer for a computation that may end: see halt.Within.
func (d *Drawer) Until(sign *halt.Sign) *Drawer {
	out := *d
	out.sign = sign
	return &out
}

// Of draws a diagram; nil if there is none of that id. Scenes are shared and must not
// be changed: who asks for the same again gets the same.
func (d *Drawer) Of(m *model.Model, diagram model.ID) *Scene {
	row := m.Diagram(diagram)
	if row == nil {
		return nil
	}
	if s := d.recent.get(m, diagram); s != nil {
		return s
	}
	shown := d.Shown(m, diagram)
	s := d.draw(shown, diagram, shown.Diagram(diagram))
	d.recent.put(m, diagram, s)
	return s
}

func (d *Drawer) draw(m *model.Model, diagram model.ID, row *model.Diagram) *Scene {
	var shapes []Group
	var lines, boundaries []*model.Placement
	pictures := map[model.ID][]byte{}
	for _, p := range m.PlacementsOn(diagram) {
		d.sign.Look()
		if e := m.Element(p.Subject); e != nil {
			if picture := m.Picture(e.Picture); picture != nil {
				pictures[picture.ID] = picture.PNG
			}
			if surrounds(m, row, e) {
				boundaries = append(boundaries, p)
				continue
			}
			shapes = append(shapes, d.rememberedShape(m, p, e))
		} else {
			lines = append(lines, p)
		}
	}
	s := &Scene{Diagram: diagram, Pictures: pictures, Detail: row.Detail, Inherited: row.Inherited, Accessors: row.Accessors}
	around := d.boundaries(m, boundaries, shapes)
	ports := d.ports(m, lines, shapes, around)
	drawn := d.relationships(m, diagram, lines, slices.Concat(shapes, ports), around)
	markCircles(m, row, drawn)
	bounds := contentBounds(around, shapes, ports, drawn)
	owed := d.owed(m, row, &bounds)
	legend := d.legend(m, row, slices.Concat(around, shapes), bounds)
	if legend != nil {
		bounds = bounds.Union(*legend.Box)
	}
	meetFrame(drawn, &bounds)
	s.Groups = append(s.Groups, d.frame(m, row, &bounds))
	s.Groups = append(s.Groups, around...)
	s.Groups = append(s.Groups, drawn...)
	s.Groups = append(s.Groups, shapes...)
	s.Groups = append(s.Groups, ports...)
	if legend != nil {
		s.Groups = append(s.Groups, *legend)
	}
	if owed != nil {
		s.Groups = append(s.Groups, *owed)
	}
	s.Bounds = bounds
	if row.Tables {
		asTables(m, s)
	}
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
	case p.Image != nil:
		b.point(p.Image.X, p.Image.Y)
		b.point(p.Image.Right(), p.Image.Bottom())
	case p.Text != nil:
		b.point(p.Text.X, p.Text.Y-p.Text.Size)
		b.point(p.Text.X+(p.Text.Width+99)/100, p.Text.Y+p.Text.Size/3)
	}
}

func (b *bounder) rect() Rect { return Rect{b.x1, b.y1, b.x2 - b.x1, b.y2 - b.y1} }
