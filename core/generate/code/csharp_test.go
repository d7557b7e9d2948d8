package code

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/generatetest"
)

func TestCSharpTakesWhatIsGenerated(t *testing.T) {
	demo, random := t.TempDir(), t.TempDir()
	for i, m := range models(t, 200) {
		dir := apart(i, demo, random)
		written(t, filepath.Join(dir, folder(i)), CSharp, m, otherwise(CSharp, i, map[string]string{"namespace": folder(i)}))
		if of, ok := partOf(m); ok && i < 60 {
			written(t, filepath.Join(dir, folder(i)+"part"), CSharp, m, map[string]string{"namespace": folder(i) + "part", "of": of})
		}
	}
	mcs(t, demo, "-target:library", "-out:all.dll")
	generatetest.Once(t, "random models", random, []string{"mcs"}, func() { mcs(t, random, "-target:library", "-out:all.dll") })
}

func TestCSharpKeepsLinks(t *testing.T) {
	behaves(t, always(cSharp), CSharp, "Behave.cs", func(i int) map[string]string { return map[string]string{"namespace": folder(i)} }, []string{"mcs", "mono"}, func(dir string) {
		mcs(t, dir, "-target:exe", "-out:all.exe", "-main:Behave")
	}, "mono", "all.exe")
}

// mcs compiles all sources of a folder. 649 and 169 say no more than that nothing uses what a skeleton
// keeps.
func mcs(t testing.TB, dir string, args ...string) {
	t.Helper()
	files := below(t, dir, ".cs")
	saved := filepath.Join(dir, "files.rsp")
	require.NoError(t, os.WriteFile(saved, []byte(strings.Join(files, "\n")), 0o644))
	accepts(t, dir, "mcs", append([]string{"-langversion:7.2", "-warnaserror", "-warn:4", "-nowarn:649,169,414", "-codepage:utf8", "@" + saved}, args...)...)
}
