package check

import (
	"maps"
	"slices"

	"lexeon/core/dictionary"
	"lexeon/core/model"
)

var worded = rowsOf(model.Class, model.Attribute)

// classWords counts the stems in names of classes and of attributes.
var classWords = &Fact[map[string]int]{
	name: "words of classes", rests: worded.has,
	find: func(f *facts) map[string]int {
		out := map[string]int{}
		f.each(worded, func(r model.Row) { countWords(out, r, 1) })
		return out
	},
	carry: func(at *carrying, old map[string]int) (map[string]int, outcome) {
		words := maps.Clone(old)
		for _, c := range at.delta {
			countWords(words, c.Old, -1)
			countWords(words, c.New, 1)
		}
		return words, updated
	},
}

func countWords(to map[string]int, r model.Row, by int) {
	e, ok := r.(*model.Element)
	if !ok || e == nil || e.Kind != model.Class && e.Kind != model.Attribute {
		return
	}
	for _, s := range stemsOf(e.Name) {
		if to[s] += by; to[s] == 0 {
			delete(to, s)
		}
	}
}

// sharesWord reports whether contents, or what they are made of, have a word in common with
// what is called so in classes. Words that identify or measure anything tell nothing.
func sharesWord(d *dictionary.Dictionary, contents *dictionary.Expression, words map[string]int) bool {
	return d.Holds(contents, func(n *dictionary.Expression) bool {
		return slices.ContainsFunc(stemsOf(n.Text), func(s string) bool { return words[s] > 0 && !anyonesWords[s] })
	})
}

// anyonesWords stand in the data of anything.
var anyonesWords = words("number id code key identifier no name date time day month year amount total count kind type status state note remark text entry record line item data value list")
