package wordclass_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/wordclass"
)

func TestWhatAWordCanBe(t *testing.T) {
	order := wordclass.Of("order")
	require.True(t, order.Noun.Possible && order.Verb.Possible && !order.Adjective.Possible)
	require.Greater(t, order.Noun.Count, 10)
	send := wordclass.Of("send")
	require.True(t, send.Verb.Possible)
	require.False(t, send.Noun.Possible)
	require.True(t, wordclass.Of("ferry").OfThings, "it moves what it acts upon")
	require.False(t, wordclass.Of("log").OfThings)
	require.True(t, wordclass.Of("monthly").Adverb.Possible)
	require.True(t, wordclass.Of("triage").Noun.Possible)
	require.False(t, wordclass.Of("lexeonish").Known())
	require.False(t, wordclass.Of("").Known())
}

func BenchmarkOf(b *testing.B) {
	wordclass.Of("order")
	for b.Loop() {
		wordclass.Of("settle")
	}
}

func TestSortsOfNouns(t *testing.T) {
	for noun, first := range map[string]wordclass.Sort{
		"clerk": wordclass.Person, "ministry": wordclass.Group, "laboratory": wordclass.Workplace, "invoice": wordclass.Document,
		"weight": wordclass.Property, "plank": wordclass.Material, "fee": wordclass.Possession,
	} {
		require.NotEmpty(t, wordclass.SortsOf(noun), noun)
		require.Equal(t, first, wordclass.SortsOf(noun)[0], noun)
	}
	require.Empty(t, wordclass.SortsOf("qwertz"))
}
