package check_test

import (
	"context"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/check"
	"lexeon/core/halt"
	"lexeon/core/halt/halttest"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// A class costs the same however long the chain is that it is in: all rules at once, and
// after a change in the middle.
func TestLongChainsOfGenerals(t *testing.T) {
	work := func(n int) (all, after float64) {
		m := modeltest.Chain(n)
		var s *check.State
		all = modeltest.Allocated(func() { s = check.Run(m, check.All) })
		next, delta, _, err := model.Edit(m, []model.Change{&model.AddPart{ID: "more", Owner: "class9", Kind: model.Attribute, Name: "width"}})
		require.NoError(t, err)
		after = modeltest.Allocated(func() { s.Update(next, delta) })
		return all, after
	}
	work(20) // what is remembered of words
	all1, after1 := work(300)
	all4, after4 := work(1200)
	require.Less(t, all4, 4*1.6*all1)
	require.Less(t, after4, 4*1.6*after1)
}

// Nor does it matter by how many ways a class comes to its generals.
func TestLaddersOfGenerals(t *testing.T) {
	work := func(n int) float64 {
		m := modeltest.Ladder(n)
		return modeltest.Allocated(func() { check.Run(m, check.All) })
	}
	work(4)
	require.Less(t, work(16), 16*2*work(4)) // each has four times as many above it
}

// A check that is given up ends, and the next one finds all.
func TestACheckThatIsGivenUp(t *testing.T) {
	m := modeltest.Large(100, 150, 60)
	want := check.Run(m, check.All).Findings()
	ended := 0
	for looks := int64(0); ; looks = looks*2 + 1 {
		var s *check.State
		err := halt.Within(halttest.After(looks), func(sign *halt.Sign) { s = check.RunUntil(sign, m, check.All) })
		if err == nil {
			require.Equal(t, want, s.Findings())
			break
		}
		require.ErrorIs(t, err, context.Canceled)
		ended++
	}
	require.Greater(t, ended, 3)
}

// On models of all kinds, with few findings and with many, the work grows with the model:
// n log n, and what is told.
func TestMixedModelsCostWhatTheyAre(t *testing.T) {
	for _, sound := range []bool{true, false} {
		work := func(n int) float64 {
			m := modeltest.Mixed(n, sound)
			return modeltest.Allocated(func() { require.NotEmpty(t, check.Run(m, check.All).Findings()) })
		}
		work(100) // what is remembered of words
		require.Less(t, work(4000), 4*1.6*work(1000), "sound: %v", sound)
	}
}
