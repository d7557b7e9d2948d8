package tables

import (
	"slices"

	"lexeon/core/model"
)

// Bound holds how many rows refer to a row of a table, counted when the transaction ends: by then
// those are there that the row needs. Only PostgreSQL can wait so: PostgreSQL 15, CREATE TRIGGER,
// deferrable constraint triggers.
type Bound struct {
	ID model.ID
	// Trigger is what looks at rows of Of that are new; "" where there is no lower bound, since
	// nothing refers to them then.
	Trigger string
	Of      *Table // whose rows are referred to
	// Kind and Kinds: only rows of these kinds are looked at; a nil Kind: all.
	Kind    *Column
	Kinds   []Value
	Counted []Counted
	// Lower and Upper are how many there may be; Upper is model.Many where there is no limit.
	Lower, Upper int
	From         model.ID
	What         string // in a sentence
}

// Counted are rows that refer to others, with the columns that do, and the key there.
type Counted struct {
	Trigger         string // what looks at rows that begin or cease to refer
	Table           *Table
	Columns, Target []*Column
}

// countedBy is how a reference is counted.
func countedBy(t *Table, r *Reference) Counted {
	return Counted{Table: t, Columns: r.Columns, Target: r.Target}
}

// bound makes a trigger of a bound where triggers are wanted and the rows can be counted. It reports
// whether there is one now.
func (b *builder) bound(from model.ID, what string, owner *class, lower, upper int, counted []Counted) bool {
	if !b.options.Triggers || owner == nil || owner.home == nil || len(counted) == 0 {
		return false
	}
	bound := &Bound{ID: model.DeriveID("bound", string(owner.home.ID), string(from), what), Of: owner.home, Counted: slices.Clone(counted), Lower: lower, Upper: upper, From: from, What: what}
	for _, p := range owner.places {
		if p.table == owner.home {
			bound.Kind, bound.Kinds = p.kind, p.kinds
		}
	}
	for _, c := range counted {
		if len(c.Columns) == 0 || len(c.Columns) != len(c.Target) {
			return false
		}
	}
	b.plan.Bounds = append(b.plan.Bounds, bound)
	b.hold(from, what, ByTrigger, bound.Of, "", "mysql", "sqlite")
	return true
}

// kindsBound counts in the tables of kinds, each of which shares the key of the general.
func (b *builder) kindsBound(set *model.Element, general *class, what string, lower, upper int) bool {
	if general.manner != model.JoinedTables || general.home == nil {
		return false
	}
	var counted []Counted
	for _, r := range b.m.Specifics(general.e.ID) {
		c := b.of[r.Source]
		if r.Set != set.ID || c == nil || c.home == nil {
			continue
		}
		id := model.DeriveID("kind", string(c.home.ID), string(general.e.ID))
		i := slices.IndexFunc(c.home.References, func(r *Reference) bool { return r.ID == id })
		if i < 0 {
			return false
		}
		counted = append(counted, countedBy(c.home, c.home.References[i]))
	}
	return b.bound(set.ID, what, general, lower, upper, counted)
}
