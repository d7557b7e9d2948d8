package notation_test

import (
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

// restated reads a list of sentences about associations that stand, and counts those after which all relationships are what
// they should be.
func restated(t testing.TB, file string) (right, all int) {
	data, err := os.ReadFile("testdata/sentences/" + file)
	require.NoError(t, err)
	for line := range strings.SplitSeq(strings.TrimSpace(string(data)), "\n") {
		if strings.HasPrefix(line, "#") {
			continue
		}
		given, rest, _ := strings.Cut(line, " | ")
		sentence, want, _ := strings.Cut(rest, " => ")
		m := modeltest.Build(t, withClasses(given)...)
		all++
		ways, err := notation.Understand(m, sentence, notation.Scope{})
		if err != nil {
			t.Logf("%s\n    not understood: %v", line, err)
			continue
		}
		for i, c := range ways[0].Clauses {
			c = c.Settled(m)
			m = modeltest.Edit(t, m, c.ChangesOf(m, fmt.Sprint("said", i)).Changes)
		}
		wanted := strings.Split(want, " ; ")
		slices.Sort(wanted)
		if got, want := stating(m), strings.Join(wanted, " ; "); unquoted(got) == unquoted(want) {
			right++
		} else {
			t.Logf("%s\n    %s", line, got)
		}
	}
	return right, all
}

// withClasses are the lines that build what statements speak of, and them.
func withClasses(given string) (lines []string) {
	seen := map[string]bool{}
	statements := strings.Split(given, "; ")
	for _, s := range statements {
		for w := range strings.FieldsSeq(s) {
			if w[0] >= 'A' && w[0] <= 'Z' && !seen[w] {
				seen[w] = true
				lines = append(lines, "class "+w)
			}
		}
	}
	return append(lines, statements...)
}

// stating writes all relationships as statements, sorted.
func stating(m *model.Model) string {
	var out []string
	for _, r := range m.Relationships() {
		if text, ok := notation.StatementText(m, r); ok {
			out = append(out, text)
		}
	}
	slices.Sort(out)
	return strings.Join(out, " ; ")
}

// What stands is said once, whatever way round it is said again. The second list was written first and set aside.
func TestRestatedAssociations(t *testing.T) {
	right, all := restated(t, "restated.txt")
	require.Equal(t, all, right)
	right, all = restated(t, "restated_aside.txt")
	t.Logf("set aside: %d of %d", right, all)
	require.GreaterOrEqual(t, right*100, all*80)
}
