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

// Property: after changes of each sort to models of all kinds, which hang together as large
// ones do, one after the other and each taken back, a check of what they reach finds what a
// check of everything does.
func TestIncrementalFindingsOfMixedModels(t *testing.T) {
	for _, sound := range []bool{true, false} {
		m := modeltest.Mixed(250, sound)
		state := check.Run(m, check.All)
		for i := range int(modeltest.Seeds(2, 8)) {
			edits := modeltest.Edits(i)
			for k, sort := range slices.Sorted(maps.Keys(edits)) {
				next, delta, inverse, err := model.Edit(m, edits[sort])
				if err != nil { // what an earlier one has taken away, or is there by now
					continue
				}
				updated := state.Update(next, delta)
				require.Equal(t, texts(next, check.Run(next, check.All).Everything()), texts(next, updated.Everything()), "%s %d", sort, i)
				if (i+k)%3 == 0 {
					back, undo, _, err := model.Edit(next, inverse)
					require.NoError(t, err)
					require.Equal(t, texts(m, state.Everything()), texts(back, updated.Update(back, undo).Everything()), "%s %d taken back", sort, i)
					continue
				}
				m, state = next, updated
			}
		}
	}
}

// Every sort of change can be made to a mixed model.
func TestEditsCanBeMade(t *testing.T) {
	for _, sound := range []bool{true, false} {
		m := modeltest.Mixed(2000, sound)
		for sort, changes := range modeltest.Edits(3) {
			_, _, _, err := model.Edit(m, changes)
			require.NoError(t, err, sort)
		}
	}
}
