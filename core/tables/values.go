package tables

import (
	"fmt"
	"slices"

	"lexeon/core/model"
)

// valuesOf is an attribute that may have several values, in a table that has it.
type valuesOf struct {
	class     *class
	table     *Table
	attribute *model.Element
	owner     *model.Element
	path      []*model.Element
}

func values(n int) string { return numberWord(n) + " " + plural("value", n) }

// boundedBelow reports whether a multiplicity has a bound that no table holds.
func boundedBelow(m model.Multiplicity) bool {
	lower, upper := m.Bounds()
	return m.State == model.Decided && (lower > 0 || upper > 1)
}

// manyValues makes a table for each attribute that may have several values.
func (b *builder) manyValues() {
	for i := 0; i < len(b.values); i++ { // a data type among them may hold more
		b.valuesTable(b.values[i])
	}
}

func (b *builder) valuesTable(v valuesOf) {
	if v.table.Primary == nil {
		return
	}
	d := v.attribute.Attribute()
	var names []string
	for _, e := range v.path {
		names = append(names, e.Name)
	}
	owner := b.m.Element(v.table.From)
	base := nameOf(v.owner)
	if v.class.manner == model.ConcreteTables && owner != nil {
		base = nameOf(owner)
	}
	key := "values " + string(v.table.ID)
	for _, e := range v.path {
		key += " " + string(e.ID)
	}
	if v.class.manner == model.SingleTable && v.owner != v.class.e {
		key += " in " + string(v.class.e.ID)
	}
	t := b.table(FromValues, v.attribute.ID, key, b.names.written(append([]string{base}, names...)...), "values", v.table.Schema,
		fmt.Sprintf("A table of its own, since %s may have several values of %s.", articled(base), nameOf(v.attribute)))
	t.Definition = v.attribute.Definition
	ref := &Reference{ID: model.DeriveID("owner", string(t.ID)), Table: v.table, Target: v.table.Primary.Columns, OnDelete: Cascade, From: v.attribute.ID, Others: d.Multiplicity, Unheld: boundedBelow(d.Multiplicity), Why: fmt.Sprintf("The values go with the %s that has them.", base)}
	for _, k := range v.table.Primary.Columns {
		c := &Column{ID: model.DeriveID("owner", string(t.ID), string(k.ID)), Type: k.Type, Mandatory: true, From: v.attribute.ID, Why: ref.Why}
		c.Type.Keyed = true
		name := k.Name
		if prefix := b.names.written(base); !hasPrefix(name, prefix) {
			name = prefix + "_" + name
		}
		ref.Columns = append(ref.Columns, b.column(t, c, name, "owner"))
	}
	t.References = append(t.References, ref)
	simple := true
	if of := b.m.Element(v.attribute.Type); of != nil && of.Kind != model.Enumeration {
		simple = of.Kind == model.DataType && len(b.partsOf(of)) == 0
	}
	inner := valuing{class: v.class, place: place{table: t}, owner: v.owner, path: []*model.Element{v.attribute}, first: v.attribute, mandatory: true, keyed: simple}
	pointers := len(b.pointers)
	cols := b.value(inner, v.attribute)
	if len(b.pointers) > pointers { // a list of objects: the links go with either
		for _, p := range b.pointers[pointers:] {
			f := referring{table: t, to: p.to, base: nameOf(v.attribute), from: v.attribute.ID, mandatory: true, action: Cascade, why: fmt.Sprintf("One of the %s.", nameOf(v.attribute))}
			if r := b.refer(f); r != nil {
				cols = append(cols, r.Columns...)
			} else {
				cols = append(cols, b.loose(f)...)
			}
		}
		b.pointers = b.pointers[:pointers]
		simple = true
	}
	for _, c := range cols {
		c.Default = nil // of the list, not of its values
	}
	keyed := simple && len(cols) > 0
	for _, c := range cols {
		keyed = keyed && c.Mandatory && c.Type.Primitive != "Binary" && c.Type.Primitive != "Geometry"
	}
	switch {
	case d.Ordered || d.NonUnique || !keyed:
		pos := &Column{ID: model.DeriveID("position", string(t.ID)), Type: Type{Primitive: "Integer", Keyed: true}, Mandatory: true, From: v.attribute.ID, Why: "The place of the value among the others."}
		b.column(t, pos, b.names.written("position"), "position")
		t.Primary = &Key{ID: model.DeriveID("key", string(t.ID)), Columns: append(slices.Clone(ref.Columns), pos), From: v.attribute.ID, Why: "One value stands at each place."}
		if keyed && !d.NonUnique {
			b.unique(t, append(slices.Clone(ref.Columns), cols...), v.attribute.ID, "No value stands twice.")
		} else if !keyed && !d.NonUnique {
			b.lack(v.attribute.ID, say("No %s of a %s stands twice.", nameOf(v.attribute), base), "the value has parts that may be missing, or cannot stand in a key")
		}
		if d.Ordered {
			b.hold(v.attribute.ID, fmt.Sprintf("The %s are in an order.", nameOf(v.attribute)), ByColumn, t, pos.Name)
		}
	default:
		for _, c := range cols {
			c.Type.Keyed = true
		}
		t.Primary = &Key{ID: model.DeriveID("key", string(t.ID)), Columns: append(slices.Clone(ref.Columns), cols...), From: v.attribute.ID, Why: "No value stands twice."}
	}
	b.keys[t] = keyMade
	lower, upper := d.Multiplicity.Bounds()
	of := *v.class // as it stands in this table
	of.home = v.table
	counted, held := []Counted{countedBy(t, ref)}, true
	if lower > 0 {
		what, by := fmt.Sprintf("Each %s has at least %s of %s.", base, values(lower), nameOf(v.attribute)), counted
		if len(v.path) > 1 {
			by = nil // of a data type, which may be missing
		}
		if !b.bound(v.attribute.ID, what, &of, lower, model.Many, by) {
			b.lack(v.attribute.ID, what, "a row can be there before those that refer to it")
			held = false
		}
	}
	if upper != model.Many {
		what := fmt.Sprintf("Each %s has at most %s of %s.", base, values(upper), nameOf(v.attribute))
		if !b.bound(v.attribute.ID, what, &of, 0, upper, counted) {
			b.lack(v.attribute.ID, what, "a key counts to one")
			held = false
		}
	}
	ref.Unheld = ref.Unheld && !held
}
