package notation_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/notation"
)

// Hundreds of feature lines are pasted at once, and hundreds more in their middle.
func TestHundredsOfFeatures(t *testing.T) {
	m, _, _, err := model.Edit(model.Empty("Quarry"), []model.Change{&model.AddElement{ID: "log", Kind: model.Class, Name: "Log"}})
	require.NoError(t, err)
	lines := []string{}
	for round := range 3 {
		more := []string{}
		for i := range 400 {
			more = append(more, fmt.Sprintf("reading%d_%d: Decimal", round, i))
		}
		middle := len(lines) / 2
		lines = append(append(append([]string{}, lines[:middle]...), more...), lines[middle:]...)
		next, _, _, err := model.Edit(m, notation.EditFeatures(m, m.Element("log"), strings.Join(lines, "\n"), fmt.Sprint("seed", round)))
		require.NoError(t, err)
		m = next
		require.Equal(t, lines, strings.Split(strings.TrimSpace(notation.FeatureText(m, m.Element("log"))), "\n"))
	}
}
