package model

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// The table of kinds is whole: each kind stands in it once, with its names, owners that
// there are, diagrams that there are, and a letter of its own on each diagram; whatever
// has data makes new ones each time.
func TestTheTableOfKindsIsWhole(t *testing.T) {
	seen := map[Kind]bool{}
	for _, list := range [][]KindInfo{elementKinds, relationshipKinds, diagramKinds} {
		for _, k := range list {
			require.False(t, seen[k.Kind], "%s stands there twice", k.Kind)
			seen[k.Kind] = true
			require.NotEmpty(t, k.Title, k.Kind)
			require.NotEmpty(t, k.Plural, k.Kind)
			if k.data != nil {
				require.NotSame(t, newData(k.Kind), newData(k.Kind), k.Kind)
			} else {
				require.Nil(t, newData(k.Kind), k.Kind)
			}
		}
	}
	for _, k := range append(append([]KindInfo{}, elementKinds...), relationshipKinds...) {
		for _, owner := range k.Owners {
			require.True(t, seen[owner], "%s is owned by %s", k.Kind, owner)
		}
		for _, on := range k.On {
			_, ok := diagramInfo[on]
			require.True(t, ok, "%s stands on %s", k.Kind, on)
		}
	}
	for _, d := range diagramKinds {
		letters := map[string]Kind{}
		for _, k := range KindsOn(d.Kind) {
			require.Empty(t, letters[k.Letter], "%s and %s have one letter on %s", k.Kind, letters[k.Letter], d.Kind)
			letters[k.Letter] = k.Kind
		}
	}
	require.Nil(t, newData("no such kind"))
}
