package check

import (
	"cmp"
	"maps"
	"slices"
	"strings"

	"lexeon/core/dictionary"
	"lexeon/core/model"
)

// use is where a name of data is used: by flows, in contents, in derivations.
type use struct {
	name string     // as the first of them writes it
	rows []model.ID // flows, then stores, then entries; each by id
}

// usedData is where all names of data are used, by their keys.
type usedData struct {
	d    *dictionary.Dictionary
	uses map[string]*use
}

// dataUses is where names of data are used.
var dataUses = &Fact[*usedData]{
	name: "data", needs: []Requirement{dictionaries}, rests: dataRows.has,
	find: func(f *facts) *usedData {
		x := &usedData{dictionaries.in(f), map[string]*use{}}
		f.each(dataRows, func(r model.Row) {
			for key := range x.keysIn(r) {
				if x.uses[key] == nil {
					x.uses[key] = &use{}
				}
				x.uses[key].rows = append(x.uses[key].rows, r.RowID())
			}
		})
		for key := range x.uses {
			x.settle(f.m, key)
		}
		return x
	},
	carry: func(at *carrying, was *usedData) (*usedData, outcome) {
		if at.changed[dictionaries].all {
			return nil, lost
		}
		x := &usedData{dictionaries.in(at.next), maps.Clone(was.uses)}
		x.after(at, was)
		return x, patched
	},
}

// dataRows are the rows that use names of data.
var dataRows = rowsOf(model.DataFlow, model.Store, model.DataItem)

// namesOfData calls f for the names of data that a row uses.
func namesOfData(r model.Row, f func(name string)) {
	inContents := func(text string) {
		if e, err := dictionary.Parsed(text); err == nil {
			e.Names(func(n *dictionary.Expression) { f(n.Text) })
		}
	}
	switch r := r.(type) {
	case *model.Relationship:
		if r.Kind == model.DataFlow {
			f(r.Name)
		}
	case *model.Element:
		switch r.Kind {
		case model.Store:
			inContents(r.Store().Contents)
		case model.DataItem:
			inContents(r.DataItem().Contents)
			for _, from := range r.DataItem().From {
				f(from)
			}
		}
	}
}

// keysIn are the keys of names that a row uses, each with the name as the row writes it first.
func (x *usedData) keysIn(r model.Row) map[string]string {
	out := map[string]string{}
	namesOfData(r, func(name string) {
		if name = strings.TrimSpace(name); name == "" {
			return
		}
		if key := x.d.Key(name); out[key] == "" {
			out[key] = name
		}
	})
	return out
}

// settle puts the rows of a use in order, and its name.
func (x *usedData) settle(m *model.Model, key string) {
	u := x.uses[key]
	rank := func(id model.ID) int {
		switch kindOf(m.Row(id)) {
		case model.DataFlow:
			return 0
		case model.Store:
			return 1
		}
		return 2
	}
	slices.SortFunc(u.rows, func(a, b model.ID) int { return cmp.Or(cmp.Compare(rank(a), rank(b)), cmp.Compare(a, b)) })
	u.name = x.keysIn(m.Row(u.rows[0]))[key]
}

// after brings the uses of those keys up to date whose rows or entries were written, and tells
// all rows at which something is said of them.
func (x *usedData) after(at *carrying, was *usedData) {
	m := at.next.m
	rows, doubtful := map[model.ID]bool{}, map[string]bool{}
	for _, c := range at.delta {
		if !dataRows.has(c.Old) && !dataRows.has(c.New) {
			continue
		}
		rows[c.ID] = true
		before, now := was.keysIn(c.Old), x.keysIn(c.New)
		if c.Old == nil || c.New == nil || !maps.Equal(before, now) {
			for _, keys := range []map[string]string{before, now} {
				for key := range keys {
					doubtful[key] = true
				}
			}
		}
		for _, r := range []model.Row{c.Old, c.New} {
			if e, ok := r.(*model.Element); ok && e.Kind == model.DataItem {
				doubtful[was.d.Key(e.Name)], doubtful[x.d.Key(e.Name)] = true, true
				at.reaches(e.ID)
			}
		}
	}
	for key := range doubtful {
		next := &use{}
		if u := was.uses[key]; u != nil {
			next.rows = slices.DeleteFunc(slices.Clone(u.rows), func(id model.ID) bool { return rows[id] })
			was.tell(at, at.was, u)
		}
		for id := range rows {
			if r := m.Row(id); r != nil && x.keysIn(r)[key] != "" {
				next.rows = append(next.rows, id)
			}
		}
		if len(next.rows) == 0 {
			delete(x.uses, key)
			continue
		}
		x.uses[key] = next
		x.settle(m, key)
		x.tell(at, m, next)
	}
}

// tell reaches the rows at which something is said of a use: where it is used, and the entries
// of its name.
func (x *usedData) tell(at *carrying, m *model.Model, u *use) {
	for _, id := range u.rows {
		at.reaches(id)
	}
	for _, e := range m.ByTerm(u.name, model.DataItem) {
		at.reaches(e.ID)
	}
}

// toldAt are the keys of which something is said at a row: those whose entry it is, and those
// without an entry that it is the first to use; in order.
func (x *usedData) toldAt(r model.Row) []string {
	var out []string
	for key, name := range x.keysIn(r) {
		if x.uses[key].rows[0] == r.RowID() && x.d.Entry(name) == nil {
			out = append(out, key)
		}
	}
	if e, ok := r.(*model.Element); ok && e.Kind == model.DataItem {
		key := x.d.Key(e.Name)
		if entry := x.d.Entry(e.Name); entry != nil && entry.Item.ID == e.ID && x.uses[key] != nil {
			out = append(out, key)
		}
	}
	slices.Sort(out)
	return out
}

// eachDatum is a rule on all rows that use names of data.
func eachDatum(run func(p *Pass, r model.Row)) Scope {
	kinds := []model.Kind{model.DataFlow, model.Store, model.DataItem}
	return Each{Kinds: kinds, Reach: []Neighbourhood{Self, ofLanguage(kinds...)}, Run: run}
}
