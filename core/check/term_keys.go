package check

import (
	"maps"
	"slices"

	"lexeon/core/model"
	"lexeon/core/usecase"
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
	// sharing are the rows of a key that is not empty, by id.
	sharing map[string][]model.ID
	// performing are the keys of whom the activity table names outside of the system.
	performing map[string]bool
	asked      boundaryAsked
}

// boundaryAsked tells what may be asked at the boundary.
type boundaryAsked struct {
	actors  bool // there are some
	outside bool // something is known outside: external entities, or who performs activities
	inner   bool // the use cases are those of something narrower than the system
}

// of is the key of the name of a row.
func (k *termKeys) of(id model.ID) string { return k.rows[id].key }

// named is the key of a name in the activity table.
func (k *termKeys) named(name string) string { return k.names[name].key }

// bearer is the first row of a kind that bears the name of another row, by its term.
func (k *termKeys) bearer(m *model.Model, of model.ID, kind model.Kind) *model.Element {
	for _, id := range k.sharing[k.of(of)] {
		if e := m.Element(id); e != nil && e.Kind == kind {
			return e
		}
	}
	return nil
}

// keyedKinds bear names that rules hold against each other by their terms.
var keyedKinds = rowsOf(model.Actor, model.Entity, model.Subject, model.Store, model.Process).andProject()

// atBoundary are the rows that have such names.
var atBoundary = rowsOf(model.Actor, model.Entity, model.Subject, model.Store, model.Process, model.Activity)

// boundaryKeys are found once for all rules that hold such names against each other.
var boundaryKeys = &Fact[*termKeys]{
	name: "names at the boundary", rests: atBoundary.andTerms().andProject().has,
	find: func(f *facts) *termKeys {
		k := &termKeys{map[model.ID]termKey{}, map[string]termKey{}, map[string][]model.ID{}, nil, boundaryAsked{}}
		k.note(f.m, f.m.Project())
		f.each(atBoundary, func(r model.Row) { k.note(f.m, r) })
		for id, x := range k.rows {
			k.share(id, x.key)
		}
		k.performing = k.performersOf(f.m)
		k.asked = k.asks(f.m)
		return k
	},
	carry: func(at *carrying, was *termKeys) (*termKeys, outcome) {
		k := &termKeys{maps.Clone(was.rows), maps.Clone(was.names), maps.Clone(was.sharing), was.performing, boundaryAsked{}}
		table := k.after(at, was)
		if table {
			k.performing = k.performersOf(at.next.m)
		}
		k.asked = k.asks(at.next.m)
		if table || k.asked != was.asked {
			return k, updated
		}
		return k, patched
	},
}

// after brings the keys to the next model, and tells the rows that share a key with one that
// has another key now, before or after. table: the activity table has other names or keys.
func (k *termKeys) after(at *carrying, was *termKeys) (table bool) {
	m, heard := at.next.m, map[string]bool{}
	for _, c := range at.delta {
		for _, r := range []model.Row{c.Old, c.New} {
			if t, ok := r.(*model.Term); ok {
				for _, name := range append([]string{t.Name}, t.Aliases...) {
					heard[model.NormalForm(name)] = true
				}
			}
		}
		table = table || kindOf(c.New) == model.Activity || kindOf(c.Old) == model.Activity
		if c.New == nil {
			delete(k.rows, c.ID)
		} else {
			k.note(m, c.New)
		}
	}
	if len(heard) > 0 {
		for id, x := range k.rows {
			if heard[x.form] {
				k.rows[id] = termKey{x.form, m.TermKey(x.form)}
			}
		}
		for name, x := range k.names {
			if key := m.TermKey(x.form); heard[x.form] && key != x.key {
				k.names[name], table = termKey{x.form, key}, true
			}
		}
	}
	var moved []model.ID
	for _, c := range at.delta {
		if k.rows[c.ID] != was.rows[c.ID] {
			moved = append(moved, c.ID)
		}
	}
	if len(heard) > 0 {
		for id, x := range k.rows {
			if heard[x.form] && x != was.rows[id] {
				moved = append(moved, id)
			}
		}
	}
	for _, id := range moved {
		k.unshare(id, was.of(id))
		k.share(id, k.of(id))
	}
	for _, id := range moved {
		reach(at, id)
		for _, sharing := range []map[string][]model.ID{was.sharing, k.sharing} {
			for _, key := range []string{was.of(id), k.of(id)} {
				for _, other := range sharing[key] {
					reach(at, other)
				}
			}
		}
	}
	return table
}

// reach tells a row, and the kin of an actor: what is known of one is known of its kin.
func reach(at *carrying, id model.ID) {
	at.reaches(id)
	if kindOf(at.next.m.Row(id)) == model.Actor {
		for _, other := range append(usecase.Generals(at.next.m, id), usecase.Specifics(at.next.m, id)...) {
			at.reaches(other)
		}
	}
}

func (k *termKeys) share(id model.ID, key string) {
	if key == "" {
		return
	}
	list := k.sharing[key]
	if i, is := slices.BinarySearch(list, id); !is {
		k.sharing[key] = slices.Insert(slices.Clone(list), i, id)
	}
}

func (k *termKeys) unshare(id model.ID, key string) {
	list := k.sharing[key]
	if i, is := slices.BinarySearch(list, id); is {
		k.sharing[key] = slices.Delete(slices.Clone(list), i, i+1)
	}
	if len(k.sharing[key]) == 0 {
		delete(k.sharing, key)
	}
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

func (k *termKeys) performersOf(m *model.Model) map[string]bool {
	out := map[string]bool{}
	for _, a := range m.OfKind(model.Activity) {
		d := a.Activity()
		out[k.named(d.Performer)] = true
		for _, x := range append(slices.Clone(d.Inputs), d.Outputs...) {
			if !x.Store {
				out[k.named(x.With)] = true
			}
		}
	}
	delete(out, "")
	return out
}

func (k *termKeys) asks(m *model.Model) boundaryAsked {
	named := func(kind model.Kind) bool {
		return slices.ContainsFunc(m.OfKind(kind), func(e *model.Element) bool { return k.of(e.ID) != "" })
	}
	return boundaryAsked{
		actors:  m.Count(model.Actor) > 0,
		outside: len(k.performing) > 0 || named(model.Entity),
		inner:   m.Count(model.Activity) == 0 && isNarrower(m, k),
	}
}
