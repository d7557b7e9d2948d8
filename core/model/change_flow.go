package model

import "slices"

// SetElement sets what only the element's kind has: the contents of a store, the
// specification of a process, the columns of an activity, the description of a use
// case. Classifiers and parts
// have changes of their own.
type SetElement struct {
	readsNothing
	ID  ID    `json:"id"`
	Set Patch `json:"set"`
}

// isSetAsElement: what only the kind has is written by SetElement. Classifiers, texts,
// objects and parts have changes of their own.
func (k Kind) isSetAsElement() bool {
	if k.IsPart() {
		return k == Sentence || k == ComponentPart
	}
	return newData(k) != nil && !k.IsClassifier() && !k.IsText() && k != Object
}

func (c *SetElement) apply(d *draft) error {
	e := d.Element(c.ID)
	if e == nil || !e.Kind.isSetAsElement() {
		return missing("element", c.ID)
	}
	// A process changes its level only by MoveProcess, which sees to the rest.
	allowed := slices.DeleteFunc(dataFields(e.Kind), func(f string) bool { return f == "view" })
	r, err := patched(e, c.Set, append(allowed, "stereotypes"))
	if err != nil {
		return err
	}
	d.put(r)
	return nil
}

func (c *SetElement) says(before, after *Model) string {
	return "Change " + after.Describe(c.ID)
}

func (*SetElement) weight() int { return altering }

// MoveProcess makes a process part of another level: of the process Parent in a
// view, or of nothing where Parent is empty. It is taken off the diagrams of
// the level it leaves. Flows to processes that stay behind must have been
// changed before.
type MoveProcess struct {
	readsNothing
	ID      ID   `json:"id"`
	Parent  ID   `json:"parent,omitempty"`
	View    View `json:"view,omitempty"`
	Ordinal int  `json:"ordinal,omitempty"` // 0: the next one
}

func (c *MoveProcess) apply(d *draft) error {
	e := d.Element(c.ID)
	if e == nil || e.Kind != Process {
		return missing("process", c.ID)
	}
	n := *e
	data := e.Process()
	data.View, data.Ordinal = c.View, c.Ordinal
	n.Data, n.Owner, n.Order = &data, c.Parent, ""
	if c.Parent != "" {
		if p := d.Element(c.Parent); p == nil || p.Kind != Process {
			return missing("process", c.Parent)
		}
		n.Order = d.orderBefore(c.Parent, "")
	}
	d.numberProcess(&n)
	d.put(&n)
	for _, p := range d.PlacementsOf(c.ID) {
		if !d.standsOn(&n, d.Diagram(p.Diagram)) {
			d.unplace(p)
		}
	}
	return nil
}

func (c *MoveProcess) says(before, after *Model) string {
	return "Move " + after.Describe(c.ID) + " to another level"
}

func (*MoveProcess) weight() int { return decisive }

// numberProcess gives a process the next ordinal of its level, unless it has one.
func (d *draft) numberProcess(e *Element) {
	if e.Kind != Process || e.Owner == "" || e.Process().Ordinal != 0 {
		return
	}
	data := e.Process()
	data.Ordinal = 1
	for _, o := range d.Level(e.Owner, data.View) {
		if o.ID != e.ID {
			data.Ordinal = max(data.Ordinal, o.Process().Ordinal+1)
		}
	}
	e.Data = &data
}

// standsOn reports whether a process belongs to the level that a diagram shows.
func (d *draft) standsOn(e *Element, diagram *Diagram) bool {
	if e.Kind != Process || diagram == nil {
		return true
	}
	if diagram.Kind == LevelDiagram {
		return e.Owner == diagram.About && e.Process().View == diagram.View
	}
	return e.Owner == ""
}

// DrawBetween says which of several placements of its source and target a placed
// data flow is drawn between; empty: the first.
type DrawBetween struct {
	readsNothing
	ID   ID `json:"id"`
	From ID `json:"from,omitempty"`
	To   ID `json:"to,omitempty"`
}

func (c *DrawBetween) apply(d *draft) error {
	return d.changePlacement(c.ID, func(p *Placement) { p.From, p.To = c.From, c.To })
}

func (c *DrawBetween) says(before, after *Model) string {
	return "Draw " + describePlaced(after, c.ID) + " elsewhere"
}

func (*DrawBetween) weight() int { return arranging }

// SetDerived remembers what a derivation put on a diagram.
type SetDerived struct {
	readsNothing
	Diagram ID             `json:"diagram"`
	Pieces  []DerivedPiece `json:"pieces"`
}

func (c *SetDerived) apply(d *draft) error {
	row := d.Diagram(c.Diagram)
	if row == nil {
		return missing("diagram", c.Diagram)
	}
	n := *row
	n.Derived = c.Pieces
	d.put(&n)
	return nil
}

func (c *SetDerived) says(before, after *Model) string {
	return "Derive " + after.Describe(c.Diagram)
}

func (*SetDerived) weight() int { return arranging }

// unplace takes a placement off its diagram. Lines that are drawn to it go too,
// unless its element is shown there once more: then they go to that.
func (d *draft) unplace(p *Placement) {
	if len(d.PlacementsAt(p.Diagram, p.Subject)) < 2 {
		for _, r := range append(d.RelationshipsOf(p.Subject), d.Anchors(p.Subject)...) {
			if rp := d.PlacementOn(p.Diagram, r.ID); rp != nil {
				d.unplace(rp)
			}
		}
	}
	d.dropPlacement(p)
}

// PlacementsAt lists the placements of an element on a diagram, sorted by id:
// entities and stores may be shown more than once.
func (m *Model) PlacementsAt(diagram, subject ID) []*Placement {
	ids, _ := m.kinds.get(placed(subject))
	return m.placements(ids, func(p *Placement) bool { return p.Diagram == diagram })
}

// keepLines lets the lines of a diagram that go to the only placement of an
// element stay with it when the element is shown there once more.
func (d *draft) keepLines(diagram, subject ID) {
	there := d.PlacementsAt(diagram, subject)
	if len(there) != 1 {
		return
	}
	for _, r := range d.Flows(subject) {
		line := d.PlacementOn(diagram, r.ID)
		if line == nil {
			continue
		}
		n := *line
		if r.Source == subject && n.From == "" {
			n.From = there[0].ID
		}
		if r.Target == subject && n.To == "" {
			n.To = there[0].ID
		}
		d.put(&n)
	}
}
