package core_test

import (
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
)

// Kinds are told apart in tables that are keyed by them. The switches that are left stand in
// docs/kinds.md, each file with its reason, and nowhere else.
func TestSwitchesOverKindsAreListed(t *testing.T) {
	list, err := os.ReadFile("../docs/kinds.md")
	require.NoError(t, err)
	listed := map[string]bool{}
	_, exceptions, _ := strings.Cut(string(list), "without a table")
	for line := range strings.SplitSeq(exceptions, "\n") {
		if cells := strings.Split(line, "|"); len(cells) == 4 && strings.HasSuffix(strings.Trim(cells[1], " `"), ".go") {
			require.NotEmpty(t, strings.TrimSpace(cells[2]), "%s has no reason", cells[1])
			listed[strings.Trim(cells[1], " `")] = true
		}
	}
	var found []string
	for _, dir := range []string{"core", "server", "store", "cmd"} {
		require.NoError(t, filepath.WalkDir("../"+dir, func(path string, d os.DirEntry, err error) error {
			if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
				return err
			}
			file, err := parser.ParseFile(token.NewFileSet(), path, nil, 0)
			if err != nil {
				return err
			}
			if tellsKindsApart(file) {
				found = append(found, strings.TrimPrefix(filepath.ToSlash(path), "../"))
			}
			return nil
		}))
	}
	for _, path := range found {
		require.True(t, listed[path], "%s has a switch over kinds: make it a table, or give its reason in docs/kinds.md", path)
	}
	for path := range listed {
		require.True(t, slices.Contains(found, path), "docs/kinds.md lists %s, which has no switch over kinds any more", path)
	}
}

// tellsKindsApart: a switch has cases for kinds of rows.
func tellsKindsApart(file *ast.File) bool {
	kinds := map[string]bool{}
	for _, list := range [][]model.KindInfo{model.ElementKinds(), model.RelationshipKinds(), model.DiagramKinds()} {
		for _, k := range list {
			kinds[strings.ToUpper(string(k.Kind[:1]))+string(k.Kind[1:])] = true
		}
	}
	kinds["PackageKind"] = true
	delete(kinds, "Package") // a visibility
	own := file.Name.Name == "model"
	found := false
	ast.Inspect(file, func(n ast.Node) bool {
		clause, ok := n.(*ast.CaseClause)
		if !ok {
			return true
		}
		for _, e := range clause.List {
			switch e := e.(type) {
			case *ast.SelectorExpr:
				found = found || fmt.Sprint(e.X) == "model" && kinds[e.Sel.Name]
			case *ast.Ident:
				found = found || own && kinds[e.Name]
			}
		}
		return true
	})
	return found
}
