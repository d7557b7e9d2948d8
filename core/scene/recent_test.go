package scene_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// What was drawn last is shared with whoever asks again; arranging it in any way leaves
// it as it is, and another model is drawn anew.
func TestScenesThatAreSharedStayAsTheyAre(t *testing.T) {
	m := modeltest.Large(40, 60, 20)
	d := scene.NewDrawer(typeface.New())
	s := d.Of(m, "overview")
	before, err := json.Marshal(s)
	require.NoError(t, err)
	for _, how := range scene.Arrangements {
		_, err := d.Arrange(m, "overview", how, nil)
		require.NoError(t, err, how)
	}
	require.Same(t, s, d.Of(m, "overview"))
	after, err := json.Marshal(s)
	require.NoError(t, err)
	require.Equal(t, string(before), string(after))
	next, _, _, err := model.Edit(m, []model.Change{&model.Move{ID: "pc3", X: 2000, Y: 900}})
	require.NoError(t, err)
	require.NotSame(t, s, d.Of(next, "overview"))
	require.Nil(t, d.Of(next, "nowhere"))
}
