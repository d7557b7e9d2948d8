package notation

import (
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
)

func TestEveryFormAndRelationIsInItsTable(t *testing.T) {
	for _, k := range model.RelationshipKinds() {
		require.Contains(t, relations, k.Kind)
	}
	require.Len(t, relations, len(model.RelationshipKinds()))
	for name, f := range forms {
		require.Equal(t, name, f.name)
		require.NotNil(t, f.print, name)
		require.NotNil(t, f.make, name)
		require.Contains(t, families, f.family, name)
	}
}

// The documentation has the grammar of every form, and no other one.
func TestTheGrammarIsDocumented(t *testing.T) {
	text, err := os.ReadFile("../../docs/notation.md")
	require.NoError(t, err)
	var documented []string
	for line := range strings.SplitSeq(string(text), "\n") {
		documented = append(documented, strings.Join(strings.Fields(line), " "))
	}
	for name, f := range forms {
		for _, rule := range f.grammar {
			require.Contains(t, documented, strings.Join(strings.Fields(rule), " "), name)
		}
	}
	at := slices.IndexFunc(documented, func(l string) bool { return strings.HasPrefix(l, "statement = ") })
	var alternatives []string
	for line := documented[at][len("statement = "):]; ; at, line = at+1, documented[at+1] {
		for name := range strings.SplitSeq(strings.TrimSuffix(line, "."), "|") {
			if name = strings.TrimSpace(name); name != "" {
				alternatives = append(alternatives, name)
			}
		}
		if strings.HasSuffix(line, ".") {
			break
		}
	}
	require.Len(t, alternatives, len(forms))
	for _, name := range alternatives {
		require.Contains(t, forms, Form(name))
	}
}

// The words of the grammar are those that are reserved.
func TestWordsOfTheGrammarAreReserved(t *testing.T) {
	for name, f := range forms {
		for _, rule := range f.grammar {
			for i, piece := range strings.Split(rule, `"`) {
				if i%2 == 1 && strings.Trim(piece, "[]{}@:,") != "" {
					for _, word := range strings.Fields(piece) {
						if word == "by" { // stands behind a whole name only, and may be part of one
							continue
						}
						require.True(t, isReserved(word), "%s: %s", name, word)
					}
				}
			}
		}
	}
}
