package code

import (
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// Warnings of g++ that all C++ is free of.
var cppFlags = []string{"-std=c++20", "-Wall", "-Wextra", "-Werror", "-pedantic"}

func TestCppTakesWhatIsGenerated(t *testing.T) {
	dir := t.TempDir()
	for i, m := range models(t, 20) {
		t.Run(folder(i), func(t *testing.T) {
			t.Parallel()
			at := filepath.Join(dir, folder(i))
			written(t, at, Cpp, m, otherwise(Cpp, i, map[string]string{"namespace": folder(i)}))
			if of, ok := partOf(m); ok && i < 6 {
				written(t, at+"part", Cpp, m, map[string]string{"namespace": folder(i) + "part", "of": of})
				unity(t, at+"part")
			}
			unity(t, at)
			if i > 0 {
				return
			}
			eachByItself(t, at)
		})
	}
}

// eachByItself compiles the sources of a folder one by one: nothing is there by chance.
func eachByItself(t testing.TB, dir string) {
	t.Helper()
	for _, s := range below(t, filepath.Join(dir, "src"), ".cpp") {
		accepts(t, dir, "g++", append(slices.Clone(cppFlags), "-fsyntax-only", "-Iinclude", s)...)
	}
}

// unity compiles all sources of a folder as one.
func unity(t testing.TB, dir string) {
	t.Helper()
	together(t, dir)
	accepts(t, dir, "g++", append(slices.Clone(cppFlags), "-fsyntax-only", "-Iinclude", "all.cpp")...)
}

// together writes a source that holds all of a folder.
func together(t testing.TB, dir string) {
	t.Helper()
	var b strings.Builder
	for _, f := range append(below(t, filepath.Join(dir, "include"), ".hpp"), below(t, filepath.Join(dir, "src"), ".cpp")...) {
		b.WriteString("#include \"" + f + "\"\n")
	}
	require.NoError(t, os.WriteFile(filepath.Join(dir, "all.cpp"), []byte(b.String()), 0o644))
}

// Parameters of one type beside each other come from the model, and are left to it; that sources are included is of the
// test alone.
func TestClangTidyTakesWhatIsGenerated(t *testing.T) {
	dir := t.TempDir()
	for i, m := range models(t, 3) {
		t.Run(folder(i), func(t *testing.T) {
			t.Parallel()
			at := filepath.Join(dir, folder(i))
			written(t, at, Cpp, m, nil)
			together(t, at)
			said := saying(t, at, "clang-tidy", "--quiet", "--header-filter=.*/include/.*", "--checks=-*,bugprone-*,performance-*,-bugprone-easily-swappable-parameters,-bugprone-suspicious-include", "--warnings-as-errors=*", "all.cpp", "--", "-std=c++20", "-Iinclude")
			require.NotContains(t, said, "warning:")
		})
	}
}
