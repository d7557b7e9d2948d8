package check

import (
	"maps"
	"slices"
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

// textIndex finds in which texts of the outside a word stands. It does not change.
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

// unindex takes the words of the text of a number out, where the lists are shared.
func unindex(where map[string][]int, stems []string, number int) {
	for _, s := range stems {
		list := slices.DeleteFunc(slices.Clone(where[s]), func(n int) bool { return n == number })
		if where[s] = list; len(list) == 0 {
			delete(where, s)
		}
	}
}

// reindex puts the words of the text of any number in, where the lists are shared.
func reindex(where map[string][]int, stems []string, number int) {
	for _, s := range stems {
		if at, found := slices.BinarySearch(where[s], number); !found {
			where[s] = slices.Insert(slices.Clone(where[s]), at, number)
		}
	}
}

// isText tells rows that a textIndex is made of.
var isText = rowsOf(model.Section, model.Sentence, model.UseCase, model.Step, model.Alternative).has

// textIndexes is the index of the texts of the outside.
var textIndexes = &Fact[*textIndex]{
	name: "texts", rests: isText,
	find: func(f *facts) *textIndex { return newTextIndex(f.m) },
	carry: func(at *carrying, x *textIndex) (*textIndex, outcome) {
		written := map[model.ID]string{}
		for _, c := range at.delta {
			if c.New == nil && isText(c.Old) || c.Old == nil && isText(c.New) {
				return nil, lost
			}
			if c.New == nil || !isText(c.New) || kindOf(c.New) == model.UseCase {
				continue // a use case says nothing but by its steps
			}
			was, is := textOf(c.Old), textOf(c.New)
			old, now := c.Old.(*model.Element), c.New.(*model.Element)
			if (was == "") != (is == "") || old.Order != now.Order || old.Owner != now.Owner {
				return nil, lost // others are numbered otherwise
			}
			if was != is {
				written[c.ID] = is
			}
		}
		if len(written) == 0 {
			return x, kept
		}
		next := &textIndex{slices.Clone(x.texts), maps.Clone(x.where)}
		for i, t := range next.texts {
			if text, is := written[t.row]; is {
				unindex(next.where, stemsOf(t.text), i)
				reindex(next.where, stemsOf(text), i)
				next.texts[i].text = text
			}
		}
		return next, updated
	},
}

// textOf is what a row says: "" where that counts for nothing.
func textOf(r model.Row) string {
	e, ok := r.(*model.Element)
	switch {
	case !ok:
	case e.Kind == model.Sentence && e.Sentence().Break != model.Heading && !e.Sentence().Irrelevant:
		return e.Sentence().Text
	case e.Kind == model.Step && e.Step().Includes == "":
		return e.Step().Text
	case e.Kind == model.Alternative:
		return e.Name
	}
	return ""
}

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
