package scene_test

import (
	"fmt"
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

var (
	set    = typeface.New()
	drawer = scene.NewDrawer(set)
)

// draw builds a model from lines and places what it holds, boxes in a row of
// columns, then everything between them.
func draw(t testing.TB, columns int, lines ...string) (*model.Model, *scene.Scene) {
	t.Helper()
	m := modeltest.Build(t, lines...)
	changes := []model.Change{&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "Drawn"}}
	list := m.Classifiers()
	slices.SortFunc(list, func(a, b *model.Element) int { return slices.Index(lines, title(a)) - slices.Index(lines, title(b)) })
	for i, e := range list {
		changes = append(changes, &model.Place{ID: "p" + e.ID, Diagram: "d", Subject: e.ID, X: i % columns * 300, Y: i / columns * 240})
	}
	for _, r := range m.Relationships() {
		changes = append(changes, &model.Place{ID: "p" + r.ID, Diagram: "d", Subject: r.ID})
	}
	next, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	return next, drawer.Of(next, "d")
}

func title(e *model.Element) string { return string(e.Kind) + " " + e.Name }

func groupOf(t testing.TB, s *scene.Scene, title string) scene.Group {
	t.Helper()
	for _, g := range s.Groups {
		if g.Title == title {
			return g
		}
	}
	var titles []string
	for _, g := range s.Groups {
		titles = append(titles, g.Title)
	}
	require.Failf(t, "no such group", "%s among %v", title, titles)
	return scene.Group{}
}

// Property: text always fits its box, nothing lies outside the bounds, every
// group has its own id, and drawing again gives the same.
func TestTextFits(t *testing.T) {
	for seed := range uint64(15) {
		m := modeltest.Model(seed, 200)
		for _, d := range m.Diagrams() {
			s := drawer.Of(m, d.ID)
			require.Equal(t, s, drawer.Of(m, d.ID))
			ids := map[model.ID]bool{}
			for _, g := range s.Groups {
				require.False(t, ids[g.ID])
				ids[g.ID] = true
				require.NotEmpty(t, g.Title)
				for _, p := range g.Shapes {
					if p.Text == nil {
						continue
					}
					right := p.Text.X + int(math.Ceil(float64(p.Text.Width)/100))
					require.LessOrEqual(t, right, s.Bounds.X+s.Bounds.W, "%s: %q", g.Title, p.Text.Text)
					if g.Box != nil && g.ID != "frame" {
						require.GreaterOrEqual(t, p.Text.X, g.Box.X, "%s: %q", g.Title, p.Text.Text)
						require.LessOrEqual(t, right, g.Box.X+g.Box.W, "%s: %q", g.Title, p.Text.Text)
						require.LessOrEqual(t, p.Text.Y, g.Box.Y+g.Box.H)
					}
				}
			}
		}
	}
}

func TestLongTextsWrap(t *testing.T) {
	long := "Averyveryverylongnamewithoutanyplacetobreakitwhichstillmustfitintoaboxthatsomebodycanread"
	_, s := draw(t, 1, "class "+long, "  - "+long+": Decimal = 1 {readOnly, id}")
	for _, g := range s.Groups {
		if g.Box != nil && g.ID != "frame" {
			require.LessOrEqual(t, g.Box.W, 460)
			require.GreaterOrEqual(t, len(g.Shapes), 6, "name and feature take several lines")
		}
	}
}

func TestABoxIsAsLargeAsItsContentOrAsAPersonMadeIt(t *testing.T) {
	m, s := draw(t, 1, "class Hive", "  number: Integer")
	hive := groupOf(t, s, "class Hive")
	small := *hive.Box
	resize := func(w, h int) scene.Rect {
		next, _, _, err := model.Edit(m, []model.Change{&model.Resize{ID: hive.ID, W: w, H: h}})
		require.NoError(t, err)
		return *groupOf(t, drawer.Of(next, "d"), "class Hive").Box
	}
	require.Equal(t, scene.Rect{X: small.X, Y: small.Y, W: 300, H: 200}, resize(300, 200))
	require.Equal(t, small, resize(10, 10), "never smaller than its content")
}

// Ends keep their labels: the multiplicity given for an element is drawn at it.
func TestLabelsStandAtTheirEnd(t *testing.T) {
	m, s := draw(t, 2, "class Beekeeper", "class HoneyLot", "1 Beekeeper as owner delivers 3..7 HoneyLot as goods {ordered}")
	line := groupOf(t, s, `association: 1 Beekeeper as owner delivers 3..7 HoneyLot as goods {ordered}`)
	near := func(text, shape string) {
		box := groupOf(t, s, "class "+shape).Box
		for _, p := range line.Shapes {
			if p.Text != nil && p.Text.Text == text {
				x := p.Text.X + p.Text.Width/200
				distance := min(math.Abs(float64(x-box.X)), math.Abs(float64(x-box.X-box.W)))
				require.Less(t, distance, 60.0, "%s at %s", text, shape)
				return
			}
		}
		require.Fail(t, "no label "+text)
	}
	near("1", "Beekeeper")
	near("owner", "Beekeeper")
	near("3..7", "HoneyLot")
	near("goods {ordered}", "HoneyLot")
	// However the shapes are moved.
	place := groupOf(t, s, "class HoneyLot").ID
	m, _, _, err := model.Edit(m, []model.Change{&model.Move{ID: place, X: -500, Y: 400}})
	require.NoError(t, err)
	s = drawer.Of(m, "d")
	line = groupOf(t, s, `association: 1 Beekeeper as owner delivers 3..7 HoneyLot as goods {ordered}`)
	near("3..7", "HoneyLot")
	near("1", "Beekeeper")
}

// Right-angled lines are right-angled, start and end on the side of their
// shapes, and ends on one side keep apart.
func TestLinesAreRightAngledAndKeepApart(t *testing.T) {
	lines := []string{"class Hub"}
	for i := range 7 {
		lines = append(lines, fmt.Sprintf("class Spoke%d", i))
	}
	for i := range 7 {
		lines = append(lines, fmt.Sprintf("1 Hub turns 0..* Spoke%d", i))
	}
	_, s := draw(t, 4, lines...)
	boxes := map[model.ID]scene.Rect{}
	for _, g := range s.Groups {
		if g.Box != nil {
			boxes[g.Subject] = *g.Box
		}
	}
	seen := map[scene.Point]string{}
	for _, g := range s.Groups {
		if g.Route == nil {
			continue
		}
		for i := 1; i < len(g.Route); i++ {
			a, b := g.Route[i-1], g.Route[i]
			require.True(t, a.X == b.X || a.Y == b.Y, "%s: %v", g.Title, g.Route)
		}
		for i, p := range []scene.Point{g.Route[0], g.Route[len(g.Route)-1]} {
			r := boxes[g.Between[i]]
			onX := (p.X == r.X || p.X == r.X+r.W) && p.Y >= r.Y && p.Y <= r.Y+r.H
			onY := (p.Y == r.Y || p.Y == r.Y+r.H) && p.X >= r.X && p.X <= r.X+r.W
			require.True(t, onX || onY, "%s: %v is not on %v", g.Title, p, r)
			require.Empty(t, seen[p], "%s and %s end in one point", seen[p], g.Title)
			seen[p] = g.Title
		}
	}
}

func TestGeneralizationsShareATrunk(t *testing.T) {
	_, s := draw(t, 3, "class Item", "class Left", "class Middle", "class Lot", "class Batch", "class Jar",
		"Lot is a kind of Item", "Batch is a kind of Item", "Jar is a kind of Item")
	var ends []scene.Point
	for _, g := range s.Groups {
		if g.Kind == model.Generalization {
			ends = append(ends, g.Route[len(g.Route)-1])
		}
	}
	require.Len(t, ends, 3)
	require.Equal(t, ends[0], ends[1])
	require.Equal(t, ends[1], ends[2])
}

func TestSelfRelationsLoop(t *testing.T) {
	_, s := draw(t, 1, "class Beekeeper", "0..1 Beekeeper as mentor guides 0..* Beekeeper as novice", "0..* Beekeeper knows 0..* Beekeeper as friend")
	for _, g := range s.Groups {
		if g.Route != nil {
			require.Len(t, g.Route, 5)
		}
	}
}

func TestStraightAndBentLines(t *testing.T) {
	m, s := draw(t, 2, "class Hive", "class Frame", "1 Hive houses 1..* \"Frame\"")
	line := groupOf(t, s, `association: 1 Hive houses 1..* "Frame"`)
	edit := func(c model.Change) []scene.Point {
		next, _, _, err := model.Edit(m, []model.Change{c})
		require.NoError(t, err)
		return groupOf(t, drawer.Of(next, "d"), line.Title).Route
	}
	require.Len(t, edit(&model.SetLine{ID: line.ID, Line: model.LineStraight}), 2)
	bent := edit(&model.SetLine{ID: line.ID, Bends: []int{200, 300}})
	require.Contains(t, bent, scene.Point{X: 200, Y: 300})
}

func TestFreePlaceIsFree(t *testing.T) {
	m, _ := draw(t, 1, "class Hive")
	var boxes []scene.Rect
	near := m.Classifiers()[0].ID
	for i := range 25 {
		p := drawer.FreePlace(m, "d", near, 140, 60)
		id := model.ID(fmt.Sprint("n", i))
		next, _, _, err := model.Edit(m, []model.Change{
			&model.AddElement{ID: id, Kind: model.Class, Name: fmt.Sprint("Frame ", i)},
			&model.Place{ID: "p" + id, Diagram: "d", Subject: id, X: p.X, Y: p.Y}})
		require.NoError(t, err)
		m, near = next, id
	}
	for _, g := range drawer.Of(m, "d").Groups {
		if g.Box == nil || g.ID == "frame" {
			continue
		}
		for _, o := range boxes {
			require.False(t, g.Box.X < o.X+o.W && o.X < g.Box.X+g.Box.W && g.Box.Y < o.Y+o.H && o.Y < g.Box.Y+g.Box.H, "%v lies on %v", g.Box, o)
		}
		boxes = append(boxes, *g.Box)
	}
	require.Equal(t, scene.Point{X: 80, Y: 80}, drawer.FreePlace(modeltest.Build(t), "d", "", 10, 10))
}

// Property: a drawer that remembers what it drew draws what a new one draws.
func TestRememberedShapesAreTheSame(t *testing.T) {
	for seed := range uint64(12) {
		src := modeltest.NewSource(seed)
		m := model.Empty("Random")
		old := scene.NewDrawer(set)
		for step := range 160 {
			next, _, inverse, err := model.Edit(m, src.Change(m))
			if err != nil {
				continue
			}
			models := []*model.Model{next}
			if step%9 == 0 {
				back, _, _, err := model.Edit(next, inverse)
				require.NoError(t, err)
				models = append(models, back, next)
			}
			for _, m := range models {
				for _, d := range m.Diagrams() {
					require.Equal(t, scene.NewDrawer(set).Of(m, d.ID), old.Of(m, d.ID), "seed %d step %d", seed, step)
				}
			}
			m = next
		}
	}
}

// The slot of the features holds what is typed, whatever is drawn.
func TestFeatureSlotHoldsTheTypedText(t *testing.T) {
	for seed := range uint64(10) {
		m := modeltest.Model(seed, 200)
		for _, d := range m.Diagrams() {
			for _, g := range drawer.Of(m, d.ID).Groups {
				for _, s := range g.Slots {
					if s.Field == "features" {
						require.Equal(t, notation.FeatureText(m, m.Element(s.Row)), s.Value)
					}
				}
			}
		}
	}
}

// Changing one class changes the hash of that group and of no shape elsewhere.
func TestHashesTellWhatLooksDifferent(t *testing.T) {
	m, s := draw(t, 2, "class Hive", "class Frame")
	hive := m.ClassifiersNamed("Hive")[0]
	next, _, _, err := model.Edit(m, notation.EditFeatures(m, hive, "number: Integer", "x"))
	require.NoError(t, err)
	after := drawer.Of(next, "d")
	require.NotEqual(t, groupOf(t, s, "class Hive").Hash, groupOf(t, after, "class Hive").Hash)
	require.Equal(t, groupOf(t, s, "class Frame").Hash, groupOf(t, after, "class Frame").Hash)
	require.Nil(t, drawer.Of(m, "nowhere"))
}
