package modeltest

import (
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/model"
)

// Demo is the model of the demo project, found from any folder of the module.
func Demo(t testing.TB) *model.Model {
	t.Helper()
	dir, err := os.Getwd()
	require.NoError(t, err)
	for {
		if _, err := os.Stat(filepath.Join(dir, "go.mod")); err == nil {
			break
		}
		require.NotEqual(t, dir, filepath.Dir(dir), "no module around it")
		dir = filepath.Dir(dir)
	}
	data, err := os.ReadFile(filepath.Join(dir, "demo", "heatherfold.lexeon.json"))
	require.NoError(t, err)
	m, err := interchange.ReadFile(data)
	require.NoError(t, err)
	return m
}
