package generatetest

import (
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"io"
	"maps"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/modeltest"
)

// Compilers and databases take minutes to read what hundreds of models become. What they have accepted once they accept
// again: a proof by them runs only where what they read, their versions, or the tests beside it have changed. What was
// accepted stands in testdata/accepted.txt of the tests, by a sum of all that; `make proofs` runs every proof and writes
// it down. What is not there is proven, each time.
const acceptedFile = "testdata/accepted.txt"

// Once runs a proof by tools (see versions), unless they have accepted the files of a folder already. The name tells
// the proofs of one test apart.
func Once(t testing.TB, name, folder string, tools []string, proof func()) {
	t.Helper()
	var texts []string
	require.NoError(t, filepath.WalkDir(folder, func(path string, entry os.DirEntry, err error) error {
		if err != nil || !entry.Type().IsRegular() {
			return err
		}
		text, err := os.ReadFile(path)
		texts = append(texts, strings.TrimPrefix(path, folder), strings.ReplaceAll(string(text), folder, "")) // each run has a folder of its own
		return err
	}))
	for _, tool := range tools {
		texts = append(texts, version(t, tool))
	}
	OnceOf(t, name, texts, proof)
}

// OnceOf runs a proof, unless it was accepted of the same texts: those that are read, and the versions of what reads them.
func OnceOf(t testing.TB, name string, texts []string, proof func()) {
	t.Helper()
	name = t.Name() + " " + name
	sum := sha256.New()
	for _, text := range slices.Concat([]string{ownTests()}, texts) {
		_, _ = fmt.Fprintf(sum, "%d ", len(text)) // a hash takes everything
		_, _ = io.WriteString(sum, text)
	}
	now := hex.EncodeToString(sum.Sum(nil)[:16])
	if os.Getenv(modeltest.EveryProof) == "" {
		if accepted(t)[name] == now {
			t.Logf("%s: accepted before, and nothing has changed since", name)
			return
		}
		t.Logf("%s: not accepted before; make proofs writes it down", name)
	}
	proof()
	if os.Getenv(modeltest.EveryProof) != "" && !t.Failed() {
		writeDown(t, name, now)
	}
}

var writing sync.Mutex

// accepted are the sums of what was accepted, by the names of the proofs.
func accepted(t testing.TB) map[string]string {
	writing.Lock()
	defer writing.Unlock()
	return read(t)
}

func read(t testing.TB) map[string]string {
	text, err := os.ReadFile(acceptedFile)
	if err != nil && !os.IsNotExist(err) {
		require.NoError(t, err)
	}
	out := map[string]string{}
	for line := range strings.Lines(string(text)) {
		if sum, name, ok := strings.Cut(strings.TrimSpace(line), " "); ok {
			out[name] = sum
		}
	}
	return out
}

func writeDown(t testing.TB, name, sum string) {
	writing.Lock()
	defer writing.Unlock()
	all := read(t)
	all[name] = sum
	var b strings.Builder
	for _, name := range slices.Sorted(maps.Keys(all)) {
		b.WriteString(all[name] + " " + name + "\n")
	}
	require.NoError(t, os.MkdirAll(filepath.Dir(acceptedFile), 0o755))
	require.NoError(t, os.WriteFile(acceptedFile, []byte(b.String()), 0o644))
}

// ownTests are the tests of the package that runs, which ask the tools: a stricter question is asked anew.
var ownTests = sync.OnceValue(func() string {
	files, err := filepath.Glob("*_test.go")
	if err != nil {
		panic(err)
	}
	var b strings.Builder
	for _, f := range files { // in the order of their names
		text, err := os.ReadFile(f)
		if err != nil {
			panic(err)
		}
		b.Write(text)
	}
	return b.String()
})

var versions = struct {
	sync.Mutex
	known map[string]string
}{known: map[string]string{}}

// version is what a tool says of its own version.
func version(t testing.TB, tool string) string {
	versions.Lock()
	defer versions.Unlock()
	if known, ok := versions.known[tool]; ok {
		return known
	}
	command := []string{tool, "--version"}
	switch tool {
	case "javac", "java":
		command[1] = "-version"
	case "go":
		command[1] = "version"
	case "staticcheck": // built from the sources that the module names
		command = []string{"go", "list", "-m", "honnef.co/go/tools"}
	case "tsc":
		command = []string{"node", "-p", "require('" + filepath.Join(root(t), "ui/node_modules/typescript/package.json") + "').version"}
	}
	said, err := exec.Command(command[0], command[1:]...).CombinedOutput()
	require.NoError(t, err, "%s", said)
	versions.known[tool] = string(said)
	return string(said)
}

// root is the folder of the whole project, above that of a test.
func root(t testing.TB) string {
	dir, err := os.Getwd()
	require.NoError(t, err)
	for {
		if _, err := os.Stat(filepath.Join(dir, "go.mod")); err == nil {
			return dir
		}
		require.NotEqual(t, dir, filepath.Dir(dir), "there is no go.mod above")
		dir = filepath.Dir(dir)
	}
}
