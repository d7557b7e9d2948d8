package scene_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/scene"
)

// What is in nobody's way stays; what stands on something goes aside; a line that nearly is
// level is; and then there is nothing left to do.
func TestGently(t *testing.T) {
	m, _ := draw(t, 2, "class A", "class B", "class C", "class D", "1 A sees 1 B")
	move := func(name string, x, y int) model.Change { return &model.Move{ID: placementOf(m, name), X: x, Y: y} }
	m = edited(t, m, move("A", 0, 0), move("B", 600, 0), move("C", 620, 20), move("D", 0, 400))
	before := drawer.Of(m, "d")
	a, b, d := boxOf(t, before, "A"), boxOf(t, before, "B"), boxOf(t, before, "D")
	m, s := arranged(t, m, scene.Gently)
	require.Equal(t, a, boxOf(t, s, "A"))
	require.Equal(t, b, boxOf(t, s, "B"))
	require.Equal(t, d, boxOf(t, s, "D"))
	c := boxOf(t, s, "C")
	require.False(t, c.Overlaps(b))
	require.Less(t, abs(c.X-620)+abs(c.Y-20), 200, "not far away")
	again, err := drawer.Arrange(m, "d", scene.Gently, nil)
	require.NoError(t, err)
	require.Empty(t, again)
}

// A bend that a person put stays, the other lines are led together.
func TestGentlyLeavesBends(t *testing.T) {
	m, _ := draw(t, 2, "class A", "class B", "1 A sees 1 B")
	line := m.PlacementOn("d", m.Relationships(model.Association)[0].ID)
	m = edited(t, m, &model.Move{ID: placementOf(m, "A")}, &model.Move{ID: placementOf(m, "B"), X: 500, Y: 300}, &model.SetLine{ID: line.ID, Bends: []int{300, 100, 300, 320}})
	m, _ = arranged(t, m, scene.Gently)
	require.Equal(t, []int{300, 100, 300, 320}, m.Placement(line.ID).Bends)
}

// Shapes that are moved together take the ways of their lines along.
func TestWaysGoWithTheirShapes(t *testing.T) {
	m, _ := draw(t, 2, "class A", "class B", "class C", "A is a kind of C", "1 A sees 0..* B", "1 B holds 1 C", "1 C keeps 1 A")
	m, s := arranged(t, m, scene.InLayers)
	routes := func(s *scene.Scene) (out [][]scene.Point) {
		for _, g := range s.Groups {
			if g.Route != nil {
				out = append(out, g.Route)
			}
		}
		return out
	}
	before := routes(s)
	var moves []model.Change
	for _, name := range []string{"A", "B", "C"} {
		p := m.Placement(placementOf(m, name))
		moves = append(moves, &model.Move{ID: p.ID, X: p.X + 40, Y: p.Y - 30})
	}
	m = edited(t, m, moves...)
	for i, route := range routes(drawer.Of(m, "d")) {
		for k, p := range route {
			require.Equal(t, scene.Point{X: before[i][k].X + 40, Y: before[i][k].Y - 30}, p)
		}
	}
}
