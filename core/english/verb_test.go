package english_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/english"
)

func TestBaseForm(t *testing.T) {
	for word, want := range map[string]string{"registers": "register", "carries": "carry", "passes": "pass", "fixes": "fix", "raises": "raise", "watches": "watch"} {
		base, bent := english.BaseForm(word)
		require.Equal(t, want, base, word)
		require.True(t, bent, word)
	}
	for _, word := range []string{"register", "press", "go"} {
		base, bent := english.BaseForm(word)
		require.Equal(t, word, base)
		require.False(t, bent, word)
	}
}

func TestThirdPerson(t *testing.T) {
	for word, want := range map[string]string{"weigh": "weighs", "carry": "carries", "say": "says", "look up": "looks up", "catch": "catches", "fix": "fixes", "do": "does", "pass": "passes"} {
		require.Equal(t, want, english.ThirdPerson(word), word)
	}
	require.True(t, english.IsVerb("weigh"))
	require.False(t, english.IsVerb("hive"))
}
