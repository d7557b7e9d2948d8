package dictionary

import (
	"maps"
	"sync"

	"lexeon/core/model"
)

// After is the dictionary of the next model, and whether it says the same of all data: so
// it does if nothing was written that it is made of. If it is not sure, it says no, and
// is to be made anew.
func (d *Dictionary) After(next *model.Model, delta model.Delta) (*Dictionary, bool) {
	out := *d
	out.m = next
	own := false
	for _, c := range delta {
		if flow(c.Old) == nil && flow(c.New) == nil {
			if d.concerns(c) {
				return nil, false
			}
			continue
		}
		if nameOf(c.Old) == nameOf(c.New) {
			continue
		}
		if !own {
			own = true
			out.keys, out.names, out.flows = maps.Clone(d.keys), maps.Clone(d.names), maps.Clone(d.flows)
			forms := maps.Clone(d.forms())
			out.forms = func() map[string]bool { return forms }
		}
		if !out.forget(c.Old) || !out.hear(c.New) {
			return nil, false
		}
	}
	return &out, true
}

func flow(r model.Row) *model.Relationship {
	if f, ok := r.(*model.Relationship); ok && f.Kind == model.DataFlow {
		return f
	}
	return nil
}

func nameOf(r model.Row) string {
	if f := flow(r); f != nil {
		return f.Name
	}
	return ""
}

// forget takes back the name of a flow. It is not sure where other flows write the same name
// in another way.
func (d *Dictionary) forget(r model.Row) (sure bool) {
	f := flow(r)
	if f == nil {
		return true
	}
	if d.flows[f.Name]--; d.flows[f.Name] > 0 {
		return true
	}
	delete(d.flows, f.Name)
	key := d.keys[f.Name]
	if d.written[key] != "" {
		return true // it is known without flows
	}
	if d.names[key] == f.Name {
		delete(d.names, key)
		for other := range d.flows {
			if d.keys[other] == key {
				return false
			}
		}
	}
	return true
}

// hear takes up the name of a flow, likewise.
func (d *Dictionary) hear(r model.Row) (sure bool) {
	f := flow(r)
	if f == nil {
		return true
	}
	if d.flows[f.Name]++; d.flows[f.Name] > 1 {
		return true
	}
	key := d.m.TermKey(f.Name)
	d.keys[f.Name] = key
	d.forms()[model.NormalForm(f.Name)] = true
	if d.written[key] != "" {
		return true
	}
	if d.names[key] != "" && d.names[key] != f.Name {
		return false // which one is written depends on the order of flows
	}
	d.names[key] = f.Name
	return true
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
