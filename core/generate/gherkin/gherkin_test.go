package gherkin_test

import (
	"encoding/json"
	"flag"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/generatetest"
	"lexeon/core/generate/gherkin"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/usecase"
)

var update = flag.Bool("update", false, "write golden files anew")

// read is a feature as the reference parser of Gherkin reads it.
type read struct {
	File, Name string
	Scenarios  []struct {
		Name  string
		Steps []string
	}
}

func parsed(t *testing.T, m *model.Model) []read {
	t.Helper()
	dir := t.TempDir()
	out, err := gherkin.Target.Run(m, nil, nil)
	require.NoError(t, err)
	for _, f := range out.Files {
		require.True(t, filepath.IsLocal(f.Path), f.Path)
		require.NoError(t, os.WriteFile(filepath.Join(dir, f.Path), []byte(f.Content), 0o644))
	}
	said, err := exec.Command("node", "../../../scripts/gherkin-check.mjs", dir).CombinedOutput()
	require.NoError(t, err, "%s", said)
	var list []read
	require.NoError(t, json.Unmarshal(said, &list))
	require.Len(t, list, len(out.Files))
	return list
}

// The reference parser reads a feature for each use case, with a scenario for the main flow and for each
// alternative.
func TestEachAlternativeIsAScenario(t *testing.T) {
	for _, m := range []*model.Model{modeltest.Demo(t), modeltest.Mixed(400, true), modeltest.Mixed(400, false), modeltest.Model(3, 600)} {
		list := parsed(t, m)
		require.Len(t, list, len(m.OfKind(model.UseCase)))
		scenarios, wanted := 0, 0
		for _, f := range list {
			scenarios += len(f.Scenarios)
			for _, s := range f.Scenarios {
				require.NotEmpty(t, s.Steps, "%s: %s", f.Name, s.Name)
			}
		}
		for _, u := range m.OfKind(model.UseCase) {
			if f := usecase.Of(m, u.ID); len(f.Steps) > 0 {
				wanted += 1 + len(f.Alternatives)
			}
		}
		require.Equal(t, wanted, scenarios)
	}
}

func TestFeaturesOfTheDemo(t *testing.T) {
	out, err := gherkin.Target.Run(modeltest.Demo(t), nil, nil)
	require.NoError(t, err)
	generatetest.Golden(t, "testdata/demo.txt", out, *update)
}

// Texts that look like Gherkin are texts: no line of them begins anything.
func TestTextsThatLookLikeGherkin(t *testing.T) {
	hostile := []string{"Scenario: evil\nGiven nothing", "| a | b |", `"""`, "# language: fr", "@tag", "* star", "Examples:\n| x |", "<placeholder>", "Rule: x"}
	var changes []model.Change
	for i, text := range hostile {
		id := model.ID(string(rune('a' + i)))
		changes = append(changes, &model.AddElement{ID: id, Kind: model.UseCase, Name: strings.ReplaceAll(text, "\n", " ")},
			&model.SetDefinition{ID: id, Text: text}, &model.AddPart{ID: id + "1", Owner: id, Kind: model.Step, Set: model.P("text", text)},
			&model.AddPart{ID: id + "2", Owner: id, Kind: model.Alternative, Name: strings.ReplaceAll(text, "\n", " "), Set: model.P("from", id+"1")},
			&model.AddPart{ID: id + "3", Owner: id + "2", Kind: model.Step, Set: model.P("text", text)})
	}
	m := modeltest.Edit(t, model.Empty("Hostile"), changes)
	list := parsed(t, m)
	require.Len(t, list, len(hostile))
	for _, f := range list {
		require.Len(t, f.Scenarios, 2, f.Name)
		require.Len(t, f.Scenarios[0].Steps, 2, f.Name)
	}
}
