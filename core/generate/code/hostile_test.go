package code

import (
	"path/filepath"
	"testing"

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
	written(t, filepath.Join(at, "java"), Java, m, otherwise(Java, i, nil))
	javac(t, filepath.Join(at, "java"), "-d", "out")
	written(t, filepath.Join(at, "csharp"), CSharp, m, otherwise(CSharp, i, nil))
	mcs(t, filepath.Join(at, "csharp"), "-target:library", "-out:all.dll")
	written(t, filepath.Join(at, "ts", "m000"), TypeScript, m, otherwise(TypeScript, i, nil))
	compiler(t, filepath.Join(at, "ts"), false)
	written(t, filepath.Join(at, "python"), Python, m, otherwise(Python, i, map[string]string{"package": "lots"}))
	accepts(t, filepath.Join(at, "python"), "python3", "-W", "error", "-c", "import lots")
	accepts(t, filepath.Join(at, "python"), "mypy", "--strict", "--no-error-summary", "-p", "lots")
	written(t, filepath.Join(at, "cpp"), Cpp, m, otherwise(Cpp, i, nil))
	unity(t, filepath.Join(at, "cpp"))
}
