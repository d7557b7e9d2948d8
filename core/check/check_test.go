package check_test

import (
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"lexeon/core/check"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

const mended = 4 // of so many changes the mends are compared once: making them takes longer than finding

// Property: after any changes, checking only what the deltas reach gives the
// same findings as checking everything.
func TestIncrementalFindingsAreFullFindings(t *testing.T) {
	seenRules := map[string]bool{}
	var mu sync.Mutex
	t.Run("seeds", func(t *testing.T) {
		for seed := range modeltest.Seeds(24, 40) {
			t.Run(fmt.Sprint(seed), func(t *testing.T) {
				t.Parallel()
				broken := changedAtRandom(t, seed)
				mu.Lock()
				defer mu.Unlock()
				maps.Copy(seenRules, broken)
			})
		}
	})
	seen, all := 0, 0
	for _, a := range check.All {
		if a.OnRequest { // off, unless a project wants it
			continue
		}
		if all++; seenRules[a.Name] {
			seen++
		} else {
			t.Log("not broken:", a.Name)
		}
	}
	assert.Greater(t, seen*100, all*int(modeltest.Seeds(85, 90)), "random models break nearly all rules") // the examples break each
}

// changedAtRandom checks a model after each of many changes, and tells which rules were broken.
func changedAtRandom(t *testing.T, seed uint64) map[string]bool {
	seenRules := map[string]bool{}
	src := modeltest.NewSource(seed)
	m := model.Empty("Random")
	state := check.Run(m, check.All)
	for step := range 200 {
		changes := src.Change(m)
		next, delta, inverse, err := model.Edit(m, changes)
		if err != nil {
			continue
		}
		updated := state.Update(next, delta)
		full := check.Run(next, check.All).Everything()
		told := texts
		if step%mended != 0 {
			told = sayings
		}
		require.Equal(t, told(next, full), told(next, updated.Everything()), "seed %d step %d: %s", seed, step, model.EncodeChanges(changes))
		if step%7 == 0 { // the way back is a change like any other
			back, undo, _, err := model.Edit(next, inverse)
			require.NoError(t, err)
			require.Equal(t, texts(m, state.Everything()), texts(back, updated.Update(back, undo).Everything()), "seed %d step %d: inverse", seed, step)
		}
		for _, f := range full {
			seenRules[f.Rule] = true
		}
		m, state = next, updated
	}
	return seenRules
}

// Property: the same for the examples of every rule, built line by line: what the
// rule finds comes and goes with its cause.
func TestExamplesAreFoundLineByLine(t *testing.T) {
	for _, a := range check.All {
		broken := false
		for _, lines := range examplesOf(t, a.Name) {
			m := modeltest.Build(t)
			state := check.Run(m, check.All)
			for n := range lines {
				if strings.HasPrefix(lines[n], " ") && n+1 < len(lines) && strings.HasPrefix(lines[n+1], " ") {
					continue // features are written at once
				}
				next := modeltest.Build(t, lines[:n+1]...)
				updated := state.Update(next, difference(m, next))
				full := check.Run(next, check.All).Everything()
				require.Equal(t, texts(next, full), texts(next, updated.Everything()), "%s: %s", a.Name, strings.Join(lines[:n+1], "; "))
				back := updated.Update(m, difference(next, m))
				require.Equal(t, texts(m, state.Everything()), texts(m, back.Everything()), "%s, back: %s", a.Name, strings.Join(lines[:n+1], "; "))
				broken = broken || slices.ContainsFunc(full, func(f check.Finding) bool { return f.Rule == a.Name })
				m, state = next, updated
			}
		}
		assert.True(t, broken, "no example breaks %s", a.Name)
	}
}

// difference lists the rows that differ between two models.
func difference(old, next *model.Model) model.Delta {
	var out model.Delta
	for _, r := range old.Rows() {
		if n := next.Row(r.RowID()); n == nil {
			out = append(out, model.RowChange{ID: r.RowID(), Old: r})
		} else if !reflect.DeepEqual(r, n) {
			out = append(out, model.RowChange{ID: r.RowID(), Old: r, New: n})
		}
	}
	for _, r := range next.Rows() {
		if old.Row(r.RowID()) == nil {
			out = append(out, model.RowChange{ID: r.RowID(), New: r})
		}
	}
	return out
}

// texts tells all of a finding, mends included, on one line each.
func texts(m *model.Model, findings []check.Finding) []string {
	out := sayings(m, findings)
	for i, f := range findings {
		for _, mend := range f.Ways(m) {
			out[i] += " | " + mend.Title + string(model.EncodeChanges(mend.Changes))
		}
	}
	return out
}

// sayings tells what a finding says, on one line each.
func sayings(_ *model.Model, findings []check.Finding) []string {
	out := make([]string, len(findings))
	for i, f := range findings {
		out[i] = fmt.Sprintf("%s %s %s %v %s", f.ID(), f.Severity, f.Basis, f.Related, f.Message)
	}
	return out
}

// Property: every mend is accepted by the model, makes its finding go away and nothing graver
// come, and can be taken back.
func TestMendsMend(t *testing.T) {
	mends := map[string]int{}
	var mu sync.Mutex
	t.Run("seeds", func(t *testing.T) {
		for seed := range modeltest.Seeds(20, 40) {
			t.Run(fmt.Sprint(seed), func(t *testing.T) {
				t.Parallel()
				done := mendsOf(t, seed)
				mu.Lock()
				defer mu.Unlock()
				for rule, n := range done {
					mends[rule] += n
				}
			})
		}
	})
	for _, rule := range []string{"class/multiplicity-missing", "class/multiplicity-undecided", "class/multiplicity-range", "class/type-unknown", "class/duplicate-feature", "class/inheritance-cycle", "level/unbalanced"} {
		require.Positive(t, mends[rule], rule)
	}
}

// mendsOf carries out every mend of a random model, and tells how many there were of each rule.
func mendsOf(t *testing.T, seed uint64) map[string]int {
	mends := map[string]int{}
	m := modeltest.Model(seed, 260)
	state := check.Run(m, check.All)
	found := state.Findings()
	for _, f := range found {
		for _, mend := range state.MendsOf(f) {
			next, delta, inverse, err := model.Edit(m, mend.On(m))
			require.NoError(t, err, "%s: %s", f.Message, mend.Title)
			after := state.Update(next, delta).Findings()
			_, gone := check.Diff(found, after)
			require.True(t, slices.ContainsFunc(gone, func(g check.Finding) bool { return g.ID() == f.ID() }), "%s: %s", f.Message, mend.Title)
			for _, h := range harmOf(found, after) {
				require.Contains(t, check.Hides[f.Rule], h.Rule, "%s: %s: %s", f.Message, mend.Title, h.Message)
			}
			back, _, _, err := model.Edit(next, inverse)
			require.NoError(t, err)
			require.True(t, m.Equal(back), mend.Title)
			mends[f.Rule]++
		}
	}
	return mends
}

func TestRulesAreDocumented(t *testing.T) {
	names := map[string]bool{}
	for _, a := range check.All {
		require.Regexp(t, `^[a-z]+/[a-z-]+$`, a.Name)
		require.False(t, names[a.Name], "%s is listed twice", a.Name)
		names[a.Name] = true
		for what, text := range map[string]string{"title": a.Title, "doc": a.Doc, "source": a.Source, "finds": a.Finds, "leaves": a.Leaves} {
			require.NotEmpty(t, text, "%s: %s", a.Name, what)
		}
		require.Less(t, a.Severity.Rank(), 4, a.Name)
		require.Same(t, a, check.ByName(a.Name))
		require.FileExists(t, "testdata/"+strings.ReplaceAll(a.Name, "/", "-")+".txt")
	}
	require.Nil(t, check.ByName("no/such"))
}

func TestFindingsKeepTheirBasisWhileTheFactsStay(t *testing.T) {
	m := modeltest.Build(t, "class Hive", "class Frame", "Hive -- Frame")
	state := check.Run(m, check.All)
	hive := m.ClassifiersNamed("Hive")[0]
	next, delta, _, err := model.Edit(m, []model.Change{&model.SetDefinition{ID: hive.ID, Text: "Where bees live."}})
	require.NoError(t, err)
	appeared, gone := check.Diff(state.Everything(), state.Update(next, delta).Everything())
	require.Empty(t, appeared)
	require.Empty(t, gone)
	next, delta, _, err = model.Edit(m, []model.Change{&model.SetName{ID: hive.ID, Name: "Box"}})
	require.NoError(t, err)
	appeared, gone = check.Diff(state.Everything(), state.Update(next, delta).Everything())
	require.Len(t, appeared, 3, "what the findings say is different now")
	require.Len(t, gone, 3)
	require.Len(t, state.Of(m.Relationships()[0].ID), 3, "the association's own finding and those of its ends")
	require.Empty(t, state.Of(hive.ID))
	twice := modeltest.Build(t, "class Hive", "class Hive")
	for _, e := range twice.Classifiers() {
		require.Len(t, check.Run(twice, check.All).Of(e.ID), 1, "each of the two is told")
	}
}
