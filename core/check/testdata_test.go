package check_test

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/check"
	"lexeon/core/modeltest"
)

// examplesOf are the models of the file of a rule, in lines.
func examplesOf(t *testing.T, rule string) (out [][]string) {
	text, err := os.ReadFile(filepath.Join("testdata", strings.Replace(rule, "/", "-", 1)+".txt"))
	require.NoError(t, err)
	for _, part := range strings.Split(string(text), "== ")[1:] {
		_, body, _ := strings.Cut(part, "\n")
		var lines []string
		for line := range strings.SplitSeq(body, "\n") {
			if trimmed := strings.TrimSpace(line); trimmed != "" && !strings.HasPrefix(trimmed, "# ") {
				lines = append(lines, line)
			}
		}
		out = append(out, lines)
	}
	return out
}

// Every file in testdata is named for a rule and holds small models, separated
// by lines "== title". A line "# words" beneath a line expects a finding of the
// rule whose message contains the words; a model without such lines expects
// none.
func TestRules(t *testing.T) {
	files, err := filepath.Glob("testdata/*.txt")
	require.NoError(t, err)
	require.GreaterOrEqual(t, len(files), len(check.All))
	for _, file := range files {
		rule := strings.Replace(strings.TrimSuffix(filepath.Base(file), ".txt"), "-", "/", 1)
		analyzer := check.ByName(rule)
		require.NotNil(t, analyzer, file)
		text, err := os.ReadFile(file)
		require.NoError(t, err)
		for _, part := range strings.Split(string(text), "== ")[1:] {
			title, body, _ := strings.Cut(part, "\n")
			t.Run(rule+"/"+title, func(t *testing.T) {
				var lines, expected []string
				for _, line := range strings.Split(body, "\n") {
					if words, ok := strings.CutPrefix(strings.TrimSpace(line), "# "); ok {
						expected = append(expected, words)
					} else {
						lines = append(lines, line)
					}
				}
				var found []string
				for _, f := range check.Run(modeltest.Build(t, lines...), []*check.Analyzer{analyzer}).Findings() {
					found = append(found, f.Message)
				}
				require.Len(t, found, len(expected), "%v", found)
				for _, words := range expected {
					require.Contains(t, strings.Join(found, "\n"), words)
				}
			})
		}
	}
}
