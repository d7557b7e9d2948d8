package model_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// apply edits and makes sure that the inverse leads back exactly.
func apply(t *testing.T, m *model.Model, changes ...model.Change) *model.Model {
	t.Helper()
	next, _, inverse, err := model.Edit(m, changes)
	require.NoError(t, err)
	back, _, _, err := model.Edit(next, inverse)
	require.NoError(t, err)
	require.True(t, m.Equal(back), "the inverse leads back")
	return next
}

func refused(t *testing.T, m *model.Model, words string, changes ...model.Change) {
	t.Helper()
	_, _, _, err := model.Edit(m, changes)
	require.ErrorContains(t, err, words)
}

func sheet(t *testing.T) *model.Model {
	t.Helper()
	m := modeltest.Build(t, "class Apiary", "  name: String", "  + count(of: Hive): Integer", "class Hive", "1 Apiary is made of 1..* Hive")
	var changes []model.Change
	changes = append(changes, &model.AddDiagram{ID: "one", Kind: model.ClassDiagram, Name: "One"}, &model.AddDiagram{ID: "two", Kind: model.ClassDiagram, Name: "Two"})
	for i, e := range m.Classifiers() {
		changes = append(changes, &model.Place{ID: "p" + e.ID, Diagram: "one", Subject: e.ID, X: i * 200, Y: 40, W: 150})
	}
	for _, r := range m.Relationships() {
		changes = append(changes, &model.Place{ID: "p" + r.ID, Diagram: "one", Subject: r.ID})
	}
	return apply(t, m, changes...)
}

func named(m *model.Model, name string) *model.Element { return m.ClassifiersNamed(name)[0] }

func TestNotesAndAnchors(t *testing.T) {
	m := sheet(t)
	hive := named(m, "Hive").ID
	m = apply(t, m, &model.AddElement{ID: "n", Kind: model.Note, Set: model.P("body", "first\nsecond")}, &model.Connect{ID: "a", Kind: model.Anchor, Source: "n", Target: hive})
	require.Equal(t, "note first second", m.Describe("n"))
	require.Equal(t, "anchor between note first second and Hive", m.Describe("a"))
	m = apply(t, m, &model.SetNote{ID: "n", Text: "third"})
	require.Equal(t, "third", m.Element("n").Note().Body)
	refused(t, m, "starts at a note", &model.Connect{ID: "b", Kind: model.Anchor, Source: hive, Target: "n"})
	refused(t, m, "what the note is about", &model.Connect{ID: "b", Kind: model.Anchor, Source: "n", Target: "n"})
	refused(t, m, "needs a classifier", &model.Connect{ID: "b", Kind: model.Generalization, Source: "n", Target: hive})
	refused(t, m, "no note", &model.SetNote{ID: hive, Text: "x"})
	refused(t, m, "at most 20000", &model.SetNote{ID: "n", Text: strings.Repeat("x", 20_001)})
	gone := apply(t, m, &model.Delete{ID: hive})
	require.NotNil(t, gone.Element("n"), "a note stays when what it is about goes")
	require.Nil(t, gone.Relationship("a"))
	gone = apply(t, m, &model.Delete{ID: "n"})
	require.Nil(t, gone.Relationship("a"))
}

// A picture is kept once, checked, and goes with the last element that shows it.
func TestPictures(t *testing.T) {
	m := sheet(t)
	hive, apiary := named(m, "Hive").ID, named(m, "Apiary").ID
	data := modeltest.Picture(12)
	m = apply(t, m, &model.SetPicture{ID: hive, PNG: data}, &model.SetPicture{ID: apiary, PNG: data})
	id := model.PictureID(data)
	require.Equal(t, []model.ID{id}, m.IDs(model.TablePictures))
	require.Equal(t, data, m.Picture(id).PNG)
	m = apply(t, m, &model.SetPicture{ID: hive})
	require.NotNil(t, m.Picture(id), "the other one shows it still")
	require.Nil(t, apply(t, m, &model.Delete{ID: apiary}).Picture(id))
	require.Nil(t, apply(t, m, &model.SetPicture{ID: apiary, PNG: modeltest.Picture(13)}).Picture(id))
	refused(t, m, "not a PNG", &model.SetPicture{ID: hive, PNG: []byte("GIF89a")})
	refused(t, m, "300 by 300", &model.SetPicture{ID: hive, PNG: modeltest.Picture(300)})
	refused(t, m, "at most 65536", &model.SetPicture{ID: hive, PNG: make([]byte, 65_537)})
	refused(t, m, "no classifier", &model.SetPicture{ID: "one", PNG: data})
}

func TestColours(t *testing.T) {
	m := sheet(t)
	set := func(list ...model.StereotypeColour) model.Change {
		return &model.SetProject{Set: model.P("colours", list)}
	}
	m = apply(t, m, set(model.StereotypeColour{Stereotype: "place", Colour: "fern"}, model.StereotypeColour{Stereotype: "party", Colour: "sky"}),
		&model.SetClassifier{ID: named(m, "Apiary").ID, Set: model.P("stereotypes", []string{"unknown", "place", "party"})})
	colour, stereotype := m.ColourOf(named(m, "Apiary"))
	require.Equal(t, model.Colour("fern"), colour)
	require.Equal(t, "place", stereotype)
	colour, _ = m.ColourOf(named(m, "Hive"))
	require.Empty(t, colour)
	require.Equal(t, []string{"party", "place", "unknown"}, m.Stereotypes())
	refused(t, m, "not a colour of the palette", set(model.StereotypeColour{Stereotype: "x", Colour: "#ff0000"}))
	refused(t, m, "two colours", set(model.StereotypeColour{Stereotype: "x", Colour: "sky"}, model.StereotypeColour{Stereotype: "x", Colour: "fern"}))
	refused(t, m, "needs the stereotype", set(model.StereotypeColour{Stereotype: " ", Colour: "sky"}))
	refused(t, m, "control character", set(model.StereotypeColour{Stereotype: "a\x00b", Colour: "sky"}))
}

func TestMovedLabels(t *testing.T) {
	m := sheet(t)
	line := "p" + m.Relationships()[0].ID
	m = apply(t, m, &model.MoveLabel{ID: line, Label: "name", DX: 5, DY: -7}, &model.MoveLabel{ID: line, Label: "b", DX: 1})
	require.Equal(t, []model.LabelOffset{{Label: "b", DX: 1}, {Label: "name", DX: 5, DY: -7}}, m.Placement(line).Labels)
	m = apply(t, m, &model.MoveLabel{ID: line, Label: "name", DX: 9})
	require.Equal(t, model.LabelOffset{Label: "name", DX: 9}, m.Placement(line).Labels[1])
	m = apply(t, m, &model.MoveLabel{ID: line, Label: "name", Back: true})
	require.Len(t, m.Placement(line).Labels, 1)
	refused(t, m, "too far", &model.MoveLabel{ID: line, Label: "name", DX: 5000})
}

func TestCopies(t *testing.T) {
	m := sheet(t)
	all := []model.ID{}
	for _, p := range m.PlacementsOn("one") {
		all = append(all, p.ID)
	}
	// The same elements on another diagram.
	same := apply(t, m, model.CopyChanges(m, model.CopyRequest{From: "one", Placements: all, To: "two", DX: 10, DY: 20, Seed: "s"})...)
	require.Len(t, same.PlacementsOn("two"), 3)
	require.Len(t, same.Classifiers(), 2)
	at := same.PlacementOn("two", named(same, "Hive").ID)
	was := same.PlacementOn("one", named(same, "Hive").ID)
	require.Equal(t, []int{was.X + 10, was.Y + 20, 150}, []int{at.X, at.Y, at.W})
	require.Empty(t, model.CopyChanges(same, model.CopyRequest{From: "one", Placements: all, To: "two", Seed: "t"}), "there already")
	// As new elements, with features, and the relationship between them.
	fresh := apply(t, m, model.CopyChanges(m, model.CopyRequest{From: "one", Placements: all, To: "one", AsNew: true, DX: 40, DY: 40, Seed: "s"})...)
	twin := named(fresh, "Apiary copy")
	require.Len(t, fresh.Children(twin.ID), 2)
	op := fresh.Children(twin.ID, model.Operation)[0]
	require.Len(t, fresh.Children(op.ID), 1, "the parameter too")
	require.Len(t, fresh.Relationships(), 2)
	require.Equal(t, model.Composite, fresh.Relationships()[1].Association().Aggregation)
	again := apply(t, fresh, model.CopyChanges(fresh, model.CopyRequest{From: "one", Placements: all, To: "two", AsNew: true, Seed: "u"})...)
	require.Len(t, again.ClassifiersNamed("Apiary copy 2"), 1)
	// A line alone cannot go anywhere.
	require.Empty(t, model.CopyChanges(m, model.CopyRequest{From: "one", Placements: []model.ID{"p" + m.Relationships()[0].ID}, To: "two", Seed: "v"}))
}

func TestShowRelations(t *testing.T) {
	m := sheet(t)
	hive, apiary := named(m, "Hive").ID, named(m, "Apiary").ID
	m = apply(t, m, &model.Place{ID: "h", Diagram: "two", Subject: hive})
	require.Empty(t, model.ShowRelations(m, "two", hive, "s"), "the other end is not there")
	m = apply(t, m, &model.Place{ID: "a", Diagram: "two", Subject: apiary})
	changes := model.ShowRelations(m, "two", apiary, "s")
	require.Len(t, changes, 1)
	m = apply(t, m, changes...)
	require.Empty(t, model.ShowRelations(m, "two", apiary, "s"))
}
