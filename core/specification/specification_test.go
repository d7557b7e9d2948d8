package specification_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/specification"
)

func told(problems []specification.Problem) []string {
	out := []string{}
	for _, p := range problems {
		out = append(out, p.Kind+": "+p.Text)
	}
	return out
}

func TestDecisionTables(t *testing.T) {
	conditions := []model.Condition{{Text: "moisture", Values: []string{"low", "middle", "high"}}, {Text: "residues", Values: []string{"yes", "no"}}}
	actions := []string{"table", "bakery", "reject"}
	rule := func(moisture, residues string, do ...int) model.DecisionRule {
		return model.DecisionRule{When: []string{moisture, residues}, Do: do}
	}
	for name, c := range map[string]struct {
		rules []model.DecisionRule
		want  []string
	}{
		"complete": {[]model.DecisionRule{rule("-", "yes", 2), rule("low", "no", 0), rule("middle", "no", 1), rule("high", "no", 2)}, []string{}},
		"a case is missing": {[]model.DecisionRule{rule("-", "yes", 2), rule("low", "no", 0), rule("high", "no", 1)},
			[]string{"incomplete: Nothing is decided for moisture: middle, residues: no."}},
		"two decide one case": {[]model.DecisionRule{rule("-", "yes", 2), rule("low", "-", 0), rule("middle", "no", 1), rule("high", "no", 2)},
			[]string{"contradiction: Rules 1 and 2 both decide moisture: low, residues: yes, and differently."}},
		"two decide one case alike": {[]model.DecisionRule{rule("-", "-", 2, 1, 0), rule("low", "-", 0, 1, 2)}, []string{}},
		"something is never done":   {[]model.DecisionRule{rule("-", "-", 0, 2)}, []string{`unused: "bakery" is never done.`}},
		"nothing at all":            {nil, []string{"incomplete: Nothing is decided for any case.", `unused: "table" is never done.`, `unused: "bakery" is never done.`, `unused: "reject" is never done.`}},
	} {
		require.Equal(t, c.want, told(specification.Decision(&model.DecisionTable{Conditions: conditions, Actions: actions, Rules: c.rules})), name)
	}
	require.Equal(t, []string{"incomplete: There is no condition to decide on."}, told(specification.Decision(&model.DecisionTable{})))
}

// Property: what the subtraction of boxes says is what counting every combination
// says.
func TestCompletenessIsThatOfAllCombinations(t *testing.T) {
	rnd := uint64(11)
	next := func(n int) int { rnd = rnd*6364136223846793005 + 1442695040888963407; return int(rnd>>33) % n }
	for range 400 {
		table := &model.DecisionTable{Actions: []string{"a", "b"}}
		for i := range 1 + next(4) {
			c := model.Condition{Text: fmt.Sprint("c", i)}
			for v := range 2 + next(2) {
				c.Values = append(c.Values, fmt.Sprint("v", v))
			}
			table.Conditions = append(table.Conditions, c)
		}
		for range next(8) {
			r := model.DecisionRule{Do: []int{next(2)}}
			for _, c := range table.Conditions {
				r.When = append(r.When, append(c.Values, "-", "-")[next(len(c.Values)+2)])
			}
			table.Rules = append(table.Rules, r)
		}
		incomplete, contradictory := false, false
		combination := make([]int, len(table.Conditions))
		for {
			decided := map[int]bool{}
			for _, r := range table.Rules {
				fits := true
				for i, v := range combination {
					fits = fits && (r.When[i] == "-" || r.When[i] == table.Conditions[i].Values[v])
				}
				if fits {
					decided[r.Do[0]] = true
				}
			}
			incomplete = incomplete || len(decided) == 0
			contradictory = contradictory || len(decided) == 2
			i := 0
			for i < len(combination) {
				if combination[i]++; combination[i] < len(table.Conditions[i].Values) {
					break
				}
				combination[i] = 0
				i++
			}
			if i == len(combination) {
				break
			}
		}
		kinds := map[string]bool{}
		for _, p := range specification.Decision(table) {
			kinds[p.Kind] = true
		}
		require.Equal(t, incomplete, kinds["incomplete"], "%+v", table)
		require.Equal(t, contradictory, kinds["contradiction"], "%+v", table)
	}
}

func TestStructuredText(t *testing.T) {
	for text, want := range map[string][]string{
		"weigh the lot\nnote its mass": {},
		"for each lot:\n  if it is moist:\n    reject it\n  otherwise:\n    accept it\nwrite the list": {},
		"if it is moist, reject it":                             {},
		"if it is moist:\nreject it":                            {`structure: Line 1 begins "if it is moist", but nothing is indented below it.`},
		"for each lot of the day write its mass down as a line": {},
		"weigh it\n  note it":                                   {"structure: Line 2 is indented, but line 1 begins nothing."},
		"otherwise:\n  stop":                                    {"structure: Line 1 says otherwise, but there is no if before it."},
		"if a:\n    b\n  c":                                     {"structure: Line 3 goes back to where no block began."},
	} {
		require.Equal(t, want, told(specification.Text(text)), text)
	}
}

func TestOutputsThatAreNotSpokenOf(t *testing.T) {
	m := modeltest.Build(t, "process Office", "process Weigh in Office", "entity Beekeeper", `Weigh sends "intake receipts" to Beekeeper`, `Weigh sends warning to Beekeeper`,
		"spec Weigh: write an intake receipt")
	require.Equal(t, []string{"warning"}, specification.Unmentioned(m, m.Named("Weigh", model.Process)[0]))
}
