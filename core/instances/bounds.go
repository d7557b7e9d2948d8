package instances

import (
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

// readAll reads the associations between two classes, sorted by id. Those that say
// nothing, and cannot in any system, are left out.
func readAll(m *model.Model, endsOf func(model.ID) []*model.Element, isClass func(model.ID) bool) []binary {
	associations := m.Relationships(model.Association)
	all := make([]binary, 0, len(associations))
	redefined := map[string]bool{} // names of ends that others redefine
	for _, a := range associations {
		ends := endsOf(a.ID)
		for _, e := range ends {
			for _, name := range e.End().Redefines {
				redefined[name] = true
			}
		}
		if len(ends) == 2 && isClass(ends[0].Type) && isClass(ends[1].Type) {
			all = append(all, binary{rel: a, of: [2]bound{{end: ends[0]}, {end: ends[1]}}})
		}
	}
	constrained := len(m.OfKind(model.Constraint)) > 0
	for k := range all {
		a := &all[k]
		excluded := constrained && len(m.Xor(a.rel.ID)) > 0
		for i := range a.of {
			e := a.of[i].end
			d := e.End()
			a.of[i].high = model.Many
			// Where an end is never to be met, a rule of its own tells that; with keys at
			// the other end it counts per key.
			if x := d.Multiplicity; x.State == model.Decided && (x.Upper == model.Many || x.Upper >= max(x.Lower, 1)) && len(a.of[1-i].end.End().Qualifiers) == 0 {
				a.of[i].low, a.of[i].high = x.Lower, x.Upper
			}
			if excluded || redefined[e.Name] && e.Name != "" {
				a.of[i].low = 0
			}
		}
		if data := a.rel.Association(); data.Aggregation == model.Composite {
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
	}
	return slices.DeleteFunc(all, func(b binary) bool { return !b.says() })
}
