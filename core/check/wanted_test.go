package check_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/check"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// A project has a rule off, or with another severity, and takes that back.
func TestAProjectWantsRulesOtherwise(t *testing.T) {
	m := modeltest.Build(t, "class Hive", "class Frame", "Hive -- Frame", "class Hive")
	state := check.Run(m, check.All)
	count := func(s *check.State) map[string]check.Severity {
		out := map[string]check.Severity{}
		for _, f := range s.Findings() {
			out[f.Rule] = f.Severity
		}
		return out
	}
	before := count(state)
	require.Equal(t, check.Error, before["name/duplicate"])
	require.Contains(t, before, "class/multiplicity-missing")

	next, delta, back, err := model.Edit(m, []model.Change{&model.SetProject{Set: model.P("rules", []model.RuleSetting{
		{Rule: "name/duplicate", Severity: "advice"}, {Rule: "class/multiplicity-missing", Severity: model.RuleOff}, {Rule: "later/rule", Severity: "error"}})}})
	require.NoError(t, err)
	updated := state.Update(next, delta)
	wanted := count(updated)
	require.Equal(t, check.Advice, wanted["name/duplicate"])
	require.NotContains(t, wanted, "class/multiplicity-missing")
	require.Equal(t, wanted, count(check.Run(next, check.All)))

	again, delta, _, err := model.Edit(next, back)
	require.NoError(t, err)
	require.Equal(t, before, count(updated.Update(again, delta)))
	require.Equal(t, before, count(state), "what was found is not changed by what is wanted")
}

func TestSettingsOfRulesAreVerified(t *testing.T) {
	for word, rules := range map[string][]model.RuleSetting{
		"is not the name of a rule": {{Rule: "Class Shadowing", Severity: "off"}},
		"is set twice":              {{Rule: "class/shadowing", Severity: "off"}, {Rule: "class/shadowing", Severity: "error"}},
		"loud":                      {{Rule: "class/shadowing", Severity: "loud"}},
		"more than 200 entries":     make([]model.RuleSetting, 201),
	} {
		_, _, _, err := model.Edit(model.Empty("x"), []model.Change{&model.SetProject{Set: model.P("rules", rules)}})
		require.ErrorContains(t, err, word)
	}
}
