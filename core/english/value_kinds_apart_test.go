package english

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// A noun says one kind of value: else it would be chance which one is told.
func TestNounsSayOneKindOfValue(t *testing.T) {
	of := map[string]ValueKind{}
	for kind, nouns := range kinds {
		for noun := range nouns {
			require.Empty(t, of[noun], "%s: %s", noun, kind)
			of[noun] = kind
		}
	}
}
