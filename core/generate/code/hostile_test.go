package code

import (
	"path/filepath"
	"testing"

	"lexeon/core/modeltest"
)

// Whatever is written into a model, code in every language compiles, and nothing gets out of its place.
func TestHostileNames(t *testing.T) {
	m := modeltest.HostileModel(t)
	at := t.TempDir()
	written(t, filepath.Join(at, "java"), Java, m, nil)
	javac(t, filepath.Join(at, "java"), "-d", "out")
	written(t, filepath.Join(at, "csharp"), CSharp, m, nil)
	mcs(t, filepath.Join(at, "csharp"), "-target:library", "-out:all.dll")
	written(t, filepath.Join(at, "ts", "m000"), TypeScript, m, nil)
	compiler(t, filepath.Join(at, "ts"), false)
	written(t, filepath.Join(at, "python"), Python, m, map[string]string{"package": "lots"})
	accepts(t, filepath.Join(at, "python"), "python3", "-W", "error", "-c", "import lots")
	accepts(t, filepath.Join(at, "python"), "mypy", "--strict", "--no-error-summary", "-p", "lots")
	written(t, filepath.Join(at, "cpp"), Cpp, m, nil)
	unity(t, filepath.Join(at, "cpp"))
}
