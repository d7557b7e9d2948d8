package notation_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

// What is understood is written down, offered, and read once more when it is taken over: it means the same then, clause by
// clause. Said of a model in which it stands, it adds nothing.
func TestWhatIsUnderstoodIsReadAgainAsTheSame(t *testing.T) {
	for _, file := range []string{"known", "aside", "aside2", "aside3", "aside4", "aside5", "aside6", "aside7"} {
		read := 0
		eachSentence(t, file+".txt", func(on model.Kind, _, sentence, _ string) {
			m := model.Empty("Said")
			ways, err := notation.Understand(m, sentence, notation.Scope{})
			if on != model.ClassDiagram || err != nil {
				return
			}
			for i, c := range ways[0].Clauses {
				c = c.Settled(m)
				written := c.Text(m)
				again, err := notation.Understand(m, written, notation.Scope{})
				require.NoError(t, err, sentence)
				require.Equal(t, []string{written}, again[0].Texts(m), sentence)
				m = modeltest.Edit(t, m, c.ChangesOf(m, fmt.Sprint(i)).Changes)
				if c.Features != nil {
					require.Empty(t, c.Settled(m).Features.Missing(m).Names, sentence)
				} else if len(m.RelationshipsOf(c.Settled(m).Statement.Ends[0].Ref.ID)) == 1 {
					require.False(t, c.Settled(m).Adds(m), sentence)
				}
				read++
			}
		})
		t.Log(file, read)
		require.Positive(t, read)
	}
}
