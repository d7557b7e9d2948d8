package document_test

import (
	"flag"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/document"
	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/render"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

var update = flag.Bool("update", false, "write the golden files anew")

var drawer = scene.NewDrawer(typeface.New())

func TestMarkdownOfTheDemo(t *testing.T) {
	data, err := os.ReadFile(filepath.Join("..", "..", "demo", "heatherfold.lexeon.json"))
	require.NoError(t, err)
	m, err := interchange.ReadFile(data)
	require.NoError(t, err)
	out, err := document.Markdown(m, render.Draws(m, drawer))
	require.NoError(t, err)
	for i, name := range []string{"classes.md", "data-flow.md", "use-cases.md", "components.md", "tables.md", "brief.md"} {
		require.Equal(t, name, out.Files[i].Path)
		golden := filepath.Join("testdata", name)
		if *update {
			require.NoError(t, os.WriteFile(golden, []byte(out.Files[i].Content), 0o644))
		}
		want, err := os.ReadFile(golden)
		require.NoError(t, err)
		require.Equal(t, string(want), out.Files[i].Content)
	}
	require.Equal(t, "diagrams/apiaries-and-honey-lots.svg", out.Files[6].Path)
	require.True(t, strings.HasPrefix(out.Files[6].Content, "<svg "))
	again, err := document.Markdown(m, render.Draws(m, scene.NewDrawer(typeface.New())))
	require.NoError(t, err)
	require.Equal(t, out, again)
}

// Whatever people type stays text, and file names stay in their folder.
func TestHostileTextsStayText(t *testing.T) {
	m := modeltest.Build(t, "class <script>alert(1)</script>", "class | cell | `code`", "class # Heading", "class - item", "class 1. item")
	var changes []model.Change
	for i, name := range []string{"../../etc/passwd", "a/b", "a b", "A B", "", "日本"} {
		changes = append(changes, &model.AddDiagram{ID: model.ID([]string{"a", "b", "c", "d", "e", "f"}[i]), Kind: model.ClassDiagram, Name: name})
	}
	changes = append(changes, &model.SetDefinition{ID: m.Classifiers()[0].ID, Text: "[x](javascript:alert(1))\n# not a heading\n![](http://example.org/a.png)"})
	m, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	out, err := document.Markdown(m, render.Draws(m, drawer))
	require.NoError(t, err)
	text := out.Files[0].Content
	for _, bad := range []string{"<script", "](javascript", "\n# not", "![](http", "\n# Heading"} {
		require.NotContains(t, text, bad)
	}
	seen := map[string]bool{}
	for _, f := range out.Files {
		require.True(t, filepath.IsLocal(f.Path), f.Path)
		require.False(t, seen[f.Path], f.Path)
		seen[f.Path] = true
	}
	require.Len(t, out.Files, 7)
}

func TestEmptyModel(t *testing.T) {
	out, err := document.Markdown(model.Empty("Nothing yet"), render.Draws(model.Empty("Nothing yet"), drawer))
	require.NoError(t, err)
	require.Equal(t, "# Nothing yet\n", out.Files[0].Content)
}

func TestHostileTextsOfDataFlowStayText(t *testing.T) {
	m := modeltest.Build(t, "process <b>System</b>", "process Weigh <i>lot</i> in <b>System</b>", "entity [x](javascript:alert(1))", "item a | b elementary", "store | S",
		"sentence <script>alert(1)</script> | cell", "activity <img src=x> | weigh | lot from | S | note to X | yes")
	weigh := m.Named("Weigh <i>lot</i>", model.Process)[0].ID
	m, _, _, err := model.Edit(m, []model.Change{
		&model.SetElement{ID: weigh, Set: model.P("specification", "for each <u>lot</u>:\n```\n# weigh", "decision", &model.DecisionTable{
			Conditions: []model.Condition{{Text: "a | b", Values: []string{"<x>"}}}, Actions: []string{"| c"}, Rules: []model.DecisionRule{{When: []string{"<x>"}, Do: []int{0}}}})},
		&model.AddElement{ID: "e", Kind: model.Event, Name: "| <script>"},
	})
	require.NoError(t, err)
	out, err := document.Markdown(m, render.Draws(m, drawer))
	require.NoError(t, err)
	all := out.Files[1].Content + out.Files[2].Content
	for _, bad := range []string{"<b>", "<i>", "<script", "<img", "](javascript", "\n# weigh", "\n```"} {
		require.NotContains(t, all, bad)
	}
	require.Contains(t, all, "    for each <u>lot</u>:", "code is shown as it is")
	require.Contains(t, all, "| a &#124; b | Actions |", "a bar makes no cell")
	require.Contains(t, all, "| a &#124; b | elementary |  |  |")
}
