package tables

import (
	"cmp"
	"slices"
	"strings"

	"lexeon/core/graph"
	"lexeon/core/model"
)

// finish settles what needs the whole: keys of kinds, the order of tables and of columns, cycles,
// indexes, and the names of all that has been made.
func (b *builder) finish() {
	b.kindIdentifiers()
	for _, t := range b.plan.Tables {
		withoutNull(t)
		distinctKeys(t)
		keyFirst(t)
	}
	b.notEverywhere()
	b.order()
	b.deferred()
	for _, t := range b.plan.Tables {
		b.nameAll(t)
	}
	for _, x := range b.plan.Bounds {
		if x.Lower > 0 {
			x.Trigger = b.names.take("function", "tr_"+x.Of.Name+"_"+x.Counted[0].Table.Name, "tr")
		}
		for i, c := range x.Counted {
			x.Counted[i].Trigger = b.names.take("function", "tr_"+c.Table.Name+"_"+c.Columns[0].Name, "tr")
		}
	}
	used := map[string]bool{}
	for _, t := range b.plan.Tables {
		used[t.Schema] = true
	}
	for _, e := range b.plan.Enumerations {
		used[e.Schema] = true
	}
	b.plan.Schemas = slices.DeleteFunc(b.plan.Schemas, func(s string) bool { return !used[s] })
	slices.SortFunc(b.plan.Enumerations, func(x, y *Enumeration) int { return strings.Compare(x.Name, y.Name) })
	slices.SortStableFunc(b.plan.Notes, func(x, y Note) int {
		return cmp.Or(strings.Compare(x.Message, y.Message), strings.Compare(string(x.Subject), string(y.Subject)))
	})
	b.plan.Notes = slices.Compact(b.plan.Notes)
}

// kindIdentifiers keeps identifiers that kinds have of their own apart.
func (b *builder) kindIdentifiers() {
	for _, c := range b.classes {
		if len(c.generals) == 0 || c.manner == model.ConcreteTables {
			continue
		}
		var cols []*Column
		t := c.home
		for _, a := range b.m.Children(c.e.ID, model.Attribute) {
			if a.Attribute().Identifier {
				cols = append(cols, b.columnsOf(t, a)...)
			}
		}
		if len(cols) > 0 && t.Primary != nil && !slices.ContainsFunc(cols, func(c *Column) bool { return slices.Contains(t.Primary.Columns, c) }) {
			b.unique(t, cols, c.e.ID, "Each "+nameOf(c.e)+" is known by it too.")
			b.hold(c.e.ID, "No two "+model.Plural(nameOf(c.e))+" have the same identifiers.", ByKey, t, "")
		}
	}
}

// distinctKeys drops keys that say what another one says.
func distinctKeys(t *Table) {
	same := func(x, y []*Column) bool {
		return len(x) == len(y) && !slices.ContainsFunc(x, func(c *Column) bool { return !slices.Contains(y, c) })
	}
	var out []*Key
	for _, k := range t.Uniques {
		if t.Primary != nil && same(k.Columns, t.Primary.Columns) || slices.ContainsFunc(out, func(o *Key) bool { return same(o.Columns, k.Columns) }) {
			continue
		}
		out = append(out, k)
	}
	t.Uniques = out
	for _, k := range append(slices.Clone(out), t.Primary) {
		if k == nil {
			continue
		}
		for _, c := range k.Columns {
			c.Type.Keyed = true
		}
	}
}

// notEverywhere finds the checks on columns that a deletion sets to null: MariaDB refuses such, since
// nobody would look at them then.
func (b *builder) notEverywhere() {
	for _, t := range b.plan.Tables {
		nulled := map[*Column]bool{}
		for _, r := range t.References {
			for _, c := range r.Columns {
				nulled[c] = nulled[c] || r.OnDelete == SetNull
			}
		}
		for _, c := range t.Checks {
			if slices.ContainsFunc(c.Condition.Columns(), func(col *Column) bool { return nulled[col] }) {
				c.Except = []string{"mysql"}
			}
		}
	}
	for i, h := range b.plan.Held {
		if h.check != nil {
			b.plan.Held[i].Except = append(b.plan.Held[i].Except, h.check.Except...)
		}
	}
}

// keyFirst puts the columns of the key before the others.
func keyFirst(t *Table) {
	if t.Primary == nil {
		return
	}
	for _, c := range t.Primary.Columns {
		c.Mandatory = true
	}
	slices.SortStableFunc(t.Columns, func(x, y *Column) int {
		rank := func(c *Column) int {
			if i := slices.Index(t.Primary.Columns, c); i >= 0 {
				return i
			}
			return len(t.Columns)
		}
		return cmp.Compare(rank(x), rank(y))
	})
}

// order puts tables behind those that they refer to. Where they refer to each other, some references
// are made late.
func (b *builder) order() {
	slices.SortFunc(b.plan.Tables, func(x, y *Table) int { return strings.Compare(x.Name, y.Name) })
	next := func(t *Table) []*Table {
		var out []*Table
		for _, r := range t.References {
			if r.Table != t && !slices.Contains(out, r.Table) {
				out = append(out, r.Table)
			}
		}
		slices.SortFunc(out, func(x, y *Table) int { return strings.Compare(x.Name, y.Name) })
		return out
	}
	var sorted []*Table
	made := map[*Table]bool{}
	for _, group := range graph.Components(b.plan.Tables, next) {
		slices.SortFunc(group, func(x, y *Table) int { return strings.Compare(x.Name, y.Name) })
		for _, t := range group {
			for _, r := range t.References {
				r.Late = r.Table != t && !made[r.Table]
			}
			made[t] = true
			sorted = append(sorted, t)
		}
	}
	b.plan.Tables = sorted
}

// deferred finds rows that need each other: of each circle of references that must lead somewhere
// one is looked at later, never that of a part to its whole where another one can be.
func (b *builder) deferred() {
	within := map[*Table]int{} // the group that a table is looked at in
	needs := func(t *Table) []*Table {
		var out []*Table
		for _, r := range t.References {
			if !r.Deferred && within[r.Table] == within[t] && mandatory(r) {
				out = append(out, r.Table)
			}
		}
		return out
	}
	groups, n := [][]*Table{b.plan.Tables}, 0
	for len(groups) > 0 {
		group := groups[0]
		groups = groups[1:]
		n++
		for _, t := range group {
			within[t] = n
		}
		for _, circle := range graph.Components(group, needs) {
			if len(circle) > 1 || slices.Contains(needs(circle[0]), circle[0]) {
				b.deferOne(circle)
				groups = append(groups, circle) // another way may lead around
			}
		}
	}
}

// deferOne chooses one reference of a circle to be looked at later.
func (b *builder) deferOne(circle []*Table) {
	inside := map[*Table]bool{}
	for _, t := range circle {
		inside[t] = true
	}
	var chosen *Reference
	var of *Table
	slices.SortFunc(circle, func(x, y *Table) int { return strings.Compare(x.Name, y.Name) })
	for _, t := range circle {
		for _, r := range t.References {
			if inside[r.Table] && !r.Deferred && mandatory(r) && (chosen == nil || better(r, t, chosen, of)) {
				chosen, of = r, t
			}
		}
	}
	chosen.Deferred = true
	inKey := slices.ContainsFunc(chosen.Columns, func(c *Column) bool { return of.Primary != nil && slices.Contains(of.Primary.Columns, c) })
	for _, c := range chosen.Columns {
		c.Later = !inKey
	}
	b.note(chosen.From, of.Name+" and "+chosen.Table.Name+" need each other: "+chosen.Columns[0].Name+" is looked at when the transaction ends, and in a database that cannot wait it is left open at first.")
	for _, m := range b.plan.mandatory {
		if m.reference == chosen {
			b.plan.Held[m.held].Except = append(b.plan.Held[m.held].Except, "mysql")
		}
	}
}

// mandatory reports whether a row cannot be without what it refers to.
func mandatory(r *Reference) bool {
	return !slices.ContainsFunc(r.Columns, func(c *Column) bool { return !c.Mandatory })
}

// better reports whether a reference is rather looked at later than another one: it is no part of a
// key, and not that of a part.
func better(r *Reference, t *Table, than *Reference, of *Table) bool {
	rank := func(r *Reference, t *Table) int {
		n := 0
		if r.OnDelete == Cascade {
			n++
		}
		if t.Primary != nil && slices.ContainsFunc(r.Columns, func(c *Column) bool { return slices.Contains(t.Primary.Columns, c) }) {
			n += 2
		}
		return n
	}
	return rank(r, t) < rank(than, of)
}

// nameAll names keys, references, checks and indexes, and adds the indexes of references.
func (b *builder) nameAll(t *Table) {
	take := func(kind string, parts ...string) string {
		name := kind + "_" + t.Name
		for _, p := range parts {
			name += "_" + p
		}
		return b.names.take("table", name, kind)
	}
	names := func(cols []*Column) (out []string) {
		for _, c := range cols {
			out = append(out, c.Name)
		}
		return out
	}
	if t.Primary != nil {
		t.Primary.Name = take("pk")
	}
	for _, k := range t.Uniques {
		k.Name = take("uq", names(k.Columns)...)
	}
	for _, c := range t.Checks {
		c.Name = take("ck", b.names.written(c.Name))
	}
	for _, r := range t.References {
		r.Name = take("fk", names(r.Columns)...)
	}
	for _, r := range t.References {
		if t.begins(r.Columns) {
			continue
		}
		t.Indexes = append(t.Indexes, &Index{ID: model.DeriveID("index", string(r.ID)), Name: take("ix", names(r.Columns)...), Columns: r.Columns, From: r.From, Why: "Rows are found by what they refer to."})
	}
}

// begins reports whether a key or an index begins with some columns.
func (t *Table) begins(cols []*Column) bool {
	starts := func(list []*Column) bool { return len(list) >= len(cols) && slices.Equal(list[:len(cols)], cols) }
	if t.Primary != nil && starts(t.Primary.Columns) {
		return true
	}
	return slices.ContainsFunc(t.Uniques, func(k *Key) bool { return starts(k.Columns) }) || slices.ContainsFunc(t.Indexes, func(x *Index) bool { return starts(x.Columns) })
}
