package scene_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
)

// A ball whose partners are all in one component stands in it; one that somebody outside asks
// for does not.
func TestBallsOfInnerPartnersStandInside(t *testing.T) {
	m := modeltest.Build(t, "component Harbour", "component Pilotage", "component Dispatch", "component Weather", "interface Moves", "interface Gales",
		"Pilotage provides Moves", "Dispatch requires Moves", "Weather provides Gales", "Dispatch requires Gales")
	id := func(name string) model.ID { return m.Named(name, model.Component, model.Interface)[0].ID }
	changes := []model.Change{&model.MoveInto{ID: id("Pilotage"), Package: id("Harbour")}, &model.MoveInto{ID: id("Dispatch"), Package: id("Harbour")},
		&model.AddDiagram{ID: "d", Kind: model.ComponentDiagram, Name: "Harbour"}}
	for i, e := range append(m.OfKind(model.Component), m.OfKind(model.Interface)...) {
		changes = append(changes, &model.Place{ID: "p" + e.ID, Diagram: "d", Subject: e.ID, X: i * 220})
	}
	for _, r := range m.Relationships() {
		changes = append(changes, &model.Place{ID: "p" + r.ID, Diagram: "d", Subject: r.ID})
	}
	m = edited(t, m, changes...)
	m, s := arranged(t, m, scene.InLayers)
	box := func(name string) scene.Rect {
		for _, g := range s.Groups {
			if g.Subject == id(name) && g.Box != nil {
				return *g.Box
			}
		}
		t.Fatal(name)
		return scene.Rect{}
	}
	require.Equal(t, box("Harbour"), box("Harbour").Union(box("Moves")))
	require.False(t, box("Harbour").Overlaps(box("Gales")))
	for _, g := range s.Groups {
		if g.Subject == id("Harbour") {
			require.Len(t, g.Holds, 3)
		}
	}
}
