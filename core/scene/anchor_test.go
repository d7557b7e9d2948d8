package scene_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/scene"
)

// A note on a line is joined to it around the shapes that stand between.
func TestAnchorsToLinesGoAroundShapes(t *testing.T) {
	m, _ := draw(t, 3, "class Barge", "class Gauge", "class Lock", "1 Barge passes 0..* Lock")
	line := m.Relationships()[0]
	m = edited(t, m,
		&model.Move{ID: placementOf(m, "Barge"), X: 40, Y: 40},
		&model.Move{ID: placementOf(m, "Lock"), X: 520, Y: 40},
		&model.Move{ID: placementOf(m, "Gauge"), X: 260, Y: 200},
		&model.AddElement{ID: "note", Kind: model.Note},
		&model.Place{ID: "pnote", Diagram: "d", Subject: "note", X: 260, Y: 400},
		&model.Connect{ID: "anchor", Kind: model.Anchor, Source: "note", Refers: line.ID},
		&model.Place{ID: "panchor", Diagram: "d", Subject: "anchor"},
	)
	s := drawer.Of(m, "d")
	gauge := boxOf(t, s, "Gauge")
	var way []scene.Point
	for _, g := range s.Groups {
		if g.ID == "panchor" {
			way = g.Shapes[0].Path.Points
		}
	}
	require.Greater(t, len(way), 1)
	for i := range way[1:] {
		require.False(t, gauge.CrossedBy(way[i], way[i+1]), "%v through %v", way, gauge)
	}
}
