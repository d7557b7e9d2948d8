package modeltest

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/notation"
)

// Build makes a model from lines: "class Hive", "interface …", "enumeration …",
// "dataType …" start a classifier, indented lines are its features, "rename A to
// B" renames, "entity …", "process …", "store …" and "item …" are read as flowLine
// says, every other line is a statement. Ids derive from the lines.
func Build(t testing.TB, lines ...string) *model.Model {
	t.Helper()
	m := model.Empty("Built")
	edit := func(changes ...model.Change) {
		next, _, _, err := model.Edit(m, changes)
		require.NoError(t, err)
		m = next
	}
	var current model.ID
	var features []string
	flush := func() {
		if current != "" && len(features) > 0 {
			edit(notation.EditFeatures(m, m.Element(current), strings.Join(features, "\n"), "build")...)
		}
		features = nil
	}
	for i, line := range lines {
		if strings.TrimSpace(line) == "" {
			continue
		}
		if strings.HasPrefix(line, " ") {
			features = append(features, strings.TrimSpace(line))
			continue
		}
		flush()
		current = ""
		first, rest, _ := strings.Cut(line, " ")
		if kind := model.Kind(first); kind.IsClassifier() {
			current = model.DeriveID("build", fmt.Sprint(i), line)
			edit(&model.AddElement{ID: current, Kind: kind, Name: rest})
			continue
		}
		if c := flowLine(m, line, model.DeriveID("build", fmt.Sprint(i), line)); c != nil {
			edit(c...)
			continue
		}
		if c := caseLine(m, line, model.DeriveID("build", fmt.Sprint(i), line)); c != nil {
			edit(c...)
			continue
		}
		if c := componentLine(m, line, model.DeriveID("build", fmt.Sprint(i), line)); c != nil {
			edit(c...)
			continue
		}
		if c := exampleLine(m, line, model.DeriveID("build", fmt.Sprint(i), line)); c != nil {
			edit(c...)
			continue
		}
		if names, ok := strings.CutPrefix(line, "rename "); ok {
			from, to, _ := strings.Cut(names, " to ")
			edit(&model.SetName{ID: m.ClassifiersNamed(from)[0].ID, Name: to})
			continue
		}
		readings, err := notation.ReadStatement(m, line)
		require.NoError(t, err, line)
		require.Len(t, readings, 1, line)
		changes, _, _ := notation.StatementChanges(m, readings[0], fmt.Sprint(i))
		edit(changes...)
	}
	flush()
	return m
}
