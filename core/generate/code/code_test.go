package code

import (
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// The real tools of each language take what is generated, without a word.

func demo(t testing.TB) *model.Model {
	t.Helper()
	data, err := os.ReadFile("../../../demo/heatherfold.lexeon.json")
	require.NoError(t, err)
	m, err := interchange.ReadFile(data)
	require.NoError(t, err)
	return m
}

// models are the demo and random ones, every fourth with hostile names.
func models(t testing.TB, n int) []*model.Model {
	out := []*model.Model{demo(t)}
	for seed := range uint64(n) {
		out = append(out, modeltest.Coded(seed, seed%4 == 3))
	}
	return out
}

// written puts the files of a target in a folder; none may leave it.
func written(t testing.TB, dir string, target *generate.Target, m *model.Model, options map[string]string) generate.Output {
	t.Helper()
	out, err := target.Run(m, options, nil)
	require.NoError(t, err)
	folded := map[string]bool{}
	for _, f := range out.Files {
		require.True(t, filepath.IsLocal(f.Path), f.Path)
		require.False(t, folded[strings.ToLower(f.Path)], "%s is there in another case", f.Path)
		folded[strings.ToLower(f.Path)] = true
		path := filepath.Join(dir, f.Path)
		require.NoError(t, os.MkdirAll(filepath.Dir(path), 0o755))
		require.NoError(t, os.WriteFile(path, []byte(f.Content), 0o644))
	}
	return out
}

// accepts runs a tool, which has to succeed and to say nothing.
func accepts(t testing.TB, dir, name string, args ...string) {
	t.Helper()
	cmd := exec.Command(name, args...)
	cmd.Dir = dir
	said, err := cmd.CombinedOutput()
	text := string(said)
	if len(text) > 6000 {
		text = text[:6000]
	}
	require.NoError(t, err, text)
	require.Empty(t, strings.TrimSpace(text))
}

func saved(t testing.TB, path string, value any) {
	t.Helper()
	data, err := json.MarshalIndent(value, "", "  ")
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(path, data, 0o644))
}

func folder(i int) string { return fmt.Sprintf("m%03d", i) }

// saying is what a tool says that has to succeed.
func saying(t testing.TB, dir, name string, args ...string) string {
	t.Helper()
	cmd := exec.Command(name, args...)
	cmd.Dir = dir
	said, err := cmd.CombinedOutput()
	require.NoError(t, err, "%s", said[:min(len(said), 4000)])
	return string(said)
}
