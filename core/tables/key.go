package tables

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
)

// keyState tells how far the key of a table is.
type keyState int

const (
	noKey keyState = iota
	keyMaking
	keyMade
)

// keyOf is the primary key of the table that references to a class lead to. It is made when it is
// first asked for. It is nil while it is being made: who asks then is part of it itself.
func (b *builder) keyOf(c *class) *Key {
	if c.home == nil {
		return nil
	}
	owner := c
	if c.manner == model.SingleTable && c.root != nil && c.root.home == c.home {
		owner = c.root
	}
	return b.key(owner, c.home)
}

func (b *builder) key(c *class, t *Table) *Key {
	if b.keys[t] != noKey {
		return t.Primary
	}
	b.keys[t] = keyMaking
	defer func() { b.keys[t] = keyMade }()
	if c.manner == model.JoinedTables && len(c.generals) > 0 && b.sharedKey(c, t) {
		return t.Primary
	}
	manner := c.e.Classifier().RowKey
	if manner == "" {
		manner = model.TableKey(b.options.Keys)
	}
	known, whys := b.identifiers(c, t)
	if manner == model.NaturalKey && len(known) > 0 {
		for _, col := range known {
			col.Type.Keyed = true
		}
		t.Primary = &Key{ID: model.DeriveID("key", string(t.ID)), Columns: known, From: c.e.ID, Why: fmt.Sprintf("%s is known by its %s.", nameOf(c.e), strings.Join(whys, " and its "))}
		b.hold(c.e.ID, fmt.Sprintf("No two %s have the same %s.", model.Plural(nameOf(c.e)), strings.Join(whys, " and ")), ByKey, t, "")
		return t.Primary
	}
	if manner == model.NaturalKey && c.association != nil && b.linkKey(c, t) {
		return t.Primary
	}
	b.generatedKey(c, t, manner)
	if len(known) > 0 {
		for _, col := range known {
			col.Type.Keyed = true
		}
		t.Uniques = append(t.Uniques, &Key{ID: model.DeriveID("identifiers", string(t.ID)), Columns: known, From: c.e.ID, Why: fmt.Sprintf("%s is known by its %s too.", nameOf(c.e), strings.Join(whys, " and its "))})
		b.hold(c.e.ID, fmt.Sprintf("No two %s have the same %s.", model.Plural(nameOf(c.e)), strings.Join(whys, " and ")), ByKey, t, "")
	}
	return t.Primary
}

// generatedKey gives a table a key of numbers or UUIDs.
func (b *builder) generatedKey(c *class, t *Table, manner model.TableKey) {
	typ, generated, what := Type{Primitive: "Integer", Keyed: true}, Identity, "a number"
	if manner == model.UUIDKey {
		typ, generated, what = Type{Primitive: "Identifier", Keyed: true}, UUID, "a UUID"
	}
	name := "id"
	if b.options.Names == "written" {
		name = "Id"
	}
	if !b.names.isFree(string(t.ID), name) {
		name = t.Name + "_" + name
	}
	why := fmt.Sprintf("%s has no identifier: %s stands for it.", nameOf(c.e), what)
	if manner != model.NaturalKey {
		why = fmt.Sprintf("Rows are known by %s, as it was chosen.", what)
	}
	col := &Column{ID: model.DeriveID("generated", string(generated), string(t.ID)), Type: typ, Mandatory: true, Generated: generated, From: c.e.ID, Why: why}
	b.column(t, col, name, "id")
	t.Primary = &Key{ID: model.DeriveID("key", string(t.ID)), Columns: []*Column{col}, From: c.e.ID, Why: why}
}

// identifiers are the columns that a class is known by: its attributes and ends that are
// identifiers, with how a sentence names them.
func (b *builder) identifiers(c *class, t *Table) (cols []*Column, whys []string) {
	owners := []*class{c}
	if c.manner == model.ConcreteTables {
		owners = append(c.above(), c)
	}
	seen := map[model.ID]bool{}
	for _, o := range owners {
		for _, end := range b.identifyingEnds(o) {
			r := b.identifyingReference(o, c, t, end)
			if r == nil {
				continue
			}
			cols = append(cols, r.Columns...)
			whys = append(whys, endName(b.m, end))
		}
		for _, e := range append(slices.Clone(o.inlined), o.e) {
			for _, a := range b.m.Children(e.ID, model.Attribute) {
				if !a.Attribute().Identifier || seen[a.ID] {
					continue
				}
				seen[a.ID] = true
				mine := b.columnsOf(t, a)
				if len(mine) == 0 || slices.ContainsFunc(mine, func(col *Column) bool { return !col.Mandatory }) {
					b.note(a.ID, fmt.Sprintf("%s of %s is no part of the key: it may be missing, or stand for several values.", nameOf(a), nameOf(o.e)))
					continue
				}
				cols = append(cols, mine...)
				whys = append(whys, nameOf(a))
			}
		}
	}
	return cols, whys
}

// columnsOf are the columns of a table that an attribute has there, those of a data type too.
func (b *builder) columnsOf(t *Table, a *model.Element) []*Column {
	return b.attributeColumns[endAt{a.ID, t}]
}

// identifyingEnds are the ends of associations that a class is known by: marked as identifiers, at
// the other side, with exactly one there.
func (b *builder) identifyingEnds(c *class) []*model.Element {
	var out []*model.Element
	for _, r := range b.m.RelationshipsOf(c.e.ID) {
		if r.Kind != model.Association || r.Class != "" && b.of[r.Class] != nil {
			continue
		}
		ends := b.m.Ends(r.ID)
		if len(ends) != 2 {
			continue
		}
		for i, e := range ends {
			d := e.End()
			if d.Identifier && ends[1-i].Type == c.e.ID && !d.Derived && !ends[1-i].End().Derived && b.of[e.Type] != nil && !slices.Contains(out, e) {
				out = append(out, e)
			}
		}
	}
	return out
}

// identifyingReference refers to what a class is known by, unless that is known by the class.
func (b *builder) identifyingReference(o, c *class, t *Table, end *model.Element) *Reference {
	if r := b.referred[endAt{end.ID, t}]; r != nil {
		return r
	}
	to := b.of[end.Type]
	lower, upper := end.End().Multiplicity.Bounds()
	why := ""
	switch {
	case end.End().Multiplicity.State != model.Decided || lower != 1 || upper != 1:
		why = "there may be none, or several"
	case to.home == nil:
		why = "its objects stand in several tables"
	case to.home == t || b.keys[to.home] == keyMaking:
		why = "each would be known by the other"
	}
	if why != "" {
		b.note(end.ID, fmt.Sprintf("%s is no part of the key of %s: %s.", endName(b.m, end), nameOf(o.e), why))
		return nil
	}
	association := b.m.Relationship(end.Owner)
	f := referring{table: t, to: to, base: endName(b.m, end), from: end.ID, mandatory: true, keyed: true,
		why: fmt.Sprintf("Each %s has one %s, and is known by it.", nameOf(c.e), endName(b.m, end)), action: Restrict}
	if b.isWhole(association, end) {
		f.action = Cascade
	}
	r := b.refer(f)
	if r != nil {
		b.referred[endAt{end.ID, t}] = r
	}
	return r
}

// sharedKey gives a kind the key of what it is a kind of. Where it has several generals, the first
// one has the key, and the others are referred to.
func (b *builder) sharedKey(c *class, t *Table) bool {
	first := true
	for _, g := range c.generals {
		key := b.keyOf(g)
		if key == nil {
			continue
		}
		root := b.rootOf(g)
		if same := b.shares[t]; same != nil && same[root] != nil { // by another way to the same general
			t.References = append(t.References, &Reference{ID: model.DeriveID("kind", string(t.ID), string(g.e.ID)), Columns: same[root], Table: g.home, Target: key.Columns, OnDelete: Cascade, From: c.e.ID, Others: model.Range(0, 1),
				Why: fmt.Sprintf("Each %s is one of %s too.", nameOf(c.e), nameOf(g.e))})
			continue
		}
		var cols []*Column
		for _, k := range key.Columns {
			col := &Column{ID: model.DeriveID("shared", string(t.ID), string(k.ID)), Type: k.Type, Mandatory: true, From: c.e.ID, Why: say("Each %s is a %s, and has its key.", nameOf(c.e), nameOf(g.e))}
			col.Type.Keyed = true
			name := k.Name
			if !first || !b.names.isFree(string(t.ID), name) {
				name = b.names.written(g.e.Name) + "_" + k.Name
			}
			cols = append(cols, b.column(t, col, name, "key"))
		}
		t.References = append(t.References, &Reference{ID: model.DeriveID("kind", string(t.ID), string(g.e.ID)), Columns: cols, Table: g.home, Target: key.Columns, OnDelete: Cascade, From: c.e.ID, Others: model.Range(0, 1),
			Why: say("Each %s is a %s: it goes with it.", nameOf(c.e), nameOf(g.e))})
		if b.shares[t] == nil {
			b.shares[t] = map[*class][]*Column{}
		}
		b.shares[t][root] = cols
		if first {
			t.Primary = &Key{ID: model.DeriveID("key", string(t.ID)), Columns: cols, From: c.e.ID, Why: fmt.Sprintf("Each %s has the key of the %s that it is.", nameOf(c.e), nameOf(g.e))}
			b.hold(c.e.ID, say("Each %s is a %s.", nameOf(c.e), nameOf(g.e)), ByReference, t, "")
			first = false
		} else {
			t.Uniques = append(t.Uniques, &Key{ID: model.DeriveID("general", string(t.ID), string(g.e.ID)), Columns: cols, From: c.e.ID, Why: say("A %s is one %s, and no other is.", nameOf(g.e), nameOf(c.e))})
			b.hold(c.e.ID, say("Each %s is a %s.", nameOf(c.e), nameOf(g.e)), ByReference, t, "")
		}
	}
	return !first
}

// rootOf is the general from which a class has its key.
func (b *builder) rootOf(c *class) *class {
	for len(c.generals) > 0 && b.keyOf(c.generals[0]) != nil {
		c = c.generals[0]
	}
	return c
}

// concreteKeys gives keys to the tables that no reference leads to.
func (b *builder) concreteKeys() {
	for _, c := range b.classes {
		for _, p := range c.places {
			if p.table.From == c.e.ID {
				b.key(c, p.table)
			}
		}
	}
}
