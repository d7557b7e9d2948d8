package graph_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/graph"
)

func TestComponents(t *testing.T) {
	next := map[string][]string{"a": {"b"}, "b": {"c", "d"}, "c": {"a"}, "d": {"e"}, "e": {"d", "e"}, "f": {"f"}, "g": nil}
	got := graph.Components([]string{"a", "f", "g"}, func(n string) []string { return next[n] })
	for _, c := range got {
		slices.Sort(c)
	}
	require.Equal(t, [][]string{{"d", "e"}, {"a", "b", "c"}, {"f"}, {"g"}}, got)
}

func TestALongChainDoesNotExhaustTheStack(t *testing.T) {
	const n = 300_000
	got := graph.Components([]int{0}, func(i int) []int {
		if i == n {
			return []int{n - 1}
		}
		return []int{i + 1}
	})
	require.Len(t, got, n)
	require.Len(t, got[0], 2)
}
