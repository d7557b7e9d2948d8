package code

import (
	"path/filepath"
	"testing"

	"lexeon/core/generate"
	"lexeon/core/generate/generatetest"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// Whatever is written into a model, code in every language compiles, and nothing gets out of its place.
func TestHostileNames(t *testing.T) {
	m := modeltest.HostileModel(t)
	for i := range 2 { // as by default, and with all options otherwise
		t.Run(folder(i), func(t *testing.T) { hostile(t, m, i*15) })
	}
}

func hostile(t *testing.T, m *model.Model, i int) {
	at := t.TempDir()
	for _, c := range []struct {
		target *generate.Target
		tools  []string
		given  map[string]string
		taken  func(dir string)
	}{
		{Java, []string{"javac"}, nil, func(dir string) { javac(t, dir, "-d", "out") }},
		{CSharp, []string{"mcs"}, nil, func(dir string) { mcs(t, dir, "-target:library", "-out:all.dll") }},
		{TypeScript, []string{"node", "tsc"}, nil, func(dir string) { compiler(t, filepath.Dir(dir), false) }},
		{Python, []string{"python3", "mypy"}, map[string]string{"package": "lots"}, func(dir string) { imported(t, dir, []string{"lots"}) }},
		{Cpp, []string{"g++"}, nil, func(dir string) { unity(t, dir) }},
	} {
		dir := filepath.Join(at, c.target.Name, "m000")
		written(t, dir, c.target, m, otherwise(c.target, i, c.given))
		generatetest.Once(t, c.target.Name, dir, c.tools, func() { c.taken(dir) })
	}
}
