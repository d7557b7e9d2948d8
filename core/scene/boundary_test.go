package scene_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
)

func packaged(t testing.TB) *model.Model {
	m := modeltest.Build(t, "package Intake", "package Scales", "package Blending", "class Delivery", "class Lot", "class Balance", "class Blend", "class Recipe", "class Apiary",
		"Delivery is made of 1..* Lot", "Balance weighs 0..* Lot", "Blend brings together 2..* Lot", "Recipe rules 0..* Blend", "Apiary yields 0..* Lot",
		"into Intake: Delivery, Lot", "into Scales: Balance", "into Intake: Scales", "into Blending: Blend, Recipe")
	m = edited(t, m, &model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "Packages"})
	for _, e := range append(m.Classifiers(), m.OfKind(model.PackageKind)...) {
		m = edited(t, m, &model.Place{ID: "p" + e.ID, Diagram: "d", Subject: e.ID})
	}
	for _, r := range m.Relationships(model.Association) {
		m = edited(t, m, &model.Place{ID: "p" + r.ID, Diagram: "d", Subject: r.ID})
	}
	changes, err := drawer.Arrange(m, "d", scene.InLayers, nil)
	require.NoError(t, err)
	return edited(t, m, changes...)
}

// Folders hold what is in them, nested ones too, and none lies on what is not.
func TestPackagesAreFoldersAroundWhatTheyHold(t *testing.T) {
	m := packaged(t)
	s := drawer.Of(m, "d")
	box := func(title string) scene.Rect { return *group(t, s, title).Box }
	intake, scales, blending := box("package Intake"), box("package Scales"), box("package Blending")
	for title, folder := range map[string]scene.Rect{"class Delivery": intake, "class Lot": intake, "class Balance": scales, "package Scales": intake, "class Recipe": blending} {
		require.Equal(t, folder, folder.Union(box(title)), title)
	}
	require.False(t, intake.Overlaps(blending))
	require.False(t, intake.Overlaps(box("class Apiary")))
	again, err := drawer.Arrange(m, "d", scene.InLayers, nil)
	require.NoError(t, err)
	require.Empty(t, again, "arranging again changes nothing")
	// Without its package a class stays.
	id := m.Named("Blending", model.PackageKind)[0].ID
	m = edited(t, m, &model.Delete{ID: id})
	require.Empty(t, m.Named("Recipe", model.Class)[0].Owner)
	require.NotNil(t, m.PlacementOn("d", m.Named("Recipe", model.Class)[0].ID))
}

// Packages of packages are kept apart at every level, whatever their names need.
func TestNestedPackagesAreKeptApart(t *testing.T) {
	lines := []string{}
	for _, top := range []string{"North", "South of the river"} {
		lines = append(lines, "package "+top)
		for k := range 3 {
			inner := fmt.Sprintf("%s part %d with a name that is wider than what it holds", top, k)
			lines = append(lines, "package "+inner, "into "+top+": "+inner)
			for i := range 3 {
				name := fmt.Sprintf("%c%d%d", top[0], k, i)
				lines = append(lines, "class "+name, "into "+inner+": "+name)
			}
		}
	}
	for i := range 3 {
		lines = append(lines, fmt.Sprintf("N%d0 knows 0..* S%d1", i, (i+1)%3), fmt.Sprintf("N%d1 sees 1 N%d2", i, (i+1)%3), fmt.Sprintf("S%d2 holds 0..* S%d0", i, i))
	}
	m := modeltest.Build(t, lines...)
	changes := []model.Change{&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "Nested"}}
	for _, e := range append(m.Classifiers(), m.OfKind(model.PackageKind)...) {
		changes = append(changes, &model.Place{ID: "p" + e.ID, Diagram: "d", Subject: e.ID})
	}
	m = edited(t, m, changes...)
	changes, err := drawer.Arrange(m, "d", scene.InLayers, nil)
	require.NoError(t, err)
	s := drawer.Of(edited(t, m, changes...), "d")
	apart(t, m, s)
}

// apart: two shapes overlap only where one belongs into the other.
func apart(t *testing.T, m *model.Model, s *scene.Scene) {
	t.Helper()
	inside := func(g *scene.Group, in *scene.Group) bool {
		if in.Kind == model.Subject {
			return slices.ContainsFunc(m.Subjects(g.Subject), func(e *model.Element) bool { return e.ID == in.Subject }) || g.Kind == model.PackageKind
		}
		return slices.ContainsFunc(m.PackagePath(g.Subject), func(e *model.Element) bool { return e.ID == in.Subject })
	}
	var shapes []*scene.Group
	for i := range s.Groups {
		if g := &s.Groups[i]; g.Box != nil && g.Route == nil && m.Element(g.Subject) != nil {
			shapes = append(shapes, g)
		}
	}
	for i, a := range shapes {
		for _, b := range shapes[:i] {
			if inside(a, b) || inside(b, a) {
				continue
			}
			require.False(t, a.Box.Overlaps(*b.Box), "%s and %s", a.Title, b.Title)
		}
	}
}

// Use cases of several packages and subjects stand in strips of their own, so do
// the actors of a package.
func TestUseCasesOfPackagesAreKeptApart(t *testing.T) {
	lines := []string{"subject Intake desk", "subject Blending room", "package Deliveries", "package Samples", "package Late samples", "package Outside", "into Samples: Late samples"}
	shown := []string{"Intake desk", "Blending room", "Deliveries", "Samples", "Late samples"}
	into := map[string]string{"Register delivery": "Deliveries", "Refuse delivery": "Deliveries", "Request sample": "Samples", "Remind of sample": "Late samples", "Chase sample": "Late samples"}
	for _, u := range []string{"Register delivery", "Refuse delivery", "Request sample", "Remind of sample", "Chase sample", "Plan blend", "Bottle blend", "Ask around"} {
		lines = append(lines, "case "+u)
		shown = append(shown, u)
		if into[u] != "" {
			lines = append(lines, "into "+into[u]+": "+u)
		}
	}
	for i, a := range []string{"Beekeeper", "Clerk", "Laboratory", "Blender"} {
		lines = append(lines, "actor "+a)
		shown = append(shown, a)
		for k, u := range []string{"Register delivery", "Request sample", "Chase sample", "Plan blend", "Ask around"} {
			if (i+k)%2 == 0 {
				lines = append(lines, a+" "+map[bool]string{true: "supports", false: "starts"}[i == 2]+" "+u)
			}
		}
	}
	lines = append(lines, `"Register delivery" includes "Remind of sample"`, `"Bottle blend" extends "Plan blend"`, "within Intake desk: Register delivery, Refuse delivery, Request sample, Remind of sample, Chase sample", "within Blending room: Plan blend, Bottle blend")
	for _, into := range []string{"", "into Samples: Clerk"} {
		m := modeltest.Build(t, append(lines, into, "cases "+strings.Join(shown, ", "))...)
		id := m.Diagrams()[0].ID
		changes, err := drawer.Arrange(m, id, scene.InLayers, nil)
		require.NoError(t, err)
		m = edited(t, m, changes...)
		s := drawer.Of(m, id)
		if into == "" {
			apart(t, m, s)
			desk, deliveries := *group(t, s, "system boundary Intake desk").Box, *group(t, s, "package Deliveries").Box
			require.Equal(t, desk, desk.Union(deliveries))
			require.Less(t, desk.X, deliveries.X, "the frame of a subject is not the frame of a package in it")
		} else {
			require.Contains(t, group(t, s, "package Samples").Holds, m.PlacementOn(id, m.Named("Clerk", model.Actor)[0].ID).ID)
			for _, a := range []string{"actor Beekeeper", "actor Laboratory", "actor Blender", "use case Plan blend"} {
				require.False(t, group(t, s, a).Box.Overlaps(*group(t, s, "package Samples").Box), a)
			}
		}
		again, err := drawer.Arrange(m, id, scene.InLayers, nil)
		require.NoError(t, err)
		require.Empty(t, again, "arranging again changes nothing")
	}
}

// A note at a boundary has its line, which ends on the edge, from outside and from
// within.
func TestLinesEndOnTheEdgeOfABoundary(t *testing.T) {
	m := packaged(t)
	intake, blending := m.Named("Intake", model.PackageKind)[0].ID, m.Named("Blending", model.PackageKind)[0].ID
	m = edited(t, m, &model.AddElement{ID: "n", Kind: model.Note}, &model.SetNote{ID: "n", Text: "Where lots come in"}, &model.Connect{ID: "a", Kind: model.Anchor, Source: "n", Target: intake},
		&model.Place{ID: "pn", Diagram: "d", Subject: "n", X: -400, Y: -300}, &model.Place{ID: "pa", Diagram: "d", Subject: "a"})
	onEdge := func(p scene.Point, r scene.Rect) bool {
		const off = 2
		return r.Inflate(off).Contains(p) && !r.Inflate(-off).Contains(p)
	}
	end := func() (scene.Point, *scene.Scene) {
		s := drawer.Of(m, "d")
		for _, g := range s.Groups {
			if g.Subject == "a" {
				return g.Route[len(g.Route)-1], s
			}
		}
		require.Fail(t, "the note has no line")
		return scene.Point{}, nil
	}
	note, s := end()
	require.True(t, onEdge(note, *group(t, s, "package Intake").Box), "%v", note)
	in := *group(t, s, "package Blending").Box
	m = edited(t, m, &model.Delete{ID: "a"}, &model.Connect{ID: "a", Kind: model.Anchor, Source: "n", Target: blending}, &model.Place{ID: "pa", Diagram: "d", Subject: "a"}, &model.Move{ID: "pn", X: in.X + 10, Y: in.Y + 40})
	note, s = end()
	require.True(t, onEdge(note, *group(t, s, "package Blending").Box), "%v", note)
}

// A dependency between packages leads from edge to edge.
func TestDependenciesOfPackagesEndOnTheirEdges(t *testing.T) {
	m := packaged(t)
	intake, blending := m.Named("Intake", model.PackageKind)[0].ID, m.Named("Blending", model.PackageKind)[0].ID
	m = edited(t, m, &model.Connect{ID: "dep", Kind: model.Dependency, Source: intake, Target: blending}, &model.Place{ID: "pdep", Diagram: "d", Subject: "dep"})
	s := drawer.Of(m, "d")
	line := group(t, s, "dependency: Intake depends on Blending")
	for end, title := range map[scene.Point]string{line.Route[0]: "package Intake", line.Route[len(line.Route)-1]: "package Blending"} {
		box := *group(t, s, title).Box
		require.True(t, box.Inflate(2).Contains(end) && !box.Inflate(-2).Contains(end), "%v %s", end, title)
	}
}

// A point lies in the innermost folder around it.
func TestHolder(t *testing.T) {
	m := packaged(t)
	s := drawer.Of(m, "d")
	for title, want := range map[string]string{"class Balance": "Scales", "class Lot": "Intake", "class Recipe": "Blending", "class Apiary": ""} {
		box := *group(t, s, title).Box
		in := m.Element(s.Holder(model.PackageKind, scene.Point{X: box.X + box.W/2, Y: box.Y + box.H/2}))
		if want == "" {
			require.Nil(t, in, title)
			continue
		}
		require.Equal(t, want, in.Name, title)
	}
	require.Empty(t, s.Holder(model.Subject, scene.Point{}))
	require.Len(t, s.Subjects(model.PackageKind), 3)
}
