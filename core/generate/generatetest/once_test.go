package generatetest

import (
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/modeltest"
)

// told is a test that says of itself whether it failed.
type told struct {
	testing.TB
	failed bool
}

func (t told) Failed() bool { return t.failed }

// A proof runs until it was accepted, and again when what it reads has changed.
func TestProofsRunOnce(t *testing.T) {
	t.Chdir(t.TempDir())
	runs := 0
	proof := func() { runs++ }
	ran := func(of testing.TB, name string, texts ...string) bool {
		before := runs
		OnceOf(of, name, texts, proof)
		return runs > before
	}
	t.Setenv(modeltest.EveryProof, "")
	require.True(t, ran(t, "a", "one", "two"))
	require.True(t, ran(t, "a", "one", "two"), "nothing is written down unless every proof is asked for")

	t.Setenv(modeltest.EveryProof, "1")
	require.True(t, ran(told{t, true}, "a", "one", "two"))
	require.NoFileExists(t, acceptedFile, "what failed was not accepted")
	require.True(t, ran(t, "a", "one", "two"))
	require.True(t, ran(t, "b", "three"))
	require.True(t, ran(t, "b", "three"), "every proof is every proof")

	t.Setenv(modeltest.EveryProof, "")
	require.False(t, ran(t, "a", "one", "two"))
	require.False(t, ran(t, "b", "three"))
	require.True(t, ran(t, "a", "on", "etwo"), "where one text ends counts")
	require.True(t, ran(t, "a", "one", "two", "three"))
	require.True(t, ran(t, "c", "one", "two"))
}

// Of a folder names and contents count, and not where it is.
func TestFoldersAreKnownAgain(t *testing.T) {
	t.Chdir(t.TempDir())
	made := func(name, content string) string {
		dir := t.TempDir()
		require.NoError(t, os.Mkdir(filepath.Join(dir, "in"), 0o755))
		require.NoError(t, os.WriteFile(filepath.Join(dir, "in", name), []byte("#include \""+dir+"/"+content+"\""), 0o644))
		return dir
	}
	runs := 0
	ran := func(folder string, tools ...string) bool {
		before := runs
		Once(t, "folder", folder, tools, func() { runs++ })
		return runs > before
	}
	t.Setenv(modeltest.EveryProof, "1")
	require.True(t, ran(made("a.cpp", "a.hpp"), "go"))
	t.Setenv(modeltest.EveryProof, "")
	require.False(t, ran(made("a.cpp", "a.hpp"), "go"))
	require.True(t, ran(made("b.cpp", "a.hpp"), "go"))
	require.True(t, ran(made("a.cpp", "b.hpp"), "go"))
	require.True(t, ran(made("a.cpp", "a.hpp")), "what reads it counts too")
}
