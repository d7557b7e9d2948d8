package tables

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
)

// linkOf makes a link table of an association that no reference can hold.
func (b *builder) linkOf(r *model.Relationship, ends []end) {
	var names []string
	for _, e := range ends {
		names = append(names, nameOf(e.c.e))
	}
	parts := names
	if r.Name != "" {
		parts = []string{names[0], r.Name, names[len(names)-1]}
		if len(names) > 2 {
			parts = []string{r.Name}
		}
	}
	t := b.table(FromLink, r.ID, "association "+string(r.ID), b.names.written(parts...), "link", b.schemaOf(ends[0].c.e.ID), b.whyLink(ends))
	t.Definition = r.Definition
	b.linkColumns(t, r, ends)
}

// whyLink says why there is a link table.
func (b *builder) whyLink(ends []end) string {
	if len(ends) != 2 {
		var names []string
		for _, e := range ends {
			names = append(names, e.name)
		}
		return fmt.Sprintf("A link table, since %d are linked at once: %s.", len(ends), strings.Join(names, ", "))
	}
	x, y := ends[0], ends[1]
	several := func(of, e end) string {
		switch {
		case !e.decided && e.question != "":
			return say("it is not decided how many %s a %s has", model.Plural(e.name), nameOf(of.c.e))
		case !e.decided:
			return say("it is not said how many %s a %s has", model.Plural(e.name), nameOf(of.c.e))
		}
		return say("a %s may have several %s", nameOf(of.c.e), model.Plural(e.name))
	}
	return fmt.Sprintf("A link table, since %s and %s.", several(x, y), several(y, x))
}

// linkColumns gives a link table its references, keys and positions.
func (b *builder) linkColumns(t *Table, r *model.Relationship, ends []end) {
	var columns [][]*Column
	repeated, cols := false, []*Column{}
	for i, e := range ends {
		repeated = repeated || e.e.End().NonUnique
		mine := b.linkEnd(t, r, ends, i)
		columns = append(columns, mine)
		cols = append(cols, mine...)
	}
	if len(ends) == 2 {
		for i, e := range ends {
			q := b.qualifiers(t, e, ends[1-i])
			for _, col := range q {
				col.Mandatory = col.Mandatory || col.From == e.e.ID
			}
			if len(q) > 0 && ends[1-i].upper == 1 {
				b.unique(t, append(slices.Clone(columns[i]), q...), e.e.ID, say("Within a %s there is one %s at most under each key.", nameOf(e.c.e), ends[1-i].name))
			}
			for _, col := range q {
				if !slices.Contains(cols, col) {
					cols = append(cols, col)
				}
			}
		}
	}
	for i, e := range ends {
		if e.e.End().Ordered && len(ends) == 2 {
			pos := &Column{ID: model.DeriveID("position", string(t.ID), string(e.e.ID)), Type: Type{Primitive: "Integer"}, Mandatory: true, From: e.e.ID,
				Why: say("The %s of a %s are in an order.", model.Plural(e.name), nameOf(ends[1-i].c.e))}
			b.column(t, pos, b.names.written(e.name, "position"), "position")
			b.hold(e.e.ID, pos.Why, ByColumn, t, pos.Name)
		}
	}
	switch key := b.singled(ends, columns, cols); {
	case t.Primary != nil: // the class has a key of its own
		if !repeated {
			b.unique(t, key, r.ID, "No two links join the same.")
		}
	case repeated:
		b.numbered(t, r.ID, "The same may be linked more than once: a number tells the links apart.")
	default:
		t.Primary = &Key{ID: model.DeriveID("key", string(t.ID)), Columns: key, From: r.ID, Why: "No two links join the same."}
		for _, col := range key {
			col.Mandatory, col.Type.Keyed = true, true
		}
	}
	b.keys[t] = keyMade
	b.linkBounds(t, r, ends, columns)
}

// singled are the columns by which a link is known: those of all ends, without an end of which there
// is one at most for the others.
func (b *builder) singled(ends []end, columns [][]*Column, all []*Column) []*Column {
	if len(ends) == 2 && (len(ends[0].e.End().Qualifiers)+len(ends[1].e.End().Qualifiers) > 0) {
		return all
	}
	for i, e := range ends {
		if e.upper == 1 && e.decided && len(ends) > 1 {
			var out []*Column
			for k := range columns {
				if k != i {
					out = append(out, columns[k]...)
				}
			}
			return out
		}
	}
	return all
}

// linkEnd refers from a link to what is at an end.
func (b *builder) linkEnd(t *Table, r *model.Relationship, ends []end, i int) []*Column {
	e := ends[i]
	if ref := b.referred[endAt{e.e.ID, t}]; ref != nil {
		return ref.Columns
	}
	f := referring{table: t, to: e.c, base: e.name, from: e.e.ID, mandatory: true, keyed: true, action: Cascade, question: e.question, facts: append(slices.Clone(e.facts), b.factsOf(r)...),
		why: say("A link of a %s: it goes with it.", e.name)}
	if len(ends) == 2 {
		other := ends[1-i]
		f.others = other.e.End().Multiplicity
		f.unheld = other.decided && (other.lower > 0 || other.upper > 1)
	}
	ref := b.refer(f)
	if ref == nil {
		return b.loose(f)
	}
	b.referred[endAt{e.e.ID, t}] = ref
	return ref.Columns
}

// numbered gives a table a key of numbers.
func (b *builder) numbered(t *Table, from model.ID, why string) {
	name := "id"
	if b.options.Names == "written" {
		name = "Id"
	}
	if !b.names.isFree(string(t.ID), name) {
		name = t.Name + "_" + name
	}
	col := &Column{ID: model.DeriveID("generated", string(Identity), string(t.ID)), Type: Type{Primitive: "Integer", Keyed: true}, Mandatory: true, Generated: Identity, From: from, Why: why}
	b.column(t, col, name, "id")
	t.Primary = &Key{ID: model.DeriveID("key", string(t.ID)), Columns: []*Column{col}, From: from, Why: why}
	b.keys[t] = keyMade
}

// linkOfClass makes the references of a class that is an association too.
func (b *builder) linkOfClass(r *model.Relationship, ends []end) {
	c := b.of[r.Class]
	if c.association != r {
		b.note(r.ID, fmt.Sprintf("%s is not held: %s is the class of another association already.", b.titleOf(r), nameOf(c.e)))
		return
	}
	for _, p := range c.places {
		if p.kind != nil {
			b.note(r.ID, fmt.Sprintf("%s is held in one table with other kinds: nothing holds its links to be complete.", b.titleOf(r)))
			for i := range ends {
				f := referring{table: p.table, to: ends[i].c, base: ends[i].name, from: ends[i].e.ID, action: Cascade, why: say("A link of a %s: it goes with it.", ends[i].name)}
				ref := b.refer(f)
				cols := []*Column{}
				if ref != nil {
					cols = ref.Columns
				} else {
					cols = b.loose(f)
				}
				for _, col := range cols {
					b.onlyFor(p, col, true, ends[i].e.ID)
				}
			}
			continue
		}
		b.linkColumns(p.table, r, ends)
	}
}

// linkKey makes the key of a class that is an association of what the links join. ok is false where
// that cannot be: one of the ends is known by the links themselves, or stands in several tables.
func (b *builder) linkKey(c *class, t *Table) bool {
	r := c.association
	ends := b.endsOf(r)
	var columns [][]*Column
	var cols []*Column
	for _, e := range ends {
		if e.c == nil || e.c.home == nil || e.c.home == t || b.keys[e.c.home] == keyMaking || e.e.End().NonUnique || e.e.End().Derived || len(e.e.End().Qualifiers) > 0 {
			return false
		}
		if b.keyOf(e.c) == nil {
			return false
		}
	}
	for i := range ends {
		mine := b.linkEnd(t, r, ends, i)
		columns = append(columns, mine)
		cols = append(cols, mine...)
	}
	key := b.singled(ends, columns, cols)
	t.Primary = &Key{ID: model.DeriveID("key", string(t.ID)), Columns: key, From: r.ID, Why: "No two links join the same."}
	for _, col := range key {
		col.Type.Keyed = true
	}
	return true
}

// linkBounds tells by what the multiplicities of a link table are held.
func (b *builder) linkBounds(t *Table, r *model.Relationship, ends []end, columns [][]*Column) {
	if len(ends) != 2 {
		for i, e := range ends {
			if e.decided && e.upper == 1 && len(columns[i]) > 0 {
				b.hold(e.e.ID, fmt.Sprintf("For the others together there is at most one %s.", e.name), ByKey, t, columns[i][0].Name)
			} else if e.decided && (e.lower > 0 || e.upper > 1) {
				b.lack(e.e.ID, fmt.Sprintf("For the others together there are %s of %s.", e.e.End().Multiplicity, e.name), "a key counts to one")
			}
		}
		return
	}
	for i, e := range ends {
		other := ends[1-i]
		var counted []Counted
		ref := b.referred[endAt{other.e.ID, t}]
		if ref != nil && len(other.e.End().Qualifiers) == 0 {
			counted = []Counted{countedBy(t, ref)}
		}
		if e.upper == 1 && e.decided && len(other.e.End().Qualifiers) == 0 {
			// The other end alone is the key, or unique.
			only := columns[1-i]
			if t.Primary == nil || !slices.Equal(t.Primary.Columns, only) {
				if !slices.ContainsFunc(t.Uniques, func(k *Key) bool { return slices.Equal(k.Columns, only) }) {
					b.unique(t, only, e.e.ID, fmt.Sprintf("Each %s has at most one %s.", nameOf(other.c.e), e.name))
				}
			}
			b.hold(e.e.ID, b.named(e, fmt.Sprintf("Each %s has at most one %s.", nameOf(other.c.e), e.name)), ByKey, t, only[0].Name)
			if e.lower > 0 {
				what := fmt.Sprintf("Each %s has at least one %s.", nameOf(other.c.e), e.name)
				if b.bounded(e, other.c, 1, model.Many, counted, what, "a row can be there before those that refer to it") {
					ref.Unheld = false
				}
			}
			continue
		}
		if b.unheld(e, other.c, counted) && ref != nil {
			ref.Unheld = false
		}
	}
}
