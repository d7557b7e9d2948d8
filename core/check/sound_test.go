package check_test

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/check"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// soundModels are models in which nothing is wrong, each of another domain.
func soundModels(t testing.TB) map[string]*model.Model {
	t.Helper()
	files, err := filepath.Glob("testdata/sound/*.txt")
	require.NoError(t, err)
	aside, err := filepath.Glob("testdata/sound/aside/*.txt")
	require.NoError(t, err)
	out := map[string]*model.Model{}
	for _, file := range append(files, aside...) {
		data, err := os.ReadFile(file)
		require.NoError(t, err)
		lines := strings.Split(string(data), "\n")[1:]
		out[strings.TrimSuffix(filepath.Base(file), ".txt")] = modeltest.Build(t, lines...)
	}
	return out
}

func TestSoundModelsAreLeftAlone(t *testing.T) {
	models := soundModels(t)
	models["heatherfold"] = demoMended(t)
	require.Len(t, models, 8)
	for name, m := range models {
		for _, f := range check.Run(m, check.All).Findings() {
			if f.Severity == check.Error || f.Severity == check.Warning || f.Severity == check.Question {
				t.Errorf("%s: %s %s: %s", name, f.Severity, f.Rule, f.Message)
			} else {
				t.Logf("%s: %s %s: %s", name, f.Severity, f.Rule, f.Message)
			}
		}
	}
}
