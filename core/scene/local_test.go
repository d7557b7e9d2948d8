package scene_test

import (
	"math/rand/v2"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
)

// Property: on crowded diagrams, where each line and label makes way for others, a drawer
// that draws anew only what a change can reach draws what a new one draws.
func TestOnlyWhatAChangeCanReachIsDrawnAnew(t *testing.T) {
	models := map[string]*model.Model{"large": modeltest.Large(60, 90, 40), "nested": modeltest.Nested(12)}
	for _, pattern := range []string{"testdata/crowded/*.txt", "testdata/crowded-flow/*.txt"} {
		files, err := filepath.Glob(pattern)
		require.NoError(t, err)
		require.NotEmpty(t, files)
		for _, f := range files {
			if pattern == "testdata/crowded/*.txt" {
				models[f] = crowded(t, f)
			} else {
				models[f] = crowdedFlow(t, f, model.Bubbles)
			}
		}
	}
	for name, m := range models {
		rnd := rand.New(rand.NewPCG(uint64(len(name)), 5))
		drawer := scene.NewDrawer(set)
		for step := range 14 {
			d := m.Diagrams()[rnd.IntN(len(m.Diagrams()))]
			placed := m.PlacementsOn(d.ID)
			if len(placed) == 0 {
				continue
			}
			p := placed[rnd.IntN(len(placed))]
			var c model.Change = &model.Move{ID: p.ID, X: p.X + rnd.IntN(160) - 80, Y: p.Y + rnd.IntN(120) - 60}
			switch rnd.IntN(6) {
			case 0:
				c = &model.SetName{ID: p.Subject, Name: []string{"leads", "A much longer name than it had", "by"}[rnd.IntN(3)]}
			case 1:
				c = &model.Unplace{ID: p.ID}
			}
			next, _, _, err := model.Edit(m, []model.Change{c})
			if err != nil {
				continue // lines do not move
			}
			m = next
			require.Equal(t, scene.NewDrawer(set).Of(m, d.ID), drawer.Of(m, d.ID), "%s, step %d", name, step)
		}
	}
}
