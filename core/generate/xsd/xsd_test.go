package xsd_test

import (
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/xsd"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// A validator takes the schemas of the demo and of 200 random models, and the examples beside them; an
// example with something that the schema does not know is refused.
func TestAValidatorTakesWhatIsGenerated(t *testing.T) {
	demo := modeltest.Demo(t)
	list := []*model.Model{demo, model.Empty("Nothing"), modeltest.HostileModel(t)}
	for seed := range uint64(200) {
		list = append(list, modeltest.Coded(seed, seed%4 == 3))
	}
	examples := 0
	for i, m := range list {
		out, err := xsd.Target.Run(m, nil, nil)
		require.NoError(t, err)
		dir := t.TempDir()
		for _, f := range out.Files {
			require.NoError(t, os.WriteFile(filepath.Join(dir, f.Path), []byte(f.Content), 0o644))
		}
		lint := func(file string) (string, error) {
			said, err := exec.Command("xmllint", "--nonet", "--noout", "--schema", filepath.Join(dir, "model.xsd"), filepath.Join(dir, file)).CombinedOutput()
			return string(said), err
		}
		example, err := os.ReadFile(filepath.Join(dir, "example.xml"))
		if err != nil { // the schema alone: anything empty will do
			example = []byte("<model/>\n")
			require.NoError(t, os.WriteFile(filepath.Join(dir, "example.xml"), example, 0o644))
		} else {
			examples++
		}
		said, err := lint("example.xml")
		require.NoError(t, err, "%d: %s", i, said)
		require.Contains(t, said, "validates")
		if i%20 == 0 {
			wrong := strings.Replace(strings.Replace(string(example), "</model>", "<nobodyKnowsThis/></model>", 1), "<model/>", "<model><nobodyKnowsThis/></model>", 1)
			require.NoError(t, os.WriteFile(filepath.Join(dir, "wrong.xml"), []byte(wrong), 0o644))
			said, err = lint("wrong.xml")
			require.Error(t, err, said)
		}
	}
	require.Greater(t, examples, 150, fmt.Sprint(len(list)))
}
