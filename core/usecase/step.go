package usecase

import (
	"slices"
	"strings"
	"sync"

	"lexeon/core/bounded"
	"lexeon/core/model"
)

// Doer is who acts in a step: an actor, the system, or nobody known.
type Doer struct {
	Actor  *model.Element
	System bool
	Words  int // of the text that name the doer, an article included
}

// maxNameWords is how many words of a text may be one name.
const maxNameWords = 5

// DoerOf tells who acts in a step: whom it begins with. The system is what the
// use case belongs to: its subject, the project, or "system".
func (r *Reader) DoerOf(text string) Doer {
	r.mu.Lock()
	defer r.mu.Unlock()
	return r.doerOf(text)
}

func (r *Reader) doerOf(text string) Doer {
	r.prepare()
	doer, ok := r.doers.Get(text)
	if !ok {
		doer = r.findDoer(text)
		r.doers.Add(text, doer)
	}
	return doer
}

func (r *Reader) findDoer(text string) Doer {
	words := strings.Fields(text)
	start := 0
	if len(words) > 0 && articles[strings.ToLower(words[0])] {
		start = 1
	}
	if start < len(words) && !r.begins(words[start]) {
		return Doer{}
	}
	for n := min(maxNameWords, len(words)-start); n > 0; n-- {
		key := r.keyOf(words[start : start+n])
		if a := r.actors[key]; a != nil {
			return Doer{Actor: a, Words: start + n}
		}
		if r.systems[key] {
			return Doer{System: true, Words: start + n}
		}
	}
	return Doer{}
}

var articles = map[string]bool{"the": true, "a": true, "an": true}

// Reader reads the texts of steps against the lexicon, and remembers what it read: it
// serves other states of a model as long as their lexicon, actors, subjects and the
// name of the project stay the same; [Reader.After] brings it to one in which they do not.
// It is safe for concurrent use.
type Reader struct {
	mu      sync.Mutex
	m       *model.Model
	known   *bounded.Memory[string, []Mark] // of a text; with a sign before it where it begins with its verb
	doers   *bounded.Memory[string, Doer]
	actors  map[string]*model.Element
	systems map[string]bool
	firsts  map[string]bool // words that names of terms and of systems begin with, and perhaps others
	words   *wordMemory
}

// NewReader makes a Reader for the use cases of a model. The lexicon is looked through
// at the first text.
func NewReader(m *model.Model) *Reader { return &Reader{m: m, words: newWordMemory()} }

func (r *Reader) prepare() {
	if r.known != nil {
		return
	}
	m := r.m
	r.known, r.doers = bounded.New[string, []Mark](mostRemembered), bounded.New[string, Doer](mostRemembered)
	if r.firsts == nil {
		r.firsts = map[string]bool{}
		for _, id := range m.IDs(model.TableTerms) {
			for _, form := range formsOf(m.Term(id)) {
				r.firsts[firstWord(form)] = true
			}
		}
		for _, name := range systemNames(m) {
			r.firsts[firstWord(model.NormalForm(name))] = true
		}
	}
	if r.actors == nil {
		r.actors = map[string]*model.Element{}
		for _, a := range m.OfKind(model.Actor) {
			if key := m.TermKey(a.Name); strings.TrimSpace(a.Name) != "" && r.actors[key] == nil {
				r.actors[key] = a
			}
		}
	}
	r.systems = map[string]bool{}
	for _, name := range systemNames(m) {
		r.systems[m.TermKey(name)] = true
	}
}

// systemNames are the names by which the system is called.
func systemNames(m *model.Model) []string {
	out := []string{"system", m.Project().Name}
	for _, s := range m.OfKind(model.Subject) {
		out = append(out, s.Name)
	}
	return out
}

// formsOf are the normal forms of the names of a term.
func formsOf(t *model.Term) []string {
	out := []string{model.NormalForm(t.Name)}
	for _, a := range t.Aliases {
		out = append(out, model.NormalForm(a))
	}
	return out
}

func firstWord(form string) string {
	first, _, _ := strings.Cut(form, " ")
	return first
}

// begins reports whether the name of a term may begin with a word; most words of a
// text need no further search.
func (r *Reader) begins(word string) bool {
	words := r.words.of(word)
	return len(words) == 0 || r.firsts[words[0]] || r.firsts[model.Singular(words[0])]
}

// formOf is the normal form of pieces that are divided by spaces, as
// [model.NormalForm] makes it; "" where they have no words.
func (r *Reader) formOf(pieces []string) string {
	var b strings.Builder
	last := ""
	for _, p := range pieces {
		for _, w := range r.words.of(p) {
			if last != "" {
				b.WriteString(last)
				b.WriteByte(' ')
			}
			last = w
		}
	}
	if last == "" {
		return ""
	}
	b.WriteString(model.Singular(last))
	return b.String()
}

// termOf finds the term that pieces of text name; the first of several.
func (r *Reader) termOf(pieces []string) (id model.ID, ok bool) {
	form := r.formOf(pieces)
	if form == "" {
		form = model.NormalForm(strings.Trim(strings.Join(pieces, ""), around))
	}
	return r.m.TermOfForm(form)
}

// keyOf is the key by which names of actors meet, as [model.Model.TermKey] makes it.
func (r *Reader) keyOf(words []string) string {
	form := r.formOf(words)
	if form == "" {
		return r.m.TermKey(strings.Trim(strings.Join(words, " "), ".,;:"))
	}
	if id, ok := r.m.TermOfForm(form); ok {
		return string(id)
	}
	return form
}

// around are signs that stand before and after a name and are none of it.
const around = " .,;:()\"'"

// Mark is a piece of a step's text; Term is the concept of the lexicon that it
// names.
type Mark struct {
	Text string
	Term model.ID
}

// Marks finds the terms that a text names, the longest first. The word after who acts
// is a verb, and names nothing: a clerk registers, where Register is a store.
func (r *Reader) Marks(text string) []Mark {
	r.mu.Lock()
	defer r.mu.Unlock()
	verb := r.doerOf(text).Words
	if verb == 0 {
		verb = -1
	}
	return r.remembered("", text, verb)
}

// ActionMarks likewise reads what is done, who acts being left out: it begins with
// the verb.
func (r *Reader) ActionMarks(text string) []Mark {
	r.mu.Lock()
	defer r.mu.Unlock()
	r.prepare()
	return r.remembered("\x00", text, 0)
}

const mostRemembered = 50_000 // texts

func (r *Reader) remembered(manner, text string, verb int) []Mark {
	marks, ok := r.known.Get(manner + text)
	if !ok {
		marks = r.marks(text, verb)
		r.known.Add(manner+text, marks)
	}
	return slices.Clone(marks)
}

// marks skips the word of the given number: it is a verb.
func (r *Reader) marks(text string, verb int) []Mark {
	var out []Mark
	plain := func(s string) {
		if n := len(out); n > 0 && out[n-1].Term == "" {
			out[n-1].Text += s
		} else if s != "" {
			out = append(out, Mark{Text: s})
		}
	}
	words := strings.SplitAfter(text, " ")
	said := 0 // words before this piece
	for i := 0; i < len(words); {
		found := 0
		longest := min(maxNameWords, len(words)-i)
		if said == verb || !r.begins(words[i]) {
			longest = 0
		}
		for n := longest; n > 0 && found == 0; n-- {
			piece := strings.Join(words[i:i+n], "")
			name := strings.Trim(piece, around)
			if len([]rune(name)) < 3 {
				continue
			}
			if term, ok := r.termOf(words[i : i+n]); ok {
				at := strings.Index(piece, name)
				plain(piece[:at])
				out = append(out, Mark{name, term})
				plain(piece[at+len(name):])
				found = n
			}
		}
		if found == 0 {
			plain(words[i])
			found = 1
		}
		for _, piece := range words[i : i+found] {
			if strings.TrimSpace(piece) != "" {
				said++
			}
		}
		i += found
	}
	return out
}

// Exchange is a step in the table of what actors and system say to each other:
// one of the two columns holds it, or none where it is not clear who acts.
type Exchange struct {
	Step   *model.Element
	Number string
	Doer   Doer
	Text   string // without the doer, where one is known
}

// Told divides the text of a step into who acts and what they do.
func (r *Reader) Told(text string) (who Doer, what string) {
	if who = r.DoerOf(text); who.Words > 0 {
		return who, strings.Join(strings.Fields(text)[who.Words:], " ")
	}
	return who, text
}

// Exchanges lists the steps of a flow with who acts.
func (r *Reader) Exchanges(m *model.Model, f *Flow) []Exchange {
	var out []Exchange
	for _, s := range f.All() {
		text := StepText(m, s)
		e := Exchange{Step: s, Number: f.Number(s.ID), Text: text}
		if s.Step().Includes == "" {
			e.Doer, e.Text = r.Told(text)
		}
		out = append(out, e)
	}
	return out
}

// Participants lists the actors of a use case with their parts, those it inherits
// from what it is a kind of included, and the specifics of actors left out.
func Participants(m *model.Model, useCase model.ID) []*model.Relationship {
	var out []*model.Relationship
	for _, id := range append([]model.ID{useCase}, Generals(m, useCase)...) {
		out = append(out, m.RelationshipsTo(id, model.Participation)...)
	}
	return out
}

// Generals lists what an actor or a use case is a kind of, however far up.
func Generals(m *model.Model, id model.ID) []model.ID { return along(m, id, true) }

// Specifics lists what is a kind of an actor or a use case, however far down.
func Specifics(m *model.Model, id model.ID) []model.ID { return along(m, id, false) }

func along(m *model.Model, id model.ID, up bool) []model.ID {
	var out []model.ID
	todo := []model.ID{id}
	for len(todo) > 0 {
		at := todo[0]
		todo = todo[1:]
		lines := m.Specifics(at)
		if up {
			lines = m.Generals(at)
		}
		for _, r := range lines {
			next := r.Source
			if up {
				next = r.Target
			}
			if next != at && next != id && !slices.Contains(out, next) {
				out = append(out, next)
				todo = append(todo, next)
			}
		}
	}
	return out
}
