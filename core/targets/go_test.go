package targets_test

import (
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/generatetest"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/targets"
)

// Go's own tools have nothing to say of what is generated in Go: of the demo, of a model of hostile names and of 200
// random ones, written in each way; of components, services and processes. All are packages of one module, since the
// tools take longest to begin. Of staticcheck U1000 is off: nothing uses what a skeleton keeps.
func TestGoToolsTakeWhatIsGenerated(t *testing.T) {
	dir, n := t.TempDir(), 0
	written := func(m *model.Model, target string, options map[string]string) {
		name := fmt.Sprintf("m%03d", n)
		n++
		of, err := targets.Named(target)
		require.NoError(t, err)
		for _, o := range of.Options {
			if o.Name == "module" || o.Name == "package" && target != "components" {
				options[o.Name] = "generated/" + name
			}
		}
		out, err := of.Run(m, options, nil)
		require.NoError(t, err)
		for _, f := range out.Files {
			path := filepath.Join(dir, name, f.Path)
			if filepath.Base(path) != "go.mod" {
				require.NoError(t, os.MkdirAll(filepath.Dir(path), 0o755))
				require.NoError(t, os.WriteFile(path, []byte(f.Content), 0o644))
			}
		}
	}
	list := []*model.Model{modeltest.Demo(t), modeltest.HostileModel(t)}
	for seed := range uint64(200) {
		list = append(list, modeltest.Coded(seed, seed%4 == 3))
	}
	for i, m := range list {
		written(m, "go", map[string]string{"accessors": []string{"fields", "methods"}[i%2], "collections": []string{"copy", "iterator"}[i/2%2],
			"enumerations": []string{"number", "text"}[i/4%2], "files": []string{"many", "one"}[i/8%2]})
	}
	mixed := list[:2]
	for seed := range uint64(8) {
		mixed = append(mixed, modeltest.Model(seed, 320))
	}
	for _, m := range mixed {
		for _, target := range []string{"components", "services", "processes"} {
			written(m, target, map[string]string{})
		}
	}
	require.NoError(t, os.WriteFile(filepath.Join(dir, "go.mod"), []byte("module generated\n\ngo 1.23\n"), 0o644))
	silent(t, dir, "gofmt", "-l", ".")
	silent(t, dir, "go", "vet", "./m000") // the demo, each time
	generatetest.Once(t, "all", dir, []string{"go", "staticcheck"}, func() {
		tool := filepath.Join(t.TempDir(), "staticcheck")
		silent(t, ".", "go", "build", "-o", tool, "honnef.co/go/tools/cmd/staticcheck")
		silent(t, dir, "go", "vet", "./...")
		silent(t, dir, tool, "-checks", "inherit,-U1000", "./...")
	})
}

// silent runs a tool, which has to succeed and to say nothing.
func silent(t *testing.T, dir, name string, args ...string) {
	t.Helper()
	cmd := exec.Command(name, args...)
	cmd.Dir = dir
	if dir != "." {
		cmd.Env = append(os.Environ(), "GOFLAGS=-mod=mod", "GOWORK=off", "GOPROXY=off")
	}
	said, err := cmd.CombinedOutput()
	require.NoError(t, err, "%s", said[:min(len(said), 6000)])
	require.Empty(t, string(said[:min(len(said), 6000)]))
}
