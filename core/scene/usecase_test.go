package scene_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

func casesOf(t testing.TB, lines ...string) (*model.Model, *scene.Scene) {
	t.Helper()
	m := modeltest.Build(t, lines...)
	id := m.Diagrams()[0].ID
	changes, err := drawer.Arrange(m, id, scene.InLayers, nil)
	require.NoError(t, err)
	m = edited(t, m, changes...)
	return m, drawer.Of(m, id)
}

func TestArrangingUseCases(t *testing.T) {
	m, s := casesOf(t, "actor Beekeeper", "actor Laboratory", "subject Cooperative", "case Register delivery", "case Identify lots", "case Print labels", "case Other",
		"Beekeeper starts Register delivery", "Laboratory supports Register delivery", `"Register delivery" includes "Identify lots"`, `"Print labels" extends "Register delivery"`,
		"within Cooperative: Register delivery, Identify lots, Print labels", "cases Cooperative, Beekeeper, Laboratory, Register delivery, Identify lots, Print labels, Other")
	box := func(title string) scene.Rect { return *group(t, s, title).Box }
	register, subject := box("use case Register delivery"), box("system boundary Cooperative")
	require.Less(t, box("actor Beekeeper").Right(), subject.X, "primary actors stand at the left")
	require.Greater(t, box("actor Laboratory").X, subject.Right(), "supporting ones at the right")
	require.Greater(t, box("use case Identify lots").X, register.Right())
	require.Greater(t, box("use case Print labels").X, register.Right())
	for _, u := range []string{"Register delivery", "Identify lots", "Print labels"} {
		require.Equal(t, subject, subject.Union(box("use case "+u)), "the boundary holds %s", u)
	}
	require.Len(t, group(t, s, "system boundary Cooperative").Holds, 3)
	// The boundary grows with what is in it.
	id := m.Diagrams()[0].ID
	far := m.PlacementOn(id, m.Named("Print labels", model.UseCase)[0].ID)
	m = edited(t, m, &model.Move{ID: far.ID, X: far.X + 700, Y: far.Y + 300})
	s = drawer.Of(m, id)
	require.Equal(t, box("system boundary Cooperative"), box("system boundary Cooperative").Union(box("use case Print labels")))
	again, err := drawer.Arrange(m, id, scene.InLayers, nil)
	require.NoError(t, err)
	m = edited(t, m, again...)
	stays, err := drawer.Arrange(m, id, scene.InLayers, nil)
	require.NoError(t, err)
	require.Empty(t, stays, "arranging again changes nothing")
}

// Lines end on the ovals, not on the boxes around them.
func TestLinesEndOnOvals(t *testing.T) {
	_, s := casesOf(t, "actor Beekeeper", "case Register delivery", "case Identify lots", "Beekeeper starts Register delivery", `"Register delivery" includes "Identify lots"`, "cases Beekeeper, Register delivery, Identify lots")
	ends := 0
	for _, g := range s.Groups {
		for i, at := range map[int]int{0: 0, 1: len(g.Route) - 1} {
			if g.Route == nil {
				continue
			}
			for _, o := range s.Groups {
				if o.Subject != g.Between[i] || o.Kind != model.UseCase {
					continue
				}
				x, y := float64(g.Route[at].X-o.Box.Center().X)/float64(o.Box.W)*2, float64(g.Route[at].Y-o.Box.Center().Y)/float64(o.Box.H)*2
				require.InDelta(t, 1, x*x+y*y, 0.08, g.Title)
				ends++
			}
		}
	}
	require.Equal(t, 3, ends)
}

// largeCases is a diagram of so many use cases and actors, with what usually
// connects them.
func largeCases(t testing.TB, cases, actors int) *model.Model {
	m := model.Empty("Large")
	changes := []model.Change{&model.AddDiagram{ID: "d", Kind: model.UseCaseDiagram, Name: "Large"}, &model.AddElement{ID: "s", Kind: model.Subject, Name: "System of many uses"}, &model.Place{ID: "ps", Diagram: "d", Subject: "s"}}
	connect := func(kind model.Kind, id string, from, to model.ID) {
		changes = append(changes, &model.Connect{ID: model.ID(id), Kind: kind, Source: from, Target: to})
		if kind != model.Within {
			changes = append(changes, &model.Place{ID: model.ID("p" + id), Diagram: "d", Subject: model.ID(id)})
		}
	}
	for i := range cases {
		u := model.ID(fmt.Sprintf("u%d", i))
		changes = append(changes, &model.AddElement{ID: u, Kind: model.UseCase, Name: fmt.Sprintf("Look after matter %d of the house", i)}, &model.Place{ID: "p" + u, Diagram: "d", Subject: u})
		connect(model.Within, fmt.Sprintf("w%d", i), u, "s")
	}
	for i := range actors {
		a := model.ID(fmt.Sprintf("a%d", i))
		changes = append(changes, &model.AddElement{ID: a, Kind: model.Actor, Name: fmt.Sprintf("Keeper of matter %d", i)}, &model.Place{ID: "p" + a, Diagram: "d", Subject: a})
	}
	for i := range cases {
		u := model.ID(fmt.Sprintf("u%d", i))
		switch i % 5 {
		case 4:
			connect(model.Include, fmt.Sprintf("i%d", i), model.ID(fmt.Sprintf("u%d", i-1)), u)
		case 3:
			connect(model.Extend, fmt.Sprintf("e%d", i), u, model.ID(fmt.Sprintf("u%d", i-2)))
		default:
			connect(model.Participation, fmt.Sprintf("r%d", i), model.ID(fmt.Sprintf("a%d", i*7%actors)), u)
		}
	}
	return edited(t, m, changes...)
}

func TestLargeUseCaseDiagramIsClear(t *testing.T) {
	m := largeCases(t, 200, 80)
	changes, err := drawer.Arrange(m, "d", scene.InLayers, nil)
	require.NoError(t, err)
	m = edited(t, m, changes...)
	var boxes []scene.Rect
	for _, g := range drawer.Of(m, "d").Groups {
		if g.Box != nil && g.Route == nil && (g.Kind == model.Actor || g.Kind == model.UseCase) {
			for _, b := range boxes {
				require.False(t, b.Overlaps(*g.Box), g.Title)
			}
			boxes = append(boxes, *g.Box)
		}
	}
	require.Len(t, boxes, 280)
}

func BenchmarkArrange200UseCases(b *testing.B) {
	m := largeCases(b, 200, 80)
	for b.Loop() {
		if _, err := drawer.Arrange(m, "d", scene.InLayers, nil); err != nil {
			b.Fatal(err)
		}
	}
}

func BenchmarkOpen200UseCases(b *testing.B) {
	m := largeCases(b, 200, 80)
	changes, err := drawer.Arrange(m, "d", scene.InLayers, nil)
	require.NoError(b, err)
	m = edited(b, m, changes...)
	set := typeface.New()
	for b.Loop() {
		scene.NewDrawer(set).Of(m, "d")
	}
}
