package scene_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/scene"
)

// Columns by category: in the order of the legend, then by name; what has no
// stereotype comes last, and notes stand below.
func TestInColumns(t *testing.T) {
	m, _ := draw(t, 3, "class Zebra", "class Lot", "class Blend", "class Clerk", "class Payment", "class Odd", "class Clock", "1 Clerk <weighs 0..* Lot",
		"stereotype goods: Lot", "stereotype goods: Blend", "stereotype party: Clerk", "stereotype event: Payment", "stereotype utility: Clock")
	m = edited(t, m, &model.SetProject{Set: model.P("colours", []map[string]string{{"stereotype": "party", "colour": "sky"}, {"stereotype": "goods", "colour": "honey"}})},
		&model.AddElement{ID: "n", Kind: model.Note, Set: model.P("body", "what is what")}, &model.Place{ID: "pn", Diagram: "d", Subject: "n", X: 0, Y: 0})
	m, s := arranged(t, m, scene.InColumns)
	box := func(name string) scene.Rect { return boxOf(t, s, name) }
	columns := [][]string{{"Clerk"}, {"Blend", "Lot"}, {"Payment"}, {"Clock"}, {"Odd", "Zebra"}}
	for i, column := range columns {
		for k, name := range column {
			require.Equal(t, box(column[0]).X, box(name).X, name)
			require.Equal(t, i > 0, box(name).X > box(columns[max(i-1, 0)][0]).Right(), name)
			if k > 0 {
				require.Greater(t, box(name).Y, box(column[k-1]).Bottom(), name)
			} else {
				require.Equal(t, box("Clerk").Y, box(name).Y, name)
			}
		}
	}
	note := *groupOf(t, s, "note what is what").Box
	require.Greater(t, note.Y, box("Zebra").Bottom())
	require.Zero(t, judge(m, s).through, "no line runs through a shape")

	empty, _ := draw(t, 1)
	changes, err := drawer.Arrange(empty, "d", scene.InColumns, nil)
	require.NoError(t, err)
	require.Empty(t, changes)
	_, err = drawer.Arrange(m, "nowhere", scene.InColumns, nil)
	require.ErrorContains(t, err, "no such diagram")
	_, err = drawer.Arrange(m, "d", "in circles", nil)
	require.ErrorContains(t, err, `"in circles" is not a way to arrange shapes`)
}
