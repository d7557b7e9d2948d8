package model

// AddDiagram makes an empty diagram.
type AddDiagram struct {
	readsNothing
	ID   ID     `json:"id"`
	Kind Kind   `json:"kind"`
	Name string `json:"name"`
}

func (c *AddDiagram) apply(d *draft) error {
	if err := d.free(c.ID); err != nil {
		return err
	}
	d.put(&Diagram{ID: c.ID, Kind: c.Kind, Name: c.Name})
	return nil
}

// Place shows an element or a relationship on a diagram. A relationship can be
// placed once what it connects is there.
type Place struct {
	readsNothing
	ID      ID  `json:"id"`
	Diagram ID  `json:"diagram"`
	Subject ID  `json:"subject"`
	X       int `json:"x,omitempty"`
	Y       int `json:"y,omitempty"`
}

func (c *Place) apply(d *draft) error {
	if err := d.free(c.ID); err != nil {
		return err
	}
	d.put(&Placement{ID: c.ID, Diagram: c.Diagram, Subject: c.Subject, X: c.X, Y: c.Y})
	return nil
}

// Move puts a placed element elsewhere; lengths in pixels at 100 %.
type Move struct {
	readsNothing
	ID ID  `json:"id"`
	X  int `json:"x"`
	Y  int `json:"y"`
}

func (c *Move) apply(d *draft) error {
	return d.changePlacement(c.ID, func(p *Placement) { p.X, p.Y = c.X, c.Y })
}

// Resize makes a placed element larger than its content; 0 goes back to fitting.
type Resize struct {
	readsNothing
	ID ID  `json:"id"`
	W  int `json:"w"`
	H  int `json:"h"`
}

func (c *Resize) apply(d *draft) error {
	return d.changePlacement(c.ID, func(p *Placement) { p.W, p.H = c.W, c.H })
}

// SetLine sets the shape and the bends of a placed relationship.
type SetLine struct {
	readsNothing
	ID    ID    `json:"id"`
	Line  Line  `json:"line"`
	Bends []int `json:"bends,omitempty"`
}

func (c *SetLine) apply(d *draft) error {
	return d.changePlacement(c.ID, func(p *Placement) { p.Line, p.Bends = c.Line, c.Bends })
}

func (d *draft) changePlacement(id ID, f func(*Placement)) error {
	p := d.Placement(id)
	if p == nil {
		return missing("placement", id)
	}
	n := *p
	f(&n)
	d.put(&n)
	return nil
}

// Unplace takes something off a diagram; it stays in the model. With an element
// go the relationships that are drawn to it there.
type Unplace struct {
	readsNothing
	ID ID `json:"id"`
}

func (c *Unplace) apply(d *draft) error {
	p := d.Placement(c.ID)
	if p == nil {
		return missing("placement", c.ID)
	}
	for _, r := range d.RelationshipsOf(p.Subject) {
		if rp := d.PlacementOn(p.Diagram, r.ID); rp != nil {
			d.drop(rp.ID)
		}
	}
	d.drop(p.ID)
	return nil
}
