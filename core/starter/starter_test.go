package starter_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/check"
	"lexeon/core/model"
	"lexeon/core/starter"
)

// Every starter is a sound model: no rule finds anything in it.
func TestStartersAreSound(t *testing.T) {
	for _, s := range starter.All {
		t.Run(s.Key, func(t *testing.T) {
			require.NotEmpty(t, s.Title)
			require.NotEmpty(t, s.About)
			m := model.Empty("New")
			changes, elements, relationships, err := s.Changes(m, "seed")
			require.NoError(t, err)
			m, _, _, err = model.Edit(m, changes)
			require.NoError(t, err)
			require.Len(t, elements, len(m.Classifiers()), "every statement speaks of a card")
			require.GreaterOrEqual(t, len(elements), 4)
			require.GreaterOrEqual(t, len(relationships), 2)
			var found []string
			for _, f := range check.Run(m, check.All).Findings() {
				found = append(found, f.Message)
			}
			require.Empty(t, found)
			// Inserted again it uses what is there, and adds nothing but its relations.
			again, _, _, err := s.Changes(m, "again")
			require.NoError(t, err)
			next, _, _, err := model.Edit(m, again)
			require.NoError(t, err)
			require.Len(t, next.Classifiers(), len(m.Classifiers()))
			for _, e := range next.Classifiers() {
				require.Len(t, next.Children(e.ID, model.Attribute), len(m.Children(e.ID, model.Attribute)), e.Name)
			}
			found1, ok := starter.ByKey(s.Key)
			require.True(t, ok)
			require.Equal(t, s, found1)
		})
	}
	_, ok := starter.ByKey("none")
	require.False(t, ok)
}
