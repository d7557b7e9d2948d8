package scene

import (
	"slices"

	"lexeon/core/model"
)

// drawnLines are the lines of a diagram as they were drawn last: most of them stay as
// they are from one change to the next. They do not change.
type drawnLines struct {
	lines map[string]*drawnLine
	boxes []Rect // of all shapes, sorted
	names []Rect // of ports, sorted
	ways  []Rect // the pieces of anchors to lines
	// naming tells which names there were: they have a say in titles.
	naming model.Naming
}

// drawnLine is a line of a drawing, by the key that its route has.
type drawnLine struct {
	*lineBase
	key    string
	order  int // among the lines, as their labels are fitted
	fitted []fitted
	whole  Group // with its labels
}

// lineBase is a line without its labels: what is drawn of it follows from what it was
// drawn from, and from nothing else.
type lineBase struct {
	from   lineFrom
	route  []Point
	points []Point // from outline to outline
	pieces []Rect
	group  Group
	marks  []Rect
	labels []*label
}

// lineFrom is all that a line is drawn from beside its route. Rows never change in place.
type lineFrom struct {
	placement *model.Placement
	rel       *model.Relationship
	ends      [2]*model.Element
	types     [2]*model.Element // of the ends
	between   [2]model.ID
	boxes     [2]Rect // of the shapes
	kinds     [2]model.Kind
	balls     [2]bool
	notation  model.FlowNotation
	free      Point
	crosses   bool // the frame, at free
	link      string
	set       string
	passes    string
	title     string
	alone     bool // it is drawn from nothing else
	crow      bool // its ends are drawn as crow's foot
	beneath   bool // it lies on another line, for want of room, and takes none
}

// maxDrawnDiagrams bounds what is remembered; a line takes some four kilobytes.
const maxDrawnDiagrams = 6

// lineFromOf tells what a line is drawn from.
func lineFromOf(m *model.Model, c *connection, from, to *Group, nary bool) lineFrom {
	f := lineFrom{crow: c.crow, placement: c.placement, rel: c.rel, between: [2]model.ID{c.from, c.to}, notation: m.Project().FlowNotation, link: c.link, set: c.set, passes: c.passes}
	f.alone = !nary && len(c.ends) <= 2 && c.rel.Class == "" && c.rel.Kind != model.Extend
	if c.free != nil {
		f.free, f.crosses = *c.free, true
	}
	for i, e := range c.ends[:min(len(c.ends), 2)] {
		f.ends[i], f.types[i] = e, m.Element(e.Type)
	}
	for i, g := range [2]*Group{from, to} {
		if g != nil {
			f.boxes[i], f.kinds[i], f.balls[i] = *g.Box, g.Kind, isBall(m, g)
		}
	}
	return f
}

// title is what a screen reader is told of a line: as it was, where nothing has changed
// that it follows from.
func (d *drawnLines) title(m *model.Model, key string, from lineFrom) string {
	if d == nil || !isPlain(from.rel) {
		return relationshipTitle(m, from.rel)
	}
	was := d.lines[key]
	if was == nil || was.from.rel != from.rel || was.from.ends != from.ends || was.from.types != from.types {
		return relationshipTitle(m, from.rel)
	}
	for _, e := range from.types {
		if e != nil && !d.naming.Alike(m.Naming(), e.Name) {
			return relationshipTitle(m, from.rel)
		}
	}
	return was.from.title
}

// isPlain reports whether the sentence of a relationship follows from it, its ends, what
// they lead to, and who else bears the names of those.
func isPlain(r *model.Relationship) bool {
	return r.Kind == model.Association && r.Class == ""
}

// base gives the line as it was drawn before, if it is drawn from the very same.
func (d *drawnLines) base(key string, from lineFrom, route []Point) *lineBase {
	if d == nil || !from.alone {
		return nil
	}
	was := d.lines[key]
	if was == nil || was.from != from || !slices.Equal(was.route, route) {
		return nil
	}
	return was.lineBase
}

// touch leads the ends of a line from the boxes of its shapes to what is drawn there.
func (c *connection) touch(m *model.Model, from, to *Group) {
	c.touchCircles(m, from, to)
	c.touchOvals(from, to)
	for i, shape := range [2]*Group{from, to} {
		atEnd := i == 1
		if isBall(m, shape) {
			c.ball = c.ball || atEnd
			if socket := c.touchBall(shape, atEnd, atEnd && asksFor(c.rel.Kind)); socket != nil {
				c.socket = socket
			}
		}
	}
}

// finish draws the labels of a line where they were fitted.
func (l *drawnLine) finish(d *Drawer, former *drawnLines) Group {
	if former != nil {
		if was := former.lines[l.key]; was != nil && was.lineBase == l.lineBase && slices.EqualFunc(was.fitted, l.fitted, func(a, b fitted) bool { return a.at == b.at }) {
			l.whole = was.whole
			return l.whole
		}
	}
	g := l.group
	g.Shapes, g.Slots = slices.Clip(g.Shapes), slices.Clip(g.Slots) // the base keeps its own
	for k, label := range l.labels {
		label.draw(d, l.fitted[k].at, &g)
	}
	if g.ID != "" {
		g.Hash = hashGroup(&g)
	}
	l.whole = g
	return g
}
