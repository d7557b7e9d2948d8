package scene_test

import (
	"context"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/halt"
	"lexeon/core/halt/halttest"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// A drawing that is given up anywhere leaves nothing behind: what is drawn next is what it
// would be at once.
func TestADrawingThatIsGivenUpLeavesNothing(t *testing.T) {
	m := modeltest.Large(60, 90, 60)
	id := m.Diagrams()[0].ID
	set := typeface.New()
	want := scene.NewDrawer(set).Of(m, id)
	d := scene.NewDrawer(set)
	ended := 0
	for looks := int64(0); ; looks = looks*3/2 + 1 {
		var drawn *scene.Scene
		err := halt.Within(halttest.After(looks), func(sign *halt.Sign) { drawn = d.Until(sign).Of(m, id) })
		if err == nil {
			require.Equal(t, want, drawn)
			break
		}
		require.ErrorIs(t, err, context.Canceled)
		ended++
		require.Equal(t, want, scene.NewDrawer(set).Of(m, id))
		next, _, _, err := model.Edit(m, []model.Change{&model.SetProject{Set: model.P("name", "Other")}})
		require.NoError(t, err)
		if ended%3 == 0 {
			require.Equal(t, want.Groups[1:], d.Of(next, id).Groups[1:], "after %d looks", looks)
			d = scene.NewDrawer(set)
		}
	}
	require.Greater(t, ended, 5)
}

// However many lines there are between two shapes, each costs the same.
func TestManyLinesBetweenTwoShapes(t *testing.T) {
	set := typeface.New()
	work := func(lines int) float64 {
		m := modeltest.Bundle(lines)
		return modeltest.Allocated(func() { require.Len(t, scene.NewDrawer(set).Of(m, "d").Groups, lines+3) })
	}
	work(10) // fonts are read
	few, many := work(200), work(1600)
	require.Less(t, many, 8*1.5*few)
}

// Lines for which there is no room lie on others, and changing one draws what would be
// drawn at once.
func TestACrowdOfLinesChanges(t *testing.T) {
	set := typeface.New()
	d := scene.NewDrawer(set)
	m := modeltest.Bundle(120)
	d.Of(m, "d")
	for _, ch := range []model.Change{
		&model.Delete{ID: "line0"}, &model.Delete{ID: "line77"}, &model.SetName{ID: "line30", Name: "moors at"},
		&model.Move{ID: "ata", X: 40, Y: 260},
	} {
		next, _, _, err := model.Edit(m, []model.Change{ch})
		require.NoError(t, err)
		m = next
		require.Equal(t, scene.NewDrawer(set).Of(m, "d"), d.Of(m, "d"))
	}
}
