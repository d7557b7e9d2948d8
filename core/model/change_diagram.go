package model

import (
	"fmt"
	"slices"
	"strings"
)

// AddDiagram makes an empty diagram.
type AddDiagram struct {
	readsNothing
	ID    ID     `json:"id"`
	Kind  Kind   `json:"kind"`
	Name  string `json:"name"`
	About ID     `json:"about,omitempty"` // the process that a level shows
	View  View   `json:"view,omitempty"`
}

func (c *AddDiagram) apply(d *draft) error {
	if err := d.free(c.ID); err != nil {
		return err
	}
	d.put(&Diagram{ID: c.ID, Kind: c.Kind, Name: c.Name, About: c.About, View: c.View})
	return nil
}

func (c *AddDiagram) says(before, after *Model) string {
	return "Add " + after.Describe(c.ID)
}

func (*AddDiagram) weight() int { return making }

// Place shows an element or a relationship on a diagram. A relationship can be
// placed once what it connects is there.
type Place struct {
	readsNothing
	ID      ID  `json:"id"`
	Diagram ID  `json:"diagram"`
	Subject ID  `json:"subject"`
	X       int `json:"x,omitempty"`
	Y       int `json:"y,omitempty"`
	W       int `json:"w,omitempty"`
	H       int `json:"h,omitempty"`
}

func (c *Place) apply(d *draft) error {
	if err := d.free(c.ID); err != nil {
		return err
	}
	d.keepLines(c.Diagram, c.Subject)
	d.put(&Placement{ID: c.ID, Diagram: c.Diagram, Subject: c.Subject, X: c.X, Y: c.Y, W: c.W, H: c.H})
	return nil
}

func (c *Place) says(before, after *Model) string {
	return "Show " + after.Describe(c.ID)
}

func (*Place) weight() int { return arranging }

func (*Place) several(n int, first string) string { return fmt.Sprintf("Show %d things", n) }

// Move puts a placed element elsewhere; lengths in pixels at 100 %.
type Move struct {
	readsNothing
	ID ID  `json:"id"`
	X  int `json:"x"`
	Y  int `json:"y"`
	// Aside: it makes room for another. Where the shape was taken away meanwhile there is
	// nothing to be done, and what it makes room for is not refused.
	Aside bool `json:"aside,omitempty"`
}

func (c *Move) apply(d *draft) error {
	if c.Aside && d.Placement(c.ID) == nil {
		return nil
	}
	return d.changePlacement(c.ID, func(p *Placement) { p.X, p.Y = c.X, c.Y })
}

func (c *Move) says(before, after *Model) string {
	return "Move " + describePlaced(after, c.ID)
}

func (*Move) weight() int { return arranging }

func (*Move) several(n int, first string) string { return fmt.Sprintf("Move %d shapes", n) }

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

func (c *Resize) says(before, after *Model) string {
	return "Resize " + describePlaced(after, c.ID)
}

func (*Resize) weight() int { return arranging }

func (*Resize) several(n int, first string) string { return fmt.Sprintf("Resize %d shapes", n) }

// SetLine sets the shape and the bends of a placed relationship, or the way that an
// arrangement found for it.
type SetLine struct {
	readsNothing
	ID    ID    `json:"id"`
	Line  Line  `json:"line"`
	Bends []int `json:"bends,omitempty"`
	Way   []int `json:"way,omitempty"`
}

func (c *SetLine) apply(d *draft) error {
	return d.changePlacement(c.ID, func(p *Placement) { p.Line, p.Bends, p.Way = c.Line, c.Bends, c.Way })
}

func (c *SetLine) says(before, after *Model) string {
	return "Bend " + describePlaced(after, c.ID)
}

func (*SetLine) weight() int { return arranging }

func (*SetLine) several(n int, first string) string { return fmt.Sprintf("Bend %d lines", n) }

// MoveLabel puts a label of a placed relationship elsewhere, relative to what it
// belongs to; with Back it goes back to where the drawing puts it.
type MoveLabel struct {
	readsNothing
	ID    ID     `json:"id"`
	Label string `json:"label"`
	DX    int    `json:"dx,omitempty"`
	DY    int    `json:"dy,omitempty"`
	Back  bool   `json:"back,omitempty"`
}

func (c *MoveLabel) apply(d *draft) error {
	return d.changePlacement(c.ID, func(p *Placement) {
		labels := slices.DeleteFunc(slices.Clone(p.Labels), func(l LabelOffset) bool { return l.Label == c.Label })
		if !c.Back {
			labels = append(labels, LabelOffset{c.Label, c.DX, c.DY})
		}
		slices.SortFunc(labels, func(a, b LabelOffset) int { return strings.Compare(a.Label, b.Label) })
		p.Labels = labels
	})
}

func (c *MoveLabel) says(before, after *Model) string {
	return "Move a label of " + describePlaced(after, c.ID)
}

func (*MoveLabel) weight() int { return arranging }

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
	d.unplace(p)
	return nil
}

func (c *Unplace) says(before, after *Model) string {
	return "Remove " + before.Describe(c.ID)
}

func (*Unplace) weight() int { return altering }

func (*Unplace) several(n int, first string) string {
	return fmt.Sprintf("Remove %d things from a diagram", n)
}
