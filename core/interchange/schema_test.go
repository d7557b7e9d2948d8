package interchange_test

import (
	"encoding/json"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/modeltest"
)

type schema struct {
	Defs map[string]struct {
		Required   []string
		Properties map[string]struct {
			Enum  []any
			Ref   string `json:"$ref"`
			Items struct {
				Ref string `json:"$ref"`
			}
		}
	} `json:"$defs"`
}

// Whatever is written is described: each row of the demo and of random models has
// only members and kinds that the published schema knows.
func TestTheSchemaKnowsWhatIsWritten(t *testing.T) {
	data, err := os.ReadFile(filepath.Join("..", "..", "docs", "formats", "model-file.schema.json"))
	require.NoError(t, err)
	var s schema
	require.NoError(t, json.Unmarshal(data, &s))
	seen := map[string]bool{}
	var row func(def string, members map[string]any)
	row = func(def string, members map[string]any) {
		for name, value := range members {
			p, known := s.Defs[def].Properties[name]
			require.True(t, known, "%s has no member %s", def, name)
			if text, ok := value.(string); ok && len(p.Enum) > 0 {
				require.Contains(t, p.Enum, text, "%s.%s", def, name)
				seen[text] = true
			}
			if list, ok := value.([]any); ok && (name == "parts" || name == "ends" || name == "placements") {
				inner := filepath.Base(p.Items.Ref)
				for _, v := range list {
					row(inner, v.(map[string]any))
				}
			}
		}
	}
	check := func(file []byte) {
		var all map[string]any
		require.NoError(t, json.Unmarshal(file, &all))
		for table, def := range map[string]string{"elements": "element", "relationships": "relationship", "diagrams": "diagram", "terms": "term"} {
			list, _ := all[table].([]any)
			for _, v := range list {
				row(def, v.(map[string]any))
			}
		}
	}
	demo, err := os.ReadFile(filepath.Join("..", "..", "demo", "heatherfold.lexeon.json"))
	require.NoError(t, err)
	check(demo)
	for seed := range uint64(12) {
		check(interchange.WriteFile(modeltest.Model(seed, 300)))
	}
	for _, kind := range []string{"useCase", "participation", "alternative", "dataFlow", "levelDiagram"} {
		require.True(t, seen[kind], kind)
	}
}
