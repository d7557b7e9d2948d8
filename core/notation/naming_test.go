package notation_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/notation"
)

func TestSplitName(t *testing.T) {
	for text, want := range map[string]struct {
		stereotypes []string
		name        string
	}{
		"«resource» Timber stock":        {[]string{"resource"}, "Timber stock"},
		"<<resource>>Timber stock":       {[]string{"resource"}, "Timber stock"},
		"«resource, kept» «old» Timber ": {[]string{"resource", "kept", "old"}, "Timber"},
		" Timber stock":                  {nil, " Timber stock"},
		"Timber «stock»":                 {nil, "Timber «stock»"},
		"«resource Timber":               {nil, "«resource Timber"},
		"«» Timber":                      {nil, "«» Timber"},
		"<<a >> b":                       {[]string{"a"}, "b"},
		"«only»":                         {[]string{"only"}, ""},
	} {
		stereotypes, name := notation.SplitName(text)
		require.Equal(t, want.stereotypes, stereotypes, text)
		require.Equal(t, want.name, name, text)
	}
}
