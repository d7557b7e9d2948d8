package scene

import (
	"cmp"
	"slices"

	"lexeon/core/model"
	"lexeon/core/typeface"
)

const (
	portSize = 14
	portGap  = 40 // between the middles of two ports of a side
)

// portKey names a port at a component or a part of it.
func portKey(at, port model.ID) model.ID { return at + "/" + port }

// portEnds are the keys of the ports that a relationship is at; "" for none.
func portEnds(r *model.Relationship) (from, to model.ID) {
	if p := r.Offer().Port; p != "" {
		from = portKey(r.Source, p)
	}
	c := r.Connector()
	if c.FromPort != "" {
		from = portKey(r.Source, c.FromPort)
	}
	if c.ToPort != "" {
		to = portKey(r.Target, c.ToPort)
	}
	return from, to
}

// seat is where a port wants to be: a side, and a place along it.
type seat struct {
	port  *model.Element
	side  model.PortSide
	along int
}

// ports draws the ports of what is shown: small squares on the edge (UML 2.5.1,
// 11.3.4), each on the side that its lines lead to unless a person chose one, level
// with what they lead to where there is room.
func (d *Drawer) ports(m *model.Model, lines []*model.Placement, shapes, around []Group) []Group {
	boxes := map[model.ID]Rect{}
	for _, list := range [][]Group{shapes, around} {
		for i := range list {
			if list[i].Box != nil {
				boxes[list[i].Subject] = *list[i].Box
			}
		}
	}
	drawn := map[model.ID]Rect{}            // ports that have their place
	leading := func() map[model.ID][]Rect { // of a port, what its lines lead to
		leads := map[model.ID][]Rect{}
		for _, p := range lines {
			r := m.Relationship(p.Subject)
			from, to := portEnds(r)
			lead := func(port, other, otherPort model.ID) {
				box, ok := drawn[otherPort]
				if !ok {
					box, ok = boxes[other]
				}
				if ok && port != "" {
					leads[port] = append(leads[port], box)
				}
			}
			lead(from, r.Target, to)
			lead(to, r.Source, from)
		}
		return leads
	}
	var out []Group
	for _, list := range [][]Group{around, shapes} { // what is inside is level with the ports around it
		leads := leading()
		for i := range list {
			owner := &list[i]
			if owner.Kind != model.Component && owner.Kind != model.ComponentPart {
				continue
			}
			c := m.ComponentAt(owner.Subject)
			if c == nil {
				continue
			}
			bySide := map[model.PortSide][]seat{}
			for _, port := range m.Children(c.ID, model.Port) {
				if owner.Kind == model.ComponentPart && leads[portKey(owner.Subject, port.ID)] == nil {
					continue // a part shows what it is spoken to by here
				}
				s := seatOf(port, *owner.Box, leads[portKey(owner.Subject, port.ID)])
				bySide[s.side] = append(bySide[s.side], s)
			}
			for _, side := range []model.PortSide{model.LeftSide, model.RightSide, model.TopSide, model.BottomSide} {
				for _, g := range d.portsOf(owner, side, bySide[side]) {
					drawn[portKey(owner.Subject, g.Subject)] = *g.Box
					out = append(out, g)
				}
			}
		}
	}
	return out
}

// seatOf chooses the side of a port: the one nearest to what is outside of its
// owner, the left one where it leads nowhere.
func seatOf(port *model.Element, box Rect, leads []Rect) seat {
	s := seat{port: port, side: port.Port().Side}
	outside := slices.DeleteFunc(slices.Clone(leads), func(r Rect) bool { return box.Overlaps(r) })
	if len(outside) == 0 {
		if s.side == model.AnySide {
			s.side = model.LeftSide
			if len(leads) > 0 { // to something inside: the edge near it
				outside = leads
				c := leads[0].Center()
				if c.X > box.Center().X {
					s.side = model.RightSide
				}
			}
		} else {
			outside = leads
		}
	}
	if s.side == model.AnySide {
		s.side = sideToward(box, outside[0])
	}
	s.along = box.Center().Y
	if s.side == model.TopSide || s.side == model.BottomSide {
		s.along = box.Center().X
	}
	if len(outside) > 0 {
		at := pointOnEdge(box, outside[0])
		s.along = at.Y
		if s.side == model.TopSide || s.side == model.BottomSide {
			s.along = at.X
		}
		if box.Overlaps(outside[0]) { // inside: level with it
			c := outside[0].Center()
			s.along = c.Y
			if s.side == model.TopSide || s.side == model.BottomSide {
				s.along = c.X
			}
		}
	}
	return s
}

// sideToward is the side of a box that faces another one.
func sideToward(box, other Rect) model.PortSide {
	left, right, above, below := box.X-other.Right(), other.X-box.Right(), box.Y-other.Bottom(), other.Y-box.Bottom()
	switch most := max(left, right, above, below); most {
	case left:
		return model.LeftSide
	case right:
		return model.RightSide
	case above:
		return model.TopSide
	}
	return model.BottomSide
}

// portsOf puts the ports of one side in order, apart from each other.
func (d *Drawer) portsOf(owner *Group, side model.PortSide, seats []seat) []Group {
	if len(seats) == 0 {
		return nil
	}
	box := *owner.Box
	low, high := box.Y, box.Bottom()
	if side == model.TopSide || side == model.BottomSide {
		low, high = box.X, box.Right()
	}
	slices.SortStableFunc(seats, func(a, b seat) int {
		return cmp.Or(cmp.Compare(a.along, b.along), cmp.Compare(a.port.Order, b.port.Order))
	})
	gap := min(portGap, max(portSize+2, (high-low)/(len(seats)+1)))
	low, high = low+portSize, high-portSize
	for i := range seats { // one after the other, then back from the end
		seats[i].along = max(seats[i].along, low+i*gap)
		if i > 0 {
			seats[i].along = max(seats[i].along, seats[i-1].along+gap)
		}
	}
	for i := len(seats) - 1; i >= 0; i-- {
		seats[i].along = min(seats[i].along, high-(len(seats)-1-i)*gap)
		if i+1 < len(seats) {
			seats[i].along = min(seats[i].along, seats[i+1].along-gap)
		}
	}
	var out []Group
	for _, s := range seats {
		c := Point{X: box.X, Y: s.along}
		switch side {
		case model.RightSide:
			c.X = box.Right()
		case model.TopSide:
			c = Point{X: s.along, Y: box.Y}
		case model.BottomSide:
			c = Point{X: s.along, Y: box.Bottom()}
		}
		out = append(out, d.port(owner, s.port, side, c))
	}
	return out
}

func (d *Drawer) port(owner *Group, e *model.Element, side model.PortSide, c Point) Group {
	box := Rect{X: c.X - portSize/2, Y: c.Y - portSize/2, W: portSize, H: portSize}
	g := Group{ID: "port-" + owner.ID + "-" + e.ID, Subject: e.ID, Kind: model.Port, At: owner.Subject, Box: &box,
		Title: "port " + displayName(e) + " of " + owner.Title}
	g.Shapes = []Primitive{{Role: RoleShape, Rect: &box}}
	if e.Name != "" {
		w := d.width(typeface.Regular, smallSize, e.Name)
		at := Point{X: box.Right() + 5, Y: box.Y - 4} // to the right, above the line
		switch side {
		case model.LeftSide:
			at.X = box.X - 5 - w
		case model.BottomSide:
			at.Y = box.Bottom() + smallUp + 2
		}
		g.Shapes = append(g.Shapes, Primitive{Role: RoleLabel, Text: d.run(at.X, at.Y, e.Name, typeface.Regular, smallSize)})
	}
	return g
}

// portNames are the places of the names of ports.
func portNames(shapes []Group) []Rect {
	var out []Rect
	for i := range shapes {
		if shapes[i].At == "" {
			continue
		}
		for _, p := range shapes[i].Shapes {
			if p.Text != nil {
				var b bounder
				b.primitive(p)
				out = append(out, b.rect())
			}
		}
	}
	return out
}
