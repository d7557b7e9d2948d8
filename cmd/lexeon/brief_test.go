package main

import (
	"bytes"
	"encoding/json"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
)

func TestBrief(t *testing.T) {
	const text = "A gardener fills in a plot form and gives it to the warden. She enters the plot number in the plot book. Each plot has a number and belongs to exactly one gardener."
	var out, errs bytes.Buffer
	require.Equal(t, exitOK, run([]string{"brief", "--format", "json", text}, &out, &errs), errs.String())
	var b briefRead
	require.NoError(t, json.Unmarshal(out.Bytes(), &b))
	require.Len(t, b.Sentences, 3)
	require.Contains(t, b.Statements, statementRead{3, `Plot "belongs to" 1 Gardener`})
	require.Contains(t, b.Statements, statementRead{3, "Plot has the attribute number"})
	require.Contains(t, b.Activities, activityRead{1, "Gardener", "give plot form", []datumRead{}, []datumRead{{"plot form", "Warden", false}}, model.No})
	require.Contains(t, b.Performers, "Gardener")
	for _, term := range b.Terms {
		if term.Term == "plot form" {
			require.Equal(t, 1, term.Count)
			require.Equal(t, []position{{1, 22, 31}}, term.Positions)
		}
	}
	file := filepath.Join(t.TempDir(), "brief.txt")
	require.NoError(t, os.WriteFile(file, []byte(text), 0o600))
	out.Reset()
	require.Equal(t, exitOK, run([]string{"brief", file}, &out, &errs))
	require.Contains(t, out.String(), "Gardener: give plot form; out plot form to Warden")
	require.Equal(t, exitUnusable, run([]string{"brief"}, &out, &errs))
}
