package notation_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

func TestReceptions(t *testing.T) {
	m := modeltest.Build(t, "class LotIndex", "  + find(): Integer", "  «signal» LotArrived", "signal LotArrived", "  + lot: Integer", "  + at: Date [0..1]", "class Intake")
	index := m.ClassifiersNamed("LotIndex")[0]
	text := notation.FeatureText(m, index)
	require.Equal(t, "+ find(): Integer\n«signal» LotArrived(lot: Integer, at: Date [0..1])\n", text)
	require.Empty(t, notation.EditFeatures(m, index, text, "s"), "what is printed reads back as itself")
	require.Empty(t, notation.EditFeatures(m, index, "+ find(): Integer\n<<signal>> LotArrived", "s"))

	ctx := notation.ContextOf(m, index)
	for line, want := range map[string]string{
		"«signal» LotArrived(lot: String)": "what a signal carries is said by its attributes",
		"«signal» LotGone(lot: Integer)":   "what a signal carries is said by its attributes",
		"«signal»":                         "expected the name of a signal",
		"«signal» LotArrived: Integer":     "did not expect",
	} {
		f := notation.ReadFeature(ctx, line)
		require.Equal(t, model.UnreadLine, f.Kind, line)
		require.Contains(t, f.Problem, want, line)
	}
	component := notation.Context{Owner: model.Component}
	require.Equal(t, model.Reception, notation.ReadFeature(component, "«signal» LotArrived").Kind)
	require.Contains(t, notation.ReadFeature(component, "+ mass: Decimal").Problem, "a component receives signals")
	require.Contains(t, notation.ReadFeature(notation.Context{Owner: model.Signal}, "+ send()").Problem, "no operations")
}

func TestWhatSendsASignal(t *testing.T) {
	m := modeltest.Build(t, "class LotIndex", "  «signal» LotArrived", "signal LotArrived", "class Intake", "  + register()", "class Note")
	for text, want := range map[string]string{
		"Intake sends LotArrived":                "Intake sends LotArrived",
		"Intake sends LotArrived by register":    "Intake sends LotArrived by register",
		"an intake sends LotArrived by weighing": "Intake sends LotArrived by weighing",
		"Intake sends Note":                      `Intake "sends" Note`, // a class is no signal
	} {
		readings, err := notation.ReadStatement(m, text)
		require.NoError(t, err, text)
		require.Len(t, readings, 1, text)
		require.Equal(t, want, readings[0].Text(m), text)
		changes, _, id := notation.StatementChanges(m, readings[0], "s")
		next, _, _, err := model.Edit(m, changes)
		require.NoError(t, err, text)
		printed, err := notation.PrintStatement(next, next.Relationship(id))
		require.NoError(t, err, text)
		require.Equal(t, want, printed)
	}
	readings, err := notation.ReadStatement(m, "Intake sends LotArrived by register")
	require.NoError(t, err)
	changes, _, id := notation.StatementChanges(m, readings[0], "s")
	next, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	require.Equal(t, "register", next.Element(next.Relationship(id).Refers).Name)
	var said []string
	for _, s := range notation.ReadBack(next, next.Relationship(id)) {
		said = append(said, s.String())
	}
	require.Equal(t, []string{"Intake sends LotArrived by register.", "LotArrived is received by LotIndex."}, said)

	// Without the operation it is still sent, by nobody says which.
	left, _, _, err := model.Edit(next, []model.Change{&model.Delete{ID: next.Relationship(id).Refers}})
	require.NoError(t, err)
	require.Empty(t, left.Relationship(id).Refers)
	require.NotNil(t, left.Relationship(id))
}
