package model

// AddPart adds a part to its owner: an attribute, operation, parameter,
// literal or unread line. Before names the part it comes before; without it the
// new part comes last.
type AddPart struct {
	readsNothing
	ID     ID     `json:"id"`
	Owner  ID     `json:"owner"`
	Kind   Kind   `json:"kind"`
	Name   string `json:"name,omitempty"`
	Before ID     `json:"before,omitempty"`
	Set    Patch  `json:"set,omitempty"`
}

func (c *AddPart) apply(d *draft) error {
	if err := d.free(c.ID); err != nil {
		return err
	}
	if !c.Kind.IsPart() || c.Kind == End {
		return Faultf(CodeInvalid, "%q is not a kind of part", string(c.Kind)).At(c.ID, "kind")
	}
	if d.Row(c.Owner) == nil {
		return missing("owner", c.Owner)
	}
	e := &Element{ID: c.ID, Kind: c.Kind, Owner: c.Owner, Name: c.Name, Data: newData(c.Kind)}
	e.Order = d.orderBefore(c.Owner, c.Before)
	r, err := patched(e, c.Set, append(dataFields(c.Kind), "type", "definition", "stereotypes"))
	if err != nil {
		return err
	}
	d.put(d.bindType(r.(*Element)))
	return nil
}

func (c *AddPart) says(before, after *Model) string {
	if c.Kind == ExtensionPoint {
		return "Add " + after.Describe(c.ID)
	}
	return "Edit the features of " + after.Describe(c.Owner)
}

func (*AddPart) weight() int { return detailing }

// SetPart sets the name or fields of a part. Setting typeName also clears the
// type, so that the new name decides.
type SetPart struct {
	readsNothing
	ID  ID    `json:"id"`
	Set Patch `json:"set"`
}

func (c *SetPart) apply(d *draft) error {
	e := d.Element(c.ID)
	if e == nil || !e.Kind.IsPart() || e.Kind == End {
		return missing("part", c.ID)
	}
	base := e
	if _, ok := c.Set["typeName"]; ok {
		base = e.withType("", "")
	}
	r, err := patched(base, c.Set, append(dataFields(e.Kind), "name", "definition", "stereotypes"))
	if err != nil {
		return err
	}
	d.put(d.bindType(r.(*Element)))
	return nil
}

func (c *SetPart) says(before, after *Model) string {
	return "Edit " + describePart(after, before, c.ID)
}

func (*SetPart) weight() int { return detailing }

// MovePart moves a part before another part of the same owner, or to the end; a
// section, activity or event before another one of its kind. With Owner it moves
// to another owner that may have such parts, and stays what it is.
type MovePart struct {
	readsNothing
	ID     ID `json:"id"`
	Before ID `json:"before,omitempty"`
	Owner  ID `json:"owner,omitempty"`
}

func (c *MovePart) apply(d *draft) error {
	e := d.Element(c.ID)
	if e == nil || !e.Kind.IsPart() && !elementInfo[e.Kind].Ordered {
		return missing("part", c.ID)
	}
	if c.Before == c.ID {
		return nil
	}
	n := *e
	if c.Owner != "" && c.Owner != e.Owner {
		if !e.Kind.IsPart() || e.Kind == End || d.Row(c.Owner) == nil {
			return missing("owner", c.Owner)
		}
		n.Owner = c.Owner
	}
	d.drop(e.ID)
	if elementInfo[e.Kind].Ordered {
		n.Order = d.orderAmong(e.Kind, c.Before)
	} else {
		n.Order = d.orderBefore(n.Owner, c.Before)
	}
	d.put(&n)
	return nil
}

func (c *MovePart) says(before, after *Model) string {
	return "Reorder " + describePart(after, before, c.ID)
}

func (*MovePart) weight() int { return detailing }

// orderAmong finds an order key among the elements of a kind that has an order
// at the root, before the given one or at the end.
func (d *draft) orderAmong(kind Kind, before ID) OrderKey {
	list, _ := d.children.get(inOrder(kind))
	return d.orderAt(inOrder(kind), list, indexOf(list, before))
}

// orderBefore finds an order key before the given part, or at the end where the
// part is empty or gone.
func (d *draft) orderBefore(owner, before ID) OrderKey {
	list := d.parts(owner)
	return d.orderAt(owner, list, indexOf(list, before))
}
