package model

// SetKind makes another kind of relationship of one between two elements, under its id: its
// definition, its traces and its places stay. What the new kind cannot say goes: roles and
// multiplicities of an association that is none any more, the name of what has none. Ends
// are ids for the two ends of what becomes an association; the first is the whole of an
// aggregation.
type SetKind struct {
	ID          ID          `json:"id"`
	Kind        Kind        `json:"kind"`
	Aggregation Aggregation `json:"aggregation,omitempty"`
	Ends        []ID        `json:"ends,omitempty"`
}

// Reads: it relies on what the relationship is, and on where it leads.
func (c *SetKind) Reads() []Key {
	return []Key{{c.ID, "kind"}, {c.ID, "aggregation"}, {c.ID, "source"}, {c.ID, "target"}}
}

func (c *SetKind) apply(d *draft) error {
	r := d.Relationship(c.ID)
	if r == nil {
		return missing("relationship", c.ID)
	}
	if _, ok := relationshipInfo[c.Kind]; !ok {
		return Faultf(CodeInvalid, "%q is not a kind of relationship", string(c.Kind)).At(c.ID, "kind")
	}
	ids := d.Connected(r)
	if len(ids) != 2 {
		return Faultf(CodeRefused, "%s does not connect two elements", d.Describe(c.ID)).At(c.ID, "kind")
	}
	n := &Relationship{ID: r.ID, Kind: c.Kind, Name: r.Name, Definition: r.Definition, Stereotypes: r.Stereotypes, Extra: r.Extra,
		Source: ids[0], Target: ids[1], Data: newData(c.Kind)}
	if c.Kind == Generalization || c.Kind == Realization {
		n.Name = "" // they are read without one
	}
	ends := d.Ends(r.ID)
	if r.Association().Aggregation != NoAggregation && ends[1].ID == r.Association().Whole {
		n.Source, n.Target = ids[1], ids[0] // a whole is where the line comes from
	}
	if c.Kind == Association {
		if len(c.Ends) != 2 {
			return Faultf(CodeInvalid, "an association has two ends: their ids are needed").At(c.ID, "ends")
		}
		data := &AssociationData{Aggregation: c.Aggregation}
		if c.Aggregation != NoAggregation {
			data.Whole = c.Ends[0]
		}
		n.Source, n.Target, n.Data = "", "", data
	}
	for _, e := range ends {
		d.drop(e.ID)
	}
	d.put(n)
	if c.Kind == Association {
		for i, id := range c.Ends {
			if err := d.free(id); err != nil {
				return err
			}
			d.put(&Element{ID: id, Kind: End, Owner: r.ID, Type: ids[i], Order: d.orderBefore(r.ID, ""), Data: &EndData{}})
		}
	}
	for _, p := range d.PlacementsOf(r.ID) { // labels that were moved belong to what they stood at
		if len(p.Labels) > 0 {
			without := *p
			without.Labels = nil
			d.put(&without)
		}
	}
	return nil
}

func (c *SetKind) says(before, after *Model) string {
	return "Make " + after.Describe(c.ID) + " of " + before.Describe(c.ID)
}

func (*SetKind) weight() int { return decisive }

// AddEnd lets an association connect one element more. How many there are is undecided.
type AddEnd struct {
	readsNothing
	ID          ID `json:"id"`
	Association ID `json:"association"`
	Type        ID `json:"type"` // the element at the end
}

func (c *AddEnd) apply(d *draft) error {
	if err := d.free(c.ID); err != nil {
		return err
	}
	if r := d.Relationship(c.Association); r == nil || r.Kind != Association {
		return missing("association", c.Association)
	}
	d.put(&Element{ID: c.ID, Kind: End, Owner: c.Association, Type: c.Type, Order: d.orderBefore(c.Association, ""),
		Data: &EndData{Multiplicity: Multiplicity{State: Undecided}}})
	return nil
}

func (c *AddEnd) says(before, after *Model) string { return "Change " + after.Describe(c.Association) }

func (*AddEnd) weight() int { return altering }

// LeadTrace lets a trace begin at another row: an element or a relationship.
type LeadTrace struct {
	readsNothing
	ID   ID `json:"id"`
	From ID `json:"from"`
}

func (c *LeadTrace) apply(d *draft) error {
	t := d.Relationship(c.ID)
	if t == nil || t.Kind != Trace {
		return missing("trace", c.ID)
	}
	n := *t
	n.Source, n.Traced = c.From, ""
	if d.Relationship(c.From) != nil {
		n.Source, n.Traced = "", c.From
	}
	d.put(&n)
	return nil
}

func (c *LeadTrace) says(before, after *Model) string {
	return "Change where " + after.Describe(c.From) + " stems from"
}

func (*LeadTrace) weight() int { return detailing }

// CopyPart copies an attribute or an operation, with its parameters, to the end of another
// owner's parts.
type CopyPart struct {
	readsNothing
	ID    ID `json:"id"`
	Part  ID `json:"part"`
	Owner ID `json:"owner"`
}

func (c *CopyPart) apply(d *draft) error {
	part := d.Element(c.Part)
	if part == nil || !part.Kind.IsPart() || part.Kind == End {
		return missing("part", c.Part)
	}
	if d.Row(c.Owner) == nil {
		return missing("owner", c.Owner)
	}
	return d.copyPart(part, c.ID, c.Owner, d.orderBefore(c.Owner, ""))
}

func (d *draft) copyPart(part *Element, id, owner ID, order OrderKey) error {
	if err := d.free(id); err != nil {
		return err
	}
	n := *part
	n.ID, n.Owner, n.Order = id, owner, order
	d.put(&n)
	for _, q := range d.Children(part.ID) {
		if err := d.copyPart(q, DeriveID("copy", string(id), string(q.ID)), id, q.Order); err != nil {
			return err
		}
	}
	return nil
}

func (c *CopyPart) says(before, after *Model) string {
	return "Edit the features of " + after.Describe(c.Owner)
}

func (*CopyPart) weight() int { return detailing }
