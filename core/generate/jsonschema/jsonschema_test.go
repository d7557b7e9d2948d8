package jsonschema_test

import (
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/jsonschema"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// optionsOf decides the options otherwise for some models.
func optionsOf(i int, m *model.Model) map[string]string {
	out := map[string]string{}
	if i%3 == 1 {
		out["id"] = fmt.Sprintf("https://example.org/lots-%d?a=1&b=2", i)
	}
	if list := m.Classifiers(); i%5 == 2 && len(list) > 2 {
		out["of"] = list[0].Name + ", " + list[len(list)/2].Name
	}
	if i%7 == 3 {
		out["comments"] = "none"
	}
	return out
}

// A validator takes the schemas of the demo and of 200 random models, and the examples beside them.
func TestAValidatorTakesWhatIsGenerated(t *testing.T) {
	demo := modeltest.Demo(t)
	list := []*model.Model{demo, model.Empty("Nothing"), modeltest.HostileModel(t)}
	for seed := range uint64(200) {
		list = append(list, modeltest.Coded(seed, seed%4 == 3))
	}
	dir := t.TempDir()
	args := []string{"../../../scripts/json-schema-check.mjs"}
	for i, m := range list {
		out, err := jsonschema.Target.Run(m, optionsOf(i, m), nil)
		require.NoError(t, err)
		at := filepath.Join(dir, fmt.Sprintf("m%03d", i))
		require.NoError(t, os.MkdirAll(at, 0o755))
		args = append(args, at)
		for _, f := range out.Files {
			require.NoError(t, os.WriteFile(filepath.Join(at, f.Path), []byte(f.Content), 0o644))
		}
	}
	said, err := exec.Command("node", args...).CombinedOutput()
	require.NoError(t, err, "%s", said)
	var examples int
	_, err = fmt.Sscanf(strings.TrimSpace(string(said)), "%d examples", &examples)
	require.NoError(t, err, "%s", said[:min(len(said), 3000)])
	require.Greater(t, examples, 150)
}
