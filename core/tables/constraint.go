package tables

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/constraint"
	"lexeon/core/model"
)

// constraints makes checks of the constraints that compare attributes of one class with each other
// and with values, and tells which are held by nothing.
func (b *builder) constraints() {
	for _, e := range b.m.OfKind(model.Constraint) {
		if model.IsXor(e) {
			continue
		}
		var about []*class
		for _, a := range b.m.AnchorsFrom(e.ID) {
			if c := b.of[a.Target]; c != nil {
				about = append(about, c)
			}
		}
		body := strings.TrimSpace(strings.Trim(strings.TrimSpace(e.Note().Body), "{}"))
		if len(about) == 0 || body == "" {
			continue
		}
		what := "{" + body + "}"
		if len(about) > 1 {
			b.lack(e.ID, what, "it is about several classes at once")
			continue
		}
		b.constraint(e, about[0], body, what)
	}
	for _, e := range b.m.OfKind(model.GeneralizationSet) {
		b.generalizationSet(e)
	}
}

func (b *builder) constraint(e *model.Element, c *class, body, what string) {
	for _, p := range c.places {
		columns := map[string]*Column{}
		var names []string
		for at, cols := range b.attributeColumns {
			if a := b.m.Element(at.end); at.table == p.table && len(cols) == 1 && a != nil && (a.Owner == c.e.ID || p.kind == nil) {
				columns[a.Name] = cols[0]
				names = append(names, a.Name)
			}
		}
		slices.Sort(names)
		read, err := constraint.Parse(body, names)
		if err != nil {
			b.lack(e.ID, what, err.Error())
			return
		}
		condition, why := translated(read, columns)
		if why != "" {
			b.lack(e.ID, what, why)
			return
		}
		p.table.Checks = append(p.table.Checks, &Check{ID: model.DeriveID("constraint", string(p.table.ID), string(e.ID)), Name: nameOf(c.e) + " constraint", Condition: condition, From: e.ID, Why: "The constraint " + what + "."})
		b.hold(e.ID, what, ByCheck, p.table, "")
	}
}

// translated is a condition on columns; why says what cannot be compared.
func translated(c constraint.Condition, columns map[string]*Column) (out Condition, why string) {
	list := func(of []constraint.Condition) (out []Condition) {
		for _, inner := range of {
			x, w := translated(inner, columns)
			if w != "" {
				why = w
			}
			out = append(out, x)
		}
		return out
	}
	switch {
	case c.All != nil:
		return Condition{All: list(c.All)}, why
	case c.Any != nil:
		return Condition{Any: list(c.Any)}, why
	case c.Not != nil:
		x, w := translated(*c.Not, columns)
		return Condition{Not: &x}, w
	}
	left, right := c.Compare.Left, c.Compare.Right
	l, r := columns[left.Name], columns[right.Name]
	cmp := &Compare{Left: Operand{Column: l}, Right: Operand{Column: r}, Relation: c.Compare.Relation}
	switch {
	case left.Kind == constraint.Name && right.Kind == constraint.Name:
		if l == nil || r == nil || family(l.Type) != family(r.Type) {
			return out, fmt.Sprintf("%s and %s cannot be compared", left.Name, right.Name)
		}
	case left.Kind == constraint.Name:
		cmp.Right.Value = valueOf(right, l)
	case right.Kind == constraint.Name:
		cmp.Left.Value = valueOf(left, r)
	default:
		return out, "it compares two values"
	}
	if cmp.Left.Column == nil && cmp.Left.Value == nil || cmp.Right.Column == nil && cmp.Right.Value == nil {
		return out, "a value is not of the type of what it is compared with"
	}
	if (l != nil && l.Type.Enumeration != nil || r != nil && r.Type.Enumeration != nil) && cmp.Relation != "=" && cmp.Relation != "<>" {
		return out, "literals have no order"
	}
	return Condition{Compare: cmp}, ""
}

// family is what values can be compared with each other.
func family(t Type) string {
	switch {
	case t.Enumeration != nil:
		return string(t.Enumeration.ID)
	case t.Primitive == "Integer" || t.Primitive == "Decimal" || t.Primitive == "Money":
		return "number"
	}
	return t.Primitive
}

// valueOf is an operand as a value of the type of a column; nil where it is none.
func valueOf(o constraint.Operand, c *Column) *Value {
	if c == nil {
		return nil
	}
	text := o.Text
	if o.Kind == constraint.Number {
		text = o.Number
	}
	switch f := family(c.Type); {
	case f == "number" && o.Kind != constraint.Number, f == "Boolean" && o.Kind != constraint.Truth,
		o.Kind == constraint.Number && f != "number" && c.Type.Enumeration == nil, o.Kind == constraint.Truth && f != "Boolean",
		f == "Binary" || f == "Geometry" || f == "Duration" || f == "Instant" || f == "Identifier":
		return nil
	}
	v, ok := literal(text, c.Type)
	if !ok || v.Kind == NowValue {
		return nil
	}
	return &v
}

// generalizationSet tells by what a set is held: one kind at most, and none without a kind.
func (b *builder) generalizationSet(e *model.Element) {
	general := b.of[e.Owner]
	if general == nil || len(general.specifics) == 0 {
		return
	}
	set := e.GeneralizationSet()
	name := "the kinds of " + nameOf(general.e)
	if e.Name != "" {
		name += " by " + e.Name
	}
	if set.Disjoint == model.Yes {
		what := fmt.Sprintf("Nothing is two of %s.", name)
		if general.manner == model.SingleTable {
			b.hold(e.ID, what, ByColumn, general.home, b.kindName())
		} else if !b.kindsBound(e, general, what, 0, 1) {
			b.lack(e.ID, what, "a row may stand in the tables of several kinds")
		}
	}
	if set.Disjoint == model.No && general.manner == model.SingleTable {
		b.lack(e.ID, fmt.Sprintf("Something may be two of %s.", name), "a row has one kind")
	}
	if set.Complete == model.Yes {
		what := fmt.Sprintf("There is no %s that is none of %s.", nameOf(general.e), name)
		switch {
		case general.e.Classifier().Abstract && general.manner == model.SingleTable:
			b.hold(e.ID, what, ByCheck, general.home, b.kindName())
		case general.e.Classifier().Abstract && general.manner == model.ConcreteTables:
			b.hold(e.ID, what, ByColumn, nil, "")
		case !b.kindsBound(e, general, what, 1, model.Many):
			b.lack(e.ID, what, "a row may be there without one in the tables of the kinds")
		}
	}
}
