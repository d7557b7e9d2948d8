package code

import (
	"path/filepath"
	"testing"

	"lexeon/core/generate/generatetest"
	"lexeon/core/modeltest"
)

// Models of every kind of diagram at once, edited at random: they combine what the models of classes alone do not.
func TestEverySortOfModel(t *testing.T) {
	javaDir, sharp, script, python := t.TempDir(), t.TempDir(), t.TempDir(), t.TempDir()
	for i := range 30 {
		m := modeltest.Model(uint64(i), 320)
		written(t, javaDir, Java, m, otherwise(Java, i, map[string]string{"package": folder(i)}))
		written(t, filepath.Join(sharp, folder(i)), CSharp, m, otherwise(CSharp, i, map[string]string{"namespace": folder(i)}))
		written(t, filepath.Join(script, folder(i)), TypeScript, m, otherwise(TypeScript, i, nil))
		if i < 12 {
			written(t, python, Python, m, otherwise(Python, i, map[string]string{"package": folder(i)}))
		}
		if i < 4 {
			at := t.TempDir()
			written(t, at, Cpp, m, otherwise(Cpp, i, nil))
			generatetest.Once(t, "C++ "+folder(i), at, []string{"g++"}, func() { unity(t, at) })
		}
	}
	generatetest.Once(t, "Java", javaDir, []string{"javac"}, func() { javac(t, javaDir, "-d", "out") })
	generatetest.Once(t, "C#", sharp, []string{"mcs"}, func() { mcs(t, sharp, "-target:library", "-out:all.dll") })
	generatetest.Once(t, "TypeScript", script, []string{"node", "tsc"}, func() { compiler(t, script, false) })
	generatetest.Once(t, "Python", python, []string{"mypy"}, func() {
		accepts(t, python, "mypy", "--strict", "--no-error-summary", "--no-incremental", ".")
	})
}
