package constraint_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/constraint"
)

func text(c constraint.Condition) string {
	join := func(list []constraint.Condition, by string) string {
		var out []string
		for _, c := range list {
			out = append(out, text(c))
		}
		return "(" + strings.Join(out, by) + ")"
	}
	operand := func(o constraint.Operand) string {
		switch o.Kind {
		case constraint.Name:
			return "[" + o.Name + "]"
		case constraint.Number:
			return o.Number
		case constraint.Text:
			return fmt.Sprintf("%q", o.Text)
		}
		return o.Text
	}
	switch {
	case c.All != nil:
		return join(c.All, " and ")
	case c.Any != nil:
		return join(c.Any, " or ")
	case c.Not != nil:
		return "not " + text(*c.Not)
	}
	return operand(c.Compare.Left) + " " + c.Compare.Relation + " " + operand(c.Compare.Right)
}

func TestConditions(t *testing.T) {
	names := []string{"mass", "moisture", "harvest date", "floralSource", "end date", "true north"}
	for said, wanted := range map[string]string{
		"{mass > 0}":                               "[mass] > 0",
		"mass > 0 and moisture < 21.5":             "([mass] > 0 and [moisture] < 21.5)",
		"0 < mass <= 40":                           "(0 < [mass] and [mass] <= 40)",
		"not (mass = 1 or mass = 2) and mass ≠ -3": "(not ([mass] = 1 or [mass] = 2) and [mass] <> -3)",
		"harvest date <= end date":                 "[harvest date] <= [end date]",
		"harvestDate <= endDate":                   "[harvest date] <= [end date]",
		"floral source = 'heather'":                `[floralSource] = "heather"`,
		"true north == true":                       "[true north] = true",
	} {
		c, err := constraint.Parse(said, names)
		require.NoError(t, err, said)
		require.Equal(t, wanted, text(c), said)
	}
	for said, at := range map[string]string{
		"the mass is weighed twice": `"the"`, "mass >": "the end", "mass > 0 and": "the end", "mass": "the end", "(mass > 0": "the end",
		"mass > 'x": `"'x"`, "mass > 0; drop table": `";"`, "": "the end", "colour = 1": `"colour"`, strings.Repeat("(", 200): `"("`,
	} {
		_, err := constraint.Parse(said, names)
		require.ErrorContains(t, err, "reading stopped at "+at, said)
	}
}
