package render_test

import (
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// The tables of the demo, with the ends of references as multiplicities and as crow's foot.
func TestTablesDrawn(t *testing.T) {
	data, err := os.ReadFile("../../demo/heatherfold.lexeon.json")
	require.NoError(t, err)
	m, err := interchange.ReadFile(data)
	require.NoError(t, err)
	drawer := scene.NewDrawer(typeface.New())
	golden(t, "tables-multiplicities", drawer.Of(m, "tables"))
	crow := model.CrowFootEnds
	m, _, _, err = model.Edit(m, []model.Change{&model.SetTableView{ID: "tables", Ends: &crow}})
	require.NoError(t, err)
	golden(t, "tables-crowfoot", drawer.Of(m, "tables"))
}
