package targets_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/render"
	"lexeon/core/scene"
	"lexeon/core/targets"
	"lexeon/core/typeface"
)

// What asks every class about all of its generals, and each of these again, would never end below forty of them, or
// where each of twenty is come to by two ways.
func TestDeepHierarchies(t *testing.T) {
	for name, m := range map[string]*model.Model{"chain": linked(t, modeltest.Chain(40), "class0", "class39"), "ladder": linked(t, modeltest.Ladder(20), "rung20", "rung0")} {
		for _, target := range targets.All {
			t.Run(name+" "+target.Name, func(t *testing.T) {
				out, err := target.Run(m, nil, render.Draws(m, scene.NewDrawer(typeface.New())))
				require.NoError(t, err)
				if target.Group == "Code" && target.Name != "components" && target.Name != "services" && target.Name != "processes" {
					require.Greater(t, len(out.Files), 40)
				}
			})
		}
	}
}

// linked adds an association between two classes.
func linked(t testing.TB, m *model.Model, a, b model.ID) *model.Model {
	t.Helper()
	return modeltest.Edit(t, m, []model.Change{&model.Connect{ID: "linked", Kind: model.Association, Ends: []model.NewEnd{{ID: "e1", Type: a}, {ID: "e2", Type: b}}}})
}
