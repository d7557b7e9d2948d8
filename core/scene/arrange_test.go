package scene_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
)

func arranged(t *testing.T, m *model.Model, how scene.Arrangement, placements ...model.ID) (*model.Model, *scene.Scene) {
	t.Helper()
	changes, err := drawer.Arrange(m, "d", how, placements)
	require.NoError(t, err)
	next, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	again, err := drawer.Arrange(next, "d", how, placements)
	require.NoError(t, err)
	require.Empty(t, again, "what is arranged stays")
	return next, drawer.Of(next, "d")
}

func placementOf(m *model.Model, name string) model.ID {
	return m.PlacementOn("d", m.ClassifiersNamed(name)[0].ID).ID
}

func boxOf(t *testing.T, s *scene.Scene, name string) scene.Rect {
	t.Helper()
	return *groupOf(t, s, "class "+name).Box
}

func TestInLayers(t *testing.T) {
	m, _ := draw(t, 3, "class Part", "class General", "class Caller", "class Whole", "class Called", "class Special", "class Reader", "class Alone",
		"Special is a kind of General", "1 Whole is made of 1..* Part", "Caller uses Called", "1 Reader <reads 1 Whole", "0..1 Whole as upper holds 0..* Whole as lower")
	m, s := arranged(t, m, scene.InLayers)
	above := func(a, b string) {
		require.LessOrEqual(t, boxOf(t, s, a).Bottom()+40, boxOf(t, s, b).Y, "%s above %s", a, b)
	}
	above("General", "Special")
	above("Whole", "Part")
	above("Caller", "Called")
	above("Whole", "Reader")
	q := judge(m, s)
	require.Zero(t, q.through+q.onEachOther+q.labelOnShape+q.labelOnLabel, "%v", q.what)
}

// Crowded diagrams are neat after they were arranged, too.
func TestArrangedDiagramsAreSound(t *testing.T) {
	for _, name := range []string{"grid-3", "grid-4", "grid-6", "tree-2", "long-names", "two-columns"} {
		m := crowded(t, "testdata/crowded/"+name+".txt")
		before := judge(m, drawer.Of(m, "d"))
		m, s := arranged(t, m, scene.InLayers)
		after := judge(m, s)
		t.Logf("%s: %d crossings before, %d after", name, before.crossings, after.crossings)
		require.Zero(t, after.through+after.onEachOther+after.labelOnShape+after.labelOnLabel, "%v", after.what)
		require.Less(t, after.crossings, before.crossings, name)
	}
}

// A selection is arranged where it stands and does not come to lie on the rest.
func TestSelectionInLayers(t *testing.T) {
	m, s := draw(t, 2, "class A", "class B", "class C", "class D", "A is a kind of C", "1 A sees 1 B")
	d := boxOf(t, s, "D")
	_, s = arranged(t, m, scene.InLayers, placementOf(m, "A"), placementOf(m, "B"), placementOf(m, "C"))
	require.Equal(t, d, boxOf(t, s, "D"))
	for _, name := range []string{"A", "B", "C"} {
		require.False(t, boxOf(t, s, name).Overlaps(d))
	}
}

func TestAlignAndSpread(t *testing.T) {
	m, _ := draw(t, 2, "class First", "class Second with a longer name", "class Third", "  a: Integer", "  b: Integer")
	move := func(id model.ID, x, y int) model.Change { return &model.Move{ID: id, X: x, Y: y} }
	a, b, c := placementOf(m, "First"), placementOf(m, "Second with a longer name"), placementOf(m, "Third")
	m, _, _, err := model.Edit(m, []model.Change{move(a, 100, 50), move(b, 333, 207), move(c, 801, 444)})
	require.NoError(t, err)
	boxes := func(how scene.Arrangement, ids ...model.ID) [3]scene.Rect {
		_, s := arranged(t, m, how, ids...)
		return [3]scene.Rect{boxOf(t, s, "First"), boxOf(t, s, "Second with a longer name"), boxOf(t, s, "Third")}
	}
	all := []model.ID{b, a, c} // the second was selected first
	r := boxes(scene.AlignLeft, all...)
	require.Equal(t, [3]int{333, 333, 333}, [3]int{r[0].X, r[1].X, r[2].X})
	r = boxes(scene.AlignRight, all...)
	require.Equal(t, r[1].Right(), r[0].Right())
	r = boxes(scene.AlignCenter, all...)
	require.Equal(t, r[1].X+r[1].W/2, r[2].X+r[2].W/2)
	r = boxes(scene.AlignTop, all...)
	require.Equal(t, [3]int{207, 207, 207}, [3]int{r[0].Y, r[1].Y, r[2].Y})
	r = boxes(scene.AlignMiddle, all...)
	require.InDelta(t, r[1].Y+r[1].H/2, r[2].Y+r[2].H/2, 1)
	r = boxes(scene.AlignBottom, all...)
	require.Equal(t, r[1].Bottom(), r[2].Bottom())
	r = boxes(scene.SpreadAcross, all...)
	require.InDelta(t, r[1].X-r[0].Right(), r[2].X-r[1].Right(), 1)
	require.Equal(t, 100, r[0].X)
	require.Equal(t, 801, r[2].X)
	r = boxes(scene.SpreadDown, all...)
	require.InDelta(t, r[1].Y-r[0].Bottom(), r[2].Y-r[1].Bottom(), 1)
	r = boxes(scene.SameWidth, all...)
	require.Equal(t, r[1].W, r[0].W)
	r = boxes(scene.SameHeight, all...)
	require.Equal(t, r[2].H, r[0].H)
	r = boxes(scene.SameSize, all...)
	require.Equal(t, [2]int{r[1].W, r[2].H}, [2]int{r[0].W, r[0].H})
	m, _, _, err = model.Edit(m, []model.Change{&model.Resize{ID: a, W: 400, H: 300}})
	require.NoError(t, err)
	require.True(t, groupOf(t, drawer.Of(m, "d"), "class First").Larger)
	r = boxes(scene.FitContent, a)
	require.Less(t, r[0].W, 200)
	_, err = drawer.Arrange(m, "d", "sideways", nil)
	require.ErrorContains(t, err, "not a way to arrange")
	_, err = drawer.Arrange(m, "none", scene.AlignLeft, nil)
	require.Error(t, err)
}

func TestTidyLines(t *testing.T) {
	m, s := draw(t, 2, "class A", "class B", "class C", "1 A sees 1 B", "1 B sees 1 C")
	var lines []model.ID
	var changes []model.Change
	for _, g := range s.Groups {
		if g.Route != nil {
			lines = append(lines, g.ID)
			changes = append(changes, &model.SetLine{ID: g.ID, Line: model.LineCurved, Bends: []int{150, 100}}, &model.MoveLabel{ID: g.ID, Label: "name", DX: 3})
		}
	}
	m, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	one, _ := arranged(t, m, scene.TidyLines, lines[0])
	require.Empty(t, one.Placement(lines[0]).Bends)
	require.Empty(t, one.Placement(lines[0]).Labels)
	require.Equal(t, model.LineCurved, one.Placement(lines[0]).Line, "its shape stays")
	require.NotEmpty(t, one.Placement(lines[1]).Bends)
	both, _ := arranged(t, m, scene.TidyLines, placementOf(m, "B"))
	require.Empty(t, both.Placement(lines[0]).Bends)
	require.Empty(t, both.Placement(lines[1]).Bends)
}

// A moved label keeps its distance from its end, wherever the shapes go.
func TestMovedLabelsStayWithTheirEnd(t *testing.T) {
	m, s := draw(t, 2, "class Left", "class Right", "1 Left sees 3..7 Right")
	line := groupOf(t, s, "association: 1 Left sees 3..7 Right")
	var slot scene.Slot
	for _, c := range line.Slots {
		if c.Value == "3..7" {
			slot = c
		}
	}
	at := func(s *scene.Scene) (scene.Point, scene.Point) {
		for _, g := range s.Groups {
			for _, c := range g.Slots {
				if c.Label == slot.Label && g.ID == line.ID {
					return scene.Point{X: c.Rect.X + 3, Y: c.Rect.Y + 1}, *c.Anchor
				}
			}
		}
		require.Fail(t, "no such label")
		return scene.Point{}, scene.Point{}
	}
	m, _, _, err := model.Edit(m, []model.Change{&model.MoveLabel{ID: line.ID, Label: slot.Label, DX: -30, DY: 40}})
	require.NoError(t, err)
	for _, to := range []scene.Point{{X: 500, Y: 0}, {X: -300, Y: 200}, {X: 40, Y: 500}} {
		next, _, _, err := model.Edit(m, []model.Change{&model.Move{ID: placementOf(m, "Right"), X: to.X, Y: to.Y}})
		require.NoError(t, err)
		label, anchor := at(drawer.Of(next, "d"))
		require.Equal(t, scene.Point{X: anchor.X - 30, Y: anchor.Y + 40}, label)
	}
}

// A label that a person moved is not covered by a shape that comes to lie there.
func TestMovedLabelsAreNotCovered(t *testing.T) {
	m, s := draw(t, 2, "class Left", "class Right", "class Third", "1 Left sees 3..7 Right")
	line := groupOf(t, s, "association: 1 Left sees 3..7 Right")
	third := boxOf(t, s, "Third")
	var anchor scene.Point
	for _, c := range line.Slots {
		if c.Label == "name" {
			anchor = *c.Anchor
		}
	}
	m, _, _, err := model.Edit(m, []model.Change{&model.MoveLabel{ID: line.ID, Label: "name", DX: third.X + 20 - anchor.X, DY: third.Y + 5 - anchor.Y}})
	require.NoError(t, err)
	q := judge(m, drawer.Of(m, "d"))
	require.Zero(t, q.labelOnShape, "%v", q.what)
}

func TestNotesLegendAndPictures(t *testing.T) {
	m, _ := draw(t, 2, "class A", "class B")
	a := m.ClassifiersNamed("A")[0].ID
	data := modeltest.Picture(10)
	long := "A note whose text is so long that it takes several lines, as notes do.\n\nAnd another paragraph."
	m, _, _, err := model.Edit(m, []model.Change{
		&model.AddElement{ID: "n", Kind: model.Note, Set: model.P("body", long)}, &model.Place{ID: "pn", Diagram: "d", Subject: "n", X: 0, Y: 300},
		&model.Connect{ID: "an", Kind: model.Anchor, Source: "n", Target: a}, &model.Place{ID: "pan", Diagram: "d", Subject: "an"},
		&model.SetPicture{ID: a, PNG: data}, &model.SetClassifier{ID: a, Set: model.P("stereotypes", []string{"x"})},
		&model.SetProject{Set: model.P("colours", []model.StereotypeColour{{Stereotype: "x", Colour: "clay"}})},
	})
	require.NoError(t, err)
	s := drawer.Of(m, "d")
	note := groupOf(t, s, m.Describe("n"))
	require.GreaterOrEqual(t, len(note.Shapes), 6, "outline, fold, four lines and more")
	require.LessOrEqual(t, note.Box.W, 300)
	require.Equal(t, long, note.Slots[0].Value)
	require.Equal(t, data, s.Pictures[model.PictureID(data)])
	legend := groupOf(t, s, "Legend of the colours")
	require.Equal(t, model.Colour("clay"), legend.Shapes[0].Tint)
	require.GreaterOrEqual(t, legend.Box.Y, note.Box.Bottom())
	require.LessOrEqual(t, legend.Box.Bottom(), s.Bounds.Y+s.Bounds.H)
	m, _, _, err = model.Edit(m, []model.Change{&model.SetProject{Set: model.P("colours", []model.StereotypeColour{})}})
	require.NoError(t, err)
	for _, g := range drawer.Of(m, "d").Groups {
		require.NotEqual(t, model.ID("legend"), g.ID, "no colour, no legend")
		for _, p := range g.Shapes {
			require.Empty(t, p.Tint)
		}
	}
}

func TestPlaceAll(t *testing.T) {
	m, _ := draw(t, 2, "class A", "class B")
	var changes []model.Change
	var ids []model.ID
	for i := range 9 {
		id := model.ID(fmt.Sprint("n", i))
		ids = append(ids, id)
		changes = append(changes, &model.AddElement{ID: id, Kind: model.Class, Name: fmt.Sprint("New ", i)})
	}
	m, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	places, err := drawer.PlaceAll(m, "d", append(ids, m.ClassifiersNamed("A")[0].ID), nil, scene.Point{X: 20, Y: 10}, "s")
	require.NoError(t, err)
	require.Len(t, places, 9, "what is there stays there")
	m, _, _, err = model.Edit(m, places)
	require.NoError(t, err)
	var boxes []scene.Rect
	for _, g := range drawer.Of(m, "d").Groups {
		if g.Box == nil || g.ID == "frame" {
			continue
		}
		for _, b := range boxes {
			require.False(t, b.Overlaps(*g.Box), "%v %v", b, g.Box)
		}
		boxes = append(boxes, *g.Box)
	}
}
