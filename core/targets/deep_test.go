package targets_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
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

// What is beside a class in one kind of it differs from that, though it is like what is beside it in another kind.
func TestOperationsOfClassesThatComeTogether(t *testing.T) {
	m := modeltest.Build(t, "class Atlas", "  run(x: Integer)", "class Bus", "  run()", "class Unit", "  run()", "class First", "class Second",
		"First is a kind of Atlas", "First is a kind of Unit", "Second is a kind of Bus", "Second is a kind of Unit")
	for target, says := range map[string]string{"python": "def run2(self) -> None:", "cpp": "void run2();"} {
		of, err := targets.Named(target)
		require.NoError(t, err)
		out, err := of.Run(m, nil, nil)
		require.NoError(t, err)
		found := slices.ContainsFunc(out.Files, func(f generate.File) bool { return strings.Contains(f.Content, says) })
		require.True(t, found, "%s: %s", target, says)
	}
}
