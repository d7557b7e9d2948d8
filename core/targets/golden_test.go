package targets_test

import (
	"flag"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/generate/generatetest"
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
		same := map[string]bool{}
		if c.target == "components" { // the types stand in the file of their language
			types, err := targets.Named(c.value)
			require.NoError(t, err)
			of, err := types.Run(m, nil, nil)
			require.NoError(t, err)
			for _, f := range of.Files {
				same[f.Path+f.Content] = true
			}
		}
		out.Files = slices.DeleteFunc(out.Files, func(f generate.File) bool { return same[f.Path+f.Content] })
		generatetest.Golden(t, strings.TrimSuffix("testdata/demo-"+c.target+"-"+c.value, "-")+".txt", out, *update)
	}
}
