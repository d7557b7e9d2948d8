package check

import (
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
	carry: func(d *dictionary.Dictionary, next *model.Model, delta model.Delta) (*dictionary.Dictionary, outcome) {
		if after, same := d.After(next, delta); same {
			return after, kept
		}
		return nil, lost
	},
}

// levelBalance is a level with how it agrees with its process.
type levelBalance struct {
	dataflow.Level
	dataflow.Balance
}

// balances is how each level agrees with its process.
var balances = &Fact[[]levelBalance]{
	name: "balance", needs: []Requirement{dictionaries}, rests: touchesFlows,
	find: func(f *facts) []levelBalance {
		var out []levelBalance
		d := dictionaries.in(f)
		for _, l := range dataflow.Levels(f.m) {
			out = append(out, levelBalance{l, dataflow.BalanceOf(f.m, d, l)})
		}
		return out
	},
}

// storeUses is what flows do with each store.
var storeUses = &Fact[map[model.ID]storeUse]{
	name: "stores", needs: []Requirement{dictionaries}, rests: touchesFlows,
	find: func(f *facts) map[model.ID]storeUse {
		out := map[model.ID]storeUse{}
		for _, s := range f.m.OfKind(model.Store) {
			out[s.ID] = useOf(f.m, dictionaries.in(f), s)
		}
		return out
	},
}

// usedData is each name of data with the rows that use it, by key, and the keys in order.
type usedData struct {
	keys []string
	uses map[string]*use
}

// dataUses is where names of data are used.
var dataUses = &Fact[*usedData]{
	name: "data", needs: []Requirement{dictionaries}, rests: touchesFlows,
	find: func(f *facts) *usedData {
		keys, uses := usesOfData(f.m, dictionaries.in(f))
		return &usedData{keys, uses}
	},
}

// activityTables is the activity table.
var activityTables = &Fact[*activity.Table]{
	name: "activities", rests: touchesActivity,
	find: func(f *facts) *activity.Table { return activity.Of(f.m) },
}
