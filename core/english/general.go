package english

import (
	_ "embed"
	"strings"
	"sync"
)

// generalVerbs are the verbs of the general language in their base form, without those that are
// hardly ever verbs; "!" stands behind those that are hardly ever nouns. They are taken from the
// word classes (core/wordclass, WordNet 3.0), and small enough for the page.
//
//go:embed verbs.txt
var generalVerbs string

// general leads from each verb to whether it is hardly ever a noun.
var general = sync.OnceValue(func() map[string]bool {
	out := make(map[string]bool, 8500)
	for line := range strings.FieldsSeq(generalVerbs) {
		verb, only := strings.CutSuffix(line, "!")
		out[verb] = only
	}
	return out
})

// CanBeVerb reports whether a word is the base form of a verb of the general language.
func CanBeVerb(word string) bool {
	_, ok := general()[word]
	return ok || verbs[word]
}

// OnlyVerb reports whether a word is the base form of a verb and hardly ever a noun: contain,
// but not order.
func OnlyVerb(word string) bool { return general()[word] }
