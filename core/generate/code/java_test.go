package code

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/generatetest"
)

func TestJavaTakesWhatIsGenerated(t *testing.T) {
	demo, random := t.TempDir(), t.TempDir()
	for i, m := range models(t, 200) {
		dir := apart(i, demo, random)
		written(t, dir, Java, m, otherwise(Java, i, map[string]string{"package": folder(i)}))
		if of, ok := partOf(m); ok && i < 60 {
			written(t, dir, Java, m, map[string]string{"package": folder(i) + "part", "of": of})
		}
	}
	javac(t, demo, "-d", "out")
	generatetest.Once(t, "random models", random, []string{"javac"}, func() { javac(t, random, "-d", "out") })
}

func TestJavaKeepsLinks(t *testing.T) {
	behaves(t, javaAs, Java, "Behave.java", func(i int) map[string]string { return map[string]string{"package": folder(i)} },
		[]string{"javac", "java"}, func(dir string) { javac(t, dir, "-d", "out") }, "java", "-cp", "out", "Behave")
}

// javac compiles all sources of a folder.
func javac(t testing.TB, dir string, args ...string) {
	t.Helper()
	files := below(t, dir, ".java")
	saved := filepath.Join(dir, "files.txt")
	for i := range files {
		files[i] = `"` + files[i] + `"`
	}
	require.NoError(t, os.WriteFile(saved, []byte(strings.Join(files, "\n")), 0o644))
	accepts(t, dir, "javac", append([]string{"-encoding", "UTF-8", "-Xlint:all", "-Werror", "@" + saved}, args...)...)
}
