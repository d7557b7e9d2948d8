package code

import (
	"fmt"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/generate/generatetest"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// componentModels are the demo, components that need each other, some with hostile names, and random models.
func componentModels(t testing.TB, n int) []*model.Model {
	circle := modeltest.Build(t, "component Printer", "component Index", "component Archive", "external component Scales", "interface LotLookup", "  + find(code: Identifier): Decimal", "interface LabelOutput", "  + print(text: String)", "interface Weight", "interface FullLookup",
		"FullLookup is a kind of LotLookup", "Printer provides LabelOutput", "Index provides LotLookup", "Archive provides FullLookup", "Scales provides Weight",
		"Printer gets LotLookup from Index", "Index gets LabelOutput from Printer", "Archive requires LotLookup", "Index requires Weight")
	hostile := modeltest.Build(t, "interface I", "  + go(): String")
	var changes []model.Change
	for i, name := range []string{"../../etc", "Wiring", "package", "", "*/ class X {}", "日本", "Component", "new", `\u002a/`, "a\"b"} {
		id := model.ID(string(rune('a' + i)))
		changes = append(changes, &model.AddElement{ID: id, Kind: model.Component, Name: name}, &model.SetDefinition{ID: id, Text: "*/\nclass Y {}\n/* \\u002a/"},
			&model.Connect{ID: "p" + id, Kind: model.Provides, Source: id, Target: hostile.Classifiers()[0].ID}, &model.Connect{ID: "r" + id, Kind: model.Requires, Source: id, Target: hostile.Classifiers()[0].ID})
	}
	out := []*model.Model{modeltest.Demo(t), circle, modeltest.Edit(t, hostile, changes)}
	for seed := range uint64(n) {
		out = append(out, modeltest.Model(seed, 320))
	}
	return out
}

func put(t testing.TB, dir string, out generate.Output) {
	t.Helper()
	for _, f := range out.Files {
		require.True(t, filepath.IsLocal(f.Path), f.Path)
		path := filepath.Join(dir, f.Path)
		require.NoError(t, os.MkdirAll(filepath.Dir(path), 0o755))
		_, err := os.Stat(path)
		require.True(t, os.IsNotExist(err), "%s is there twice", f.Path)
		require.NoError(t, os.WriteFile(path, []byte(f.Content), 0o644))
	}
}

func TestComponentsInJavaAndTypeScript(t *testing.T) {
	inJava, dir := t.TempDir(), t.TempDir()
	for i, m := range componentModels(t, 6) {
		out, err := PrintComponents("java", folder(i), m)
		require.NoError(t, err)
		put(t, filepath.Join(inJava, folder(i)), out)
	}
	for i, m := range componentModels(t, 20) {
		out, err := PrintComponents("typescript", "", m)
		require.NoError(t, err)
		put(t, filepath.Join(dir, folder(i)), out)
	}
	generatetest.Once(t, "Java", inJava, []string{"javac"}, func() { javac(t, inJava, "-d", "out") })
	generatetest.Once(t, "TypeScript", dir, []string{"node", "tsc"}, func() { compiler(t, dir, false) })
	_, err := PrintComponents("cobol", "", modeltest.Demo(t))
	require.ErrorContains(t, err, `"cobol"`)
}

// What is inside is wired there, what needs each other gets it afterwards, what is made elsewhere is given.
func TestWiring(t *testing.T) {
	list := componentModels(t, 0)
	text := func(m *model.Model, path string) string {
		out, err := PrintComponents("typescript", "", m)
		require.NoError(t, err)
		for _, f := range out.Files {
			if f.Path == path {
				return f.Content
			}
		}
		require.Fail(t, "there is no "+path, fmt.Sprint(out.Notes))
		return ""
	}
	require.Contains(t, text(list[0], "src/traceability-component.ts"), "this.recallDesk = new RecallDeskComponent(this.lotIndex.giveLotLookup())")
	require.Contains(t, text(list[0], "src/traceability-component.ts"), "return this.recallDesk.giveTraceQuery()")
	require.Contains(t, text(list[0], "src/label-printer-component.ts"), "throw new NotWritten(\"Label printer: LabelOutput.print\")")
	wiring := text(list[1], "src/wiring.ts")
	require.Contains(t, wiring, "constructor(weight: Weight) {")
	require.Contains(t, wiring, "this.index.setLabelOutput(this.printer.giveLabelOutput())")
	require.Contains(t, text(list[1], "src/index-component.ts"), "constructor(labelOutput: LabelOutput | undefined, weight: Weight)")
}
