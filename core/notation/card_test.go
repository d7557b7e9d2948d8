package notation_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

func TestReadCards(t *testing.T) {
	m := modeltest.Build(t, "class Apiary", "class Hive")
	cases := []struct {
		text string
		want []notation.Card
	}{
		{"Frame", []notation.Card{{Kind: model.Class, Name: "Frame"}}},
		{"Honey frame", []notation.Card{{Kind: model.Class, Name: "Honey frame"}}},
		{"\r\n  Frame  \r\n- width: Integer\r\n+ clean()\r\n\r\n\r\nWax\n", []notation.Card{
			{Kind: model.Class, Name: "Frame", Features: "- width: Integer\n+ clean()"}, {Kind: model.Class, Name: "Wax"}}},
		{"«entity, traced» abstract class Item", []notation.Card{{Kind: model.Class, Abstract: true, Name: "Item", Stereotypes: []string{"entity", "traced"}}}},
		{"<<entity>>\nItem\ncode: String", []notation.Card{{Kind: model.Class, Name: "Item", Stereotypes: []string{"entity"}, Features: "code: String"}}},
		{"«interface»\nResultSource", []notation.Card{{Kind: model.Interface, Name: "ResultSource"}}},
		{"enumeration Grade\ntable = 1", []notation.Card{{Kind: model.Enumeration, Name: "Grade", Features: "table = 1"}}},
		{"data type Moisture", []notation.Card{{Kind: model.DataType, Name: "Moisture"}}},
		{"Honey lot register", []notation.Card{{Kind: model.Class, Name: "Honey lot register"}}},
		{"abstract", []notation.Card{{Kind: model.Class, Name: "abstract"}}},
		{"Apiary is made of 1..* Hive", []notation.Card{{Statement: "Apiary is made of 1..* Hive"}}},
	}
	for _, c := range cases {
		got, err := notation.ReadCards(m, c.text)
		require.NoError(t, err, c.text)
		for i := range got {
			if len(got[i].Stereotypes) == 0 {
				got[i].Stereotypes = nil
			}
		}
		require.Equal(t, c.want, got, c.text)
	}
	_, err := notation.ReadCards(m, " \n\n ")
	require.ErrorContains(t, err, "no text to read")
	_, err = notation.ReadCards(m, strings.Repeat("X\n\n", 201))
	require.ErrorContains(t, err, "201 cards: at most 200")
}

func TestCardsBecomeClasses(t *testing.T) {
	m := modeltest.Build(t, "class Hive", "  number: Integer")
	cards, err := notation.ReadCards(m, "Hive\nnumber: Integer\nframes: Frame [1..*]\n\nabstract Frame\nwidth: Integer\n\nBeekeeper keeps 1..* Hive")
	require.NoError(t, err)
	changes, elements, relationships, err := notation.CardChanges(m, cards, "s")
	require.NoError(t, err)
	next, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	require.Len(t, elements, 3, "the hive that exists, the frame, the beekeeper")
	require.Len(t, relationships, 1)
	hive := next.ClassifiersNamed("Hive")
	require.Len(t, hive, 1, "no second hive")
	require.Equal(t, "number: Integer\nframes: Frame [1..*]", strings.TrimSpace(notation.FeatureText(next, hive[0])))
	frame := next.ClassifiersNamed("Frame")[0]
	require.True(t, frame.Classifier().Abstract)
	require.Equal(t, frame.ID, next.Children(hive[0].ID)[1].Type, "the type binds to the class of the same text")
	require.Equal(t, "Each Beekeeper keeps one or more Hives.", notation.ReadBack(next, next.Relationship(relationships[0]))[0].String())
}

// What is pasted may be sentences, several in a line.
func TestSentencesArePasted(t *testing.T) {
	m := modeltest.Build(t, "class Library")
	cards, err := notation.ReadCards(m, "A library owns one or more shelves. Each shelf has a number and a length.\n\nBook\ntitle: String\n\nEach book belongs to exactly one shelf.")
	require.NoError(t, err)
	require.Len(t, cards, 4)
	require.Equal(t, "Book", cards[2].Name)
	changes, elements, relationships, err := notation.CardChanges(m, cards, "s")
	require.NoError(t, err)
	next := must(t, m, changes...)
	require.Len(t, elements, 3)
	require.Len(t, relationships, 2)
	require.Len(t, next.Children(next.ClassifiersNamed("Shelf")[0].ID, model.Attribute), 2)
	require.Len(t, next.ClassifiersNamed("Book"), 1)
}
