package scene_test

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
	"lexeon/core/tableview"
	"lexeon/core/typeface"
)

func titled(t *testing.T, s *scene.Scene, title string) *scene.Group {
	t.Helper()
	i := slices.IndexFunc(s.Groups, func(g scene.Group) bool { return g.Title == title })
	require.GreaterOrEqual(t, i, 0, "%s is not drawn", title)
	return &s.Groups[i]
}

// Tables follow the model by themselves, and stay where they were put.
func TestTablesFollowTheModel(t *testing.T) {
	m := modeltest.Build(t, "class Hut", " name: String {id}", "class Ridge", " height: Integer", "1 Ridge carries 0..* Hut")
	for _, c := range m.OfKind(model.Class) {
		m = modeltest.Edit(t, m, []model.Change{&model.SetClassifier{ID: c.ID, Set: model.P("stored", true)}})
	}
	m = modeltest.Edit(t, m, []model.Change{&model.AddDiagram{ID: "t", Kind: model.TableDiagram, Name: "T"}})
	d := scene.NewDrawer(typeface.New())
	s := d.Of(m, "t")
	hut := titled(t, s, "table hut")
	require.Empty(t, hut.Slots, "nothing is typed into a table")
	titled(t, s, "reference from hut to ridge: ridge_id")
	var texts []string
	for _, p := range hut.Shapes {
		if p.Text != nil {
			texts = append(texts, p.Text.Text)
		}
	}
	require.Equal(t, []string{"hut", "name: Text", "ridge_id: Integer"}, texts, "the key stands first")

	// What is moved is kept with the diagram, and no row of the model is made.
	changes, err := tableview.Changes("t", d.Shown(m, "t"), []model.Change{&model.Move{ID: hut.ID, X: 700, Y: 900}})
	require.NoError(t, err)
	moved := modeltest.Edit(t, m, changes)
	require.Equal(t, m.Len(), moved.Len())
	box := titled(t, d.Of(moved, "t"), "table hut").Box
	require.Equal(t, []int{700, 900}, []int{box.X, box.Y})

	// A class that is renamed is the same table; a new one stands beside the others.
	renamed := modeltest.Edit(t, moved, []model.Change{&model.SetName{ID: m.Named("Hut", model.Class)[0].ID, Name: "Refuge"},
		&model.AddElement{ID: "new", Kind: model.Class, Name: "Path", Set: model.P("stored", true)}})
	s = d.Of(renamed, "t")
	box = titled(t, s, "table refuge").Box
	require.Equal(t, []int{700, 900}, []int{box.X, box.Y})
	path := titled(t, s, "table path").Box
	for _, g := range s.Groups {
		if g.Kind == model.TableShape && g.Title != "table path" {
			require.False(t, path.Overlaps(*g.Box), g.Title)
		}
	}
	_, err = tableview.Changes("t", d.Shown(renamed, "t"), []model.Change{&model.Delete{ID: titled(t, s, "table path").Subject}})
	require.ErrorContains(t, err, "Tables follow from the classes")
}

// Arranging tables is arranging the diagram that they stand on.
func TestTablesAreArranged(t *testing.T) {
	m := modeltest.Stored(3, false)
	m = modeltest.Edit(t, m, []model.Change{&model.AddDiagram{ID: "t", Kind: model.TableDiagram, Name: "T"}})
	d := scene.NewDrawer(typeface.New())
	var moves []model.DerivedPlace
	for _, g := range d.Of(m, "t").Groups {
		if g.Kind == model.TableShape {
			moves = append(moves, model.DerivedPlace{Of: g.Subject, X: 40, Y: 40})
		}
	}
	require.NotEmpty(t, moves)
	heaped := modeltest.Edit(t, m, []model.Change{&model.SetTableView{ID: "t", Places: moves}})
	changes, err := d.Arrange(heaped, "t", scene.InLayers, nil)
	require.NoError(t, err)
	require.Len(t, changes, 1)
	require.IsType(t, &model.SetTableView{}, changes[0])
	s := d.Of(modeltest.Edit(t, heaped, changes), "t")
	for i := range s.Groups {
		for k := range i {
			a, b := &s.Groups[i], &s.Groups[k]
			if a.Kind == model.TableShape && b.Kind == model.TableShape {
				require.False(t, a.Box.Overlaps(*b.Box), "%s on %s", a.Title, b.Title)
			}
		}
	}
}

// Crow's foot has a sign for none, one and many; what it has none for stands beside it.
func TestCrowFootSigns(t *testing.T) {
	for mult, want := range map[string]struct {
		signs  int
		beside string
	}{"1": {2, ""}, "0..1": {2, ""}, "1..*": {2, ""}, "*": {2, ""}, "2..5": {2, "2..5"}, "?": {1, "?"}, "": {1, ""}, "3": {2, "3"}} {
		m, err := model.ParseMultiplicity(mult)
		require.NoError(t, err)
		signs, beside := scene.CrowFoot(m)
		require.Equal(t, want.signs, signs, mult)
		require.Equal(t, want.beside, beside, mult)
	}
}

func BenchmarkTableView(b *testing.B) {
	m := modeltest.Large(300, 450, 0)
	for _, c := range m.OfKind(model.Class) {
		m = modeltest.Edit(b, m, []model.Change{&model.SetClassifier{ID: c.ID, Set: model.P("stored", true)}})
	}
	m = modeltest.Edit(b, m, []model.Change{&model.AddDiagram{ID: "t", Kind: model.TableDiagram, Name: "T"}})
	d := scene.NewDrawer(typeface.New())
	set := &model.SetTableView{ID: "t"}
	for _, p := range d.Shown(m, "t").PlacementsOn("t") {
		set.Places = append(set.Places, model.DerivedPlace{Of: p.Subject, X: p.X, Y: p.Y, Way: p.Way})
	}
	m = modeltest.Edit(b, m, []model.Change{set})
	class := m.OfKind(model.Class)[0].ID
	b.Run("one changed", func(b *testing.B) {
		for i := 0; b.Loop(); i++ {
			next := modeltest.Edit(b, m, []model.Change{&model.SetName{ID: class, Name: fmt.Sprintf("Name%d", i)}})
			d.Of(next, "t")
		}
	})
	b.Run("arranged", func(b *testing.B) {
		for b.Loop() {
			_, _ = d.Arrange(m, "t", scene.InLayers, nil)
		}
	})
}
