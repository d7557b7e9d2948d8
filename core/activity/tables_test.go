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
				if f.Rule == "flow/unchanged" || f.Rule == "process/no-input" || family == "dictionary" || family == "store" {
					continue // the table, or the dictionary, says too little
				}
				assert.NotContains(t, []check.Severity{check.Error, check.Warning}, f.Severity, "%s: %s", f.Rule, f.Message)
			}
		})
	}
}
