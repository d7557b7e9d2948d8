package replica_test

import (
	"encoding/json"
	"fmt"
	"testing"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/replica"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// What hands wait for on a diagram of 300 shapes and 450 lines: a change, and what of
// the drawing looks different after it, encoded for the page.
func BenchmarkHands(b *testing.B) {
	for _, bench := range []struct {
		name   string
		change func(i int) model.Change
	}{
		{"naming", func(i int) model.Change {
			return &model.SetName{ID: model.ID(fmt.Sprintf("c%d", i%300)), Name: fmt.Sprintf("Thing %d", i)}
		}},
		{"dragging", func(i int) model.Change {
			n := i * 7 % 300
			return &model.Move{ID: model.ID(fmt.Sprintf("pc%d", n)), X: n%20*260 + i%37, Y: n/20*220 + i%23}
		}},
	} {
		b.Run(bench.name, func(b *testing.B) {
			desk := replica.NewDesk(scene.NewDrawer(typeface.New()))
			desk.OpenProject("p", modeltest.Large(300, 450, 300), 1)
			desk.OpenDiagram("overview", true)
			desk.State()
			i := 0
			for b.Loop() {
				i++
				if _, err := desk.Replica().Push(fmt.Sprint(i), []model.Change{bench.change(i)}); err != nil {
					b.Fatal(err)
				}
				text, err := json.Marshal(desk.State())
				if err != nil || len(text) == 0 {
					b.Fatal(err)
				}
				b.ReportMetric(float64(len(text)), "bytes")
			}
		})
	}
}

// A class is placed and named, as the page asks for it, on a diagram of 40 shapes.
func BenchmarkPlacing(b *testing.B) {
	desk := replica.NewDesk(scene.NewDrawer(typeface.New()))
	desk.OpenProject("p", modeltest.Large(40, 60, 40), 1)
	desk.OpenDiagram("overview", true)
	desk.State()
	i := 0
	for b.Loop() {
		i++
		id := fmt.Sprint("made", i)
		done, err := desk.Do(id, "/previews/placement", fmt.Appendf(nil, `{"id":%q,"kind":"class","name":"Made %d","diagram":"overview","beside":"c7","seed":%q}`, id, i, id))
		if err != nil {
			b.Fatal(err)
		}
		text, err := json.Marshal(desk.State())
		if err != nil || len(text) == 0 {
			b.Fatal(err)
		}
		b.StopTimer()
		if _, err := desk.Replica().Push(id+"-", []model.Change{&model.Restore{Rows: done.Effect.Inverse}}); err != nil {
			b.Fatal(err)
		}
		desk.State()
		b.StartTimer()
	}
}
