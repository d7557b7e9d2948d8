package render_test

import (
	"os"
	"path/filepath"
	"regexp"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/render"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

var styles = regexp.MustCompile(`(?s)<style>\n(.*?)</style>\n`)

// golden holds a drawing against a file of testdata, without its style sheet, which is held
// to one of its own: a colour that changes changes one file.
func golden(t *testing.T, name string, s *scene.Scene) {
	t.Helper()
	svg, err := render.SVG(s)
	require.NoError(t, err)
	requireWellFormed(t, svg)
	require.NotContains(t, string(svg), "<script")
	require.Len(t, styles.FindAll(svg, -1), 1)
	same(t, name+".svg", styles.ReplaceAll(svg, []byte("<style>…</style>\n")))
}

// same holds what was made against a file of testdata.
func same(t *testing.T, name string, got []byte) {
	t.Helper()
	file := filepath.Join("testdata", name)
	if *update {
		require.NoError(t, os.WriteFile(file, got, 0o644))
	}
	want, err := os.ReadFile(file)
	require.NoError(t, err)
	require.Equal(t, string(want), string(got), name)
}

// The style sheet is the same for every drawing, but for the faces that it uses.
func TestStyleSheet(t *testing.T) {
	all := &scene.Scene{}
	group := scene.Group{ID: "g", Title: "All faces"}
	for _, f := range typeface.Faces {
		group.Shapes = append(group.Shapes, scene.Primitive{Role: scene.RoleText, Text: &scene.Text{Text: string(f), Face: f, Size: 14}})
	}
	all.Groups = append(all.Groups, group)
	svg, err := render.SVG(all)
	require.NoError(t, err)
	sheet := styles.FindSubmatch(svg)
	require.Len(t, sheet, 2)
	same(t, "style.css", fontData.ReplaceAll(sheet[1], []byte("woff2;base64,…")))
}
