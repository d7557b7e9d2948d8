package bounded_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/bounded"
)

func TestWhatWasNotAskedForLongestMakesRoom(t *testing.T) {
	m := bounded.New[string, int](2)
	m.Add("a", 1)
	m.Add("b", 2)
	m.Get("a")
	m.Add("c", 3)
	require.Equal(t, 2, m.Len())
	_, ok := m.Get("b")
	require.False(t, ok)
	v, ok := m.Get("a")
	require.True(t, ok)
	require.Equal(t, 1, v)
	require.Panics(t, func() { bounded.New[string, int](0) })
}
