package check_test

import (
	"maps"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/check"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// harmOf are the errors and warnings that there were not before, at whatever place.
func harmOf(before, after []check.Finding) (out []check.Finding) {
	was := map[string]bool{}
	for _, f := range before {
		was[f.ID()], was[f.Rule+f.Message] = true, true
	}
	for _, f := range after {
		if (f.Severity == check.Error || f.Severity == check.Warning) && !was[f.ID()] && !was[f.Rule+f.Message] {
			out = append(out, f)
		}
	}
	return out
}

// Every mend of a planted mistake takes its finding away, makes no error and no warning, and
// can be taken back.
func TestMendsOfPlantedMistakes(t *testing.T) {
	models := soundModels(t)
	models["heatherfold"] = demoMended(t)
	harm, mended, ways := map[string][]string{}, map[string]int{}, map[string]int{}
	for _, name := range slices.Sorted(maps.Keys(models)) {
		m := models[name]
		base := check.Run(m, check.All)
		was := map[string]bool{}
		for _, f := range base.Findings() {
			was[f.ID()+f.Basis] = true
		}
		for _, o := range allOperators() {
			list := mutants(m, o)
			for _, changes := range list[:min(len(list), 2)] {
				broken, delta, _, err := model.Edit(m, changes)
				if err != nil {
					continue
				}
				state := base.Update(broken, delta)
				found := state.Findings()
				for _, f := range found {
					if was[f.ID()+f.Basis] {
						continue
					}
					ways[f.Rule] += len(f.Ways(broken))
					for _, mend := range f.Ways(broken) {
						require.NotEmpty(t, mend.Title, f.Rule)
					}
					for _, mend := range state.MendsOf(f) {
						next, delta, inverse, err := model.Edit(broken, mend.On(broken))
						require.NoError(t, err, "%s: %s", f.Message, mend.Title)
						after := state.Update(next, delta).Findings()
						require.False(t, slices.ContainsFunc(after, func(g check.Finding) bool { return g.ID() == f.ID() && g.Basis == f.Basis }), "%s: %s stays after: %s", name, f.Message, mend.Title)
						back, _, _, err := model.Edit(next, inverse)
						require.NoError(t, err)
						require.True(t, broken.Equal(back), mend.Title)
						mended[f.Rule]++
						require.NotEmpty(t, mend.Title)
						for _, h := range harmOf(found, after) {
							if slices.Contains(check.Hides[f.Rule], h.Rule) {
								continue
							}
							harm[f.Rule+" -> "+h.Rule] = append(harm[f.Rule+" -> "+h.Rule], name+", "+o.name+": "+f.Message+" ["+mend.Title+"] "+h.Message)
						}
					}
				}
			}
		}
	}
	for _, k := range slices.Sorted(maps.Keys(harm)) {
		t.Errorf("%d times %s, as: %s", len(harm[k]), k, harm[k][0])
	}
	for _, rule := range slices.Sorted(maps.Keys(ways)) {
		t.Logf("%s: %d of %d mends lead out", rule, mended[rule], ways[rule])
	}
	require.Greater(t, len(mended), 40)
}

// What is tried leaves what a rule knows as it is: it may be asked for again.
func TestTryingMendsLeavesThem(t *testing.T) {
	m := modeltest.Build(t, "class Reading", "  height: SnowHeight")
	state := check.Run(m, check.All)
	for range 2 {
		f := state.Findings()[0]
		require.Equal(t, "class/type-unknown", f.Rule)
		require.Len(t, f.Ways(m), 3)
		require.NotEmpty(t, f.Ways(m)[2].Title)
		require.Len(t, state.MendsOf(f), 2, "an enumeration without literals would be the next mistake")
	}
}
