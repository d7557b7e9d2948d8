// Package generatetest holds what tests of targets share.
package generatetest

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
)

// Text is an output as it is looked at: its files, one behind the other, and what is told.
func Text(out generate.Output) string {
	var b strings.Builder
	for _, f := range out.Files {
		b.WriteString("==== " + f.Path + "\n" + f.Content)
	}
	for _, n := range out.Notes {
		b.WriteString("==== told: " + n.Message + "\n")
	}
	return b.String()
}

// Golden compares an output with a file that somebody has looked at, or writes that anew.
func Golden(t testing.TB, path string, out generate.Output, update bool) {
	t.Helper()
	got := Text(out)
	if update {
		require.NoError(t, os.MkdirAll(filepath.Dir(path), 0o755))
		require.NoError(t, os.WriteFile(path, []byte(got), 0o644))
	}
	want, err := os.ReadFile(path)
	require.NoError(t, err)
	require.Equal(t, string(want), got, "run this test with -update, and look at %s", path)
}
