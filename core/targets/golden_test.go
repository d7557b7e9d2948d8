package targets_test

import (
	"flag"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/modeltest"
	"lexeon/core/targets"
)

var update = flag.Bool("update", false, "write golden files anew")

// What the demo becomes in the targets that have no such file beside them is looked at when it changes: testdata/demo-*.txt.
func TestTheDemoInOtherTargets(t *testing.T) {
	m := modeltest.Demo(t)
	for _, c := range []struct{ target, option, value string }{
		{"components", "language", "go"}, {"components", "language", "java"}, {"components", "language", "typescript"},
		{"services", "language", "go"}, {"services", "language", "python"}, {"processes", "language", "typescript"}, {"processes", "language", "cpp"},
		{"jsonschema", "", ""}, {"xsd", "", ""},
	} {
		target, err := targets.Named(c.target)
		require.NoError(t, err)
		over := map[string]string{}
		if c.option != "" {
			over[c.option] = c.value
		}
		out, err := target.Run(m, over, nil)
		require.NoError(t, err)
		types, err := targets.Named("go")
		require.NoError(t, err)
		if c.value != "go" && c.value != "" {
			types, err = targets.Named(c.value)
			require.NoError(t, err)
		}
		same := map[string]bool{}
		if c.target == "components" { // the types stand in the file of their language
			of, err := types.Run(m, nil, nil)
			require.NoError(t, err)
			for _, f := range of.Files {
				same[f.Path+f.Content] = true
			}
		}
		var b strings.Builder
		for _, f := range out.Files {
			if !same[f.Path+f.Content] {
				b.WriteString("==== " + f.Path + "\n" + f.Content)
			}
		}
		for _, n := range out.Notes {
			b.WriteString("==== told: " + n.Message + "\n")
		}
		golden := strings.TrimSuffix("testdata/demo-"+c.target+"-"+c.value, "-") + ".txt"
		if *update {
			require.NoError(t, os.MkdirAll("testdata", 0o755))
			require.NoError(t, os.WriteFile(golden, []byte(b.String()), 0o644))
		}
		want, err := os.ReadFile(golden)
		require.NoError(t, err)
		require.Equal(t, string(want), b.String(), "run go test ./core/targets -update, and look at it")
	}
}
