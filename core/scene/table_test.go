package scene_test

import (
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/render"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

func TestZZ(t *testing.T) {
	data, _ := os.ReadFile("../../demo/heatherfold.lexeon.json")
	m, err := interchange.ReadFile(data)
	require.NoError(t, err)
	crow := model.CrowFootEnds
	changes := []model.Change{&model.AddDiagram{ID: "tables", Kind: model.TableDiagram, Name: "Tables"}, &model.SetProject{Set: model.P("targets", []model.TargetSetting{{Target: "tables", Option: "of", Value: "all"}})}}
	m, _, _, err = model.Edit(m, changes)
	require.NoError(t, err)
	d := scene.NewDrawer(typeface.New())
	for _, name := range []string{"a", "b"} {
		s := d.Of(m, "tables")
		png, err := render.PNG(s, typeface.New(), 1)
		require.NoError(t, err)
		os.WriteFile("/tmp/tables-"+name+".png", png, 0o644)
		m, _, _, err = model.Edit(m, []model.Change{&model.SetTableView{ID: "tables", Ends: &crow}})
		require.NoError(t, err)
	}
}
