package english

import (
	_ "embed"
	"sync"
)

// generalVerbs are the verbs of the general language in their base form, without those that are
// hardly ever verbs: taken from the word classes (core/wordclass, WordNet 3.0), small enough for
// the page.
//
//go:embed verbs.txt
var generalVerbs string

var generalSet = sync.OnceValue(func() map[string]bool { return Set(generalVerbs) })

// CanBeVerb reports whether a word is the base form of a verb of the general language.
func CanBeVerb(word string) bool { return generalSet()[word] || verbs[word] }
