package scene_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

func edited(t testing.TB, m *model.Model, changes ...model.Change) *model.Model {
	t.Helper()
	next, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	return next
}

// contextSheet is a context diagram with several flows between the same two.
func contextSheet(t testing.TB) *model.Model {
	m := modeltest.Build(t, "process Cooperative", "entity Beekeeper", "entity Laboratory", "entity Retailer",
		`Beekeeper sends "delivery note" to Cooperative`, `Beekeeper sends complaint to Cooperative`, `Cooperative sends receipt to Beekeeper`, `Cooperative sends "payment statement" to Beekeeper`,
		`Laboratory sends "test result" to Cooperative`, `Cooperative sends "sample request" to Laboratory`, `Cooperative sends "price list" to Retailer`)
	m = edited(t, m, &model.AddDiagram{ID: "d", Kind: model.ContextDiagram, Name: "Context"})
	for i, e := range append(m.OfKind(model.Process), m.OfKind(model.Entity)...) {
		m = edited(t, m, &model.Place{ID: model.DeriveID("p", string(e.ID)), Diagram: "d", Subject: e.ID, X: 20 * i, Y: 20 * i})
	}
	for _, f := range m.Relationships(model.DataFlow) {
		m = edited(t, m, &model.Place{ID: model.DeriveID("p", string(f.ID)), Diagram: "d", Subject: f.ID})
	}
	return m
}

func group(t *testing.T, s *scene.Scene, title string) *scene.Group {
	t.Helper()
	for i := range s.Groups {
		if s.Groups[i].Title == title {
			return &s.Groups[i]
		}
	}
	require.Fail(t, "not drawn", title)
	return nil
}

func TestArrangingAContextDiagram(t *testing.T) {
	d := scene.NewDrawer(typeface.New())
	m := contextSheet(t)
	changes, err := d.Arrange(m, "d", scene.InLayers, nil)
	require.NoError(t, err)
	m = edited(t, m, changes...)
	s := d.Of(m, "d")
	system, retailer := group(t, s, "process Cooperative"), group(t, s, "external entity Retailer")
	require.Greater(t, retailer.Box.X, system.Box.Right(), "what only receives stands at the right")
	boxes := []scene.Rect{}
	for i := range s.Groups {
		if g := &s.Groups[i]; g.Box != nil && g.ID != "frame" {
			for _, b := range boxes {
				require.False(t, b.Overlaps(*g.Box), g.Title)
			}
			boxes = append(boxes, *g.Box)
		}
	}
	// Every label stands on paper, on no shape and no other label.
	var labels []scene.Rect
	for i := range s.Groups {
		g := &s.Groups[i]
		if g.Route == nil {
			continue
		}
		label := g.Slots[0].Rect
		for _, b := range append(boxes, labels...) {
			require.False(t, b.Inflate(-2).Overlaps(label), g.Title)
		}
		labels = append(labels, label)
	}
	again, err := d.Arrange(m, "d", scene.InLayers, nil)
	require.NoError(t, err)
	require.Empty(t, again, "arranging twice changes nothing")
}

// Lines end on the circle of a bubble, not on the square around it.
func TestFlowsEndOnTheCircle(t *testing.T) {
	d := scene.NewDrawer(typeface.New())
	m := contextSheet(t)
	changes, err := d.Arrange(m, "d", scene.InLayers, nil)
	require.NoError(t, err)
	m = edited(t, m, changes...)
	s := d.Of(m, "d")
	system := group(t, s, "process Cooperative")
	c, r := system.Box.Center(), float64(system.Box.W)/2
	checked := 0
	for i := range s.Groups {
		g := &s.Groups[i]
		if g.Route == nil {
			continue
		}
		f := m.Relationship(g.Subject)
		end := g.Route[0]
		if f.Target == system.Subject {
			end = g.Route[len(g.Route)-1]
		}
		require.InDelta(t, r, math.Hypot(float64(end.X-c.X), float64(end.Y-c.Y)), 1.6, g.Title)
		checked++
	}
	require.Equal(t, 7, checked)
}

func TestWhatWaitsAtTheEdgeIsDrawn(t *testing.T) {
	d := scene.NewDrawer(typeface.New())
	m := contextSheet(t)
	system := m.OfKind(model.Process)[0].ID
	m = edited(t, m, &model.AddDiagram{ID: "l", Kind: model.LevelDiagram, Name: "Cooperative", About: system},
		&model.AddElement{ID: "w", Kind: model.Process, Name: "Receive lot", Owner: system}, &model.Place{ID: "pw", Diagram: "l", Subject: "w", X: 50, Y: 50})
	texts := func() []string {
		var out []string
		for _, g := range d.Of(m, "l").Groups {
			if g.ID == "owed" {
				for _, p := range g.Shapes {
					if p.Text != nil {
						out = append(out, p.Text.Text)
					}
				}
			}
		}
		return out
	}
	require.Equal(t, []string{"complaint", "delivery note", "test result", "payment statement", "price list", "receipt", "sample request"}, texts())
	m = edited(t, m, &model.Connect{ID: "f", Kind: model.DataFlow, Name: "delivery note", Target: "w"}, &model.Place{ID: "pf", Diagram: "l", Subject: "f"})
	require.Equal(t, []string{"complaint", "test result", "payment statement", "price list", "receipt", "sample request"}, texts())
	flow := group(t, d.Of(m, "l"), `data flow: the frame sends "delivery note" to "Receive lot"`)
	frame := d.Of(m, "l").Groups[0]
	require.NotNil(t, flow.Free)
	require.GreaterOrEqual(t, flow.Free.X, frame.Box.X)
	m = edited(t, m, &model.Move{ID: "pf", X: -300, Y: 20})
	require.Equal(t, scene.Point{X: -300, Y: 20}, *group(t, d.Of(m, "l"), flow.Title).Free, "where a person put it")
}

func TestDuplicatesAreMarkedAndKeepTheirFlows(t *testing.T) {
	d := scene.NewDrawer(typeface.New())
	m := contextSheet(t)
	beekeeper := m.Named("Beekeeper", model.Entity)[0].ID
	first := m.PlacementOn("d", beekeeper)
	before := d.Of(m, "d")
	m = edited(t, m, &model.Place{ID: "0again", Diagram: "d", Subject: beekeeper, X: 900, Y: 900})
	s := d.Of(m, "d")
	marked := 0
	for i := range s.Groups {
		if g := &s.Groups[i]; g.Subject == beekeeper {
			require.Equal(t, "external entity Beekeeper, shown more than once", g.Title)
			marked++
		}
	}
	require.Equal(t, 2, marked)
	for _, f := range m.Flows(beekeeper) {
		p := m.PlacementOn("d", f.ID)
		require.Contains(t, []model.ID{p.From, p.To}, first.ID, "its lines stay where they were")
	}
	one := m.PlacementOn("d", m.Flows(beekeeper)[0].ID)
	to := &model.DrawBetween{ID: one.ID, From: one.From, To: one.To}
	if to.From != "" {
		to.From = "0again"
	} else {
		to.To = "0again"
	}
	m = edited(t, m, to)
	m = edited(t, m, &model.Unplace{ID: first.ID})
	require.Len(t, m.PlacementsAt("d", beekeeper), 1)
	require.NotNil(t, m.PlacementOn("d", m.Flows(beekeeper)[0].ID), "the other one takes the lines over")
	require.Len(t, before.Groups, len(d.Of(m, "d").Groups))
	_, _, _, err := model.Edit(m, []model.Change{&model.Place{ID: "twice", Diagram: "d", Subject: m.OfKind(model.Process)[0].ID}})
	require.ErrorContains(t, err, "already", "a process is shown once")
}
