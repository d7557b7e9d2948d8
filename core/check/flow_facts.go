package check

import (
	"maps"

	"lexeon/core/activity"
	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/model"
)

// dictionaries is the data dictionary.
var dictionaries = &Fact[*dictionary.Dictionary]{
	name:  "dictionary",
	rests: rowsOf(model.DataItem, model.Store, model.DataFlow).andTerms().has,
	find:  func(f *facts) *dictionary.Dictionary { return dictionary.Of(f.m) },
	carry: func(at *carrying, d *dictionary.Dictionary) (*dictionary.Dictionary, outcome) {
		if after, same := d.After(at.next.m, at.delta); same {
			return after, kept
		}
		if after, rows, sure := d.Renewed(at.next.m, at.delta); sure {
			at.rows = rows
			return after, patched
		}
		return nil, lost
	},
}

// levelBalance is a level with how it agrees with its process.
type levelBalance struct {
	dataflow.Level
	dataflow.Balance
}

// balances is how each level agrees with its process, by the process.
var balances = &Fact[map[model.ID][]levelBalance]{
	name: "balance", needs: []Requirement{dictionaries}, rests: touchesFlows,
	find: func(f *facts) map[model.ID][]levelBalance {
		out := map[model.ID][]levelBalance{}
		for _, l := range dataflow.Levels(f.m) {
			out[l.Process] = append(out[l.Process], levelBalance{l, dataflow.BalanceOf(f.m, dictionaries.in(f), l)})
		}
		return out
	},
	carry: func(at *carrying, was map[model.ID][]levelBalance) (map[model.ID][]levelBalance, outcome) {
		if at.changed[dictionaries].all {
			return nil, lost
		}
		next, m := maps.Clone(was), at.next.m
		at.eachNear(levelsNear, dictionaries, func(id model.ID) {
			delete(next, id)
			for _, l := range dataflow.LevelsOf(m, id) {
				next[id] = append(next[id], levelBalance{l, dataflow.BalanceOf(m, dictionaries.in(at.next), l)})
			}
		})
		return next, patched
	},
}

// eachNear calls f once for all that a neighbourhood reaches from the rows that were written,
// as they were and as they are, and from those for which another fact says something else, and
// tells that the fact says something else for it.
func (at *carrying) eachNear(near Neighbourhood, other Requirement, f func(id model.ID)) {
	reach := func(id model.ID) {
		if !at.rows[id] {
			at.reaches(id)
			f(id)
		}
	}
	for _, c := range at.delta {
		if c.Old != nil {
			near(at.was, c.Old, reach)
			near(at.next.m, c.Old, reach)
		}
		if c.New != nil {
			near(at.next.m, c.New, reach)
		}
	}
	for id := range at.changed[other].rows { // processes are met by their flows
		if r := at.next.m.Row(id); r != nil && kindOf(r) != model.Process {
			near(at.next.m, r, reach)
		}
	}
}

// storeUses is what flows do with each store.
var storeUses = &Fact[map[model.ID]storeUse]{
	name: "stores", needs: []Requirement{dictionaries}, rests: rowsOf(model.Store, model.Process, model.DataFlow).has,
	find: func(f *facts) map[model.ID]storeUse {
		out := map[model.ID]storeUse{}
		for _, s := range f.m.OfKind(model.Store) {
			out[s.ID] = useOf(f.m, dictionaries.in(f), s)
		}
		return out
	},
	carry: func(at *carrying, was map[model.ID]storeUse) (map[model.ID]storeUse, outcome) {
		if at.changed[dictionaries].all {
			return nil, lost
		}
		next := maps.Clone(was)
		at.eachNear(storesNear, dictionaries, func(id model.ID) {
			delete(next, id)
			if s := at.next.m.Element(id); s != nil && s.Kind == model.Store {
				next[id] = useOf(at.next.m, dictionaries.in(at.next), s)
			}
		})
		return next, patched
	},
}

// itemSources are the items that come from the outside or lie in stores.
var itemSources = &Fact[map[string]bool]{
	name: "sources", needs: []Requirement{dictionaries}, rests: rowsOf(model.Store, model.Entity, model.DataFlow).has,
	find: func(f *facts) map[string]bool { return dataflow.Sources(f.m, dictionaries.in(f)) },
	carry: func(at *carrying, was map[string]bool) (map[string]bool, outcome) {
		next := dataflow.Sources(at.next.m, dictionaries.in(at.next))
		if maps.Equal(was, next) {
			return next, kept
		}
		return next, updated
	},
}

// activityTables is the activity table.
var activityTables = &Fact[*activity.Table]{
	name: "activities", rests: touchesActivity,
	find: func(f *facts) *activity.Table { return activity.Of(f.m) },
}
