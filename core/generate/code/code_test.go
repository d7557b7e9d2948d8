package code

import (
	"encoding/json"
	"flag"
	"fmt"
	"maps"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/generate/generatetest"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// The real tools of each language take what is generated, without a word.

// models are the demo and random ones, every fourth with hostile names.
func models(t testing.TB, n int) []*model.Model {
	out := []*model.Model{modeltest.Demo(t)}
	for seed := range uint64(n) {
		out = append(out, modeltest.Coded(seed, seed%4 == 3))
	}
	return out
}

// otherwise decides the options with choices that are not given: for the demo as by default, for each other model in
// another combination.
func otherwise(target *generate.Target, i int, given map[string]string) map[string]string {
	out := maps.Clone(given)
	if out == nil {
		out = map[string]string{}
	}
	for k, o := range target.Options {
		if _, is := given[o.Name]; is || len(o.Choices) < 2 {
			continue
		}
		out[o.Name] = o.Default
		var others []string
		for _, c := range o.Choices {
			if c.Value != o.Default {
				others = append(others, c.Value)
			}
		}
		if n := i >> (k % 4) % (len(others) + 1); n > 0 {
			out[o.Name] = others[n-1]
		}
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

// apart is the folder of a model: what the demo becomes is read by the tools each time, what random models become where
// it has changed.
func apart(i int, demo, random string) string {
	if i == 0 {
		return demo
	}
	return random
}

// below are the files with an ending in a folder and in those in it.
func below(t testing.TB, dir, ending string) (files []string) {
	t.Helper()
	require.NoError(t, filepath.WalkDir(dir, func(path string, _ os.DirEntry, err error) error {
		if strings.HasSuffix(path, ending) {
			files = append(files, path)
		}
		return err
	}))
	return files
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

var update = flag.Bool("update", false, "write golden files anew")

// What the demo becomes in each language is looked at when it changes: testdata/demo-*.txt.
func TestTheDemoInEachLanguage(t *testing.T) {
	for _, target := range []*generate.Target{Java, CSharp, TypeScript, Python, Cpp} {
		out, err := target.Run(modeltest.Demo(t), nil, nil)
		require.NoError(t, err)
		generatetest.Golden(t, "testdata/demo-"+target.Name+".txt", out, *update)
	}
}

// partOf is a part of a model, by names of two of its classifiers; false where there are few.
func partOf(m *model.Model) (string, bool) {
	list := m.Classifiers()
	if len(list) < 4 {
		return "", false
	}
	return list[0].Name + ", " + list[len(list)/2].Name, true
}

// What is chosen is made, and nothing else but what it needs.
func TestChosenClassesAlone(t *testing.T) {
	for target, wanted := range map[*generate.Target][]string{Java: {"Hive.java", "TraceableItem.java", "HoneyLot.java", "Grade.java"}, CSharp: {"Hive.cs", "TraceableItem.cs", "HoneyLot.cs", "Grade.cs"},
		TypeScript: {"hive.ts", "traceable-item.ts", "honey-lot.ts", "grade.ts"}, Python: {"hive.py", "traceable_item.py", "honey_lot.py", "grade.py"},
		Cpp: {"hive.hpp", "hive.cpp", "traceable_item.hpp", "traceable_item.cpp", "honey_lot.hpp", "honey_lot.cpp", "grade.hpp"}} {
		out, err := target.Run(modeltest.Demo(t), map[string]string{"of": "hive, HoneyLot"}, nil)
		require.NoError(t, err)
		var made []string
		for _, f := range out.Files {
			if f.Subject != "" {
				made = append(made, filepath.Base(f.Path))
			}
		}
		require.ElementsMatch(t, wanted, made, target.Name)
		require.Contains(t, fmt.Sprint(out.Notes), "Hive.Apiary leads to Apiary, which is left out")
	}
}
