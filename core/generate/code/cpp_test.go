package code

import (
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/generatetest"
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
				generatetest.Once(t, "part", at+"part", []string{"g++"}, func() { unity(t, at+"part") })
			}
			if i == 0 {
				unity(t, at)
				generatetest.Once(t, "each by itself", at, []string{"g++"}, func() { eachByItself(t, at) })
				return
			}
			generatetest.Once(t, "whole", at, []string{"g++"}, func() { unity(t, at) })
		})
	}
}

// eachByItself compiles the sources of a folder one by one: nothing is there by chance.
func eachByItself(t testing.TB, dir string) {
	t.Helper()
	for _, s := range below(t, filepath.Join(dir, "src"), ".cpp") {
		checked(t, dir, s)
	}
}

// unity compiles all sources of a folder as one.
func unity(t testing.TB, dir string) {
	t.Helper()
	together(t, dir)
	checked(t, dir, "all.cpp")
}

// checked compiles a source. What of the standard library all of them include has been read before.
func checked(t testing.TB, dir, source string) {
	t.Helper()
	accepts(t, dir, "g++", append(slices.Clone(cppFlags), "-fsyntax-only", "-Iinclude", "-include", standardHeaders(), source)...)
}

// standardHeaders is a header that includes what support_.hpp does, compiled.
var standardHeaders = sync.OnceValue(func() string {
	support, err := files.ReadFile("templates/cpp/support.tmpl")
	if err != nil {
		panic(err)
	}
	header := filepath.Join(os.TempDir(), fmt.Sprintf("lexeon-standard-%d.hpp", os.Getpid()))
	made = append(made, header, header+".gch")
	if err := os.WriteFile(header, []byte(strings.Join(regexp.MustCompile(`(?m)^#include <.*>\n`).FindAllString(string(support), -1), "")), 0o644); err != nil {
		panic(err)
	}
	if said, err := exec.Command("g++", append(slices.Clone(cppFlags), "-x", "c++-header", header)...).CombinedOutput(); err != nil {
		panic(string(said))
	}
	return header
})

// made are files that all tests share.
var made []string

func TestMain(m *testing.M) {
	code := m.Run()
	for _, f := range made {
		_ = os.Remove(f)
	}
	os.Exit(code)
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
// test alone. All models are read as one, since the standard library takes longest.
func TestClangTidyTakesWhatIsGenerated(t *testing.T) {
	dir := t.TempDir()
	var all strings.Builder
	for i, m := range models(t, 20) {
		at := filepath.Join(dir, folder(i))
		written(t, at, Cpp, m, otherwise(Cpp, i, map[string]string{"namespace": folder(i)}))
		for _, f := range append(below(t, at, ".hpp"), below(t, at, ".cpp")...) {
			text, err := os.ReadFile(f)
			require.NoError(t, err)
			own := strings.ReplaceAll(string(text), "#include \"", "#include \""+folder(i)+"/include/")
			require.NoError(t, os.WriteFile(f, []byte(own), 0o644))
			fmt.Fprintf(&all, "#include \"%s\"\n", f)
		}
	}
	require.NoError(t, os.WriteFile(filepath.Join(dir, "all.cpp"), []byte(all.String()), 0o644))
	generatetest.Once(t, "all", dir, []string{"clang-tidy"}, func() {
		said := saying(t, dir, "clang-tidy", "--quiet", "--header-filter=.*", "--checks=-*,bugprone-*,performance-*,-bugprone-easily-swappable-parameters,-bugprone-suspicious-include", "--warnings-as-errors=*", "all.cpp", "--", "-std=c++20", "-I.")
		require.NotContains(t, said, "warning:")
	})
}
