package scene_test

import (
	"fmt"
	"testing"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// A diagram of 300 shapes with its lines: under 40 ms once its texts were
// measured, under 120 ms before.
func BenchmarkSceneWarm(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	d := scene.NewDrawer(typeface.New())
	s := d.Of(m, "overview")
	b.ReportMetric(float64(len(s.Groups)), "groups")
	// A shape is moved a little each time: what was drawn last is remembered as it is.
	i := 0
	for b.Loop() {
		i++
		next, _, _, err := model.Edit(m, []model.Change{&model.Move{ID: "pc7", X: 7*260 + i%2, Y: 0}})
		if err != nil {
			b.Fatal(err)
		}
		m = next
		d.Of(m, "overview")
	}
}

func BenchmarkSceneCold(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	for b.Loop() {
		b.StopTimer()
		d := scene.NewDrawer(typeface.New())
		b.StartTimer()
		d.Of(m, "overview")
	}
}

// All 300 shapes arranged in layers, from the model to the changes.
func BenchmarkArrange(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	d := scene.NewDrawer(typeface.New())
	d.Of(m, "overview")
	for b.Loop() {
		_, err := d.Arrange(m, "overview", scene.InLayers, nil)
		if err != nil {
			b.Fatal(err)
		}
	}
}

// One shape of 300 moves: what was remembered of it and of the lines near it has
// to be found anew.
func BenchmarkSceneAfterMove(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	d := scene.NewDrawer(typeface.New())
	d.Of(m, "overview")
	for i := 0; b.Loop(); i++ {
		next, _, _, err := model.Edit(m, []model.Change{&model.Move{ID: model.ID(fmt.Sprintf("pc%d", i%300)), X: i%300%20*260 + i%37, Y: i%300/20*220 + i%23}})
		if err != nil {
			b.Fatal(err)
		}
		d.Of(next, "overview")
	}
}
