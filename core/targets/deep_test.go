package targets_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/render"
	"lexeon/core/scene"
	"lexeon/core/targets"
	"lexeon/core/typeface"
)

// What asks every class about all of its generals, and each of these again, would never end below forty of them, or
// where each of twenty is come to by two ways.
func TestDeepHierarchies(t *testing.T) {
	for name, kinds := range map[string][][2]string{"chain": chain(40), "ladder": ladder(20)} {
		m := hierarchy(t, kinds)
		for _, target := range targets.All {
			t.Run(name+" "+target.Name, func(t *testing.T) {
				out, err := target.Run(m, nil, render.Draws(m, scene.NewDrawer(typeface.New())))
				require.NoError(t, err)
				if target.Group == "Code" && target.Name != "components" {
					require.NotEmpty(t, out.Files)
				}
			})
		}
	}
}

// chain is who is a kind of whom, one below the other.
func chain(n int) (kinds [][2]string) {
	for i := range n {
		kinds = append(kinds, [2]string{fmt.Sprint("step", i+1), fmt.Sprint("step", i)})
	}
	return kinds
}

// ladder is a chain in which each comes to the one above by two ways.
func ladder(n int) (kinds [][2]string) {
	for i := range n {
		for _, side := range []string{"left", "right"} {
			at := fmt.Sprint(side, i)
			kinds = append(kinds, [2]string{at, fmt.Sprint("step", i)}, [2]string{fmt.Sprint("step", i+1), at})
		}
	}
	return kinds
}

// hierarchy are classes that are kinds of others, each with an identifier and what it is linked to.
func hierarchy(t testing.TB, kinds [][2]string) *model.Model {
	t.Helper()
	var changes []model.Change
	there := map[string]bool{}
	add := func(name string) {
		if !there[name] {
			there[name] = true
			id := model.ID(name)
			changes = append(changes, &model.AddElement{ID: id, Kind: model.Class, Name: name}, &model.AddPart{ID: id + "mark", Owner: id, Kind: model.Attribute, Name: "mark", Set: model.P("typeName", "Text")})
		}
	}
	for _, k := range kinds {
		add(k[0])
		add(k[1])
		changes = append(changes, &model.Connect{ID: model.ID(k[0] + "-" + k[1]), Kind: model.Generalization, Source: model.ID(k[0]), Target: model.ID(k[1])})
	}
	changes = append(changes, &model.Connect{ID: "linked", Kind: model.Association, Ends: []model.NewEnd{{ID: "e1", Type: model.ID(kinds[0][1])}, {ID: "e2", Type: model.ID(kinds[len(kinds)-1][0])}}})
	m, _, _, err := model.Edit(model.Empty("Deep"), changes)
	require.NoError(t, err)
	return m
}
