package check_test

import (
	"os"
	"regexp"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/check"
)

// The table of constraints names rules that there are.
func TestTheTableOfConstraintsNamesRules(t *testing.T) {
	text, err := os.ReadFile("../../docs/constraints.md")
	require.NoError(t, err)
	named := regexp.MustCompile("`([a-z]+/[a-z-]+)`").FindAllStringSubmatch(string(text), -1)
	require.Greater(t, len(named), 30)
	for _, n := range named {
		require.NotNil(t, check.ByName(n[1]), n[1])
	}
}
