package golang

import (
	"fmt"
	"math/big"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/generate/code"
	"lexeon/core/model"
)

// guards are the constraints of a type that Validate looks at: those that compare its own attributes, values and
// how many are at its ends. Others stand in its comment, and are told.
func (g *generator) guards(t *generate.Type, c *classFile, fields map[*generate.Member]string, im imports) {
	operands := map[string]*code.Operand{}
	for _, a := range t.Attributes {
		if fields[a] != "" && !a.Type.Many && operands[a.Name] == nil {
			operands[a.Name] = &code.Operand{Attribute: &code.Attribute{Member: a, Field: fields[a], Ref: code.Ref{Primitive: a.Type.Primitive, Optional: a.Type.Optional, Unit: g.literals(a.Type.Type)}}}
		}
	}
	ends := allEnds(t)
	generate.Spoken(ends, func(i int, word string) {
		if operands[word] == nil {
			operands[word] = &code.Operand{End: &code.End{End: ends[i], Field: c.Ends[i].Field}}
		}
	})
	for _, x := range t.Constraints {
		guard, why := code.ReadGuard(x, operands)
		if why == "" && tooExact(guard.Condition) {
			why = "a number in it has too many digits"
		}
		if why != "" {
			c.Doc = strings.TrimSpace(c.Doc + "\nIt holds: " + guard.Text)
			g.notes = append(g.notes, generate.Note{Subject: x.ID, Message: guard.Text + " stands in a comment: " + why})
			continue
		}
		c.Guards = append(c.Guards, guard)
		if needsRat(guard.Condition) {
			im.add("math/big")
		}
	}
}

// literals are those of an enumeration as constants; nil of anything else.
func (g *generator) literals(t *generate.Type) *code.Unit {
	if t == nil || t.Kind != model.Enumeration {
		return nil
	}
	u := &code.Unit{Type: t, Kind: string(model.Enumeration), Name: g.ref[t]}
	for _, l := range g.constants(t) {
		u.Literals = append(u.Literals, &code.Literal{Name: l.Name, Text: l.Text})
	}
	return u
}

// needsRat: a number is written as a big.Rat.
func needsRat(c *code.Condition) bool {
	for _, inner := range append(append([]*code.Condition{}, c.All...), c.Any...) {
		if needsRat(inner) {
			return true
		}
	}
	return c.Compare != nil && c.Compare.Kind == "decimal" && (c.Compare.Left.Value != nil || c.Compare.Right.Value != nil || c.Compare.Left.Integral() || c.Compare.Right.Integral())
}

// tooExact: a decimal is no fraction of two int64.
func tooExact(c *code.Condition) bool {
	for _, inner := range append(append([]*code.Condition{}, c.All...), c.Any...) {
		if tooExact(inner) {
			return true
		}
	}
	if c.Compare == nil {
		return false
	}
	for _, o := range []*code.Operand{c.Compare.Left, c.Compare.Right} {
		if o.Value != nil && (o.Value.Kind == "decimal" || o.Value.Kind == "integer") {
			if r, ok := new(big.Rat).SetString(o.Value.Text); !ok || !r.Num().IsInt64() || !r.Denom().IsInt64() {
				return true
			}
		}
	}
	return false
}

// isRat: the operand is kept as a *big.Rat, which can be nil by itself.
func isRat(o *code.Operand) bool {
	return o.Attribute != nil && (o.Attribute.Ref.Primitive == "Decimal" || o.Attribute.Ref.Primitive == "Money")
}

// ratOf is a decimal as a fraction.
func ratOf(text string) string {
	r, ok := new(big.Rat).SetString(text)
	if !ok {
		return "new(big.Rat)"
	}
	return fmt.Sprintf("big.NewRat(%s, %s)", r.Num(), r.Denom())
}
