package view_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/view"
)

func TestDiagramEntry(t *testing.T) {
	m := modeltest.Build(t, "class Ferry", "class Pier", "class Ticket", "1 Ferry lies at ? Pier", "0..* Ticket names 1 Ferry")
	all := m.Relationships(model.Association)
	lies := all[slices.IndexFunc(all, func(r *model.Relationship) bool { return r.Name == "lies at" })]
	id := func(name string) model.ID { return m.ClassifiersNamed(name)[0].ID }
	m, _, _, err := model.Edit(m, []model.Change{
		&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "Harbour"}, &model.Place{ID: "p1", Diagram: "d", Subject: id("Ferry")},
		&model.Place{ID: "p2", Diagram: "d", Subject: id("Pier"), X: 300}, &model.Place{ID: "p3", Diagram: "d", Subject: lies.ID},
		&model.SetClassifier{ID: id("Pier"), Set: model.P("stereotypes", []string{"place"})},
		&model.SetProject{Set: model.P("colours", []model.StereotypeColour{{Stereotype: "place", Colour: "fern"}, {Stereotype: "party", Colour: "heather"}})},
		&model.SetDefinition{ID: id("Ferry"), Text: "Carries people and cars over the sound."},
	})
	require.NoError(t, err)
	e, err := view.DiagramEntryOf(m, "d")
	require.NoError(t, err)
	require.Equal(t, "Harbour", e.Title)
	require.Equal(t, []string{"2 classes", "1 association"}, e.Shows)
	require.Equal(t, []view.OpenQuestion{{Row: lies.ID, Text: "How many Piers for each Ferry?"}}, e.Questions)
	require.Len(t, e.Legend, 1)
	require.Equal(t, "place", e.Legend[0].Stereotype)
	require.Len(t, e.Terms, 2, "Ticket is not on it")
	require.Equal(t, "Carries people and cars over the sound.", e.Terms[0].Definition)
	_, err = view.DiagramEntryOf(m, "gone")
	require.ErrorContains(t, err, "no such diagram")
}
