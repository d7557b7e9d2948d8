package wordclass

import (
	_ "embed"
	"strings"
	"sync"
)

// Sort is what a meaning of a noun is one of.
type Sort byte

const (
	Person        Sort = 'p'
	Group         Sort = 'g' // people together: a crew, a ministry
	Workplace     Sort = 'w' // where people work, and who works there: a shop, a laboratory
	Document      Sort = 'd' // what is written, listed, registered
	Communication Sort = 'c' // other things that are told
	Knowledge     Sort = 'k'
	Property      Sort = 'a' // attributes, quantities, times
	Possession    Sort = 'v' // prices, charges
	State         Sort = 's'
	Material      Sort = 't' // what can be touched
	Place         Sort = 'l'
	Act           Sort = 'x' // acts and events
	Other         Sort = 'o'
)

//go:embed sorts.txt
var sortList string

// sorts has, of every noun, the sorts of its first four meanings, the most usual first: "office
// wgxs". From WordNet 3.0: the files of lexicographers and the hierarchy of hypernyms.
var sorts = sync.OnceValue(func() map[string]string {
	out := make(map[string]string, 56_000)
	for line := range strings.Lines(sortList) {
		if word, letters, ok := strings.Cut(strings.TrimSuffix(line, "\n"), " "); ok {
			out[word] = letters
		}
	}
	return out
})

// SortsOf are the sorts of the meanings of a noun in the singular, in small letters, the most
// usual first and four at most; none where it is not known.
func SortsOf(noun string) []Sort {
	letters := sorts()[noun]
	out := make([]Sort, len(letters))
	for i := range letters {
		out[i] = Sort(letters[i])
	}
	return out
}
