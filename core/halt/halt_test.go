package halt_test

import (
	"context"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/halt"
)

func TestAComputationEndsWithItsContext(t *testing.T) {
	ctx, end := context.WithCancel(context.Background())
	steps := 0
	err := halt.Within(ctx, func(s *halt.Sign) {
		for {
			s.Look()
			if steps++; steps == 1000 {
				end()
			}
		}
	})
	require.ErrorIs(t, err, context.Canceled)
	require.Less(t, steps, 1100)

	err = halt.Within(ctx, func(*halt.Sign) { require.Fail(t, "nobody waits from the beginning") })
	require.ErrorIs(t, err, context.Canceled)
}

func TestWhatEndsInTimeIsKept(t *testing.T) {
	sum := 0
	require.NoError(t, halt.Within(context.Background(), func(s *halt.Sign) {
		for i := range 1000 {
			s.Look()
			sum += i
		}
		require.False(t, s.Over())
	}))
	require.Equal(t, 499500, sum)
	var none *halt.Sign
	none.Look()
	none.LookNow()
	require.False(t, none.Over())
}

// A mistake is no end.
func TestOtherPanicsGoOn(t *testing.T) {
	require.PanicsWithValue(t, "mistake", func() { _ = halt.Within(context.Background(), func(*halt.Sign) { panic("mistake") }) })
}
