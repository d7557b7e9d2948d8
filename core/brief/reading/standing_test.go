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
