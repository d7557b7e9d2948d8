package reading_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/brief"
	"lexeon/core/brief/reading"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

// Each sentence is proposed as long as it says more than the model: from both sides of one association comes one, traced to
// both; what says nothing new is not proposed.
func TestWhatIsSaidTwiceIsProposedForWhatItAdds(t *testing.T) {
	m := modeltest.Told(t, "A depot has one or more trams. Each tram belongs to exactly one depot. Every depot has at least one tram. A tram has a number. A tram has a unique number and a length in metres.")
	sentences := brief.Sentences(m)
	take := func(i int, want string) {
		proposals := reading.NewReader().Read(m).Proposals[sentences[i].ID]
		require.Equal(t, []string{want}, proposals)
		changes, ok := brief.ProposalChanges(m, proposals[0], sentences[i].ID)
		require.True(t, ok)
		m = modeltest.Edit(t, m, changes)
	}
	take(0, "Depot has 1..* Tram")
	take(1, `Tram "belongs to" 1 Depot`)
	lines := m.Relationships(model.Association)
	require.Len(t, lines, 1)
	text, _ := notation.StatementText(m, lines[0])
	require.Equal(t, "1 Depot has 1..* Tram", text)
	require.Len(t, m.TracesOf(lines[0].ID), 2)
	require.Empty(t, reading.NewReader().Read(m).Proposals[sentences[2].ID])

	take(3, "Tram has the attribute number")
	take(4, "Tram has the attributes unique number, length in metres")
	features := notation.FeatureText(m, m.ClassifiersNamed("Tram")[0])
	require.Equal(t, "number {id}\nlength\n", features)
	require.Empty(t, reading.NewReader().Read(m).Proposals[sentences[4].ID])
}

// What a class has as an attribute is not proposed as an association, and a sentence that speaks of attributes of a class that
// stems from it is in the model.
func TestWhatIsAnAttributeIsNotProposedAsAnAssociation(t *testing.T) {
	m := modeltest.Told(t, "A bottle has a vintage and a cork.")
	sentence := brief.Sentences(m)[0]
	cover := func() brief.Cover { return brief.CoverOf(m, m.Element(sentence.ID)) }
	m = modeltest.Edit(t, m, []model.Change{
		&model.AddElement{ID: "bottle", Kind: model.Class, Name: "Bottle"},
		&model.Connect{ID: "trace", Kind: model.Trace, Source: "bottle", Target: sentence.ID},
		&model.AddPart{ID: "label", Owner: "bottle", Kind: model.Attribute, Name: "label"},
	})
	require.Equal(t, brief.Things, cover())
	require.NotEmpty(t, reading.NewReader().Read(m).Proposals[sentence.ID])
	m = modeltest.Edit(t, m, []model.Change{
		&model.AddPart{ID: "vintage", Owner: "bottle", Kind: model.Attribute, Name: "vintage"},
		&model.AddPart{ID: "stopper", Owner: "bottle", Kind: model.Attribute, Name: "stopper", Set: model.P("typeName", "Cork")},
	})
	require.Equal(t, brief.Whole, cover())
	require.Equal(t, []string{"Bottle has 1 Cork"}, reading.NewReader().Read(m).Proposals[sentence.ID])
	m = modeltest.Edit(t, m, []model.Change{&model.AddElement{ID: "cork", Kind: model.Class, Name: "Cork"}})
	require.Empty(t, reading.NewReader().Read(m).Proposals[sentence.ID])
}
