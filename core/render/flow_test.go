package render_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// flowSheet is a level with every shape and line end of data flow diagrams: a
// process that is opened and one that is not, an entity shown twice, a store, a
// flow from the frame, one that still waits at the edge.
func flowSheet(t testing.TB, more ...model.Change) *model.Model {
	m := modeltest.Build(t, "process Office", "process Receive lot in Office", "process Grade lot in Office", "process Weigh in Receive lot", "entity Beekeeper", "store Lot register",
		`Beekeeper sends "delivery note" to Office`, `Office sends receipt to Beekeeper`,
		`the frame sends "delivery note" to "Receive lot"`, `"Receive lot" writes "lot entry" to "Lot register"`, `"Grade lot" reads from "Lot register"`, `"Receive lot" sends "" to "Grade lot"`)
	id := func(name string) model.ID {
		return m.Named(name, model.Process, model.Entity, model.Store)[0].ID
	}
	changes := []model.Change{
		&model.AddDiagram{ID: "d", Kind: model.LevelDiagram, Name: "Office", About: id("Office")},
		&model.Place{ID: "p1", Diagram: "d", Subject: id("Receive lot"), X: 160, Y: 0},
		&model.Place{ID: "p2", Diagram: "d", Subject: id("Grade lot"), X: 160, Y: 200},
		&model.Place{ID: "p3", Diagram: "d", Subject: id("Lot register"), X: 420, Y: 90},
		&model.Place{ID: "p4", Diagram: "d", Subject: id("Beekeeper"), X: 420, Y: 220},
		&model.Place{ID: "p5", Diagram: "d", Subject: id("Beekeeper"), X: 420, Y: 320},
	}
	for _, f := range m.Relationships(model.DataFlow) {
		if f.Source != id("Office") && f.Target != id("Office") {
			changes = append(changes, &model.Place{ID: model.DeriveID("f", string(f.ID)), Diagram: "d", Subject: f.ID})
		}
	}
	next, _, _, err := model.Edit(m, append(changes, more...))
	require.NoError(t, err)
	return next
}

// Both notations as golden files. Look at each when it is made.
func TestGoldenDataFlowDiagrams(t *testing.T) {
	drawer := scene.NewDrawer(typeface.New())
	golden(t, "data-flow-bubbles", drawer.Of(flowSheet(t), "d"))
	golden(t, "data-flow-boxes", drawer.Of(flowSheet(t, &model.SetProject{Set: model.P("flowNotation", model.Boxes)}), "d"))
}

// Switching the notation moves nothing: every shape keeps its box.
func TestNotationsTakeTheSameRoom(t *testing.T) {
	drawer := scene.NewDrawer(typeface.New())
	bubbles := drawer.Of(flowSheet(t), "d")
	boxes := drawer.Of(flowSheet(t, &model.SetProject{Set: model.P("flowNotation", model.Boxes)}), "d")
	compared := 0
	for i := range bubbles.Groups {
		for j := range boxes.Groups {
			if a, b := bubbles.Groups[i], boxes.Groups[j]; a.ID == b.ID && a.Box != nil && a.ID != "frame" {
				require.Equal(t, a.Box, b.Box, a.Title)
				compared++
			}
		}
	}
	require.Equal(t, 5, compared)
}

// The circle of a bubble is one in the picture too: its outline is as far from
// the middle everywhere.
func TestBubblesAreRound(t *testing.T) {
	set := typeface.New()
	s := scene.NewDrawer(set).Of(flowSheet(t), "d")
	i := pixels(t, s, set, 2)
	for _, g := range s.Groups {
		if g.Kind != model.Process {
			continue
		}
		c := g.Box.Center()
		r := g.Box.W / 2
		for _, at := range [][2]int{{1000, 0}, {707, 707}, {0, -1000}, {-707, 707}, {-1000, 0}, {-383, -924}} {
			x, y := c.X+r*at[0]/1000, c.Y+r*at[1]/1000
			require.Positive(t, dark(i, s, scene.Rect{X: x - 2, Y: y - 2, W: 4, H: 4}, 2), "%s has no outline at %v", g.Title, at)
		}
		corner := scene.Rect{X: g.Box.X, Y: g.Box.Y, W: r / 8, H: r / 8}
		require.Zero(t, dark(i, s, corner, 2), "%s has corners", g.Title)
	}
}
