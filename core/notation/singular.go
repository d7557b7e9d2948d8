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

// singularWord is the singular of a word that may begin with a capital letter.
func singularWord(w string) string {
	lower := strings.ToLower(w)
	one := model.Singular(lower)
	switch {
	case one == lower:
		return w
	case lower != w:
		return model.Capital(one)
	}
	return one
}
