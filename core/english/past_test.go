package english_test

import (
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/english"
	"lexeon/core/wordclass"
)

func TestPastBase(t *testing.T) {
	for past, base := range map[string]string{
		"delivered": "deliver", "baked": "bake", "carried": "carry", "shipped": "ship", "kept": "keep", "driven": "drive", "called": "call", "missed": "miss",
		"glazed": "glaze", "inspected": "inspect", "located": "locate", "stopped": "stop", "signed": "sign", "lent": "lend", "red": "", "bed": "", "hundred": "",
	} {
		require.Equal(t, base, english.PastBase(past, english.CanBeVerb), past)
	}
}

// The verbs are those of the word classes: each that can be a verb and is not hardly ever one.
func TestGeneralVerbsAreThoseOfTheWordClasses(t *testing.T) {
	data, err := os.ReadFile("verbs.txt")
	require.NoError(t, err)
	count := 0
	for line := range strings.FieldsSeq(string(data)) {
		verb, only := strings.CutSuffix(line, "!")
		c := wordclass.Of(verb)
		require.Equal(t, !c.Noun.Possible || c.Verb.Count >= 20*max(1, c.Noun.Count), only, verb)
		require.True(t, c.Verb.Possible && !c.RareVerb, verb)
		count++
	}
	require.Greater(t, count, 7000)
	require.True(t, english.CanBeVerb("inspect"))
	require.False(t, english.CanBeVerb("clerk"), "hardly ever a verb")
}
