package main

import (
	"bytes"
	"encoding/json"
	"image/png"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/targets"

	"lexeon/core/visible"
	"lexeon/store/storetest"
)

func lexeon(args ...string) (code int, out, errs string) {
	var o, e bytes.Buffer
	code = run(args, &o, &e)
	return code, o.String(), e.String()
}

func demo() string { return filepath.Join(storetest.Root(), "demo/heatherfold.lexeon.json") }

func TestCheckCommand(t *testing.T) {
	code, out, _ := lexeon("check", demo())
	require.Equal(t, exitFindings, code)
	require.Contains(t, out, "class/duplicate-feature")
	require.Contains(t, out, "14 findings")

	code, out, _ = lexeon("check", "--format", "json", demo())
	require.Equal(t, exitFindings, code)
	var report struct {
		Project  string
		Findings []struct{ Rule, Severity, Subject, What, Message string }
	}
	require.NoError(t, json.Unmarshal([]byte(out), &report))
	require.Len(t, report.Findings, 14)
	require.Equal(t, "error", report.Findings[0].Severity)
	require.Equal(t, "attribute jars", report.Findings[0].What)

	clean := filepath.Join(t.TempDir(), "clean.lexeon.json")
	require.NoError(t, os.WriteFile(clean, []byte(`{"format":"lexeon","version":1,"project":{"name":"Clean"}}`), 0o644))
	code, out, _ = lexeon("check", clean)
	require.Equal(t, exitOK, code)
	require.Equal(t, "0 findings\n", out)
	code, _, _ = lexeon("check", "--fail-on", "never", demo())
	require.Equal(t, exitOK, code)

	question := filepath.Join(t.TempDir(), "question.lexeon.json")
	require.NoError(t, os.WriteFile(question, []byte(`{"format":"lexeon","version":1,"project":{"name":"Q"},
"terms":[{"id":"t","name":"Hive"}],"elements":[{"id":"h","kind":"class","name":"Hive","term":"t"}],
"relationships":[{"id":"r","kind":"association","name":"beside","ends":[
{"id":"a","kind":"end","order":"1","name":"left","type":"h","multiplicity":"?"},{"id":"b","kind":"end","order":"2","name":"right","type":"h","multiplicity":"0..1"}]}]}`), 0o644))
	code, _, _ = lexeon("check", question)
	require.Equal(t, exitOK, code, "a question is below the default limit")
	code, _, _ = lexeon("check", "--fail-on", "question", question)
	require.Equal(t, exitFindings, code)
	code, _, _ = lexeon("check", "--fail-on", "error", question)
	require.Equal(t, exitOK, code)
}

func TestUnusableInput(t *testing.T) {
	bad := filepath.Join(t.TempDir(), "bad.json")
	require.NoError(t, os.WriteFile(bad, []byte("{\"format\": \"lexeon\",\n\"version\": 1,\n\"project\": {\"name\": 5}}"), 0o644))
	for _, c := range []struct {
		args  []string
		words string
	}{
		{[]string{"check", bad}, "line 3, project.name"},
		{[]string{"check", filepath.Join(t.TempDir(), "none.json")}, "no such file"},
		{[]string{"check"}, "takes one model file"},
		{[]string{"check", "--fail-on", "later", demo()}, "--fail-on"},
		{[]string{"check", "--format", "xml", demo()}, "--format"},
		{[]string{"generate", demo()}, "--out is missing"},
		{[]string{"generate", "--target", "cobol", "--out", t.TempDir(), demo()}, "--target"},
		{[]string{"export", "--diagram", "Nowhere", demo()}, "there is no diagram"},
		{[]string{"export", "--format", "gif", demo()}, "expected svg, png or pdf"},
		{[]string{"export", "--format", "png", "--scale", "9", "--diagram", "lots", demo()}, "one to four times"},
		{[]string{"document", demo()}, "--out is missing"},
		{[]string{"serve", "--addr", "0.0.0.0:0", "--database", "postgres://x"}, "beyond loopback"},
		{[]string{"serve", "--addr", "127.0.0.1:0", "--allowed-host", "a.example", "--token", "short", "--database", "postgres://x"}, "16 characters"},
		{[]string{"rules", "no/such"}, "there is no rule"},
		{[]string{"explode"}, "there is no command"},
	} {
		code, _, errs := lexeon(c.args...)
		require.Equal(t, exitUnusable, code, "%v", c.args)
		require.Contains(t, errs, c.words, "%v", c.args)
	}
}

// What stands in a file does not drive the terminal that it is told on.
func TestNothingHiddenReachesTheTerminal(t *testing.T) {
	file := func(name, definition string) string {
		path := filepath.Join(t.TempDir(), "hostile.json")
		require.NoError(t, os.WriteFile(path, []byte(`{"format":"lexeon","version":1,"project":{"name":"X"},"terms":[{"id":"t","name":"`+name+`","definition":"`+definition+`"}],
"elements":[{"id":"a","kind":"class","name":"`+name+`","term":"t"}],
"diagrams":[{"id":"d","kind":"classDiagram","name":"D"}]}`), 0o644))
		return path
	}
	code, out, errs := lexeon("check", file(`Bad\u001b[31mRed`, ""))
	require.Equal(t, exitUnusable, code)
	require.Contains(t, errs, "Bad‹U+001B›[31mRed")
	require.False(t, strings.ContainsFunc(out+errs, visible.Hidden), "%q", errs)
	code, _, errs = lexeon("check", "\x1b]0;title\x07.json")
	require.Equal(t, exitUnusable, code)
	require.False(t, strings.ContainsFunc(errs, visible.Hidden), "%q", errs)
}

func TestGenerateCommand(t *testing.T) {
	dir := t.TempDir()
	code, out, errs := lexeon("generate", "--target", "go", "--out", dir, demo())
	require.Equal(t, exitOK, code, errs)
	require.Contains(t, out, "33 files")
	vet := exec.Command("go", "vet", "./...")
	vet.Dir = dir
	vet.Env = append(os.Environ(), "GOFLAGS=-mod=mod", "GOPROXY=off")
	result, err := vet.CombinedOutput()
	require.NoError(t, err, "%s", result)

	hand := filepath.Join(dir, "hive.go")
	require.NoError(t, os.WriteFile(hand, []byte("package mine\n"), 0o644))
	code, _, errs = lexeon("generate", "--out", dir, demo())
	require.Equal(t, exitUnusable, code)
	require.Contains(t, errs, "hive.go")
	kept, err := os.ReadFile(hand)
	require.NoError(t, err)
	require.Equal(t, "package mine\n", string(kept), "what was written by hand stays")
	code, _, _ = lexeon("generate", "--out", dir, "--overwrite", demo())
	require.Equal(t, exitOK, code)
}

func TestGenerateComponents(t *testing.T) {
	dir := t.TempDir()
	code, _, errs := lexeon("generate", "--target", "components", "--out", dir, demo())
	require.Equal(t, exitOK, code, errs)
	require.FileExists(t, filepath.Join(dir, "wiring", "wiring.go"))
	vet := exec.Command("go", "vet", "./...")
	vet.Dir = dir
	vet.Env = append(os.Environ(), "GOFLAGS=-mod=mod", "GOPROXY=off")
	result, err := vet.CombinedOutput()
	require.NoError(t, err, "%s", result)

	dir = t.TempDir()
	code, _, errs = lexeon("generate", "--option", "module=example.org/honey", "--out", dir, demo())
	require.Equal(t, exitOK, code, errs)
	mod, err := os.ReadFile(filepath.Join(dir, "go.mod"))
	require.NoError(t, err)
	require.Contains(t, string(mod), "module example.org/honey\n")
	code, _, errs = lexeon("generate", "--option", "width=7", "--out", dir, demo())
	require.Equal(t, exitUnusable, code)
	require.Contains(t, errs, `Go has no option "width"; there are: of, module, accessors, collections, enumerations, files, comments`)
	code, _, errs = lexeon("generate", "--target", "boxes", "--out", dir, demo())
	require.Equal(t, exitUnusable, code)
	require.Contains(t, errs, "there are: "+targets.Names())
}

func TestExportCommand(t *testing.T) {
	file := filepath.Join(t.TempDir(), "lots.svg")
	code, _, errs := lexeon("export", "--format", "svg", "--diagram", "Apiaries and honey lots", "--out", file, demo())
	require.Equal(t, exitOK, code, errs)
	data, err := os.ReadFile(file)
	require.NoError(t, err)
	require.True(t, strings.HasPrefix(string(data), "<svg "))
	_, out, _ := lexeon("export", "--diagram", "lots", demo())
	require.Equal(t, string(data), out)
	for format, head := range map[string]string{"png": "\x89PNG\r\n", "pdf": "%PDF-1."} {
		code, out, errs := lexeon("export", "--format", format, "--diagram", "lots", demo())
		require.Equal(t, exitOK, code, errs)
		require.True(t, strings.HasPrefix(out, head), format)
	}
	_, small, _ := lexeon("export", "--format", "png", "--diagram", "lots", demo())
	_, large, _ := lexeon("export", "--format", "png", "--scale", "2", "--diagram", "lots", demo())
	one, err := png.DecodeConfig(strings.NewReader(small))
	require.NoError(t, err)
	two, err := png.DecodeConfig(strings.NewReader(large))
	require.NoError(t, err)
	require.Equal(t, 2*one.Height, two.Height)
}

func TestDocumentCommand(t *testing.T) {
	dir := t.TempDir()
	code, out, errs := lexeon("document", "--out", dir, demo())
	require.Equal(t, exitOK, code, errs)
	require.Contains(t, out, "18 files")
	text, err := os.ReadFile(filepath.Join(dir, "classes.md"))
	require.NoError(t, err)
	require.Contains(t, string(text), "![class diagram Apiaries and honey lots](diagrams/apiaries-and-honey-lots.svg)")
	require.FileExists(t, filepath.Join(dir, "diagrams", "apiaries-and-honey-lots.svg"))
}

func TestHelpAndRules(t *testing.T) {
	code, out, _ := lexeon("help")
	require.Equal(t, exitOK, code)
	for name := range commands {
		require.Contains(t, out, name)
	}
	_, out, _ = lexeon("rules")
	require.Contains(t, out, "class/inheritance-cycle")
	_, out, _ = lexeon("rules", "class/inheritance-cycle")
	require.Contains(t, out, "UML 2.5.1, 9.2.3")
}
