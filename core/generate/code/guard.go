package code

import (
	"maps"
	"slices"
	"strings"

	"lexeon/core/constraint"
	"lexeon/core/generate"
	"lexeon/core/model"
)

// Guard is a constraint that an object is held to when it is asked what is wrong with it.
type Guard struct {
	Text      string // as it was written
	Condition *Condition
}

// Condition is a comparison, or joins others: exactly one is set. Nothing is negated: a comparison says
// the opposite instead, so that one of a value that is not there holds wherever it stands.
type Condition struct {
	All, Any []*Condition
	Compare  *Comparison
}

// Comparison of two operands of one kind: integer, decimal, text, truth, literal, or moment for what lies in time.
type Comparison struct {
	Kind        string
	Relation    string // ==, !=, <, <=, > or >=
	Left, Right *Operand
}

// Operand is an attribute, how many are at an end, or a value.
type Operand struct {
	Attribute *Attribute
	End       *End
	Value     *Value
	Inherited bool // the attribute is that of a general
}

// Optional: there may be none to compare.
func (o *Operand) Optional() bool {
	return o.Attribute != nil && o.Attribute.Ref.Optional
}

// Integral operands have to become decimals where they are compared with one.
func (o *Operand) Integral() bool {
	return o.End != nil || o.Attribute != nil && o.Attribute.Ref.Primitive == "Integer" || o.Value != nil && o.Value.Kind == "integer"
}

// guards reads the constraints of a class. One that compares nothing, or what cannot be compared, stands in a
// comment, and is told.
func (b *builder) guards(u *Unit) {
	operands := map[string]*Operand{}
	know := func(name string, o *Operand) {
		if name != "" && operands[name] == nil {
			operands[name] = o
		}
	}
	for _, at := range u.line() {
		for _, a := range at.Attributes {
			if !a.Data.Derived && !a.Data.Static && !a.Ref.Many && (at == u || a.Visibility != "private" && !a.Ref.Optional) {
				know(a.Name, &Operand{Attribute: a, Inherited: at != u})
			}
		}
	}
	var ends []*generate.End
	for _, e := range u.Ends {
		ends = append(ends, e.End)
	}
	generate.Spoken(ends, func(i int, word string) { know(word, &Operand{End: u.Ends[i]}) })
	for _, c := range u.Type.Constraints {
		guard, why := ReadGuard(c, operands)
		if why != "" {
			u.Remarks = append(u.Remarks, "It holds: "+guard.Text)
			b.unheld(c.ID, "%s stands in a comment: %s", guard.Text, why)
			continue
		}
		u.Guards = append(u.Guards, guard)
		u.Linked = true
	}
}

// ReadGuard reads a constraint about what is known by name; why tells what stands against it.
func ReadGuard(c generate.Constraint, operands map[string]*Operand) (out *Guard, why string) {
	out = &Guard{Text: "{" + strings.Join(strings.Fields(c.Body), " ") + "}"}
	read, err := constraint.Parse(c.Body, slices.Sorted(maps.Keys(operands)))
	if err != nil {
		return out, err.Error()
	}
	g := guarding{operands, ""}
	out.Condition = g.condition(read, false)
	return out, g.why
}

type guarding struct {
	operands map[string]*Operand
	why      string
}

var opposite = map[string]string{"==": "!=", "!=": "==", "<": ">=", "<=": ">", ">": "<=", ">=": "<"}

func (g *guarding) condition(c constraint.Condition, negated bool) *Condition {
	list := func(of []constraint.Condition) (out []*Condition) {
		for _, x := range of {
			out = append(out, g.condition(x, negated))
		}
		return out
	}
	switch {
	case c.Not != nil:
		return g.condition(*c.Not, !negated)
	case c.All != nil && !negated, c.Any != nil && negated:
		return &Condition{All: list(append(c.All, c.Any...))}
	case c.All != nil || c.Any != nil:
		return &Condition{Any: list(append(c.All, c.Any...))}
	}
	out := &Comparison{Relation: map[string]string{"=": "==", "<>": "!="}[c.Compare.Relation]}
	if out.Relation == "" {
		out.Relation = c.Compare.Relation
	}
	if negated {
		out.Relation = opposite[out.Relation]
	}
	out.Left, out.Right = g.operand(c.Compare.Left, c.Compare.Right), g.operand(c.Compare.Right, c.Compare.Left)
	if out.Left == nil || out.Right == nil || out.Left.Value != nil && out.Right.Value != nil {
		g.fail("a value is not of the type of what it is compared with")
		return &Condition{Compare: out}
	}
	left, right := kindOf(out.Left), kindOf(out.Right)
	switch {
	case left == "" || right == "":
		g.fail("what it names cannot be compared")
	case left == right:
		out.Kind = left
	case left == "integer" && right == "decimal", left == "decimal" && right == "integer":
		out.Kind = "decimal"
	default:
		g.fail("what it names cannot be compared with each other")
	}
	if a, b := out.Left.Attribute, out.Right.Attribute; out.Kind == "literal" && a != nil && b != nil && a.Ref.Unit != b.Ref.Unit || out.Kind == "moment" && a != nil && b != nil && a.Ref.Primitive != b.Ref.Primitive {
		g.fail("what it names cannot be compared with each other")
	}
	if (out.Kind == "text" || out.Kind == "literal" || out.Kind == "truth") && out.Relation != "==" && out.Relation != "!=" {
		g.fail("texts, truths and literals have no order in code")
	}
	return &Condition{Compare: out}
}

func (g *guarding) fail(why string) {
	if g.why == "" {
		g.why = why
	}
}

// operand is a name that is known, or a value of the type of what it is compared with.
func (g *guarding) operand(o, other constraint.Operand) *Operand {
	if o.Kind == constraint.Name {
		return g.operands[o.Name]
	}
	known := g.operands[other.Name]
	if other.Kind != constraint.Name || known == nil {
		return nil
	}
	switch kindOf(known) {
	case "integer", "decimal":
		if o.Kind == constraint.Number && decimal.MatchString(o.Number) {
			kind := "decimal"
			if !strings.Contains(o.Number, ".") && len(o.Number) < 10 {
				kind = "integer"
			}
			return &Operand{Value: &Value{Kind: kind, Text: o.Number}}
		}
	case "text":
		if o.Kind == constraint.Text {
			return &Operand{Value: &Value{Kind: "text", Text: o.Text}}
		}
	case "truth":
		if o.Kind == constraint.Truth {
			return &Operand{Value: &Value{Kind: "truth", Text: o.Text}}
		}
	case "literal":
		for _, l := range known.Attribute.Ref.Unit.Literals {
			if l.Text == o.Text {
				return &Operand{Value: &Value{Kind: "literal", Literal: l, Unit: known.Attribute.Ref.Unit}}
			}
		}
	}
	return nil
}

// kindOf is what an operand can be compared as; empty for what cannot.
func kindOf(o *Operand) string {
	switch {
	case o.End != nil:
		return "integer"
	case o.Value != nil:
		return o.Value.Kind
	}
	r := o.Attribute.Ref
	if r.Unit != nil {
		if r.Unit.Kind == "enumeration" && r.Unit.Type.Kind == model.Enumeration && len(r.Unit.Literals) > 0 {
			return "literal"
		}
		return ""
	}
	return map[string]string{"Integer": "integer", "Decimal": "decimal", "Money": "decimal", "Boolean": "truth", "Text": "text", "Identifier": "text",
		"Date": "moment", "Time": "moment", "Instant": "moment"}[r.Primitive]
}
