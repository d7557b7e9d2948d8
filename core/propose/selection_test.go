package propose_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/brief"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/propose"
)

// Words that are selected become a term in all sentences that name it, or the statement that they
// say.
func TestSelection(t *testing.T) {
	m := modeltest.Told(t, "The sluice keeper keeps the sluice log. Each lock has two gates. Two gates close a lock.")
	s := brief.Sentences(m)
	ask := func(sentence model.ID, text string) propose.SelectionReply {
		reply, err := proposer().Selection(m, propose.SelectionRequest{Sentence: sentence, Text: text, Seed: "s"})
		require.NoError(t, err)
		return reply
	}
	term := ask(s[0].ID, "the sluice log")
	require.Equal(t, "sluice log", term.Name)
	require.Equal(t, []int{1, 2, 3, 4, 5}, digits(term), "an attribute needs a class")
	next := done(t, m, term.Kinds[3].Changes, "store")
	require.Len(t, next.Named("Sluice log", model.Store), 1)
	said := ask(s[1].ID, "Each lock has two gates")
	require.Equal(t, "Lock has 2 Gate", said.Statements[0].Text)
	next = done(t, m, said.Statements[0].Changes, "statement")
	require.NotEmpty(t, next.TracesTo(s[1].ID))
	require.Len(t, ask(s[1].ID, "gates").Kinds, 5)
	next = done(t, m, ask(s[1].ID, "gates").Kinds[0].Changes, "class")
	require.Len(t, next.TracesOf(named(t, next, "Gate").ID), 2, "both sentences name it")
	_, err := proposer().Selection(m, propose.SelectionRequest{Sentence: "gone", Text: "x"})
	require.Error(t, err)
}

func digits(r propose.SelectionReply) []int {
	out := make([]int, len(r.Kinds))
	for i, k := range r.Kinds {
		out[i] = k.Digit
	}
	return out
}
