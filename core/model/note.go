package model

import "strings"

// SetNote writes a note or a constraint.
type SetNote struct {
	readsNothing
	ID   ID     `json:"id"`
	Text string `json:"text"`
}

func (c *SetNote) apply(d *draft) error {
	e := d.Element(c.ID)
	if e == nil || !e.Kind.IsText() {
		return missing("note", c.ID)
	}
	n := *e
	data := e.Note()
	data.Body = c.Text
	n.Data = &data
	d.put(&n)
	return nil
}

func (c *SetNote) says(before, after *Model) string {
	return "Write " + after.Describe(c.ID)
}

func (*SetNote) weight() int { return altering }

// verifyAnchor: an anchor leads from a note or a constraint to an element that
// stands on diagrams, or to a relationship.
func (d *draft) verifyAnchor(r *Relationship, ends []*Element) error {
	if len(ends) > 0 {
		return Faultf(CodeRefused, "%s has a source and a target, not ends", d.Describe(r.ID)).At(r.ID, "ends")
	}
	if e := d.Element(r.Source); e == nil || !e.Kind.IsText() {
		return Faultf(CodeRefused, "an anchor starts at a note or a constraint").At(r.ID, "source")
	}
	if r.Refers != "" {
		if o := d.Relationship(r.Refers); r.Target != "" || o == nil || o.Kind == Trace || o.Kind == Anchor || o.Kind == Within {
			return Faultf(CodeRefused, "an anchor leads to one thing that is drawn").At(r.ID, "refers")
		}
		return nil
	}
	if e := d.Element(r.Target); e == nil || !e.Kind.IsPlaced() || r.Target == r.Source {
		return Faultf(CodeRefused, "an anchor leads to what the note is about").At(r.ID, "target")
	}
	return nil
}

// Anchors lists the anchors that lead to an element or a relationship, sorted by
// id.
func (m *Model) Anchors(to ID) []*Relationship {
	return m.bySide(to, Anchor, func(r *Relationship) bool { return r.Target == to || r.Refers == to })
}

// AnchorsFrom lists the anchors of a note or a constraint, sorted by id.
func (m *Model) AnchorsFrom(text ID) []*Relationship {
	return m.RelationshipsFrom(text, Anchor)
}

// IsXor reports whether an element is the constraint {xor}: of the associations it
// is anchored to, an object has links of only one (UML 2.5.1, 7.6.4).
func IsXor(e *Element) bool {
	return e.Kind == Constraint && strings.EqualFold(strings.TrimSpace(strings.Trim(strings.TrimSpace(e.Note().Body), "{}")), "xor")
}

// Xor lists the relationships that exclude a relationship, sorted by id.
func (m *Model) Xor(relationship ID) []*Relationship {
	var out []*Relationship
	for _, a := range m.Anchors(relationship) {
		if !IsXor(m.Element(a.Source)) {
			continue
		}
		for _, other := range m.AnchorsFrom(a.Source) {
			if o := m.Relationship(other.Refers); o != nil && o.ID != relationship {
				out = append(out, o)
			}
		}
	}
	return out
}
