package scene_test

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"flag"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

var updateParity = flag.Bool("update", false, "write the digests that both builds are held to")

const parityFile = "testdata/parity.txt"

// The drawing in the page is the drawing of the server, byte for byte. This test runs
// twice: as it is, and compiled for the page (scripts/test.sh); both are held to the
// same digests.
func TestDrawingsAreTheSameInThePage(t *testing.T) {
	models := map[string]*model.Model{}
	data, err := os.ReadFile("../../demo/heatherfold.lexeon.json")
	require.NoError(t, err)
	models["demo"], err = interchange.ReadFile(data)
	require.NoError(t, err)
	files, err := filepath.Glob("testdata/crowded/*.txt")
	require.NoError(t, err)
	for _, f := range files {
		models[filepath.Base(f)] = crowded(t, f)
	}
	flows, err := filepath.Glob("testdata/crowded-flow/*.txt")
	require.NoError(t, err)
	for _, f := range flows {
		models["bubbles "+filepath.Base(f)] = crowdedFlow(t, f, model.Bubbles)
		models["boxes "+filepath.Base(f)] = crowdedFlow(t, f, model.Boxes)
	}
	for seed := range uint64(25) {
		models[fmt.Sprint("random ", seed)] = modeltest.Model(seed, 60)
	}
	models["large"] = modeltest.Large(120, 180, 60)
	models["nested"] = modeltest.Nested(20)
	var lines []string
	drawings := 0
	for name, m := range models {
		d := scene.NewDrawer(typeface.New())
		for _, row := range m.Diagrams() {
			s, err := json.Marshal(d.Of(m, row.ID))
			require.NoError(t, err)
			changes, err := d.Arrange(m, row.ID, scene.InLayers, nil)
			require.NoError(t, err)
			sum := sha256.Sum256(append(s, model.EncodeChanges(changes)...))
			lines = append(lines, fmt.Sprintf("%s %s %s", hex.EncodeToString(sum[:8]), name, row.ID))
			drawings++
		}
	}
	require.Greater(t, drawings, 40)
	slices.Sort(lines)
	got := strings.Join(lines, "\n") + "\n"
	if *updateParity {
		require.NoError(t, os.WriteFile(parityFile, []byte(got), 0o644))
	}
	want, err := os.ReadFile(parityFile)
	require.NoError(t, err)
	require.Equal(t, string(want), got, "drawings changed: run go test ./core/scene -update, and look at them")
}
