package csv_test

import (
	"encoding/csv"
	"flag"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	target "lexeon/core/generate/csv"
	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

var update = flag.Bool("update", false, "write the golden file anew")

func run(t *testing.T, m *model.Model, separator string) string {
	out, err := target.Target.Run(m, map[string]string{"separator": separator}, nil)
	require.NoError(t, err)
	require.Len(t, out.Files, 1)
	require.Equal(t, "features.csv", out.Files[0].Path)
	return out.Files[0].Content
}

// The features of the demo, as they were looked at once.
func TestFeaturesOfTheDemo(t *testing.T) {
	data, err := os.ReadFile("../../../demo/heatherfold.lexeon.json")
	require.NoError(t, err)
	m, err := interchange.ReadFile(data)
	require.NoError(t, err)
	made := run(t, m, "comma")
	if *update {
		require.NoError(t, os.WriteFile("testdata/features.csv", []byte(made), 0o644))
	}
	golden, err := os.ReadFile("testdata/features.csv")
	require.NoError(t, err)
	require.Equal(t, string(golden), made)
}

// Each feature has one row, whatever is in it, with any mark between cells; nothing is
// left that a spreadsheet would run.
func TestEachFeatureHasARow(t *testing.T) {
	hostile, _, _, err := model.Edit(model.Empty("Hostile"), []model.Change{
		&model.AddElement{ID: "c", Kind: model.Class, Name: `=HYPERLINK("x"), "y"; z`},
		&model.AddPart{ID: "a", Owner: "c", Kind: model.Attribute, Name: "@sum;1,2"},
	})
	require.NoError(t, err)
	for _, m := range []*model.Model{hostile, modeltest.Model(7, 200), modeltest.Mixed(400, true)} {
		want := 0
		for _, c := range m.Classifiers() {
			want += len(m.Children(c.ID, model.Attribute, model.Operation, model.Literal))
		}
		for _, r := range m.Relationships(model.Association) {
			for i := range m.Ends(r.ID) {
				across := map[model.ID]bool{} // classifiers that it lies across from
				for j, o := range m.Ends(r.ID) {
					if i != j && m.Element(o.Type) != nil {
						across[o.Type] = true
					}
				}
				want += len(across)
			}
		}
		for name, mark := range map[string]rune{"comma": ',', "semicolon": ';', "tab": '\t'} {
			r := csv.NewReader(strings.NewReader(run(t, m, name)))
			r.Comma = mark
			rows, err := r.ReadAll()
			require.NoError(t, err)
			require.Len(t, rows, want+1, "%s, %s", m.Project().Name, name)
			for _, row := range rows {
				require.Len(t, row, 7)
				for _, cell := range row {
					require.False(t, cell != "" && strings.ContainsRune("=+-@", rune(cell[0])), "%q", cell)
				}
			}
		}
	}
	_, err = target.Target.Run(hostile, map[string]string{"separator": "dash"}, nil)
	require.EqualError(t, err, `the option separator of Features: "dash" is none of comma, semicolon, tab`)
}
