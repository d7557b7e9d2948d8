package model_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
)

// A summary names what an undo would take back.
func TestSummary(t *testing.T) {
	m := edit(t, twoClasses(t),
		&model.AddPart{ID: "row", Owner: "hive", Kind: model.Attribute, Name: "row"},
		&model.AddElement{ID: "noname", Kind: model.Class},
		&model.Connect{ID: "named", Kind: model.Association, Name: "faces", Ends: []model.NewEnd{{ID: "n1", Type: "hive"}, {ID: "n2", Type: "hive"}}},
	)
	cases := []struct {
		want    string
		changes []model.Change
	}{
		{"Nothing", nil},
		{"Rename class Hive to Colony", []model.Change{&model.SetName{ID: "hive", Name: "Colony"}}},
		{"Take away the name of class Hive", []model.Change{&model.SetName{ID: "hive"}}},
		{"Delete class Hive", []model.Change{&model.Delete{ID: "hive"}}},
		{"Delete association faces", []model.Change{&model.Delete{ID: "named"}}},
		{"Delete attribute row", []model.Change{&model.Delete{ID: "row"}}},
		{"Add class Lot", []model.Change{&model.AddElement{ID: "lot", Kind: model.Class, Name: "Lot"}, &model.Place{ID: "pl", Diagram: "d", Subject: "lot"}}},
		{"Add generalization between Hive and Apiary", []model.Change{
			&model.Connect{ID: "g", Kind: model.Generalization, Source: "hive", Target: "apiary"}, &model.Place{ID: "pg", Diagram: "d", Subject: "g"}}},
		{"Edit the features of class Hive", []model.Change{&model.AddPart{ID: "x", Owner: "hive", Kind: model.Attribute, Name: "x"}}},
		{"Edit class Hive", []model.Change{&model.SetPart{ID: "row", Set: model.P("name", "line")}}},
		{"Reorder class Hive", []model.Change{&model.MovePart{ID: "row"}}},
		{"Change the end at Hive", []model.Change{&model.SetEnd{ID: "e2", Set: model.P("multiplicity", "?")}}},
		{"Reverse association between Apiary and Hive", []model.Change{&model.Reverse{ID: "r"}}},
		{"Move class Hive", []model.Change{&model.Move{ID: "ph", X: 9}}},
		{"Resize class Hive", []model.Change{&model.Resize{ID: "ph", W: 900}}},
		{"Bend association between Apiary and Hive", []model.Change{&model.SetLine{ID: "pr", Bends: []int{1, 2}}}},
		{"Remove class Hive on diagram Keeping", []model.Change{&model.Unplace{ID: "ph"}}},
		{"Define class Hive", []model.Change{&model.SetDefinition{ID: "hive", Text: "x"}}},
		{"Change class Hive", []model.Change{&model.SetClassifier{ID: "hive", Set: model.P("abstract", true)}}},
		{"Change the project", []model.Change{&model.SetProject{Set: model.P("name", "x")}}},
		{"Decide the option files of code", []model.Change{&model.DecideTarget{Target: "code", Option: "files", Value: "one"}}},
		{"Put Purser inside", []model.Change{&model.DecidePerformer{Name: "Purser", Inside: true}}},
		{"Colour «place»", []model.Change{&model.SetColour{Stereotype: "place", Colour: "fern"}}},
		{"Add diagram More", []model.Change{&model.AddDiagram{ID: "d2", Kind: model.ClassDiagram, Name: "More"}}},
		{"Show class without a name on diagram Keeping", []model.Change{&model.Place{ID: "pn", Diagram: "d", Subject: "noname"}}},
	}
	for _, c := range cases {
		next, _, _, err := model.Edit(m, c.changes)
		require.NoError(t, err, c.want)
		require.Equal(t, c.want, model.Summary(m, next, c.changes))
	}
	long := []model.Change{&model.SetName{ID: "hive", Name: strings.Repeat("é", 200)}}
	next, _, _, err := model.Edit(m, long)
	require.NoError(t, err)
	require.Len(t, []rune(model.Summary(m, next, long)), 160)
	for want, list := range map[string][]model.Change{
		"Move 2 shapes":                  {&model.Move{ID: "a"}, &model.Move{ID: "b"}},
		"Resize 2 shapes":                {&model.Resize{ID: "a"}, &model.Resize{ID: "b"}},
		"Remove 2 things from a diagram": {&model.Unplace{ID: "a"}, &model.Unplace{ID: "b"}},
		"Delete 3 things":                {&model.Delete{ID: "a"}, &model.Delete{ID: "b"}, &model.Delete{ID: "c"}},
		"Show 2 things":                  {&model.Place{ID: "a"}, &model.Place{ID: "b"}},
		"Bend 2 lines":                   {&model.SetLine{ID: "a"}, &model.SetLine{ID: "b"}},
	} {
		require.Equal(t, want, model.Summary(m, next, list))
	}
}

func TestWritesAreFieldByField(t *testing.T) {
	m := twoClasses(t)
	_, delta, _, err := model.Edit(m, []model.Change{
		&model.SetEnd{ID: "e2", Set: model.P("multiplicity", "?", "ordered", true)}, &model.Move{ID: "ph", X: 7}})
	require.NoError(t, err)
	got := map[model.Key][2]string{}
	for _, w := range delta.Writes() {
		got[w.Key] = [2]string{string(w.Old), string(w.New)}
	}
	require.Equal(t, map[model.Key][2]string{
		{ID: "e2", Field: "multiplicity"}: {`"1..*"`, `"?"`},
		{ID: "e2", Field: "ordered"}:      {``, `true`},
		{ID: "ph", Field: "x"}:            {`300`, `7`},
	}, got)
	require.True(t, model.Key{ID: "ph", Field: "x"}.LastWins())
	require.False(t, model.Key{ID: "e2", Field: "ordered"}.LastWins())

	_, delta, _, err = model.Edit(m, []model.Change{&model.Delete{ID: "r"}})
	require.NoError(t, err)
	removed := 0
	for _, w := range delta.Writes() {
		if w.Field == "" {
			require.Equal(t, "true", string(w.Old))
			require.Nil(t, w.New)
			removed++
		}
	}
	require.Equal(t, 4, removed, "the association, two ends, one placement")
}

func TestLookups(t *testing.T) {
	m := edit(t, twoClasses(t),
		&model.Connect{ID: "g", Kind: model.Generalization, Source: "hive", Target: "apiary"},
		&model.AddElement{ID: "i", Kind: model.Interface, Name: "Inspectable"},
		&model.Connect{ID: "z", Kind: model.Realization, Source: "hive", Target: "i"},
		&model.SetTerm{ID: m0Term(t), Set: model.P("aliases", []string{"Bee home"})},
	)
	ids := func(list []*model.Relationship) (out []string) {
		for _, r := range list {
			out = append(out, string(r.ID))
		}
		return out
	}
	require.Equal(t, []string{"g"}, ids(m.Generals("hive")))
	require.Equal(t, []string{"g"}, ids(m.Specifics("apiary")))
	require.Equal(t, []string{"z"}, ids(m.Realizes("hive")))
	require.Equal(t, []string{"g", "r", "z"}, ids(m.RelationshipsOf("hive")))
	require.Equal(t, []string{"g", "r"}, ids(m.Relationships(model.Generalization, model.Association)))
	require.Equal(t, []model.ID{"apiary", "hive"}, m.Connected(m.Relationship("r")))
	require.EqualValues(t, "hive", m.ClassifiersByTerm("bee homes")[0].ID, "an alias meets in normal form")
	require.Nil(t, m.Element("r"), "a relationship is no element")
	require.Nil(t, m.Relationship("hive"))
	require.Equal(t, "something that does not exist", m.Describe("nothing"))
	require.Equal(t, "association between Apiary and Hive on diagram Keeping", m.Describe("pr"))
}

// m0Term is the term of the class Hive in twoClasses.
func m0Term(t *testing.T) model.ID { return twoClasses(t).Element("hive").Term }
