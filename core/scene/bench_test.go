package scene_test

import (
	"testing"

	"lexeon/core/modeltest"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// A diagram of 300 shapes with its lines: under 40 ms once its texts were
// measured, under 120 ms before.
func BenchmarkSceneWarm(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	d := scene.NewDrawer(typeface.MustNew())
	s := d.Of(m, "overview")
	b.ReportMetric(float64(len(s.Groups)), "groups")
	for b.Loop() {
		d.Of(m, "overview")
	}
}

func BenchmarkSceneCold(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	for b.Loop() {
		b.StopTimer()
		d := scene.NewDrawer(typeface.MustNew())
		b.StartTimer()
		d.Of(m, "overview")
	}
}
