package replica

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/typeface"
)

// A rehearsal does what hands do, and ends.
func TestRehearsal(t *testing.T) {
	r := NewRehearsal(typeface.New())
	most, lines, turns := 0, 0, 0
	for {
		more, err := r.Next()
		require.NoError(t, err, "turn %d", turns)
		if !more {
			break
		}
		turns++
		m := r.desk.Replica().Shown()
		most, lines = max(most, len(m.Classifiers())), max(lines, len(m.Relationships(model.Association)))
	}
	require.Equal(t, rehearsals, turns)
	require.Equal(t, scale, most, "classes are placed")
	require.Equal(t, scale-1, lines, "and connected by statements")
	moved := r.desk.Replica().Shown().Placement(model.DeriveID("place", "class0"))
	require.NotNil(t, moved)
}
