package notation

import (
	"strings"

	"lexeon/core/model"
)

// singularName is a name with its last word in the singular.
func singularName(name string) string {
	words := strings.Fields(name)
	if n := len(words); n > 0 {
		words[n-1] = singularWord(words[n-1])
	}
	return strings.Join(words, " ")
}

// singularWord is the singular of a word that may begin with a capital letter, or be made of several: HoneyLots.
func singularWord(w string) string {
	words := model.Words(w)
	if len(words) == 0 {
		return w
	}
	last := words[len(words)-1]
	head := w[:max(0, len(w)-len(last))]
	tail := w[len(head):]
	one := model.Singular(last)
	switch {
	case one == last || !strings.EqualFold(tail, last):
		return w
	case last != tail:
		return head + model.Capital(one)
	}
	return head + one
}
