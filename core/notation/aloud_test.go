package notation_test

import (
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

// readings.txt are associations with the sentences that they are to be read aloud in: in each
// paragraph the statement, perhaps with an inverse name behind a bar, and the two sentences.
func TestAssociationsAreReadAloud(t *testing.T) {
	data, err := os.ReadFile("testdata/readings.txt")
	require.NoError(t, err)
	persons := map[string]bool{}
	count := 0
	for paragraph := range strings.SplitSeq(strings.TrimSpace(string(data)), "\n\n") {
		lines := strings.Split(paragraph, "\n")
		if rest, ok := strings.CutPrefix(lines[len(lines)-1], "persons: "); ok {
			for p := range strings.FieldsSeq(rest) {
				persons[p] = true
			}
			continue
		}
		require.Len(t, lines, 3, paragraph)
		statement, inverse, _ := strings.Cut(lines[0], " | ")
		m := spokenOf(t, statement, strings.Trim(inverse, `"`), persons)
		said := notation.ReadBack(m, m.Relationships(model.Association)[0])
		require.GreaterOrEqual(t, len(said), 2)
		assert.Equal(t, lines[1:], []string{said[0].String(), said[1].String()}, statement)
		count++
	}
	require.GreaterOrEqual(t, count, 120)
}

// spokenOf is a model with the one association; people are actors as well.
func spokenOf(t *testing.T, statement, inverse string, persons map[string]bool) *model.Model {
	t.Helper()
	m := model.Empty("Aloud")
	readings, err := notation.ReadStatement(m, statement)
	require.NoError(t, err, statement)
	for _, n := range readings[0].New {
		m = modeltest.Edit(t, m, []model.Change{&model.AddElement{ID: model.DeriveID("class", n.Name), Kind: model.Class, Name: n.Name}})
		if persons[n.Name] {
			m = modeltest.Edit(t, m, []model.Change{&model.AddElement{ID: model.DeriveID("actor", n.Name), Kind: model.Actor, Name: n.Name}})
		}
	}
	s, err := notation.ParseStatement(m, statement)
	require.NoError(t, err, statement)
	changes, _, id := notation.StatementChanges(m, notation.NewReading(s), "s")
	m = modeltest.Edit(t, m, changes)
	if inverse != "" {
		m = modeltest.Edit(t, m, []model.Change{&model.SetRelationship{ID: id, Set: model.P("inverse", inverse)}})
	}
	return m
}
