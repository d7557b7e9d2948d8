package model

// SetNote writes a note.
type SetNote struct {
	readsNothing
	ID   ID     `json:"id"`
	Text string `json:"text"`
}

func (c *SetNote) apply(d *draft) error {
	e := d.Element(c.ID)
	if e == nil || e.Kind != Note {
		return missing("note", c.ID)
	}
	n := *e
	data := e.Note()
	data.Body = c.Text
	n.Data = &data
	d.put(&n)
	return nil
}

// verifyAnchor: an anchor leads from a note to an element that stands on
// diagrams.
func (d *draft) verifyAnchor(r *Relationship, ends []*Element) error {
	if len(ends) > 0 {
		return Faultf(CodeRefused, "%s has a source and a target, not ends", d.Describe(r.ID)).At(r.ID, "ends")
	}
	if e := d.Element(r.Source); e == nil || e.Kind != Note {
		return Faultf(CodeRefused, "an anchor starts at a note").At(r.ID, "source")
	}
	if e := d.Element(r.Target); e == nil || !e.Kind.IsPlaced() || r.Target == r.Source {
		return Faultf(CodeRefused, "an anchor leads to what the note is about").At(r.ID, "target")
	}
	return nil
}
