package activity_test

import (
	"os"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"lexeon/core/activity"
	"lexeon/core/check"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// tables.txt are activity tables with the diagrams that an expert draws from them.
func TestTablesAsAnExpertDrawsThem(t *testing.T) {
	data, err := os.ReadFile("testdata/tables.txt")
	require.NoError(t, err)
	tables := strings.Split(string(data), "\ntable ")[1:]
	require.Len(t, tables, 12)
	for _, text := range tables {
		name, rest, _ := strings.Cut(text, "\n")
		t.Run(name, func(t *testing.T) {
			var lines []string
			expected := map[string]string{}
			for line := range strings.SplitSeq(strings.TrimSpace(rest), "\n") {
				if head, what, ok := strings.Cut(line, ": "); ok && slices.Contains([]string{"context", "physical", "logical", "questions"}, head) {
					expected[head] = what
				} else {
					lines = append(lines, line)
				}
			}
			table := activity.Of(modeltest.Build(t, lines...))
			for _, view := range activity.Views {
				flows := strings.Split(expected[string(view)], "; ")
				slices.Sort(flows)
				assert.Equal(t, flows, flowsOf(table.Derive(view)), view)
			}
			n, err := strconv.Atoi(expected["questions"])
			require.NoError(t, err)
			assert.Len(t, table.Questions, n)
			assert.Len(t, table.Derive(activity.Logical).Questions, n)
			if n > 0 {
				return
			}
			// A table that is complete gives diagrams that nothing is wrong with.
			m := modeltest.Build(t, lines...)
			for _, view := range activity.Views {
				d := activity.Of(m).Compare(view)
				m = modeltest.Edit(t, m, d.Changes(wanted(d)))
			}
			for _, f := range check.Run(m, check.All).Findings() {
				family, _, _ := strings.Cut(f.Rule, "/")
				if f.Rule == "flow/unchanged" || family == "dictionary" || family == "store" {
					continue // the table, or the dictionary, says too little
				}
				assert.NotContains(t, []check.Severity{check.Error, check.Warning}, f.Severity, "%s: %s", f.Rule, f.Message)
			}
		})
	}
}

// What the table does not say is asked on the level, until it says it.
func TestQuestionsStandOnTheLevel(t *testing.T) {
	m := modeltest.Build(t, "activity Clerk | check claim | claim from Citizen | minutes | yes", "activity Archivist | file case | case from Citizen | case to [Archive] | yes")
	take := func(m *model.Model) *model.Model {
		d := activity.Of(m).Compare(activity.Logical)
		return modeltest.Edit(t, m, d.Changes(wanted(d)))
	}
	m = take(m)
	notes := m.Elements(model.Note)
	require.Len(t, notes, 1)
	require.Equal(t, `Where does minutes go to, which "check claim" puts out?`, notes[0].Note().Body)
	anchors := m.Relationships(model.Anchor)
	require.Len(t, anchors, 1)
	require.Equal(t, "check claim", m.Element(anchors[0].Target).Name)
	for _, p := range activity.Of(m).Compare(activity.Logical).Pieces {
		require.Equal(t, activity.Same, p.State, p.Title)
	}
	for _, r := range m.OfKind(model.Activity) {
		if r.Name == "check claim" {
			m = modeltest.Edit(t, m, []model.Change{&model.SetElement{ID: r.ID, Set: model.P("outputs", []model.Datum{{Data: "minutes", With: "Archive", Store: true}})}})
		}
	}
	m = take(m)
	require.Empty(t, m.Elements(model.Note), "it is answered")
	require.Empty(t, m.Relationships(model.Anchor))
}
