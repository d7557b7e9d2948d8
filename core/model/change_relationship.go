package model

// NewEnd is an end of an association that is being connected.
type NewEnd struct {
	ID   ID     `json:"id"`
	Type ID     `json:"type"` // the element at the end
	Role string `json:"role,omitempty"`
	Set  Patch  `json:"set,omitempty"`
}

// Connect makes a relationship: an association with its ends in order, or one of
// the other kinds from source to target. Whole is the index of the end that is
// the whole, used only with an aggregation.
type Connect struct {
	readsNothing
	ID          ID          `json:"id"`
	Kind        Kind        `json:"kind"`
	Name        string      `json:"name,omitempty"`
	Source      ID          `json:"source,omitempty"`
	Target      ID          `json:"target,omitempty"`
	Ends        []NewEnd    `json:"ends,omitempty"`
	Aggregation Aggregation `json:"aggregation,omitempty"`
	Whole       int         `json:"whole,omitempty"`
	Reading     Reading     `json:"reading,omitempty"`
	Class       ID          `json:"class,omitempty"`
	Set         ID          `json:"set,omitempty"`    // generalization set
	Traced      ID          `json:"traced,omitempty"` // where a trace starts at a relationship
	Refers      ID          `json:"refers,omitempty"` // where an anchor leads to one, or what a link is an example of
}

func (c *Connect) apply(d *draft) error {
	if err := d.free(c.ID); err != nil {
		return err
	}
	if _, ok := relationshipInfo[c.Kind]; !ok {
		return Faultf(CodeInvalid, "%q is not a kind of relationship", string(c.Kind)).At(c.ID, "kind")
	}
	r := &Relationship{ID: c.ID, Kind: c.Kind, Name: c.Name, Source: c.Source, Target: c.Target,
		Class: c.Class, Set: c.Set, Traced: c.Traced, Refers: c.Refers, Data: newData(c.Kind)}
	if c.Kind == Association {
		data := &AssociationData{Aggregation: c.Aggregation, Reading: c.Reading}
		if c.Aggregation != NoAggregation {
			if c.Whole < 0 || c.Whole >= len(c.Ends) {
				return Faultf(CodeInvalid, "the whole is end %d, but there are %d ends", c.Whole, len(c.Ends)).At(c.ID, "whole")
			}
			data.Whole = c.Ends[c.Whole].ID
		}
		r.Data = data
	} else if len(c.Ends) > 0 {
		return Faultf(CodeInvalid, "only an association has ends").At(c.ID, "ends")
	}
	d.put(r)
	for _, e := range c.Ends {
		if err := d.free(e.ID); err != nil {
			return err
		}
		end := &Element{ID: e.ID, Kind: End, Owner: c.ID, Name: e.Role, Type: e.Type,
			Order: d.orderBefore(c.ID, ""), Data: &EndData{}}
		row, err := patched(end, e.Set, dataFields(End))
		if err != nil {
			return err
		}
		d.put(row)
	}
	return nil
}

func (c *Connect) says(before, after *Model) string {
	return "Add " + after.Describe(c.ID)
}

func (*Connect) weight() int { return decisive }

// SetEnd sets fields of an end: name (the role), type (the element), and the
// end's own such as multiplicity.
type SetEnd struct {
	readsNothing
	ID  ID    `json:"id"`
	Set Patch `json:"set"`
}

func (c *SetEnd) apply(d *draft) error {
	e := d.Element(c.ID)
	if e == nil || e.Kind != End {
		return missing("association end", c.ID)
	}
	r, err := patched(e, c.Set, append(dataFields(End), "name", "type", "definition"))
	if err != nil {
		return err
	}
	d.put(r)
	return nil
}

func (c *SetEnd) says(before, after *Model) string {
	return "Change " + after.Describe(c.ID)
}

func (*SetEnd) weight() int { return altering }

// SetRelationship sets fields of a relationship: name, class, set, stereotypes,
// and for an association aggregation, whole, reading, inverse; for the others
// source and target. Setting the kind turns one of the other kinds into another.
type SetRelationship struct {
	readsNothing
	ID  ID    `json:"id"`
	Set Patch `json:"set"`
}

func (c *SetRelationship) apply(d *draft) error {
	rel := d.Relationship(c.ID)
	if rel == nil {
		return missing("relationship", c.ID)
	}
	allowed := append(dataFields(rel.Kind), "name", "class", "set", "stereotypes", "definition")
	switch rel.Kind {
	case DataFlow:
		allowed = append(allowed, "source", "target")
	case Anchor, Link:
		allowed = append(allowed, "source", "target", "refers")
	case Usage:
		allowed = append(allowed, "kind", "source", "target", "refers")
	case Association, Trace:
	default:
		allowed = append(allowed, "kind", "source", "target")
	}
	r, err := patched(rel, c.Set, allowed)
	if err != nil {
		return err
	}
	d.put(r)
	return nil
}

func (c *SetRelationship) says(before, after *Model) string {
	return "Change " + after.Describe(c.ID)
}

func (*SetRelationship) weight() int { return altering }

// Reverse swaps the two sides of a relationship: source and target, or for an
// association the order of its ends, which is how its name is read. Multiplicity
// and role stay with their element; a composition's part becomes its whole.
type Reverse struct {
	ID ID `json:"id"`
}

// Reads: reversing makes no sense if the sides were changed meanwhile, and those
// are written; the kind is relied upon too.
func (c *Reverse) Reads() []Key { return []Key{{c.ID, "kind"}, {c.ID, "aggregation"}} }

func (c *Reverse) apply(d *draft) error {
	r := d.Relationship(c.ID)
	if r == nil {
		return missing("relationship", c.ID)
	}
	if r.Kind != Association {
		n := *r
		n.Source, n.Target = r.Target, r.Source
		if r.Kind == Assembly {
			data := r.Connector()
			data.FromPort, data.ToPort = data.ToPort, data.FromPort
			n.Data = &data
		}
		d.put(&n)
		return nil
	}
	ends := d.Ends(r.ID)
	if len(ends) != 2 {
		return Faultf(CodeRefused, "only a relationship with two ends can be reversed").At(c.ID, "")
	}
	a, b := *ends[0], *ends[1]
	a.Order, b.Order = b.Order, a.Order
	d.put(&a)
	d.put(&b)
	if data := r.Association(); data.Aggregation != NoAggregation {
		if data.Whole == a.ID {
			data.Whole = b.ID
		} else {
			data.Whole = a.ID
		}
		n := *r
		n.Data = &data
		d.put(&n)
	}
	return nil
}

func (c *Reverse) says(before, after *Model) string {
	return "Reverse " + before.Describe(c.ID)
}

func (*Reverse) weight() int { return decisive }
