package dictionary

import (
	"maps"
	"slices"
	"sync"

	"lexeon/core/model"
)

// Renewed is the dictionary of the next model, where entries or contents of stores were
// written, and the rows for which it may say something else: flows, with the processes and
// stores at their ends, stores by their contents, and entries. It is not sure where terms were
// written by which names of data may meet otherwise; then it is to be made anew.
func (d *Dictionary) Renewed(next *model.Model, delta model.Delta) (out *Dictionary, rows map[model.ID]bool, sure bool) {
	written := map[string]bool{} // keys
	for _, c := range delta {
		for _, r := range []model.Row{c.Old, c.New} {
			switch r := r.(type) {
			case *model.Term:
				if d.hears(r) {
					return nil, nil, false
				}
			case *model.Relationship:
				if r.Kind == model.DataFlow && nameOf(c.Old) != nameOf(c.New) {
					return nil, nil, false
				}
			}
		}
	}
	out = of(next, d)
	rows = map[model.ID]bool{}
	for _, c := range delta {
		for _, r := range []model.Row{c.Old, c.New} {
			e, ok := r.(*model.Element)
			if !ok || e.Kind != model.DataItem && e.Kind != model.Store {
				continue
			}
			rows[e.ID] = true
			if e.Kind == model.DataItem {
				written[d.Key(e.Name)], written[out.Key(e.Name)] = true, true
			}
		}
	}
	concerned := d.holding(written)
	maps.Copy(concerned, out.holding(written))
	out.takeOver(d, concerned)
	is := func(name string) bool { return concerned[out.Key(name)] }
	for _, f := range next.Relationships(model.DataFlow) {
		if is(f.Name) || rows[f.Source] || rows[f.Target] {
			rows[f.ID], rows[f.Source], rows[f.Target] = true, true, true
		}
	}
	for _, s := range next.OfKind(model.Store) {
		if e, err := Parsed(s.Store().Contents); err == nil && e != nil && !rows[s.ID] {
			e.Names(func(n *Expression) { rows[s.ID] = rows[s.ID] || is(n.Text) })
		}
	}
	for _, i := range next.OfKind(model.DataItem) {
		if is(i.Name) {
			rows[i.ID] = true
		}
	}
	delete(rows, "")
	maps.DeleteFunc(rows, func(_ model.ID, is bool) bool { return !is })
	return out, rows, true
}

// takeOver keeps what the dictionary before found out of names that are not concerned, and
// works out what is left.
func (d *Dictionary) takeOver(before *Dictionary, concerned map[string]bool) {
	forms, grown := before.forms(), false
	for name := range d.keys {
		if _, known := before.keys[name]; !known {
			if !grown {
				forms, grown = maps.Clone(forms), true
			}
			forms[model.NormalForm(name)] = true
		}
	}
	d.forms = func() map[string]bool { return forms }
	for _, c := range []struct{ to, from *sync.Map }{{d.items, before.items}, {d.ranges, before.ranges}} {
		c.from.Range(func(key, value any) bool {
			if !concerned[key.(string)] {
				c.to.Store(key, value)
			}
			return true
		})
	}
	// Whatever lies on one circle with a name that is concerned is concerned too.
	circles := d.circlesAmong(slices.Collect(maps.Keys(concerned)))
	for key, is := range before.circles() {
		if !concerned[key] {
			circles[key] = is
		}
	}
	d.circles = func() map[string]bool { return circles }
	d.derive()
}

// holding are some keys with those of all data that they are parts of, or that are derived from
// them, however far.
func (d *Dictionary) holding(keys map[string]bool) map[string]bool {
	in, out := d.holders(), maps.Clone(keys)
	for todo := slices.Collect(maps.Keys(keys)); len(todo) > 0; {
		key := todo[len(todo)-1]
		todo = todo[:len(todo)-1]
		for _, k := range in[key] {
			if !out[k] {
				out[k] = true
				todo = append(todo, k)
			}
		}
	}
	return out
}

// findHolders tells for a key which data it is a part of, or which are derived from it.
func (d *Dictionary) findHolders() map[string][]string {
	in := make(map[string][]string, len(d.keys))
	for key, e := range d.entries {
		e.Parsed.Names(func(n *Expression) { in[d.Key(n.Text)] = append(in[d.Key(n.Text)], key) })
		for _, from := range e.Data.From {
			in[d.Key(from)] = append(in[d.Key(from)], key)
		}
	}
	return in
}
