package tables

import (
	"fmt"
	"slices"

	"lexeon/core/model"
)

// enumeration is one with its values; nil where it has none, so that nothing can be checked.
func (b *builder) enumeration(e *model.Element) *Enumeration {
	if known, ok := b.enums[e.ID]; ok {
		return known
	}
	b.enums[e.ID] = nil
	literals := b.m.Children(e.ID, model.Literal)
	if len(literals) == 0 {
		b.note(e.ID, fmt.Sprintf("The enumeration %s has no literals: a text holds it.", nameOf(e)))
		return nil
	}
	out := &Enumeration{ID: e.ID, Definition: b.m.Definition(e)}
	coded, whole := true, true
	seen := map[string]bool{}
	for _, l := range literals {
		value := l.Literal().Value
		coded = coded && value != "" && !seen[value]
		whole = whole && wholeNumber.MatchString(value)
		seen[value] = true
	}
	coding := e.Classifier().Coding
	if coding == "" {
		coding = model.TableCoding(b.options.Enumerations)
	}
	out.Native = coding == model.NativeCoding
	if out.Native { // a type has the names; the codes would say nothing
		coded = false
	}
	out.Whole = coded && whole
	for _, l := range literals {
		v := Value{l.Name, TextValue}
		if coded {
			v.Text = l.Literal().Value
			if out.Whole {
				v.Kind = NumberValue
			}
		}
		if v.Text == "" || slices.Contains(out.Values, v) {
			continue // a rule speaks of it
		}
		out.Values, out.Names = append(out.Values, v), append(out.Names, l.Name)
	}
	if len(out.Values) == 0 {
		b.note(e.ID, fmt.Sprintf("The literals of the enumeration %s have no names: a text holds it.", nameOf(e)))
		return nil
	}
	b.enums[e.ID] = out
	switch coding {
	case model.NativeCoding:
		out.Schema = b.schemaOf(e.ID)
		out.Name = b.names.take("table", b.names.written(e.Name), "enumeration")
		b.plan.Enumerations = append(b.plan.Enumerations, out)
	case model.LookupCoding:
		b.lookup(e, out, literals)
	}
	return out
}

// lookup makes the table in which the literals of an enumeration stand.
func (b *builder) lookup(e *model.Element, enum *Enumeration, literals []*model.Element) {
	t := b.table(FromEnumeration, e.ID, "enumeration "+string(e.ID), b.tableName(e.Name), "enumeration", b.schemaOf(e.ID),
		fmt.Sprintf("A lookup table with the literals of the enumeration %s.", nameOf(e)))
	t.Definition = enum.Definition
	key := &Column{ID: model.DeriveID("code", string(e.ID)), Type: Type{Enumeration: enum, Keyed: true}, Mandatory: true, From: e.ID, Why: "What stands in the columns that refer to it."}
	name := &Column{ID: model.DeriveID("name", string(e.ID)), Type: Type{Primitive: "Text", Keyed: true}, Mandatory: true, From: e.ID, Why: "The name of the literal."}
	named := enum.Values[0].Text != enum.Names[0] || enum.Whole
	word := func(s string) string { return b.names.written(s) }
	if named {
		b.column(t, key, word("code"), "code")
		b.column(t, name, word("name"), "name")
	} else {
		b.column(t, key, word("name"), "name")
	}
	text := &Column{ID: model.DeriveID("definition", string(e.ID)), Type: Type{Primitive: "Text"}, From: e.ID, Why: "What the literal means."}
	b.column(t, text, word("definition"), "definition")
	t.Primary = &Key{ID: model.DeriveID("key", string(t.ID)), Columns: []*Column{key}, From: e.ID, Why: "A literal is known by it."}
	if named && len(enum.Names) == len(slices.Compact(slices.Sorted(slices.Values(enum.Names)))) { // a rule speaks of names that are there twice
		t.Uniques = append(t.Uniques, &Key{ID: model.DeriveID("names", string(t.ID)), Columns: []*Column{name}, From: e.ID, Why: "No two literals have one name."})
	}
	for i, v := range enum.Values {
		row := []Value{v}
		if named {
			row = append(row, Value{enum.Names[i], TextValue})
		}
		definition := ""
		for _, l := range literals {
			if l.Name == enum.Names[i] {
				definition = l.Definition
			}
		}
		t.Rows = append(t.Rows, append(row, Value{definition, TextValue}))
	}
	b.keys[t] = keyMade
	b.lookups[enum] = t
}

// coded holds a column to the literals of an enumeration.
func (b *builder) coded(t *Table, c *Column, e *model.Element, enum *Enumeration) {
	what := fmt.Sprintf("%s is one of the literals of %s.", c.Name, nameOf(e))
	switch lookup := b.lookups[enum]; {
	case lookup != nil:
		c.Type.Keyed = true
		t.References = append(t.References, &Reference{ID: model.DeriveID("lookup", string(c.ID)), Columns: []*Column{c}, Table: lookup, Target: lookup.Primary.Columns, OnDelete: Restrict, From: e.ID, Others: model.Range(0, model.Many),
			Why: fmt.Sprintf("It is a literal of %s; one that is used cannot be deleted.", nameOf(e))})
		b.hold(c.From, what, ByReference, t, c.Name)
	case enum.Native:
		b.hold(c.From, what, ByColumn, t, c.Name)
	default:
		b.check(t, c, enum)
		b.hold(c.From, what, ByCheck, t, c.Name)
	}
}

func (b *builder) check(t *Table, c *Column, enum *Enumeration) {
	t.Checks = append(t.Checks, &Check{ID: model.DeriveID("literals", string(c.ID)), Name: c.Name, Condition: Condition{In: &In{c, enum.Values}}, From: enum.ID,
		Why: "These are the literals of the enumeration."})
}
