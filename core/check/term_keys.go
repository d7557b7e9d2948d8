package check

import (
	"maps"
	"slices"

	"lexeon/core/model"
)

// termKey is the form in which a name meets others.
type termKey struct {
	form string // in normal form
	key  string // as [model.Model.TermKey] gives it
}

// termKeys are the names of whatever stands at the boundary of the system, by the row that
// bears them, and those in the activity table, by themselves.
type termKeys struct {
	rows  map[model.ID]termKey
	names map[string]termKey
}

// of is the key of the name of a row.
func (k *termKeys) of(id model.ID) string { return k.rows[id].key }

// named is the key of a name in the activity table.
func (k *termKeys) named(name string) string { return k.names[name].key }

// keyedKinds bear names that rules hold against each other by their terms.
var keyedKinds = rowsOf(model.Actor, model.Entity, model.Subject, model.Store, model.Process).andProject()

// atBoundary are the rows that have such names.
var atBoundary = rowsOf(model.Actor, model.Entity, model.Subject, model.Store, model.Process, model.Activity)

// boundaryKeys are found once for all rules that hold such names against each other.
var boundaryKeys = &Fact[*termKeys]{
	name: "names at the boundary", rests: atBoundary.andTerms().andProject().has,
	find: func(f *facts) *termKeys {
		k := &termKeys{map[model.ID]termKey{}, map[string]termKey{}}
		k.note(f.m, f.m.Project())
		f.each(atBoundary, func(r model.Row) { k.note(f.m, r) })
		return k
	},
	carry: func(at *carrying, was *termKeys) (*termKeys, outcome) {
		m, heard, became := at.next.m, map[string]bool{}, kept
		k := &termKeys{maps.Clone(was.rows), maps.Clone(was.names)}
		for _, c := range at.delta {
			for _, r := range []model.Row{c.Old, c.New} {
				if t, ok := r.(*model.Term); ok {
					for _, name := range append([]string{t.Name}, t.Aliases...) {
						heard[model.NormalForm(name)] = true
					}
				}
			}
			if c.New == nil {
				delete(k.rows, c.ID)
			} else {
				k.note(m, c.New)
			}
			if k.rows[c.ID] != was.rows[c.ID] || kindOf(c.New) == model.Activity || kindOf(c.Old) == model.Activity {
				became = updated
			}
		}
		for id, x := range k.rows {
			if !heard[x.form] {
				continue
			}
			if key := m.TermKey(x.form); key != x.key {
				k.rows[id], became = termKey{x.form, key}, updated
			}
		}
		for name, x := range k.names {
			if !heard[x.form] {
				continue
			}
			if key := m.TermKey(x.form); key != x.key {
				k.names[name], became = termKey{x.form, key}, updated
			}
		}
		return k, became
	},
}

func (k *termKeys) note(m *model.Model, r model.Row) {
	if keyedKinds.has(r) {
		name := rowName(r)
		k.rows[r.RowID()] = termKey{model.NormalForm(name), m.TermKey(name)}
	}
	if e, ok := r.(*model.Element); ok && e.Kind == model.Activity {
		d := e.Activity()
		k.names[d.Performer] = termKey{model.NormalForm(d.Performer), m.TermKey(d.Performer)}
		for _, x := range append(slices.Clone(d.Inputs), d.Outputs...) {
			k.names[x.With] = termKey{model.NormalForm(x.With), m.TermKey(x.With)}
		}
	}
}
