package model_test

import (
	"bytes"
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
)

func edit(t *testing.T, m *model.Model, changes ...model.Change) *model.Model {
	t.Helper()
	next, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	return next
}

// Whatever is edited, the inverse leads back exactly, the states of the delta
// lead forward exactly, the old value is untouched, changes survive encoding,
// and the rows alone rebuild the same model with the same indexes.
func TestEditProperties(t *testing.T) {
	for seed := range uint64(12) {
		src := modeltest.NewSource(seed)
		m := model.Empty("Random")
		for step := range 120 {
			changes := src.Change(m)
			before := snapshot(m)
			next, delta, inverse, err := model.Edit(m, changes)
			require.Equal(t, before, snapshot(m), "seed %d step %d: the value was changed in place", seed, step)
			if err != nil {
				_, isFault := model.AsFault(err)
				require.True(t, isFault, "seed %d step %d: %v", seed, step, err)
				continue
			}
			back, _, _, err := model.Edit(next, inverse)
			require.NoError(t, err, "seed %d step %d", seed, step)
			require.Equal(t, before, snapshot(back), "seed %d step %d: inverse", seed, step)

			forward, applied, err := model.Apply(m, delta.States())
			require.NoError(t, err)
			require.Equal(t, snapshot(next), snapshot(forward), "seed %d step %d: states", seed, step)
			require.Equal(t, len(delta), len(applied))

			decoded, err := model.DecodeChanges(model.EncodeChanges(changes))
			require.NoError(t, err)
			again, _, _, err := model.Edit(m, decoded)
			require.NoError(t, err)
			require.Equal(t, snapshot(next), snapshot(again), "seed %d step %d: encoding", seed, step)
			m = next
		}
		rebuilt, err := model.FromRows(m.Rows())
		require.NoError(t, err)
		require.True(t, rebuilt.Equal(m))
		requireSameIndexes(t, m, rebuilt)
	}
}

func snapshot(m *model.Model) string {
	var b bytes.Buffer
	for _, r := range m.Rows() {
		fmt.Fprintf(&b, "%s %s\n", r.Table(), model.EncodeRow(r))
	}
	return b.String()
}

func requireSameIndexes(t *testing.T, a, b *model.Model) {
	t.Helper()
	for _, r := range a.Rows() {
		id := r.RowID()
		require.Equal(t, a.Children(id), b.Children(id))
		require.Equal(t, len(a.Uses(id)), len(b.Uses(id)), "%s", id)
		if e, ok := r.(*model.Element); ok {
			require.Equal(t, a.ClassifiersNamed(e.Name), b.ClassifiersNamed(e.Name))
			require.Equal(t, a.TypedAs(e.TypeName()), b.TypedAs(e.TypeName()))
			require.Equal(t, a.ClassifiersByTerm(e.Name), b.ClassifiersByTerm(e.Name))
		}
	}
}

func twoClasses(t *testing.T) *model.Model {
	return edit(t, model.Empty("Test"),
		&model.AddElement{ID: "apiary", Kind: model.Class, Name: "Apiary"},
		&model.AddElement{ID: "hive", Kind: model.Class, Name: "Hive"},
		&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "Keeping"},
		&model.Place{ID: "pa", Diagram: "d", Subject: "apiary"},
		&model.Place{ID: "ph", Diagram: "d", Subject: "hive", X: 300},
		&model.Connect{ID: "r", Kind: model.Association, Aggregation: model.Composite, Whole: 0, Ends: []model.NewEnd{
			{ID: "e1", Type: "apiary", Set: model.P("multiplicity", "1")},
			{ID: "e2", Type: "hive", Set: model.P("multiplicity", "1..*")},
		}},
		&model.Place{ID: "pr", Diagram: "d", Subject: "r"},
	)
}

func TestRefusedChangesSayWhy(t *testing.T) {
	m := twoClasses(t)
	cases := []struct {
		name   string
		change model.Change
		code   model.Code
		words  string
	}{
		{"taken id", &model.AddElement{ID: "hive", Kind: model.Class}, model.CodeExists, "taken"},
		{"bad id", &model.AddElement{ID: "a b", Kind: model.Class}, model.CodeInvalid, "not an id"},
		{"unknown kind", &model.AddElement{ID: "x", Kind: "gadget"}, model.CodeInvalid, "not a kind"},
		{"part as element", &model.AddElement{ID: "x", Kind: model.Attribute}, model.CodeInvalid, "not a kind"},
		{"name too long", &model.SetName{ID: "hive", Name: string(bytes.Repeat([]byte("x"), 201))}, model.CodeTooLarge, "201 characters"},
		{"control character", &model.SetName{ID: "hive", Name: "Hi\x00ve"}, model.CodeInvalid, "U+0000"},
		{"line end in a name", &model.SetName{ID: "hive", Name: "Hi\nve"}, model.CodeInvalid, "U+000A"},
		{"missing element", &model.SetName{ID: "nobody", Name: "x"}, model.CodeMissing, "nobody"},
		{"one end only", &model.Connect{ID: "x", Kind: model.Association, Ends: []model.NewEnd{{ID: "y", Type: "hive"}}}, model.CodeRefused, "two ends"},
		{"end at nothing", &model.Connect{ID: "x", Kind: model.Association, Ends: []model.NewEnd{{ID: "y", Type: "hive"}, {ID: "z"}}}, model.CodeRefused, "needs an element"},
		{"generalization to nothing", &model.Connect{ID: "x", Kind: model.Generalization, Source: "hive", Target: "gone"}, model.CodeRefused, "does not exist"},
		{"generalization of a diagram", &model.Connect{ID: "x", Kind: model.Generalization, Source: "hive", Target: "d"}, model.CodeRefused, "needs a classifier"},
		{"aggregation without whole", &model.SetRelationship{ID: "r", Set: model.P("whole", "")}, model.CodeRefused, "which of its ends"},
		{"unknown field", &model.SetEnd{ID: "e1", Set: model.P("colour", "red")}, model.CodeInvalid, "colour"},
		{"wrong type of a field", &model.SetEnd{ID: "e1", Set: model.P("ordered", "yes")}, model.CodeInvalid, "true or false"},
		{"bad multiplicity", &model.SetEnd{ID: "e1", Set: model.P("multiplicity", "many")}, model.CodeSyntax, "multiplicity"},
		{"bad visibility", &model.SetEnd{ID: "e1", Set: model.P("visibility", "secret")}, model.CodeInvalid, "secret"},
		{"twice on a diagram", &model.Place{ID: "x", Diagram: "d", Subject: "hive"}, model.CodeRefused, "already"},
		{"an end on a diagram", &model.Place{ID: "x", Diagram: "d", Subject: "e1"}, model.CodeRefused, "cannot be placed"},
		{"off the sheet", &model.Move{ID: "pa", X: 1 << 30}, model.CodeInvalid, "off the sheet"},
		{"odd bends", &model.SetLine{ID: "pr", Bends: []int{1}}, model.CodeInvalid, "pairs"},
		{"an end deleted alone", &model.Delete{ID: "e1"}, model.CodeRefused, "only with its association"},
		{"row removed under others", &model.Restore{Rows: []model.RowState{{Table: model.TableElements, ID: "hive", Remove: true}}}, model.CodeRefused, "does not exist"},
	}
	for _, c := range cases {
		t.Run(c.name, func(t *testing.T) {
			before := snapshot(m)
			_, _, _, err := model.Edit(m, []model.Change{&model.SetName{ID: "apiary", Name: "Changed"}, c.change})
			require.Error(t, err)
			f, ok := model.AsFault(err)
			require.True(t, ok)
			require.Equal(t, c.code, f.Code, f.Message)
			require.Contains(t, f.Message, c.words)
			require.Equal(t, before, snapshot(m))
		})
	}
}

func TestPlacedRelationshipNeedsItsEnds(t *testing.T) {
	m := twoClasses(t)
	_, _, _, err := model.Edit(m, []model.Change{&model.Restore{Rows: []model.RowState{{Table: model.TablePlacements, ID: "ph", Remove: true}}}})
	require.ErrorContains(t, err, "can be drawn only where class Hive is")

	m = edit(t, m, &model.Unplace{ID: "ph"})
	require.Nil(t, m.Placement("pr"), "the line goes with the shape")
	require.NotNil(t, m.Relationship("r"), "and stays in the model")
}

func TestDeleteTakesWhatCannotBeWithout(t *testing.T) {
	m := twoClasses(t)
	m = edit(t, m, &model.AddPart{ID: "a", Owner: "apiary", Kind: model.Attribute, Name: "main", Set: model.P("typeName", "Hive")})
	require.EqualValues(t, "hive", m.Element("a").Type, "a type that bears a class's name points to it")
	m = edit(t, m, &model.Delete{ID: "hive"})
	for _, id := range []model.ID{"hive", "r", "e1", "e2", "ph", "pr"} {
		require.Nil(t, m.Row(id), "%s", id)
	}
	require.Equal(t, "Hive", m.Element("a").TypeName(), "the attribute keeps its type as typed")
	require.Empty(t, m.TermsNamed("Hive"), "a term that says nothing goes with its last face")
	m = edit(t, m, &model.AddElement{ID: "hive2", Kind: model.Class, Name: "Hive"})
	require.EqualValues(t, "hive2", m.Element("a").Type, "and finds the class again")
}

func TestTermsMeetInNormalForm(t *testing.T) {
	m := edit(t, model.Empty("Test"),
		&model.AddElement{ID: "a", Kind: model.Class, Name: "HoneyLot"},
		&model.AddElement{ID: "b", Kind: model.Interface, Name: "honey lots"},
		&model.SetDefinition{ID: "a", Text: "What one beekeeper delivers at once."},
	)
	require.Equal(t, m.Element("a").Term, m.Element("b").Term)
	require.Equal(t, "What one beekeeper delivers at once.", m.Definition(m.Element("b")))
	m = edit(t, m, &model.SetName{ID: "b", Name: "Delivery"})
	require.NotEqual(t, m.Element("a").Term, m.Element("b").Term)
	m = edit(t, m, &model.SetName{ID: "a", Name: "Lot"})
	require.Equal(t, "Lot", m.Term(m.Element("a").Term).Name, "the definition follows the rename")
	require.Equal(t, "What one beekeeper delivers at once.", m.Definition(m.Element("a")))
}

func TestReverseKeepsMultiplicityWithItsElement(t *testing.T) {
	m := edit(t, twoClasses(t), &model.Reverse{ID: "r"})
	ends := m.Ends("r")
	require.EqualValues(t, "hive", ends[0].Type)
	require.Equal(t, "1..*", ends[0].End().Multiplicity.String())
	require.EqualValues(t, "e2", m.Relationship("r").Association().Whole)
}

func TestDecodeChangesRefuses(t *testing.T) {
	for raw, words := range map[string]string{
		`{}`:                      "expected a list",
		`[1]`:                     "expected an object",
		`[{"id":"x"}]`:            "expected a type",
		`[{"type":"explode"}]`:    "explode",
		`[{"type":"move","z":1}]`: "unknown field",
	} {
		_, err := model.DecodeChanges([]byte(raw))
		require.ErrorContains(t, err, words, raw)
	}
	_, _, _, err := model.Edit(model.Empty(""), make([]model.Change, model.MaxChanges+1))
	require.ErrorContains(t, err, "at most")
}
