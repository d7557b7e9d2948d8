package main

import (
	"bytes"
	"encoding/json"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/store"
	"lexeon/store/storetest"
)

func copyOfDemo(t *testing.T) string {
	t.Helper()
	data, err := os.ReadFile(filepath.Join(storetest.Root(), "demo/heatherfold.lexeon.json"))
	require.NoError(t, err)
	file := filepath.Join(t.TempDir(), "demo.lexeon.json")
	require.NoError(t, os.WriteFile(file, data, 0o600))
	return file
}

// Statements are applied to a file as the page would apply them: read back, placed,
// and all or none.
func TestState(t *testing.T) {
	file := copyOfDemo(t)
	before, err := os.ReadFile(file)
	require.NoError(t, err)
	var out, errs bytes.Buffer
	require.Equal(t, exitUnusable, run([]string{"state", "--diagram", "lots", file, "Hive houses 1..* Colony", "Hive hums"}, &out, &errs))
	require.Contains(t, errs.String(), `"Hive hums"`)
	after, err := os.ReadFile(file)
	require.NoError(t, err)
	require.Equal(t, string(before), string(after), "nothing is half done")

	out.Reset()
	require.Equal(t, exitOK, run([]string{"state", "--diagram", "lots", file, "Hive houses 1..* Colony", "Colony is a kind of TraceableItem"}, &out, &errs))
	require.Contains(t, out.String(), "Each Hive houses one or more Colonies.")
	m, err := readModel(file)
	require.NoError(t, err)
	colony := m.Named("Colony", model.Class)
	require.Len(t, colony, 1, "the second statement knows what the first one made")
	require.NotNil(t, m.PlacementOn("lots", colony[0].ID))
	info, err := os.Stat(file)
	require.NoError(t, err)
	require.Equal(t, os.FileMode(0o600), info.Mode().Perm())

	for want, args := range map[string][]string{
		"at least one statement": {"state", file}, "--diagram must say which": {"state", file, "Hive houses Colony"},
		"no such file": {"state", "nowhere.json", "A uses B"}, "there is no diagram": {"state", "--diagram", "nothing", file, "A uses B"},
	} {
		errs.Reset()
		require.Equal(t, exitUnusable, run(args, &out, &errs), "%v", args)
		require.Contains(t, errs.String(), want)
	}
}

func TestCompactOnTheCommandLine(t *testing.T) {
	url := storetest.URL(t)
	s, err := store.Open(t.Context(), url, 0)
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, s.Close()) })
	require.NoError(t, s.Create(t.Context(), "p", "", model.Empty("P")))
	for i := range 4 {
		_, err := s.Change(t.Context(), "p", store.Request{ClientID: string(rune('a' + i)), Author: store.Author{ID: "a"}, Base: int64(i), Changes: []model.Change{&model.SetProject{Set: model.P("name", string(rune('A'+i)))}}})
		require.NoError(t, err)
	}
	var out, errs bytes.Buffer
	require.Equal(t, exitOK, run([]string{"compact", "--database", url, "--keep", "1"}, &out, &errs), errs.String())
	require.Equal(t, "p: 3 revisions of the log are gone\n", out.String())
	require.Equal(t, exitUnusable, run([]string{"compact", "--database", url, "--project", "q"}, &out, &errs))
	require.Contains(t, errs.String(), `there is no project "q"`)
	require.Equal(t, exitUnusable, run([]string{"compact", "--database", url, "--keep", "-1"}, &out, &errs))
	require.Equal(t, exitUnusable, run([]string{"compact", "--database", ""}, &out, &errs))
}

// A dry run says how sentences are understood, and writes nothing.
func TestStateDryRun(t *testing.T) {
	file := copyOfDemo(t)
	before, err := os.ReadFile(file)
	require.NoError(t, err)
	var out, errs bytes.Buffer
	require.Equal(t, exitOK, run([]string{"state", "--dry-run", "--format", "json", "--on", "class", file,
		"A crate has a number and two handles", "Crate implements Stackable", "Nothing at all"}, &out, &errs), errs.String())
	var read []sentenceRead
	require.NoError(t, json.Unmarshal(out.Bytes(), &read))
	require.Len(t, read, 3)
	require.Equal(t, []string{"Crate has 2 Handle"}, read[0].Readings[0].Statements)
	require.Equal(t, []featureRead{{Of: "Crate", Kind: model.Attribute, Names: []string{"number"}}}, read[0].Readings[0].Features)
	require.Equal(t, "Crate realizes Stackable", read[1].Readings[0].Statements[0])
	require.Equal(t, "Crate implements Stackable", read[1].Readings[1].Statements[0])
	require.Contains(t, read[1].Readings[0].New, newRead{"Stackable", model.Interface})
	require.Empty(t, read[2].Readings)
	require.NotEmpty(t, read[2].Problem)
	out.Reset()
	require.Equal(t, exitOK, run([]string{"state", "--dry-run", "--on", "data-flow", file, "Beekeeper gives the cooperative a complaint and a jar list"}, &out, &errs))
	require.Contains(t, out.String(), "complaint")
	require.Equal(t, exitUnusable, run([]string{"state", "--dry-run", "--on", "novel", file, "A b c"}, &out, &errs))
	after, err := os.ReadFile(file)
	require.NoError(t, err)
	require.Equal(t, string(before), string(after))
}
