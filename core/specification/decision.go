// Package specification checks how processes that are not opened are specified:
// decision tables for completeness and contradiction, structured text for its
// structure and for what it speaks of.
package specification

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
)

// Problem of a specification.
type Problem struct {
	Kind string // incomplete, contradiction, structure, unused, unmentioned
	Text string
	Line int // of structured text, from 1
	Rule int // of a decision table, from 1
}

// mostCases is how many uncovered cases are told.
const mostCases = 5

// Decision checks a decision table: every combination of answers is decided by a
// rule, and no two rules decide one combination differently. It subtracts rules
// from the space of all combinations, so that it never lists them all.
func Decision(t *model.DecisionTable) []Problem {
	var out []Problem
	if len(t.Conditions) == 0 {
		return []Problem{{Kind: "incomplete", Text: "There is no condition to decide on."}}
	}
	for i, c := range t.Conditions {
		switch {
		case strings.TrimSpace(c.Text) == "":
			out = append(out, Problem{Kind: "structure", Text: fmt.Sprintf("Condition %d has no text.", i+1)})
		case len(c.Values) < 2:
			out = append(out, Problem{Kind: "structure", Text: fmt.Sprintf("%s: a condition needs two possible answers at least.", c.Text)})
		}
	}
	rest := [][][]string{all(t)}
	for _, r := range t.Rules {
		var left [][][]string
		for _, box := range rest {
			left = append(left, subtract(box, r.When)...)
		}
		if rest = left; len(rest) > 10_000 {
			return append(out, Problem{Kind: "incomplete", Text: "The table is too ragged to be judged."})
		}
	}
	for i, box := range rest {
		if i == mostCases {
			out = append(out, Problem{Kind: "incomplete", Text: fmt.Sprintf("and %d more cases", len(rest)-mostCases)})
			break
		}
		out = append(out, Problem{Kind: "incomplete", Text: "Nothing is decided for " + caseText(t, box) + "."})
	}
	for i, a := range t.Rules {
		for j, b := range t.Rules[i+1:] {
			overlap, ok := intersect(a.When, b.When)
			if ok && !sameActions(a.Do, b.Do) {
				out = append(out, Problem{Kind: "contradiction", Rule: i + 2 + j, Text: fmt.Sprintf("Rules %d and %d both decide %s, and differently.", i+1, i+2+j, caseText(t, each(overlap, t)))})
			}
		}
		if len(a.Do) == 0 {
			out = append(out, Problem{Kind: "structure", Rule: i + 1, Text: fmt.Sprintf("Rule %d does nothing.", i+1)})
		}
	}
	for i, action := range t.Actions {
		if !slices.ContainsFunc(t.Rules, func(r model.DecisionRule) bool { return slices.Contains(r.Do, i) }) {
			out = append(out, Problem{Kind: "unused", Text: fmt.Sprintf("%q is never done.", action)})
		}
	}
	return out
}

// all is the box of every combination: for each condition its values.
func all(t *model.DecisionTable) [][]string {
	out := make([][]string, len(t.Conditions))
	for i, c := range t.Conditions {
		out[i] = c.Values
	}
	return out
}

// subtract takes what a rule decides out of a box, and gives what is left as boxes
// that do not overlap.
func subtract(box [][]string, when []string) [][][]string {
	for i, v := range when {
		if v != model.AnyValue && !slices.Contains(box[i], v) {
			return [][][]string{box}
		}
	}
	var out [][][]string
	inside := slices.Clone(box)
	for i, v := range when {
		if v == model.AnyValue {
			continue
		}
		others := slices.DeleteFunc(slices.Clone(inside[i]), func(o string) bool { return o == v })
		if len(others) > 0 {
			outside := slices.Clone(inside)
			outside[i] = others
			out = append(out, outside)
		}
		inside[i] = []string{v}
	}
	return out
}

func intersect(a, b []string) ([]string, bool) {
	out := make([]string, len(a))
	for i := range a {
		switch {
		case a[i] == model.AnyValue:
			out[i] = b[i]
		case b[i] == model.AnyValue || a[i] == b[i]:
			out[i] = a[i]
		default:
			return nil, false
		}
	}
	return out, true
}

func sameActions(a, b []int) bool {
	x, y := slices.Sorted(slices.Values(a)), slices.Sorted(slices.Values(b))
	return slices.Equal(slices.Compact(x), slices.Compact(y))
}

func each(when []string, t *model.DecisionTable) [][]string {
	out := all(t)
	for i, v := range when {
		if v != model.AnyValue {
			out[i] = []string{v}
		}
	}
	return out
}

// caseText tells a box; conditions that do not matter are left out.
func caseText(t *model.DecisionTable, box [][]string) string {
	var parts []string
	for i, values := range box {
		if len(values) < len(t.Conditions[i].Values) {
			parts = append(parts, t.Conditions[i].Text+": "+strings.Join(values, " or "))
		}
	}
	if len(parts) == 0 {
		return "any case"
	}
	return strings.Join(parts, ", ")
}
