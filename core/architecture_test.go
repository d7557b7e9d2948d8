package core_test

import (
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// The layers: who may import whom. Tests and test helpers are free.
func TestLayers(t *testing.T) {
	root := ".."
	checked := 0
	require.NoError(t, filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		if d.IsDir() && (d.Name() == "node_modules" || d.Name() == ".run" || d.Name() == ".git") {
			return filepath.SkipDir
		}
		if !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return nil
		}
		file, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.ImportsOnly)
		if err != nil {
			return err
		}
		from := filepath.ToSlash(filepath.Dir(strings.TrimPrefix(filepath.ToSlash(path), "../")))
		if strings.HasSuffix(from, "test") {
			return nil
		}
		for _, imp := range file.Imports {
			to, err := strconv.Unquote(imp.Path.Value)
			if err != nil {
				return err
			}
			require.Empty(t, forbidden(from, to), "%s imports %s", path, to)
			checked++
		}
		return nil
	}))
	require.Greater(t, checked, 50)
}

func forbidden(from, to string) string {
	own, isOurs := strings.CutPrefix(to, "lexeon/")
	in := func(p, layer string) bool { return p == layer || strings.HasPrefix(p, layer+"/") }
	switch {
	case in(from, "core") && (to == "net/http" || to == "database/sql" || to == "os" || to == "math/rand" || to == "math/rand/v2"):
		return "the core knows no HTTP, no SQL, no files and no chance"
	case !isOurs:
		return ""
	case in(from, "core/visible"):
		return "core/visible imports nothing of ours"
	case in(from, "core/model") && !in(own, "core/visible"):
		return "core/model imports nothing of ours, but for what imports nothing itself"
	case in(from, "core") && !in(own, "core"):
		return "the core imports only the core"
	case in(from, "core/scene") && in(own, "core/check"):
		return "a scene does not know findings"
	case in(from, "store") && !in(own, "core"):
		return "the store imports only the core"
	case in(own, "server") && !in(from, "cmd"):
		return "only the command imports the server"
	}
	return ""
}

// docs/architecture.md lists every package, each where it stands, and no other.
func TestTheListOfPackagesIsThatOfTheTree(t *testing.T) {
	text, err := os.ReadFile("../docs/architecture.md")
	require.NoError(t, err)
	listed := map[string]bool{}
	var path []string
	entry := regexp.MustCompile(`^    (( {2})*)([a-z0-9/-]+)/ +\S`)
	for line := range strings.Lines(string(text)) {
		m := entry.FindStringSubmatch(line)
		if m == nil {
			if len(listed) > 0 && strings.TrimSpace(line) != "" && !strings.HasPrefix(line, "    ") {
				break // the list is over
			}
			continue
		}
		depth := len(m[1]) / 2
		require.LessOrEqual(t, depth, len(path), "%q stands under nothing", line)
		path = append(path[:depth], m[3])
		listed[strings.Join(path, "/")] = true
	}
	require.Greater(t, len(listed), 40)
	for p := range listed {
		require.DirExists(t, "../"+p, "docs/architecture.md lists %s", p)
	}
	require.NoError(t, filepath.WalkDir("..", func(p string, d fs.DirEntry, err error) error {
		if err != nil || !d.IsDir() {
			return err
		}
		p = strings.TrimPrefix(filepath.ToSlash(p), "../")
		if name := d.Name(); name == "node_modules" || name == "testdata" || strings.HasPrefix(name, ".") && name != ".." {
			return filepath.SkipDir
		}
		files, err := filepath.Glob("../" + p + "/*.go")
		if err != nil {
			return err
		}
		// Helpers of tests and folders of templates belong to the package above.
		if len(files) > 0 && !strings.HasSuffix(p, "test") && !listed[p] && !listed[filepath.ToSlash(filepath.Dir(p))] {
			require.Fail(t, "docs/architecture.md does not list "+p)
		}
		return nil
	}))
}
