package english_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/english"
	"lexeon/core/wordclass"
)

func TestPastBase(t *testing.T) {
	isVerb := func(w string) bool { return wordclass.Of(w).Verb.Possible }
	for past, base := range map[string]string{
		"delivered": "deliver", "baked": "bake", "carried": "carry", "shipped": "ship", "kept": "keep", "driven": "drive", "called": "call", "missed": "miss",
		"glazed": "glaze", "inspected": "inspect", "located": "locate", "stopped": "stop", "signed": "sign", "lent": "lend", "red": "", "bed": "", "hundred": "",
	} {
		require.Equal(t, base, english.PastBase(past, isVerb), past)
	}
}
