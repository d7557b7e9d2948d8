package code

import (
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/generatetest"
)

func tsc(t testing.TB) string {
	t.Helper()
	path, err := filepath.Abs("../../../ui/node_modules/typescript/bin/tsc")
	require.NoError(t, err)
	return path
}

func compiler(t testing.TB, dir string, emit bool) {
	saved(t, filepath.Join(dir, "package.json"), map[string]any{"type": "module"})
	saved(t, filepath.Join(dir, "tsconfig.json"), map[string]any{"compilerOptions": map[string]any{"target": "ES2022", "module": "NodeNext", "moduleResolution": "NodeNext",
		"strict": true, "noImplicitOverride": true, "noEmit": !emit, "rootDir": ".", "outDir": "dist", "types": []string{}}, "include": []string{"m*/src"}})
	accepts(t, dir, "node", tsc(t), "-p", ".")
}

func TestTypeScriptTakesWhatIsGenerated(t *testing.T) {
	demo, random := t.TempDir(), t.TempDir()
	for i, m := range models(t, 200) {
		dir := apart(i, demo, random)
		written(t, filepath.Join(dir, folder(i)), TypeScript, m, otherwise(TypeScript, i, nil))
		if of, ok := partOf(m); ok && i < 60 {
			written(t, filepath.Join(dir, folder(i)+"part"), TypeScript, m, map[string]string{"of": of})
		}
	}
	accepts(t, filepath.Join(demo, folder(0)), "node", tsc(t), "-p", ".") // by its own settings
	require.NoError(t, os.RemoveAll(filepath.Join(demo, folder(0), "dist")))
	compiler(t, demo, false)
	generatetest.Once(t, "random models", random, []string{"node", "tsc"}, func() { compiler(t, random, false) })
}

func TestTypeScriptKeepsLinks(t *testing.T) {
	behaves(t, always(typeScript), TypeScript, "behave.mjs", func(int) map[string]string { return nil }, []string{"node", "tsc"}, func(dir string) { compiler(t, dir, true) }, "node", "behave.mjs")
}
