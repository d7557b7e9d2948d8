package model

// Side is one of the two sides of a placed line.
type Side string

const (
	FromSide Side = "from" // the source, or the first end of an association
	ToSide   Side = "to"
)

// Reattach tells what leads a side of a placed line to another placement of its
// diagram, and everything else stays: name, multiplicity and role stay with the
// side. A flow between shapes that are shown more than once may be drawn to
// another of them. On the diagram of a level an empty placement leads a flow
// across the frame. The line is taken off diagrams that do not show the new end;
// their number is told. It fails with CodeMissing and CodeRefused.
func (m *Model) Reattach(line ID, side Side, to ID) (changes []Change, off int, err error) {
	p := m.Placement(line)
	var r *Relationship
	if p != nil {
		r = m.Relationship(p.Subject)
	}
	if r == nil {
		return nil, 0, Faultf(CodeMissing, "The line is not on this diagram any more.").At(line, "")
	}
	if side != FromSide && side != ToSide {
		return nil, 0, Faultf(CodeInvalid, "%q is no side of a line: from or to", string(side)).At(line, "side")
	}
	var subject ID
	if to != "" {
		q := m.Placement(to)
		if q == nil || q.Diagram != p.Diagram || m.Element(q.Subject) == nil {
			return nil, 0, Faultf(CodeMissing, "The shape is not on this diagram any more.").At(to, "")
		}
		subject = q.Subject
	} else if d := m.Diagram(p.Diagram); r.Kind != DataFlow || d.Kind != LevelDiagram {
		return nil, 0, Faultf(CodeRefused, "%s needs a shape at both ends.", m.Describe(r.ID)).At(r.ID, "")
	}
	now, set, err := m.sideOf(r, side)
	if err != nil {
		return nil, 0, err
	}
	if now != subject {
		for _, o := range m.PlacementsOf(r.ID) {
			if o.ID != p.ID && subject != "" && m.PlacementOn(o.Diagram, subject) == nil {
				changes = append(changes, &Unplace{ID: o.ID})
				off++
			} else if o.From != "" || o.To != "" {
				changes = append(changes, drawnBetween(o, side, ""))
			}
		}
		changes = append(changes, set(subject))
	}
	if r.Kind == DataFlow && subject != "" && len(m.PlacementsAt(p.Diagram, subject)) > 1 {
		changes = append(changes, drawnBetween(p, side, to))
	}
	return changes, off, nil
}

func drawnBetween(p *Placement, side Side, at ID) *DrawBetween {
	c := &DrawBetween{ID: p.ID, From: p.From, To: p.To}
	if side == FromSide {
		c.From = at
	} else {
		c.To = at
	}
	return c
}

// sideOf tells what a side of a relationship leads to, and the change that leads
// it elsewhere.
func (m *Model) sideOf(r *Relationship, side Side) (ID, func(ID) Change, error) {
	if r.Kind == Association {
		ends := m.Ends(r.ID)
		if len(ends) != 2 {
			return "", nil, Faultf(CodeRefused, "%s has %d ends: change them in the lexicon.", m.Describe(r.ID), len(ends)).At(r.ID, "")
		}
		end := ends[0]
		if side == ToSide {
			end = ends[1]
		}
		return end.Type, func(to ID) Change { return &SetEnd{ID: end.ID, Set: P("type", to)} }, nil
	}
	if r.Kind == Anchor && r.Refers != "" && side == ToSide {
		return r.Refers, func(to ID) Change { return &SetRelationship{ID: r.ID, Set: P("target", to, "refers", ID(""))} }, nil
	}
	if side == FromSide {
		return r.Source, func(to ID) Change { return &SetRelationship{ID: r.ID, Set: P("source", to)} }, nil
	}
	return r.Target, func(to ID) Change { return &SetRelationship{ID: r.ID, Set: P("target", to)} }, nil
}
