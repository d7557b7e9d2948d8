package model_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
)

// Which names there are differs where a name comes, goes or is borne by one more, and for
// no other name.
func TestNamingTellsWhichNamesDiffer(t *testing.T) {
	edit := func(m *model.Model, c model.Change) *model.Model {
		t.Helper()
		next, _, _, err := model.Edit(m, []model.Change{c})
		require.NoError(t, err)
		return next
	}
	empty := model.Empty("Quarry")
	one := edit(empty, &model.AddElement{ID: "a", Kind: model.Class, Name: "Blast"})
	two := edit(one, &model.AddElement{ID: "b", Kind: model.Interface, Name: "Blast"})
	other := edit(one, &model.SetDefinition{ID: "a", Text: "A charge that is fired."})
	for _, tt := range []struct {
		name   string
		a, b   *model.Model
		differ []string
		same   []string
	}{
		{"a name comes", empty, one, []string{"Blast"}, []string{"Charge", ""}},
		{"one more bears it", one, two, []string{"Blast"}, []string{"Charge"}},
		{"renamed", one, edit(one, &model.SetName{ID: "a", Name: "Charge"}), []string{"Blast", "Charge"}, []string{"Drill"}},
		{"something else is written", one, other, nil, []string{"Blast", "Charge"}},
	} {
		t.Run(tt.name, func(t *testing.T) {
			for _, n := range tt.differ {
				require.False(t, tt.a.Naming().Alike(tt.b.Naming(), n), n)
				require.False(t, tt.b.Naming().Alike(tt.a.Naming(), n), n)
			}
			for _, n := range tt.same {
				require.True(t, tt.a.Naming().Alike(tt.b.Naming(), n), n)
			}
		})
	}
	require.Equal(t, one.Naming(), other.Naming())
	require.False(t, model.Naming{}.Alike(one.Naming(), "Blast"), "nothing is known of no model")
}
