package instances

import (
	"cmp"
	"slices"

	"lexeon/core/model"
)

// bound is what an end asks of each object at the other end: at least low, at most
// high, where high is model.Many for no bound.
type bound struct {
	end       *model.Element
	low, high int
}

// binary is an association between two classes, with what it bounds.
type binary struct {
	rel *model.Relationship
	of  [2]bound
}

// says reports whether anything is bounded by it.
func (b binary) says() bool {
	return b.of[0].low > 0 || b.of[1].low > 0 || b.rel.Class != ""
}

// wholeAndPart are the ends of a composition.
func (b binary) wholeAndPart() (whole, part bound) {
	if b.of[1].end.ID == b.rel.Association().Whole {
		return b.of[1], b.of[0]
	}
	return b.of[0], b.of[1]
}

// Associations are those between two classes that say something of how many objects there
// are, by id. They do not change.
type Associations struct {
	list        []binary
	redefined   map[string]bool // names of ends that others redefine
	constrained bool            // there are constraints, which may exclude some
}

// ReadAssociations reads the associations of a model, whose ends somebody may know already.
func ReadAssociations(m *model.Model, endsOf func(model.ID) []*model.Element) *Associations {
	x := &Associations{redefined: map[string]bool{}, constrained: m.Count(model.Constraint) > 0}
	all := m.Relationships(model.Association)
	for _, a := range all {
		for _, e := range endsOf(a.ID) {
			for _, name := range e.End().Redefines {
				x.redefined[name] = true
			}
		}
	}
	for _, a := range all {
		if b, says := x.read(m, a, endsOf(a.ID)); says {
			x.list = append(x.list, b)
		}
	}
	return x
}

// After are the associations of the next model.
func (x *Associations) After(next *model.Model, delta model.Delta) *Associations {
	written := map[model.ID]bool{}
	for _, c := range delta {
		for _, row := range []model.Row{c.Old, c.New} {
			switch row := row.(type) {
			case *model.Relationship:
				switch row.Kind {
				case model.Anchor:
					return ReadAssociations(next, next.Ends)
				case model.Association:
					written[row.ID] = true
				}
			case *model.Element:
				switch {
				case row.Kind == model.Constraint, row.Kind == model.End && len(row.End().Redefines) > 0:
					return ReadAssociations(next, next.Ends)
				case row.Kind == model.End:
					written[row.Owner] = true
				case row.Kind.IsClassifier() && c.Old != nil && c.New != nil && c.Old.(*model.Element).Kind != c.New.(*model.Element).Kind:
					return ReadAssociations(next, next.Ends)
				}
			}
		}
	}
	if len(written) == 0 {
		return x
	}
	out := &Associations{redefined: x.redefined, constrained: x.constrained, list: make([]binary, 0, len(x.list)+len(written))}
	for _, b := range x.list {
		if !written[b.rel.ID] {
			out.list = append(out.list, b)
		}
	}
	for id := range written {
		if a := next.Relationship(id); a != nil && a.Kind == model.Association {
			if b, says := x.read(next, a, next.Ends(id)); says {
				at, _ := slices.BinarySearchFunc(out.list, b, func(a, b binary) int { return cmp.Compare(a.rel.ID, b.rel.ID) })
				out.list = slices.Insert(out.list, at, b)
			}
		}
	}
	return out
}

// read reads an association; it says nothing where it is not between two classes, or bounds
// nothing in any system.
func (x *Associations) read(m *model.Model, rel *model.Relationship, ends []*model.Element) (a binary, says bool) {
	if len(ends) != 2 || !isClass(m, ends[0].Type) || !isClass(m, ends[1].Type) {
		return a, false
	}
	a = binary{rel: rel, of: [2]bound{{end: ends[0]}, {end: ends[1]}}}
	excluded := x.constrained && len(m.Xor(rel.ID)) > 0
	for i := range a.of {
		e := a.of[i].end
		d := e.End()
		a.of[i].high = model.Many
		// Where an end is never to be met, a rule of its own tells that; with keys at
		// the other end it counts per key.
		if x := d.Multiplicity; x.State == model.Decided && (x.Upper == model.Many || x.Upper >= max(x.Lower, 1)) && len(a.of[1-i].end.End().Qualifiers) == 0 {
			a.of[i].low, a.of[i].high = x.Lower, x.Upper
		}
		if excluded || x.redefined[e.Name] && e.Name != "" {
			a.of[i].low = 0
		}
	}
	if data := rel.Association(); data.Aggregation == model.Composite {
		for i := range a.of {
			if w := &a.of[i]; w.end.ID != data.Whole {
				continue
			} else if w.low > 1 {
				w.low = 0 // a rule of its own tells that
			} else {
				w.high = 1
			}
		}
	}
	return a, a.says()
}

// isClass: only objects are counted; values of data types are there without end.
func isClass(m *model.Model, id model.ID) bool {
	e := m.Element(id)
	return e != nil && e.Kind == model.Class
}
