package check_test

import (
	"os"
	"path/filepath"
	"slices"
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

// expectation is one finding that a file of testdata expects.
type expectation struct{ severity, subject, words string }

// Every file in testdata is named for a rule and holds small models, separated
// by lines "== title". A line "# severity | subject | words" beneath a line expects a
// finding of the rule about that subject, whose message contains the words; a model
// without such lines expects none.
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
				var lines []string
				var expected []expectation
				for _, line := range strings.Split(body, "\n") {
					told, ok := strings.CutPrefix(strings.TrimSpace(line), "# ")
					if !ok {
						lines = append(lines, line)
						continue
					}
					parts := strings.SplitN(told, " | ", 3)
					require.Len(t, parts, 3, line)
					expected = append(expected, expectation{parts[0], parts[1], parts[2]})
				}
				m := modeltest.Build(t, lines...)
				found := check.Run(m, []*check.Analyzer{analyzer}).Everything()
				require.Len(t, found, len(expected), "%v", texts(m, found))
				for _, e := range expected { // each is another finding
					at := slices.IndexFunc(found, func(f check.Finding) bool {
						return string(f.Severity) == e.severity && m.Describe(f.Subject) == e.subject && strings.Contains(f.Message, e.words)
					})
					require.GreaterOrEqual(t, at, 0, "%v is not among\n%s", e, strings.Join(texts(m, found), "\n"))
					found = slices.Delete(found, at, at+1)
				}
			})
		}
	}
}
