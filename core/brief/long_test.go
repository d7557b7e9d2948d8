package brief_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/brief"
	"lexeon/core/model"
)

// A section of hundreds of sentences is read, and another hundred is written at its front.
func TestSectionOfHundredsOfSentences(t *testing.T) {
	m, _, _, err := model.Edit(model.Empty("Quarry"), []model.Change{&model.AddElement{ID: "s", Kind: model.Section, Name: "Blasting"}})
	require.NoError(t, err)
	text := ""
	for round := range 3 {
		var more strings.Builder
		for i := range 300 {
			fmt.Fprintf(&more, "The driller drills hole %d of round %d. ", i, round)
		}
		text = strings.TrimSpace(more.String() + text)
		changes, err := brief.EditChanges(m, "s", text, fmt.Sprint("seed", round))
		require.NoError(t, err)
		m, _, _, err = model.Edit(m, changes)
		require.NoError(t, err)
		sentences := m.Children("s", model.Sentence)
		require.Len(t, sentences, 300*(round+1))
		require.Equal(t, text, brief.Text(sentences))
	}
}
