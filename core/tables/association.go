package tables

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
)

// end is an end of an association with what counts for tables.
type end struct {
	e        *model.Element
	c        *class
	lower    int
	upper    int
	decided  bool
	many     bool // more than one may be there for one object at the other end
	name     string
	question string
	facts    []string
}

// endsOf are the ends of an association. A whole stands alone where nothing else is said: UML 2.5.1,
// 9.5.3, a part is in one composite at most.
func (b *builder) endsOf(r *model.Relationship) []end {
	elements := b.m.Ends(r.ID)
	out := make([]end, len(elements))
	for i, e := range elements {
		d := e.End()
		x := end{e: e, c: b.of[e.Type], decided: d.Multiplicity.State == model.Decided, name: endName(b.m, e)}
		x.lower, x.upper = d.Multiplicity.Bounds()
		if b.isWhole(r, e) && !x.decided {
			x.upper = 1
		}
		x.many = x.upper != 1
		switch d.Multiplicity.State {
		case model.Undecided:
			x.question = d.Question
			if x.question == "" {
				x.question = fmt.Sprintf("How many of %s are there?", x.name)
			}
			x.facts = append(x.facts, "multiplicity of "+x.name+" undecided")
		case model.Absent:
			x.facts = append(x.facts, "multiplicity of "+x.name+" absent")
		}
		if d.NonUnique {
			x.facts = append(x.facts, x.name+" nonunique")
		}
		out[i] = x
	}
	if len(out) == 2 { // a key at one end tells the objects at the other apart
		for i := range out {
			if len(out[1-i].e.End().Qualifiers) > 0 {
				out[i].many = true
			}
		}
	}
	return out
}

// associations makes references and link tables of all associations.
func (b *builder) associations() {
	list := b.m.Relationships(model.Association)
	slices.SortStableFunc(list, func(x, y *model.Relationship) int { return strings.Compare(b.sortName(x), b.sortName(y)) })
	for _, r := range list {
		ends := b.endsOf(r)
		here, missing := 0, ""
		for _, e := range ends {
			if e.c != nil {
				here++
			} else if missing == "" {
				missing = nameOf(b.m.Element(e.e.Type))
			}
		}
		title := b.titleOf(r)
		switch {
		case here == 0:
		case slices.ContainsFunc(ends, func(e end) bool { return e.e.End().Derived }):
			b.note(r.ID, title+" is derived: nothing holds it.")
		case here < len(ends) && len(ends) == 2 && b.enumerated(r, ends):
		case here < len(ends):
			b.note(r.ID, fmt.Sprintf("%s is not held, since %s has no table.", title, missing))
		case b.of[r.Class] != nil:
			b.linkOfClass(r, ends)
		case len(ends) == 2:
			b.binary(r, ends)
		default:
			b.linkOf(r, ends)
		}
	}
}

func (b *builder) sortName(r *model.Relationship) string {
	var names []string
	for _, id := range b.m.Connected(r) {
		names = append(names, nameOf(b.m.Element(id)))
	}
	return strings.Join(names, " ") + " " + r.Name + " " + string(r.ID)
}

// titleOf is an association as sentences name it.
func (b *builder) titleOf(r *model.Relationship) string {
	var names []string
	for _, e := range b.m.Ends(r.ID) {
		names = append(names, endName(b.m, e))
	}
	if r.Name != "" {
		return fmt.Sprintf("The association %s of %s", r.Name, strings.Join(names, " and "))
	}
	return "The association of " + strings.Join(names, " and ")
}

// enumerated makes a column of an association that leads to an enumeration or a data type, as of an attribute.
func (b *builder) enumerated(r *model.Relationship, ends []end) bool {
	for i, e := range ends {
		t, owner := b.m.Element(e.e.Type), ends[1-i].c
		if t == nil || owner == nil || t.Kind != model.Enumeration {
			continue
		}
		enum := b.enumeration(t)
		if enum == nil || e.many {
			return false
		}
		for _, p := range owner.places {
			c := &Column{ID: model.DeriveID("column", string(p.table.ID), string(e.e.ID)), Type: Type{Enumeration: enum}, Mandatory: e.lower > 0 && p.kind == nil, From: e.e.ID, Question: e.question, Facts: e.facts,
				Why: fmt.Sprintf("Each %s has one %s, which is a literal.", nameOf(owner.e), e.name)}
			b.column(p.table, c, b.names.written(e.name), "value")
			b.coded(p.table, c, t, enum)
			if p.kind != nil {
				b.onlyFor(p, c, e.lower > 0, e.e.ID)
			}
		}
		return true
	}
	return false
}

// binary makes references of an association of two ends, or a link table.
func (b *builder) binary(r *model.Relationship, ends []end) {
	first, second := ends[0], ends[1]
	switch {
	case first.many && second.many:
		b.linkOf(r, ends)
	case !first.many && second.many:
		b.oneEnd(r, first, second)
	case first.many:
		b.oneEnd(r, second, first)
	default:
		to, holder := b.oneToOne(r, first, second)
		b.oneEnd(r, to, holder)
	}
}

// oneToOne settles which of two tables refers to the other: the one whose rows cannot be without it;
// a part to its whole; else the one at the second end.
func (b *builder) oneToOne(r *model.Relationship, first, second end) (to, holder end) {
	switch {
	case b.isWhole(r, first.e):
		return first, second
	case b.isWhole(r, second.e):
		return second, first
	case first.lower > 0 && second.lower == 0:
		return first, second
	case second.lower > 0 && first.lower == 0:
		return second, first
	case first.c.home == nil && second.c.home != nil:
		return second, first
	case second.e.End().Navigable == model.Yes && first.e.End().Navigable != model.Yes:
		return second, first
	}
	return first, second
}

// oneEnd makes a reference in the tables of the class at one end to the one object at the other.
func (b *builder) oneEnd(r *model.Relationship, to, holder end) {
	if slices.ContainsFunc(holder.c.places, func(p place) bool { return b.referred[endAt{to.e.ID, p.table}] != nil }) {
		b.bounds(r, to, holder, holder.c.places[0].table, b.referred[endAt{to.e.ID, holder.c.places[0].table}])
		b.counted(to, holder)
		return
	}
	composite := b.isWhole(r, to.e)
	mandatory := to.lower > 0
	f := referring{to: to.c, base: to.name, otherwise: r.Name, from: to.e.ID, action: SetNull, question: to.question, facts: slices.Concat(to.facts, holder.facts, b.factsOf(r))}
	switch {
	case composite:
		f.action = Cascade
		f.why = say("A %s is part of one %s at most, and goes with it.", nameOf(holder.c.e), nameOf(to.c.e))
	case mandatory:
		f.action = Restrict
		f.why = fmt.Sprintf("Each %s has one %s, which cannot be deleted while one names it.", nameOf(holder.c.e), to.name)
	default:
		f.why = say("A %s has one %s at most; when that is deleted, it has none.", nameOf(holder.c.e), to.name)
	}
	f.others = holder.e.End().Multiplicity
	f.unheld = holder.decided && (holder.lower > 0 || holder.upper > 1)
	for _, p := range holder.c.places {
		f := f
		f.table, f.mandatory = p.table, mandatory && p.kind == nil
		ref := b.refer(f)
		var cols []*Column
		if ref == nil {
			cols = b.loose(f)
		} else {
			cols = ref.Columns
		}
		if p.kind != nil {
			for _, c := range cols {
				b.onlyFor(p, c, mandatory, to.e.ID)
			}
		}
		if composite && ref != nil {
			b.wholes[p.table] = append(b.wholes[p.table], wholeAt{ref, mandatory, r.ID})
		} else if ref != nil {
			b.others[p.table] = append(b.others[p.table], wholeAt{ref, mandatory, r.ID})
		}
		if len(cols) == 0 {
			continue
		}
		b.qualified(p, to, holder, cols)
		if !holder.many && len(to.e.End().Qualifiers) == 0 {
			b.unique(p.table, cols, r.ID, say("A %s has one %s at most.", nameOf(to.c.e), holder.name))
		}
		if holder.e.End().Ordered {
			pos := &Column{ID: model.DeriveID("position", string(p.table.ID), string(holder.e.ID)), Type: Type{Primitive: "Integer"}, From: holder.e.ID, Why: say("The %s of a %s are in an order.", model.Plural(holder.name), nameOf(to.c.e))}
			b.column(p.table, pos, b.names.written(to.name, "position"), "position")
			b.hold(holder.e.ID, pos.Why, ByColumn, p.table, pos.Name)
		}
		b.bounds(r, to, holder, p.table, ref)
	}
	b.counted(to, holder)
}

// counted tells by what the bounds of an end are held whose objects refer to those at the other.
func (b *builder) counted(to, holder end) {
	var counted []Counted
	var refs []*Reference
	for _, p := range holder.c.places {
		for _, r := range p.table.References {
			if r.From == to.e.ID {
				counted, refs = append(counted, countedBy(p.table, r)), append(refs, r)
			}
		}
	}
	if len(refs) < len(holder.c.places) || len(to.e.End().Qualifiers) > 0 {
		counted = nil // not to be seen from there, or so many under each key
	}
	if b.unheld(holder, to.c, counted) {
		for _, r := range refs {
			r.Unheld = false
		}
	}
}

// qualified gives a table the columns of a key by which what is at its end is found.
func (b *builder) qualified(p place, to, holder end, reference []*Column) {
	cols := b.qualifiers(p.table, to, holder)
	if len(cols) == 0 {
		return
	}
	if holder.upper == 1 {
		why := say("Within a %s there is one %s at most under each key.", nameOf(to.c.e), holder.name)
		b.unique(p.table, append(slices.Clone(reference), cols...), to.e.ID, why)
	}
}

// qualifiers are the columns of the qualifiers of an end in a table of the class at the other one:
// its own attributes of these names, else columns of their own.
func (b *builder) qualifiers(t *Table, at, other end) []*Column {
	var out []*Column
	for _, q := range at.e.End().Qualifiers {
		name, typ, _ := strings.Cut(q, ":")
		name = strings.TrimSpace(name)
		i := slices.IndexFunc(t.Columns, func(c *Column) bool {
			a := b.m.Element(c.From)
			return a != nil && a.Kind == model.Attribute && model.NormalForm(a.Name) == model.NormalForm(name)
		})
		if i >= 0 {
			t.Columns[i].Type.Keyed = true
			out = append(out, t.Columns[i])
			continue
		}
		primitive, ok := model.Primitive(strings.TrimSpace(typ))
		if !ok {
			primitive = "Text"
		}
		col := &Column{ID: model.DeriveID("qualifier", string(t.ID), string(at.e.ID), name), Type: Type{Primitive: primitive, Keyed: true}, From: at.e.ID,
			Why: say("The key under which a %s is found in a %s.", other.name, nameOf(at.c.e))}
		out = append(out, b.column(t, col, b.names.written(name), "key"))
	}
	return out
}

func (b *builder) unique(t *Table, cols []*Column, from model.ID, why string) {
	for _, c := range cols {
		c.Type.Keyed = true
	}
	t.Uniques = append(t.Uniques, &Key{ID: model.DeriveID("unique", string(t.ID), string(from), why), Columns: cols, From: from, Why: why})
}

// factsOf are what a reader needs to find an association again: its name, how it is read, what is
// the whole.
func (b *builder) factsOf(r *model.Relationship) []string {
	var out []string
	a := r.Association()
	if r.Name != "" {
		out = append(out, "association "+r.Name)
	}
	if a.Aggregation != "" {
		out = append(out, "aggregation "+string(a.Aggregation))
	}
	switch a.Reading {
	case model.Backward:
		out = append(out, "reading backward")
	case model.NoDirection:
		out = append(out, "reading none")
	}
	return out
}

// bounds tells by what the multiplicities of two ends are held where one is a reference.
func (b *builder) bounds(r *model.Relationship, to, holder end, t *Table, ref *Reference) {
	column := ""
	if ref != nil && len(ref.Columns) > 0 {
		column = ref.Columns[0].Name
	}
	if !to.many && to.decided {
		b.hold(to.e.ID, b.named(to, fmt.Sprintf("Each %s has at most one %s.", nameOf(holder.c.e), to.name)), ByColumn, t, column)
	}
	if to.lower > 0 && ref != nil {
		what := b.named(to, fmt.Sprintf("Each %s has at least one %s.", nameOf(holder.c.e), to.name))
		switch {
		case len(ref.Columns) > 0 && !ref.Columns[0].Mandatory:
			b.hold(to.e.ID, what, ByCheck, t, column)
		default:
			b.plan.mandatory = append(b.plan.mandatory, mandatoryAt{ref, len(b.plan.Held)})
			b.hold(to.e.ID, what, ByColumn, t, column)
		}
	}
	if len(to.e.End().Qualifiers) == 0 && holder.upper == 1 && holder.decided {
		b.hold(holder.e.ID, b.named(holder, fmt.Sprintf("Each %s has at most one %s.", nameOf(to.c.e), holder.name)), ByKey, t, column)
	}
}

// unheld tells which bounds of an end with many no table holds, and has them counted where that is
// wanted and can be. It reports whether all that there are are held now.
func (b *builder) unheld(e end, of *class, counted []Counted) bool {
	if !e.decided {
		return false
	}
	held := true
	if e.lower > 0 {
		held = b.bounded(e, of, e.lower, model.Many, counted, fmt.Sprintf("Each %s has at least %s %s.", nameOf(of.e), numberWord(e.lower), plural(e.name, e.lower)), "a row can be there before those that refer to it")
	}
	if e.upper > 1 {
		held = b.bounded(e, of, 0, e.upper, counted, fmt.Sprintf("Each %s has at most %s %s.", nameOf(of.e), numberWord(e.upper), plural(e.name, e.upper)), "a key counts to one") && held
	}
	return held
}

// bounded holds one bound of an end by a trigger, or tells why nothing holds it.
func (b *builder) bounded(e end, of *class, lower, upper int, counted []Counted, what, why string) bool {
	what = b.named(e, what)
	if b.bound(e.e.ID, what, of, lower, upper, counted) {
		return true
	}
	b.lack(e.e.ID, what, why)
	return false
}

// named is a sentence about an end with the name of its association, since there may be several
// between two classes.
func (b *builder) named(e end, what string) string {
	if r := b.m.Relationship(e.e.Owner); r != nil && r.Name != "" {
		return strings.TrimSuffix(what, ".") + " (" + r.Name + ")."
	}
	return what
}

func plural(name string, n int) string {
	if n == 1 {
		return name
	}
	return model.Plural(name)
}

func numberWord(n int) string {
	words := []string{"no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"}
	if n >= 0 && n < len(words) {
		return words[n]
	}
	return itoa(n)
}

// exclusive holds parts to one whole, and associations that exclude each other to one of them.
func (b *builder) exclusive() {
	for _, t := range b.plan.Tables {
		if list := b.wholes[t]; len(list) > 1 {
			b.oneOf(t, list, t.From, "A part is in one whole at most.")
		}
		all := append(slices.Clone(b.wholes[t]), b.others[t]...)
		seen := map[model.ID]bool{}
		for _, w := range all {
			if seen[w.association] {
				continue
			}
			group := []wholeAt{w}
			for _, x := range b.m.Xor(w.association) {
				for _, o := range all {
					if o.association == x.ID && !seen[x.ID] {
						group = append(group, o)
						seen[x.ID] = true
					}
				}
			}
			seen[w.association] = true
			bothWholes := slices.ContainsFunc(b.wholes[t], func(o wholeAt) bool { return o == w }) && len(b.wholes[t]) > 1 && len(group) <= len(b.wholes[t])
			if len(group) > 1 && !bothWholes {
				b.oneOf(t, group, w.association, "The associations exclude each other.")
			}
		}
	}
}

// oneOf: at most one of the references leads anywhere; exactly one where each must.
func (b *builder) oneOf(t *Table, list []wholeAt, from model.ID, why string) {
	exactly := !slices.ContainsFunc(list, func(w wholeAt) bool { return !w.mandatory })
	var cols []*Column
	for _, w := range list {
		if exactly {
			for _, c := range w.reference.Columns {
				if t.Primary == nil || !slices.Contains(t.Primary.Columns, c) {
					c.Mandatory = false
				}
			}
		}
		if !slices.Contains(cols, w.reference.Columns[0]) {
			cols = append(cols, w.reference.Columns[0])
		}
	}
	if len(cols) < 2 {
		return
	}
	check := &Check{ID: model.DeriveID("one of", string(t.ID), string(from)), Name: "one of", Condition: Condition{Count: &Count{cols, exactly}}, From: from, Why: why}
	t.Checks = append(t.Checks, check)
	b.hold(from, why, ByCheck, t, "")
	b.plan.Held[len(b.plan.Held)-1].check = check
}
