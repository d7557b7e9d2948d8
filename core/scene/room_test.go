package scene_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// grid is a class diagram of so many classes in columns.
func grid(t testing.TB, n, columns, stepX, stepY int) *model.Model {
	t.Helper()
	changes := []model.Change{&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "Yard"}}
	for i := range n {
		id := model.ID(fmt.Sprint("c", i))
		changes = append(changes, &model.AddElement{ID: id, Kind: model.Class, Name: fmt.Sprint("Crane", i)},
			&model.Place{ID: "p" + id, Diagram: "d", Subject: id, X: 80 + i%columns*stepX, Y: 80 + i/columns*stepY})
	}
	m, _, _, err := model.Edit(model.Empty("Yard"), changes)
	require.NoError(t, err)
	return m
}

// grow writes features into a class, and makes room.
func grow(t testing.TB, d *scene.Drawer, m *model.Model, class model.ID, features string) (next *model.Model, room []model.Change) {
	t.Helper()
	next, delta, _, err := model.Edit(m, notation.EditFeatures(m, m.Element(class), features, "seed"))
	require.NoError(t, err)
	room = d.MakeRoom(m, next, delta)
	after, _, _, err := model.Edit(next, room)
	require.NoError(t, err)
	return after, room
}

func boxesOf(d *scene.Drawer, m *model.Model) map[model.ID]scene.Rect {
	out := map[model.ID]scene.Rect{}
	for _, g := range d.Of(m, "d").Groups {
		if g.Box != nil && g.ID != "frame" && g.ID != "legend" {
			out[g.ID] = *g.Box
		}
	}
	return out
}

const six = "name: String\nnumber: Integer {id}\nmass: Decimal\nbuilt: Date\nheight: Decimal\nreach: Decimal"

func TestAShapeThatGrowsPushesItsNeighbours(t *testing.T) {
	d := scene.NewDrawer(typeface.New())
	m := grid(t, 9, 3, 260, 120)
	before := boxesOf(d, m)
	next, room := grow(t, d, m, "c4", six)
	after := boxesOf(d, next)
	require.NotEmpty(t, room)
	gap := before["pc7"].Y - before["pc4"].Bottom()
	require.Equal(t, after["pc4"].Bottom()+min(gap, 40), after["pc7"].Y, "what is below goes down, and keeps the gap")
	for _, id := range []model.ID{"pc0", "pc1", "pc2", "pc3", "pc6"} {
		require.Equal(t, before[id], after[id], "%s need not move", id)
	}
	require.Equal(t, before["pc4"].X, after["pc4"].X)
	_, none := grow(t, d, next, "c4", six+"\n") // nothing grew
	require.Empty(t, none)
}

// Whatever grows, wherever it stands: no two shapes overlap that did not before.
func TestNothingCoversAnythingByItself(t *testing.T) {
	d := scene.NewDrawer(typeface.New())
	rnd := rand.New(rand.NewPCG(7, 7))
	for round := range 60 {
		m := grid(t, 24, 4+rnd.IntN(3), 170+rnd.IntN(120), 70+rnd.IntN(90))
		var shake []model.Change
		for i := range 24 {
			p := m.Placement(model.ID(fmt.Sprint("pc", i)))
			shake = append(shake, &model.Move{ID: p.ID, X: p.X + rnd.IntN(60), Y: p.Y + rnd.IntN(40)})
		}
		m, _, _, err := model.Edit(m, shake)
		require.NoError(t, err)
		before := boxesOf(d, m)
		next, _ := grow(t, d, m, model.ID(fmt.Sprint("c", rnd.IntN(24))), six+"\n+ lift(load: Decimal, to: String, slowly: Boolean): Boolean")
		after := boxesOf(d, next)
		for a := range after {
			for b := range after {
				if a < b && !before[a].Overlaps(before[b]) {
					require.False(t, after[a].Overlaps(after[b]), "round %d: %s %v and %s %v", round, a, after[a], b, after[b])
				}
			}
		}
	}
}

// On every diagram that shows it, but not where a change places things itself.
func TestRoomOnEveryDiagram(t *testing.T) {
	d := scene.NewDrawer(typeface.New())
	m := grid(t, 4, 2, 240, 110)
	m, _, _, err := model.Edit(m, []model.Change{&model.AddDiagram{ID: "e", Kind: model.ClassDiagram, Name: "Other"},
		&model.Place{ID: "q0", Diagram: "e", Subject: "c0", X: 80, Y: 80}, &model.Place{ID: "q1", Diagram: "e", Subject: "c1", X: 80, Y: 140}})
	require.NoError(t, err)
	changes := notation.EditFeatures(m, m.Element("c0"), six, "s")
	next, delta, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	at := map[model.ID]bool{}
	for _, c := range d.MakeRoom(m, next, delta) {
		at[c.(*model.Move).ID] = true
	}
	require.Equal(t, map[model.ID]bool{"pc2": true, "q1": true}, at)
	next, delta, _, err = model.Edit(m, append(changes, &model.Move{ID: "pc3", X: 700, Y: 500}))
	require.NoError(t, err)
	at = map[model.ID]bool{}
	for _, c := range d.MakeRoom(m, next, delta) {
		at[c.(*model.Move).ID] = true
	}
	require.Equal(t, map[model.ID]bool{"q1": true}, at, "a person arranges the first one")
}

func BenchmarkMakeRoom300(b *testing.B) {
	d := scene.NewDrawer(typeface.New())
	m := grid(b, 300, 20, 200, 90)
	next, delta, _, err := model.Edit(m, notation.EditFeatures(m, m.Element("c130"), six, "seed"))
	require.NoError(b, err)
	d.Of(m, "d")
	for b.Loop() {
		d.MakeRoom(m, next, delta)
	}
}

// Shapes made one after the other fill a grid that a window shows, not one row.
func TestNewShapesFillAGrid(t *testing.T) {
	d := scene.NewDrawer(typeface.New())
	for _, n := range []int{5, 14, 30, 60} {
		m, _, _, err := model.Edit(model.Empty("Yard"), []model.Change{&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "Yard"}})
		require.NoError(t, err)
		near := model.ID("")
		for i := range n {
			id := model.ID(fmt.Sprint("c", i))
			w, h := d.SizeOf(m, model.Class, "Crane")
			at := d.FreePlace(m, "d", near, w, h)
			m, _, _, err = model.Edit(m, []model.Change{&model.AddElement{ID: id, Kind: model.Class, Name: fmt.Sprint("Crane", i)}, &model.Place{ID: "p" + id, Diagram: "d", Subject: id, X: at.X, Y: at.Y}})
			require.NoError(t, err)
			near = id
		}
		var all scene.Rect
		for id, b := range boxesOf(d, m) {
			if all == (scene.Rect{}) {
				all = b
			}
			all = all.Union(b)
			for other, o := range boxesOf(d, m) {
				require.False(t, id < other && b.Overlaps(o), "%s and %s", id, other)
			}
		}
		require.LessOrEqual(t, all.W, max(1000, 2*all.H), "%d classes: %v", n, all)
	}
}
