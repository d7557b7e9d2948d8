package notation_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/notation"
)

// Only what is legal is offered, told as sentences, and each makes what it says.
func TestConnections(t *testing.T) {
	m := heather(t)
	ref := func(id model.ID) notation.Ref {
		e := m.Element(id)
		return notation.Ref{Name: e.Name, Kind: e.Kind, ID: e.ID}
	}
	cases := []struct {
		from, to notation.Ref
		want     []string
	}{
		{ref("ap"), ref("hv"), []string{
			"Apiary … Hive (association, to be named)", "Apiary is made of Hives: when the Apiary goes, its Hives go too",
			"Apiary brings Hives together: when the Apiary goes, its Hives stay", "Each Apiary is a kind of Hive", "Apiary uses Hive", "Apiary depends on Hive"}},
		{ref("ap"), ref("ap"), []string{
			"Apiary … Apiary (association, to be named)", "Apiary is made of Apiaries: when the Apiary goes, its Apiaries go too",
			"Apiary brings Apiaries together: when the Apiary goes, its Apiaries stay"}},
		{ref("ap"), ref("rs"), []string{
			"Apiary … ResultSource (association, to be named)", "Apiary is made of ResultSources: when the Apiary goes, its ResultSources go too",
			"Apiary brings ResultSources together: when the Apiary goes, its ResultSources stay", "Apiary realizes ResultSource (offers its operations)",
			"Apiary uses ResultSource", "Apiary depends on ResultSource"}},
		{ref("rs"), ref("ap"), []string{"ResultSource … Apiary (association, to be named)", "ResultSource uses Apiary", "ResultSource depends on Apiary"}},
		{ref("st2"), ref("st1"), []string{"Status … Status (association, to be named)", "Status uses Status", "Status depends on Status"}},
	}
	for _, c := range cases {
		var titles []string
		for _, o := range notation.Connections(m, c.from, c.to) {
			titles = append(titles, o.Title)
			changes, elements, id := notation.StatementChanges(m, notation.NewReading(o.Statement), "s")
			next := must(t, m, changes...)
			require.Equal(t, []model.ID{c.from.ID, c.to.ID}, elements)
			got, ok := notation.StatementOf(next, next.Relationship(id))
			require.True(t, ok)
			require.Equal(t, o.Statement, got, o.Title)
		}
		require.Equal(t, c.want, titles)
	}
	for _, o := range notation.Connections(m, ref("ap"), notation.Ref{Name: "Frame", Kind: model.Class}) {
		r := notation.NewReading(o.Statement)
		require.Equal(t, []notation.Ref{{Name: "Frame", Kind: model.Class}}, r.New)
		changes, _, _ := notation.StatementChanges(m, r, "s")
		must(t, m, changes...)
	}
}

func TestGeneralizationSetsAreReadAndShared(t *testing.T) {
	_, m, r := take(t, heather(t), `"Jar Batch" is a kind of TraceableItem in stage {disjoint, complete}`)
	var got []string
	for _, s := range notation.ReadBack(m, r) {
		got = append(got, s.String())
	}
	require.Equal(t, []string{
		"Each Jar Batch is a kind of TraceableItem.", "One kind of TraceableItem is Jar Batch.",
		"By stage, no TraceableItem is of two kinds at once.", "By stage, every TraceableItem is of one of its kinds."}, got)
	readings, err := notation.ReadStatement(m, "HoneyLot is a kind of TraceableItem in stage")
	require.NoError(t, err)
	changes, _, id := notation.StatementChanges(m, readings[0], "second")
	m = must(t, m, changes...)
	require.Equal(t, m.Relationship(r.ID).Set, m.Relationship(id).Set, "both belong to the one set")
	require.Len(t, m.Children("ti", model.GeneralizationSet), 1)
	readings, err = notation.ReadStatement(m, "Hive is a kind of TraceableItem in stage {overlapping}")
	require.NoError(t, err)
	changes, _, _ = notation.StatementChanges(m, readings[0], "third")
	m = must(t, m, changes...)
	require.Equal(t, model.No, m.Children("ti", model.GeneralizationSet)[0].GeneralizationSet().Disjoint, "a statement about the set changes it for all")
}

func TestMultiplicityWords(t *testing.T) {
	for value, words := range map[string]string{
		"": "(not stated)", "?": "an undecided number of", "0..*": "any number of", "1..*": "one or more", "3..*": "three or more",
		"0": "no", "1": "exactly one", "0..1": "at most one", "0..15": "at most 15", "2..5": "two to five", "12": "exactly twelve", "40": "exactly 40",
	} {
		m, err := model.ParseMultiplicity(value)
		require.NoError(t, err)
		require.Equal(t, words, notation.MultiplicityWords(m))
	}
	usual, err := model.ParseMultiplicity("1")
	require.NoError(t, err)
	require.Len(t, notation.MultiplicityChoices(usual), 5)
	odd, err := model.ParseMultiplicity("2..5")
	require.NoError(t, err)
	choices := notation.MultiplicityChoices(odd)
	require.Equal(t, notation.Choice{Value: "2..5", Words: "two to five"}, choices[0])
	require.Equal(t, "not decided yet", choices[5].Words)
}
