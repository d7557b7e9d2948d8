package dictionary

import (
	"sync"

	"lexeon/core/model"
)

// After is the dictionary of the next model, and whether it says the same of all data: so
// it does if nothing was written that it is made of. If it is not sure, it says no, and
// is to be made anew.
func (d *Dictionary) After(next *model.Model, delta model.Delta) (*Dictionary, bool) {
	for _, c := range delta {
		if d.concerns(c) {
			return nil, false
		}
	}
	out := *d
	out.m = next
	return &out, true
}

// concerns reports whether a row was written in such a way that it may matter to data.
func (d *Dictionary) concerns(c model.RowChange) bool {
	row := c.New
	if row == nil {
		row = c.Old
	}
	switch row := row.(type) {
	case *model.Element:
		old, _ := c.Old.(*model.Element)
		now, _ := c.New.(*model.Element)
		switch row.Kind {
		case model.DataItem:
			return true
		case model.Store:
			return old == nil || now == nil || old.Store().Contents != now.Store().Contents
		}
	case *model.Relationship:
		old, _ := c.Old.(*model.Relationship)
		now, _ := c.New.(*model.Relationship)
		return row.Kind == model.DataFlow && (old == nil || now == nil || old.Name != now.Name)
	case *model.Term:
		for _, r := range []model.Row{c.Old, c.New} {
			if t, ok := r.(*model.Term); ok && d.hears(t) {
				return true
			}
		}
	}
	return false
}

// hears reports whether a name of data could mean a term.
func (d *Dictionary) hears(t *model.Term) bool {
	forms := d.forms()
	for _, name := range append([]string{t.Name}, t.Aliases...) {
		if forms[model.NormalForm(name)] {
			return true
		}
	}
	return false
}

// formsOf are the normal forms of all names of data, found when they are first asked for.
func formsOf(d *Dictionary) func() map[string]bool {
	return sync.OnceValue(func() map[string]bool {
		out := make(map[string]bool, len(d.keys))
		for name := range d.keys {
			out[model.NormalForm(name)] = true
		}
		return out
	})
}
