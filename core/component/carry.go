package component

import (
	"slices"

	"lexeon/core/model"
)

// After is the web of the next model, and whether nothing was written that it is made of:
// else it is to be made anew.
func (w *Web) After(next *model.Model, delta model.Delta) (*Web, bool) {
	if slices.ContainsFunc(delta, func(c model.RowChange) bool { return w.concerns(c.Old, c.New) || w.concerns(c.New, c.Old) }) {
		return nil, false
	}
	out := *w
	out.m = next
	return &out, true
}

// concerns reports whether the web hangs on a row that was another one, or was not there.
func (w *Web) concerns(row, other model.Row) bool {
	switch row := row.(type) {
	case *model.Element:
		o, _ := other.(*model.Element)
		return (row.Kind == model.Component || row.Kind == model.ComponentPart) && (o == nil || o.Kind != row.Kind || o.Owner != row.Owner || o.ComponentPart() != row.ComponentPart())
	case *model.Relationship:
		switch row.Kind {
		case model.Provides, model.Requires, model.Assembly:
			return true
		case model.Generalization, model.Realization:
			_, is := w.offering[row.Source]
			return is
		}
	}
	return false
}

// MayCall reports whether a row is a line by which one component may call another.
func MayCall(m *model.Model, row model.Row) bool {
	r, ok := row.(*model.Relationship)
	return ok && (r.Kind == model.Dependency || r.Kind == model.Usage || r.Kind == model.Assembly) && m.ComponentAt(r.Source) != nil && m.ComponentAt(r.Target) != nil
}
