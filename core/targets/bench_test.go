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

// BenchmarkTargets makes everything of two models, each of 2,000 classes: one of classes and associations alone, one of
// all kinds of elements that a project has.
func BenchmarkTargets(b *testing.B) {
	drawer := scene.NewDrawer(typeface.New())
	for name, m := range map[string]*model.Model{"uniform": modeltest.Large(2000, 3000, 0), "mixed": modeltest.Mixed(4500, true)} {
		for _, target := range targets.All {
			b.Run(name+"/"+target.Name, func(b *testing.B) {
				for b.Loop() {
					_, err := target.Run(m, nil, render.Draws(m, drawer))
					require.NoError(b, err)
				}
			})
		}
	}
}
