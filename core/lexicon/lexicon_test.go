package lexicon_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/lexicon"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

func TestEachNameKeepsItsMannerOfWriting(t *testing.T) {
	for _, c := range []struct {
		kind          model.Kind
		was, to, want string
	}{
		{model.Class, "HoneyLot", "wax block", "WaxBlock"},
		{model.Class, "Hive", "bee home", "BeeHome"},
		{model.Class, "hive", "bee home", "beeHome"},
		{model.Entity, "Honey lot", "WaxBlock", "Wax block"},
		{model.Entity, "Honey Lot", "wax block", "Wax Block"},
		{model.DataItem, "honey lots", "Wax block", "wax blocks"},
		{model.DataItem, "honey_lot", "Wax block", "wax_block"},
		{model.Store, "Hives", "bee home", "Bee homes"},
		{model.DataItem, "grade", "Quality", "quality"},
	} {
		require.Equal(t, c.want, lexicon.Renamed(c.kind, c.was, c.to), c.was)
	}
}

func TestRenameAcrossFaces(t *testing.T) {
	m := modeltest.Build(t, "class HoneyLot", "entity Beekeeper", "process Office", "store Honey lots = {honey lot + mass}", "item honey lot elementary", "item amount derived from honey lot, price",
		`Beekeeper sends "honey lot" to Office`, "activity Clerk | weigh | honey lot from Beekeeper |  | yes")
	term := m.TermsNamed("honey lot")[0].ID
	uses := lexicon.Uses(m, term, "wax block")
	got := map[string]string{}
	for _, u := range uses {
		got[u.What+" "+u.Before] = u.After
	}
	require.Equal(t, map[string]string{"face HoneyLot": "WaxBlock", "face Honey lots": "Wax blocks", "face honey lot": "wax block", "flow honey lot": "wax block",
		"contents {honey lot + mass}": "{wax block + mass}", "contents honey lot, price": "wax block, price", "activity honey lot": "wax block"}, got)
	for _, u := range lexicon.Uses(m, term, "") {
		require.Empty(t, u.Changes)
	}
	changes, err := lexicon.RenameChanges(m, term, "wax block", nil)
	require.NoError(t, err)
	next, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	require.Equal(t, "wax block", next.Term(term).Name)
	require.Len(t, next.Faces(term), 3, "all faces stay with the term")
	require.Equal(t, term, next.TermsNamed("honey lot")[0].ID, "the old word is an alias")
	require.Equal(t, "wax block", next.OfKind(model.Activity)[0].Activity().Inputs[0].Data)

	only, err := lexicon.RenameChanges(m, term, "wax block", []model.ID{m.ClassifiersNamed("HoneyLot")[0].ID})
	require.NoError(t, err)
	require.Len(t, only, 2)
	_, err = lexicon.RenameChanges(m, term, "beekeepers", nil)
	require.ErrorContains(t, err, "Merge the two terms")
	_, err = lexicon.RenameChanges(m, term, "  ", nil)
	require.ErrorContains(t, err, "needs a name")
}

func TestGlossary(t *testing.T) {
	m := modeltest.Build(t, "class Hive", "entity =cmd()", "reject box for hive")
	m, _, _, err := model.Edit(m, []model.Change{&model.SetTerm{ID: m.TermsNamed("hive")[0].ID, Set: model.P("definition", "Home of <b>bees</b>, *one* colony.", "aliases", []string{"beehive"})}})
	require.NoError(t, err)
	require.Equal(t, "term,definition,also called,not to be called,plural,used as\n'=cmd(),,,,,external entity\nHive,\"Home of <b>bees</b>, *one* colony.\",beehive,box,,class\n", string(lexicon.GlossaryCSV(m)))
	text := string(lexicon.GlossaryMarkdown(m))
	require.Contains(t, text, "Home of &lt;b&gt;bees&lt;/b&gt;, \\*one\\* colony.")
	require.Contains(t, text, "**=cmd()** (external entity)  \n*not defined yet*")
	require.True(t, strings.HasPrefix(text, "# Glossary of Built"))
}

func TestStepsNameTerms(t *testing.T) {
	m := modeltest.Build(t, "actor Beekeeper", "case Register delivery", "item delivery note elementary", "Beekeeper starts Register delivery",
		"steps Register delivery: Beekeeper hands over the delivery note; System thanks the beekeepers; 1a No delivery note; ends with failure")
	note := m.TermsNamed("delivery note")[0]
	var steps []lexicon.Use
	for _, u := range lexicon.Uses(m, note.ID, "intake slip") {
		if u.What == "step" {
			steps = append(steps, u)
		}
	}
	require.Len(t, steps, 2)
	require.Equal(t, "1 of Register delivery", steps[0].Title)
	require.Equal(t, "Beekeeper hands over the intake slip", steps[0].After)
	require.Equal(t, "No intake slip", steps[1].After)
	changes, err := lexicon.RenameChanges(m, m.TermsNamed("Beekeeper")[0].ID, "Honey farmer", nil)
	require.NoError(t, err)
	next, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	first := next.Children(next.Named("Register delivery", model.UseCase)[0].ID, model.Step)
	require.Equal(t, "Honey farmer hands over the delivery note", first[0].Step().Text)
	require.Equal(t, "System thanks the honey farmers", first[1].Step().Text)
}
