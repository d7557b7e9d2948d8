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

// A line says "@class" for an end as soon as something else bears the same name, and no
// longer than that, though nothing that it leads to was written.
func TestTitlesFollowNames(t *testing.T) {
	m, _ := draw(t, 2, "class Hive", "class Comb", "class Queen", "Hive keeps 0..* Comb", "Queen leads 1 Hive")
	drawer := scene.NewDrawer(set)
	titles := func(m *model.Model) []string {
		out := []string{}
		for _, g := range drawer.Of(m, "d").Groups {
			if g.Route != nil {
				out = append(out, g.Title)
			}
		}
		require.Equal(t, scene.NewDrawer(set).Of(m, "d"), drawer.Of(m, "d"))
		return out
	}
	plain := titles(m)
	require.ElementsMatch(t, []string{"association: Hive keeps 0..* Comb", "association: Queen leads 1 Hive"}, plain)
	twice, _, inverse, err := model.Edit(m, []model.Change{&model.AddElement{ID: "other", Kind: model.PackageKind, Name: "Comb"}})
	require.NoError(t, err)
	require.ElementsMatch(t, []string{"association: Hive keeps 0..* Comb@class", "association: Queen leads 1 Hive"}, titles(twice))
	once, _, _, err := model.Edit(twice, inverse)
	require.NoError(t, err)
	require.Equal(t, plain, titles(once))
}
