package tables

import (
	"slices"
	"strings"

	"lexeon/core/model"
)

// referring is a reference on its way.
type referring struct {
	table     *Table
	to        *class
	base      string // what stands before the names of the columns
	otherwise string
	from      model.ID
	key       string // tells references of one element in one table apart
	mandatory bool
	keyed     bool
	action    Action
	why       string
	facts     []string
	question  string
	others    model.Multiplicity
	unheld    bool
}

// refer makes the columns of a reference and the reference itself. Where what is referred to stands
// in several tables there are columns, and no reference: then it is nil.
func (b *builder) refer(f referring) *Reference {
	key := b.keyOf(f.to)
	if key == nil {
		return nil
	}
	r := &Reference{ID: model.DeriveID("reference", string(f.table.ID), string(f.from), f.key), Table: f.to.home, Target: key.Columns, OnDelete: f.action, From: f.from, Why: f.why, Facts: f.facts, Others: f.others, Unheld: f.unheld}
	for _, k := range key.Columns {
		r.Columns = append(r.Columns, b.referenceColumn(f, k))
	}
	f.table.References = append(f.table.References, r)
	return r
}

func (b *builder) referenceColumn(f referring, k *Column) *Column {
	col := &Column{ID: model.DeriveID("refers", string(f.table.ID), string(f.from), f.key, string(k.ID)), Type: k.Type, Mandatory: f.mandatory, From: f.from, Why: f.why, Question: f.question}
	col.Type.Keyed = true
	base := b.names.written(f.base)
	name := k.Name
	if base != "" && !hasPrefix(name, base) {
		name = base + "_" + k.Name
	}
	if f.otherwise != "" && !b.names.isFree(string(f.table.ID), name) {
		name = b.names.written(f.otherwise) + "_" + name
	}
	return b.column(f.table, col, name, "reference")
}

// loose makes columns that hold the key of something that no reference can lead to, since it stands
// in several tables: the kind and the key.
func (b *builder) loose(f referring) []*Column {
	var first *Table
	var kinds []Value
	for _, p := range f.to.places {
		if first == nil {
			first = p.table
		}
		kinds = append(kinds, Value{p.table.Name, TextValue})
	}
	if first == nil {
		return nil
	}
	owner := b.of[first.From]
	key := b.key(owner, first)
	if key == nil {
		return nil
	}
	b.lack(f.from, say("%s leads to a %s that is there.", b.leading(f.from), nameOf(f.to.e)), "its objects stand in several tables, and a reference leads to one")
	kind := &Column{ID: model.DeriveID("refers", string(f.table.ID), string(f.from), f.key, "kind"), Type: Type{Primitive: "Text", Keyed: true}, Mandatory: f.mandatory, From: f.from,
		Why: f.why + " This is the table in which it stands.", Question: f.question}
	b.column(f.table, kind, b.names.written(f.base)+"_"+b.kindName(), "kind")
	f.table.Checks = append(f.table.Checks, &Check{ID: model.DeriveID("kinds", string(kind.ID)), Name: kind.Name, Condition: Condition{In: &In{kind, kinds}}, From: f.from, Why: "It stands in one of these tables."})
	out := []*Column{kind}
	for _, k := range key.Columns {
		out = append(out, b.referenceColumn(f, k))
	}
	return out
}

// leading is what refers to something, as sentences name it.
func (b *builder) leading(from model.ID) string {
	e := b.m.Element(from)
	if e != nil && e.Kind == model.End {
		if r := b.m.Relationship(e.Owner); r != nil {
			return b.titleOf(r)
		}
	}
	return nameOf(e)
}

// endName is what is at an end, as sentences and columns name it: the role, else the class.
func endName(m *model.Model, end *model.Element) string {
	if strings.TrimSpace(end.Name) != "" {
		return end.Name
	}
	return nameOf(m.Element(end.Type))
}

// isWhole reports whether an end is the whole of a composition.
func (b *builder) isWhole(r *model.Relationship, end *model.Element) bool {
	a := r.Association()
	return a.Aggregation == model.Composite && a.Whole == end.ID
}

// pointer is an attribute whose type is a class.
type pointer struct {
	valuing
	attribute *model.Element
	to        *class
}

// pointed makes references of the attributes whose types are classes.
func (b *builder) pointed() {
	for _, p := range b.pointers {
		f := referring{table: p.place.table, to: p.to, base: strings.Join(p.names(), " "), from: p.attribute.ID, key: string(p.id()), mandatory: p.mandatory && p.place.kind == nil, action: SetNull, question: p.question,
			why: say("The attribute %s of %s is a %s.", strings.Join(p.names(), " "), nameOf(p.owner), nameOf(p.to.e))}
		if p.mandatory {
			f.action = Restrict
		}
		var cols []*Column
		if r := b.refer(f); r != nil {
			cols = r.Columns
		} else {
			cols = b.loose(f)
		}
		if p.place.kind != nil {
			for _, col := range cols {
				b.onlyFor(p.place, col, p.mandatory, p.attribute.ID)
			}
		}
	}
}

// withoutNull leaves a reference that is part of a key as it is when what it refers to goes: the
// other row cannot be deleted.
func withoutNull(t *Table) {
	for _, r := range t.References {
		if r.OnDelete == SetNull && slices.ContainsFunc(r.Columns, func(c *Column) bool { return c.Mandatory }) {
			r.OnDelete = Restrict
		}
	}
}
