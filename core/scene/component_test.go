package scene_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// 150 components nested four deep: what is inside lies inside, and nothing on
// another, once they are arranged.
func TestNestedComponentsAreArranged(t *testing.T) {
	d := scene.NewDrawer(typeface.New())
	m := modeltest.Nested(60)
	changes, err := d.Arrange(m, "all", scene.InLayers, nil)
	require.NoError(t, err)
	m, _, _, err = model.Edit(m, changes)
	require.NoError(t, err)
	s := d.Of(m, "all")
	boxes := map[model.ID]*scene.Rect{}
	for i := range s.Groups {
		if g := &s.Groups[i]; g.Kind == model.Component {
			boxes[g.Subject] = g.Box
		}
	}
	require.Len(t, boxes, 60)
	related := func(a, b model.ID) bool {
		for e := m.Element(a); e != nil; e = m.Element(e.Owner) {
			if e.ID == b {
				return true
			}
		}
		return false
	}
	deepest := 0
	for id, box := range boxes {
		depth := 0
		for e := m.Element(id); e.Owner != ""; e = m.Element(e.Owner) {
			outer := boxes[e.Owner]
			require.True(t, outer.X <= box.X && outer.Y <= box.Y && outer.Right() >= box.Right() && outer.Bottom() >= box.Bottom(), "%s in %s", id, e.Owner)
			depth++
		}
		deepest = max(deepest, depth)
		for other, o := range boxes {
			if id < other && !related(id, other) && !related(other, id) {
				require.False(t, box.Overlaps(*o), "%s %v on %s %v", id, *box, other, *o)
			}
		}
	}
	require.Equal(t, 3, deepest, "four deep")
	again, err := d.Arrange(m, "all", scene.InLayers, nil)
	require.NoError(t, err)
	require.Empty(t, again, "arranging again changes nothing")
}

// A port stands on the edge of its component, on the side that was chosen.
func TestPortsStandOnTheEdge(t *testing.T) {
	d := scene.NewDrawer(typeface.New())
	for seed := range uint64(30) {
		m := modeltest.Model(seed, 300)
		for _, row := range m.Diagrams() {
			if row.Kind != model.ComponentDiagram {
				continue
			}
			s := d.Of(m, row.ID)
			boxes := map[model.ID]*scene.Rect{}
			ids := map[model.ID]bool{}
			for i := range s.Groups {
				require.False(t, ids[s.Groups[i].ID], "every group has an id of its own")
				ids[s.Groups[i].ID] = true
				if s.Groups[i].Kind != model.Port && s.Groups[i].Box != nil {
					boxes[s.Groups[i].Subject] = s.Groups[i].Box
				}
			}
			for i := range s.Groups {
				if g := &s.Groups[i]; g.Kind == model.Port {
					c, box := g.Box.Center(), boxes[g.At]
					require.True(t, c.X == box.X || c.X == box.Right() || c.Y == box.Y || c.Y == box.Bottom(), "%s %v at %v", g.Title, c, *box)
				}
			}
		}
	}
}

func BenchmarkNestedComponents(b *testing.B) {
	d := scene.NewDrawer(typeface.New())
	m := modeltest.Nested(150)
	b.Run("arranged", func(b *testing.B) {
		for b.Loop() {
			if _, err := d.Arrange(m, "all", scene.InLayers, nil); err != nil {
				b.Fatal(err)
			}
		}
	})
	changes, err := d.Arrange(m, "all", scene.InLayers, nil)
	require.NoError(b, err)
	m, _, _, err = model.Edit(m, changes)
	require.NoError(b, err)
	b.Run("opened", func(b *testing.B) {
		for b.Loop() {
			d.Of(m, "all")
		}
	})
}

// What asks for an interface comes to another side of its ball than what offers it:
// no line runs through a socket.
func TestSocketsAreBeside(t *testing.T) {
	m := modeltest.Build(t, "component Pump", "component Middle", "component Press", "interface Pressure", "Pump provides Pressure", "Press requires Pressure",
		"components Pump, Pressure, Middle, Press")
	s := drawer.Of(m, m.Diagrams()[0].ID)
	ball := groupOf(t, s, "interface Pressure").Box
	at := func(title string) scene.Point {
		g := groupOf(t, s, title)
		return g.Route[len(g.Route)-1]
	}
	offer := at("provided interface: Pump provides Pressure")
	require.Less(t, offer.X, ball.Center().X, "from the left")
	ask := at("required interface: Press requires Pressure")
	require.Greater(t, ask.Y, ball.Center().Y+5, "from below")
	require.Equal(t, ball.Center().X, ask.X)
}
