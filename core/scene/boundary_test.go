package scene_test

import (
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
