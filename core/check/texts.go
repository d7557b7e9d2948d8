package check

import (
	"strings"
	"sync"

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

// stemMemory remembers the stems of texts, since rules on words read the same ones
// after every change.
var stemMemory = struct {
	sync.RWMutex
	known map[string][]string
}{known: map[string][]string{}}

const mostStems = 200_000 // texts

// stemsOf are the words of a text in the singular.
func stemsOf(text string) []string {
	stemMemory.RLock()
	stems, ok := stemMemory.known[text]
	stemMemory.RUnlock()
	if ok {
		return stems
	}
	stems = strings.Fields(model.Stems(text))
	stemMemory.Lock()
	defer stemMemory.Unlock()
	if len(stemMemory.known) >= mostStems {
		clear(stemMemory.known)
	}
	stemMemory.known[text] = stems
	return stems
}
