package check

import (
	"strings"

	"lexeon/core/bounded"
	"lexeon/core/brief"
	"lexeon/core/model"
)

// said is a text of the outside: a sentence of the brief, a step, the condition of
// an alternative.
type said struct {
	row  model.ID
	text string
}

// saidIn lists what the brief and the descriptions of use cases say, in their
// order. Headings and sentences that are marked as not relevant say nothing.
func saidIn(m *model.Model) []said {
	var out []said
	for _, s := range brief.Sentences(m) {
		if s.Number > 0 && !s.Sentence().Irrelevant {
			out = append(out, said{s.ID, s.Sentence().Text})
		}
	}
	steps := func(owner model.ID) {
		for _, e := range m.Children(owner, model.Step) {
			if e.Step().Includes == "" && e.Step().Text != "" {
				out = append(out, said{e.ID, e.Step().Text})
			}
		}
	}
	for _, u := range m.OfKind(model.UseCase) {
		steps(u.ID)
		for _, e := range m.Children(u.ID, model.Alternative) {
			if e.Name != "" {
				out = append(out, said{e.ID, e.Name})
			}
			steps(e.ID)
		}
	}
	return out
}

// textIndex finds in which texts of the outside a word stands.
type textIndex struct {
	texts []said
	where map[string][]int // of a stem, the numbers of its texts, ascending
}

func newTextIndex(m *model.Model) *textIndex {
	x := &textIndex{texts: saidIn(m), where: map[string][]int{}}
	for i, t := range x.texts {
		index(x.where, stemsOf(t.text), i)
	}
	return x
}

// index notes that words stand in the text of a number, which is none below those
// noted before.
func index(where map[string][]int, stems []string, number int) {
	for _, s := range stems {
		if list := where[s]; len(list) == 0 || list[len(list)-1] != number {
			where[s] = append(list, number)
		}
	}
}

// isText tells rows that a textIndex is made of.
var isText = rowsOf(model.Section, model.Sentence, model.UseCase, model.Step, model.Alternative).has

// textIndexes is the index of the texts of the outside.
var textIndexes = &Fact[*textIndex]{name: "texts", rests: isText, find: func(f *facts) *textIndex { return newTextIndex(f.m) }}

// stemMemory remembers the stems of texts, since rules on words read the same ones
// after every change.
var stemMemory = bounded.New[string, []string](mostStems)

const mostStems = 200_000 // texts

// stemsOf are the words of a text in the singular.
func stemsOf(text string) []string {
	stems, ok := stemMemory.Get(text)
	if !ok {
		stems = strings.Fields(model.Stems(text))
		stemMemory.Add(text, stems)
	}
	return stems
}
