package targets_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/check"
	"lexeon/core/generate"
	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/render"
	"lexeon/core/scene"
	"lexeon/core/targets"
	"lexeon/core/typeface"
)

// prove runs the proofs of a target on what it made.
func prove(t *testing.T, target *generate.Target, out generate.Output) {
	dir := t.TempDir()
	for _, f := range out.Files {
		path := filepath.Join(dir, f.Path)
		require.NoError(t, os.MkdirAll(filepath.Dir(path), 0o755))
		require.NoError(t, os.WriteFile(path, []byte(f.Content), 0o644))
	}
	for _, proof := range target.Proofs {
		cmd := exec.Command(proof[0], proof[1:]...)
		cmd.Dir = dir
		cmd.Env = append(os.Environ(), "GOFLAGS=-mod=mod", "GOPROXY=off")
		said, err := cmd.CombinedOutput()
		require.NoError(t, err, "%v: %s", proof, said)
		require.Empty(t, string(said), "%v", proof)
	}
}

// Every target says what it is, takes its own defaults, and makes something of the demo, of
// random models and of an empty one, under paths that stay where they are put.
func TestTargets(t *testing.T) {
	data, err := os.ReadFile("../../demo/heatherfold.lexeon.json")
	require.NoError(t, err)
	demo, err := interchange.ReadFile(data)
	require.NoError(t, err)
	drawer := scene.NewDrawer(typeface.New())
	word := regexp.MustCompile(`^[a-z][a-z0-9-]*$`)
	seen := map[string]bool{}
	for _, target := range targets.All {
		t.Run(target.Name, func(t *testing.T) {
			require.Regexp(t, word, target.Name)
			require.False(t, seen[target.Name], "it is listed twice")
			seen[target.Name] = true
			require.NotEmpty(t, target.Title)
			require.NotEmpty(t, target.Download)
			options := map[string]bool{}
			for _, o := range target.Options {
				require.Regexp(t, word, o.Name)
				require.False(t, options[o.Name], "the option %s is there twice", o.Name)
				options[o.Name] = true
				require.NotEmpty(t, o.Title)
				require.NotEmpty(t, o.Doc)
				require.NoError(t, o.Accepts(o.Default), o.Name)
			}
			for _, m := range []*model.Model{demo, modeltest.Model(11, 200), modeltest.Mixed(300, true), model.Empty("Nothing yet")} {
				out, err := target.Run(m, nil, render.Draws(m, drawer))
				require.NoError(t, err)
				paths := map[string]bool{}
				for _, f := range out.Files {
					require.True(t, filepath.IsLocal(f.Path), f.Path)
					require.False(t, paths[f.Path], f.Path)
					paths[f.Path] = true
				}
				again, err := target.Run(m, nil, render.Draws(m, drawer))
				require.NoError(t, err)
				require.Equal(t, out, again, "the same model makes the same")
				if m == demo {
					prove(t, target, out)
				}
			}
		})
	}
	_, err = targets.Named("cobol")
	require.EqualError(t, err, `There is no target "cobol"; there are: `+targets.Names()+".")
}

// The rules of a target are rules of the check.
func TestRulesOfTargetsAreThere(t *testing.T) {
	with := 0
	for _, target := range targets.All {
		for _, name := range target.Rules {
			require.NotNil(t, check.ByName(name), "%s: %s", target.Name, name)
			with++
		}
	}
	require.Greater(t, with, 20)
}
