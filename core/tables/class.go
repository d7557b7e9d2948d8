package tables

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// classTables makes the tables of classes, without their columns.
func (b *builder) classTables() {
	for _, group := range b.groups {
		switch {
		case len(group) > 1 && group[0].manner == model.SingleTable:
			b.oneTable(group)
		case len(group) > 1 && group[0].manner == model.ConcreteTables:
			b.concreteTables(group)
		default:
			for _, c := range group {
				t := b.tableOf(c)
				c.places, c.home = []place{{table: t}}, t
			}
		}
	}
}

func (b *builder) tableOf(c *class) *Table {
	sort, why := FromClass, fmt.Sprintf("The objects of the class %s are stored.", nameOf(c.e))
	if c.association != nil {
		sort, why = FromLink, fmt.Sprintf("%s is the class of an association: a row for each of its links.", nameOf(c.e))
	}
	switch {
	case len(c.generals) > 0 && c.manner == model.JoinedTables:
		why += fmt.Sprintf(" Each row goes with a row of %s, of which it is a kind.", nameOf(c.generals[0].e))
	case c.manner == model.ConcreteTables && len(c.generals) > 0:
		why += " What it inherits stands in it too."
	}
	t := b.table(sort, c.e.ID, "class "+string(c.e.ID), b.tableName(c.e.Name), "class", b.schemaOf(c.e.ID), why)
	t.Definition = b.m.Definition(c.e)
	return t
}

// oneTable holds all kinds of something, and of which kind a row is.
func (b *builder) oneTable(group []*class) {
	root := group[0].root
	t := b.table(FromHierarchy, root.e.ID, "class "+string(root.e.ID), b.tableName(root.e.Name), "class", b.schemaOf(root.e.ID),
		fmt.Sprintf("One table for %s and all its kinds.", nameOf(root.e)))
	t.Definition = b.m.Definition(root.e)
	names := map[*class]Value{}
	var all []Value
	for _, c := range group {
		if c.e.Classifier().Abstract && len(c.specifics) > 0 {
			continue
		}
		v := Value{Text: nameOf(c.e), Kind: TextValue}
		for slices.Contains(all, v) {
			v.Text += "+"
		}
		names[c] = v
		all = append(all, v)
	}
	kind := &Column{ID: model.DeriveID("kind", string(root.e.ID)), Type: Type{Primitive: "Text", Keyed: true}, Mandatory: true, From: root.e.ID,
		Why: fmt.Sprintf("Tells of which kind of %s a row is.", nameOf(root.e))}
	b.column(t, kind, b.kindName(), "kind")
	t.Checks = append(t.Checks, &Check{ID: model.DeriveID("kinds", string(root.e.ID)), Name: kind.Name, Condition: Condition{In: &In{kind, all}}, From: root.e.ID,
		Why: fmt.Sprintf("These are the kinds of %s.", nameOf(root.e))})
	for _, c := range group {
		p := place{table: t, kind: kind}
		for _, k := range c.withKinds() {
			if v, ok := names[k]; ok {
				p.kinds = append(p.kinds, v)
			}
		}
		if len(p.kinds) == len(all) {
			p.kind, p.kinds = nil, nil
		}
		c.places, c.home = []place{p}, t
		if c.e.Classifier().Abstract && len(c.specifics) > 0 {
			b.hold(c.e.ID, fmt.Sprintf("%s is abstract.", nameOf(c.e)), ByCheck, t, kind.Name)
		}
	}
}

func (b *builder) kindName() string {
	if b.options.Names == "written" {
		return "Kind"
	}
	return "kind"
}

// concreteTables has a table for each class that has objects of its own; what is inherited stands in
// each of them.
func (b *builder) concreteTables(group []*class) {
	own := map[*class]*Table{}
	for _, c := range group {
		if !c.e.Classifier().Abstract || len(c.specifics) == 0 {
			own[c] = b.tableOf(c)
		}
	}
	for _, c := range group {
		for _, k := range c.withKinds() {
			if t := own[k]; t != nil {
				c.places = append(c.places, place{table: t})
			}
		}
		c.home = own[c]
		if len(c.places) != 1 || own[c] == nil {
			c.home, c.homeless = nil, true
			b.lack(c.e.ID, fmt.Sprintf("What refers to %s refers to one that is there.", english.Article(nameOf(c.e))+" "+nameOf(c.e)),
				"its objects stand in several tables, and a reference leads to one")
		}
		if len(c.places) == 1 && c.home == nil { // abstract, with one kind
			c.home, c.homeless = c.places[0].table, false
		}
	}
}

// attributes gives all classes their columns.
func (b *builder) attributes() {
	for _, c := range b.classes {
		for _, p := range c.places {
			if c.manner == model.ConcreteTables && p.table.From != c.e.ID {
				continue // with the class that the table is of
			}
			owners := []*model.Element{}
			if c.manner == model.ConcreteTables {
				for _, g := range c.above() {
					owners = append(append(owners, g.inlined...), g.e)
				}
			}
			owners = append(append(owners, c.inlined...), c.e)
			owners = once(owners)
			hidden := map[string]bool{}
			for _, o := range owners {
				for _, a := range b.m.Children(o.ID, model.Attribute) {
					if r := a.Attribute().Redefines; r != "" && o == c.e {
						hidden[model.NormalForm(r)] = true
					}
				}
			}
			for _, o := range owners {
				for _, a := range b.m.Children(o.ID, model.Attribute) {
					if o != c.e && hidden[model.NormalForm(a.Name)] {
						continue
					}
					b.attribute(c, p, o, a)
				}
			}
		}
	}
}

// once are elements, each where it stands first.
func once(list []*model.Element) (out []*model.Element) {
	for _, e := range list {
		if !slices.Contains(out, e) {
			out = append(out, e)
		}
	}
	return out
}

// attribute gives an attribute its columns in a place.
func (b *builder) attribute(c *class, p place, owner, a *model.Element) {
	d := a.Attribute()
	of := fmt.Sprintf("%s of %s", nameOf(a), nameOf(owner))
	switch {
	case d.Static:
		b.note(a.ID, of+" is static: it belongs to no row, and has no column.")
		return
	case d.Derived:
		b.note(a.ID, of+" is derived: it is worked out when it is asked for, and has no column.")
		return
	}
	if d.Multiplicity.State == model.Decided && d.Multiplicity.IsMany() {
		b.values = append(b.values, valuesOf{class: c, table: p.table, attribute: a, owner: owner, path: []*model.Element{a}})
		return
	}
	lower := 1
	if d.Multiplicity.State != model.Absent {
		lower, _ = d.Multiplicity.Bounds()
	}
	v := valuing{class: c, place: p, owner: owner, path: []*model.Element{a}, mandatory: lower > 0, first: a}
	if d.Multiplicity.State == model.Undecided {
		v.question = "It is not decided how many there are."
	}
	cols := b.value(v, a)
	b.attributeColumns[endAt{a.ID, p.table}] = cols
	if lower > 0 && len(cols) > 0 {
		what := fmt.Sprintf("Each %s has %s %s.", nameOf(owner), english.Article(nameOf(a)), nameOf(a))
		if cols[0].Mandatory {
			b.hold(a.ID, what, ByColumn, p.table, cols[0].Name)
		} else if p.kind != nil {
			b.hold(a.ID, what, ByCheck, p.table, cols[0].Name)
		}
	}
	if d.ReadOnly && len(cols) > 0 {
		b.lack(a.ID, of+" is never changed.", "a column can be written at any time")
	}
}

// valuing is a value of an object, or of a data type in one, on its way to columns.
type valuing struct {
	class     *class
	place     place
	owner     *model.Element
	path      []*model.Element // the attributes that lead to it
	first     *model.Element
	mandatory bool
	question  string
	keyed     bool
	within    []*model.Element // data types that it stands in
	plain     bool             // without checks of kinds
}

func (v valuing) id(more ...string) model.ID {
	parts := []string{string(v.place.table.ID)}
	for _, e := range v.path {
		parts = append(parts, string(e.ID))
	}
	if v.class != nil && v.class.manner == model.SingleTable && v.owner != v.class.e { // several kinds may have it from one that is not stored
		parts = append(parts, "in", string(v.class.e.ID))
	}
	return model.DeriveID("column", strings.Join(append(parts, more...), " "))
}

func (v valuing) names() []string {
	out := make([]string, len(v.path))
	for i, e := range v.path {
		out[i] = e.Name
	}
	return out
}

// value makes the columns of one value.
func (b *builder) value(v valuing, a *model.Element) []*Column {
	d := a.Attribute()
	of := fmt.Sprintf("%s of %s", strings.Join(v.names(), " "), nameOf(v.owner))
	t := b.m.Element(a.Type)
	column := func(typ Type) *Column {
		typ.Keyed = v.keyed
		c := &Column{ID: v.id(), Type: typ, Mandatory: v.mandatory && v.place.kind == nil, From: a.ID, Definition: a.Definition, Question: v.question,
			Why: fmt.Sprintf("The attribute %s.", of)}
		if d.Multiplicity.State == model.Undecided {
			c.Facts = append(c.Facts, "multiplicity undecided")
		}
		if d.Default != "" {
			if value, ok := literal(d.Default, typ); ok {
				c.Default = &value
			} else {
				b.note(a.ID, fmt.Sprintf("The default %q of %s is no value of its type: the column has none.", d.Default, of))
			}
		}
		b.valueColumn(v, c)
		return c
	}
	switch {
	case t == nil:
		name := d.TypeName
		primitive, known := model.Primitive(name)
		if !known {
			primitive = "Text"
			if name != "" {
				b.note(a.ID, fmt.Sprintf("The type %s of %s is not known: a text holds it.", name, of))
			} else {
				b.note(a.ID, of+" has no type: a text holds it.")
			}
		}
		return []*Column{column(Type{Primitive: primitive})}
	case t.Kind == model.Enumeration:
		e := b.enumeration(t)
		if e == nil {
			return []*Column{column(Type{Primitive: "Text"})}
		}
		c := column(Type{Enumeration: e})
		b.coded(v.place.table, c, t, e)
		return []*Column{c}
	case t.Kind == model.DataType:
		if slices.Contains(v.within, t) || len(v.within) > 8 {
			b.note(a.ID, fmt.Sprintf("%s would hold itself without end: the value within has no column.", nameOf(t)))
			return nil
		}
		return b.embedded(v, a, t)
	case t.Kind == model.Class && b.of[t.ID] != nil:
		b.pointers = append(b.pointers, pointer{v, a, b.of[t.ID]})
	case t.Kind == model.Class:
		b.note(a.ID, fmt.Sprintf("%s is not stored: %s has no column.", nameOf(t), of))
	case t.Kind == model.Interface:
		b.note(a.ID, fmt.Sprintf("The interface %s has no table, since an object of any class may stand behind it: %s has no column.", nameOf(t), of))
	default:
		b.note(a.ID, fmt.Sprintf("%s is no type of values: %s has no column.", nameOf(t), of))
	}
	return nil
}

// valueColumn adds the column of a value: where kinds in one table have attributes of one name, the
// name of the class stands before it.
func (b *builder) valueColumn(v valuing, c *Column) {
	name := b.names.written(v.names()...)
	if v.place.kind != nil && !b.names.isFree(string(v.place.table.ID), name) {
		name = b.names.written(append([]string{v.owner.Name}, v.names()...)...)
	}
	b.column(v.place.table, c, name, "value")
	b.ofKind(v, c)
}

// embedded makes columns of what a data type consists of.
func (b *builder) embedded(v valuing, a, t *model.Element) []*Column {
	parts := b.partsOf(t)
	if len(parts) == 0 {
		c := &Column{ID: v.id(), Type: Type{Primitive: "Text", Keyed: v.keyed}, Mandatory: v.mandatory && v.place.kind == nil, From: a.ID, Definition: a.Definition,
			Why: fmt.Sprintf("The attribute %s of %s; its type %s says nothing of itself.", nameOf(a), nameOf(v.owner), nameOf(t))}
		b.valueColumn(v, c)
		return []*Column{c}
	}
	var out, needed []*Column
	for _, part := range parts {
		d := part.Attribute()
		if d.Static || d.Derived {
			continue
		}
		inner := v
		inner.path = append(slices.Clone(v.path), part)
		inner.within = append(slices.Clone(v.within), t)
		if d.Multiplicity.State == model.Decided && d.Multiplicity.IsMany() {
			b.values = append(b.values, valuesOf{class: v.class, table: v.place.table, attribute: part, owner: v.owner, path: inner.path})
			continue
		}
		lower := 1
		if d.Multiplicity.State != model.Absent {
			lower, _ = d.Multiplicity.Bounds()
		}
		inner.mandatory = v.mandatory && lower > 0
		cols := b.value(inner, part)
		out = append(out, cols...)
		if lower > 0 {
			needed = append(needed, cols...)
		}
	}
	for _, c := range out {
		c.Why = say("The attribute %s of %s: a %s stands in columns of its own.", nameOf(v.first), nameOf(v.owner), nameOf(t))
	}
	if !v.mandatory && len(needed) > 1 { // all of it, or nothing
		var all, none []Condition
		for _, c := range needed {
			all = append(all, Condition{Present: c})
		}
		for _, c := range out {
			none = append(none, Condition{Missing: c})
		}
		v.place.table.Checks = append(v.place.table.Checks, &Check{ID: v.id("whole"), Name: strings.Join(v.names(), " "), From: a.ID,
			Condition: Condition{Any: []Condition{{All: all}, {All: none}}},
			Why:       fmt.Sprintf("%s is there as a whole, or not at all.", nameOf(a))})
	}
	return out
}

// partsOf are the attributes of a data type, inherited ones first.
func (b *builder) partsOf(t *model.Element) []*model.Element {
	var out []*model.Element
	seen := map[model.ID]bool{}
	var up func(t *model.Element)
	up = func(t *model.Element) {
		if t == nil || seen[t.ID] {
			return
		}
		seen[t.ID] = true
		for _, r := range b.m.Generals(t.ID) {
			up(b.m.Element(r.Target))
		}
		out = append(out, b.m.Children(t.ID, model.Attribute)...)
	}
	up(t)
	return out
}

// ofKind holds a column that only some kinds have to them.
func (b *builder) ofKind(v valuing, c *Column) {
	p := v.place
	if p.kind == nil || v.plain {
		return
	}
	b.onlyFor(p, c, v.mandatory, c.From)
}

// onlyFor: the column has a value for these kinds, always if it must have, and for no others.
func (b *builder) onlyFor(p place, c *Column, mandatory bool, from model.ID) {
	isKind := Condition{In: &In{p.kind, p.kinds}}
	condition, why := Condition{Any: []Condition{isKind, {Missing: c}}}, "Only rows of these kinds have it."
	if mandatory {
		condition = Condition{Any: []Condition{{All: []Condition{isKind, {Present: c}}}, {All: []Condition{{Not: &isKind}, {Missing: c}}}}}
		why = "Rows of these kinds have it, and no others."
	}
	p.table.Checks = append(p.table.Checks, &Check{ID: model.DeriveID("only", string(c.ID)), Name: c.Name + " kind", Condition: condition, From: from, Why: why})
}
