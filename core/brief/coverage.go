package brief

import (
	"slices"
	"sync"

	"lexeon/core/bounded"
	"lexeon/core/model"
	"lexeon/core/notation"
)

// Numbered is a sentence with its number.
type Numbered struct {
	*model.Element
	Number int // 0: a heading, which has none
}

// Sentences lists the sentences of all sections in order. They are numbered
// through; headings are not.
func Sentences(m *model.Model) []Numbered {
	var out []Numbered
	n := 0
	for _, section := range m.OfKind(model.Section) {
		for _, e := range m.Children(section.ID, model.Sentence) {
			s := Numbered{Element: e}
			if e.Sentence().Break != model.Heading {
				n++
				s.Number = n
			}
			out = append(out, s)
		}
	}
	return out
}

// Numbers gives the number of every sentence.
func Numbers(m *model.Model) map[model.ID]int {
	out := map[model.ID]int{}
	for _, s := range Sentences(m) {
		out[s.ID] = s.Number
	}
	return out
}

// Coverage is how much of a brief is in the model.
type Coverage struct {
	Sentences int        // that count: no headings, none marked as not relevant
	Covered   int        // what they say is in the model
	Partly    int        // of these things are there, and what is said of them is not
	Uncovered []Numbered // of which nothing is there, or only things
}

// Cover is how much of a sentence is in the model.
type Cover string

const (
	Whole  Cover = "whole"
	Things Cover = "things" // its things are there; how they are related, or what is done, is not
	Absent Cover = ""
)

// CoverOf a sentence: whole where a relation, an activity, something done or a feature stems from
// it, or where things that stem from it are related in the model, or have attributes that it speaks of; a sentence that says nothing of
// its things is covered by these alone.
func CoverOf(m *model.Model, sentence *model.Element) Cover {
	traces := m.TracesTo(sentence.ID)
	if len(traces) == 0 {
		return Absent
	}
	things := map[model.ID]bool{}
	for _, t := range traces {
		e := m.Element(t.Source)
		if e == nil || !isThing[e.Kind] {
			return Whole
		}
		for _, face := range append(m.Faces(e.Term), e) {
			things[face.ID] = true
		}
	}
	said := map[string]bool{}
	for _, w := range model.Words(sentence.Sentence().Text) {
		said[w] = true
	}
	for id := range things {
		for _, a := range m.Children(id, model.Attribute) { // it speaks of what the thing has
			if words := model.Words(a.Name); len(words) > 0 && !slices.ContainsFunc(words, func(w string) bool { return !said[w] }) {
				return Whole
			}
		}
		for _, r := range m.RelationshipsOf(id) {
			if r.Kind == model.Trace || r.Kind == model.Anchor {
				continue
			}
			for _, other := range m.Connected(r) {
				if other != id && things[other] && m.Element(other) != nil && !sameTerm(m, id, other) {
					return Whole
				}
			}
		}
	}
	if !says(sentence.Sentence().Text) {
		return Whole
	}
	return Things
}

func sameTerm(m *model.Model, a, b model.ID) bool {
	t := m.Element(a).Term
	return t != "" && t == m.Element(b).Term
}

// isThing are kinds that say that there is something, and nothing of it.
var isThing = map[model.Kind]bool{
	model.Class: true, model.Interface: true, model.Enumeration: true, model.DataType: true, model.Signal: true,
	model.Entity: true, model.Actor: true, model.Store: true, model.DataItem: true, model.Component: true, model.Subject: true, model.PackageKind: true,
}

// remembered is whether sentences say something of their things: it is asked again with every
// change, and takes a while to read.
var remembered = bounded.New[string, bool](20_000)

var remembering sync.Mutex

// says reports whether a sentence says what somebody does, or how things are related.
func says(text string) bool {
	remembering.Lock()
	defer remembering.Unlock()
	if known, ok := remembered.Get(text); ok {
		return known
	}
	nothing := model.Empty("")
	out := len(notation.ReadClauses(nothing, text, notation.Scope{})) > 0
	for _, d := range notation.Deeds(nothing, text, &notation.Mentioned{}) {
		out = out || d.Object != ""
	}
	remembered.Add(text, out)
	return out
}

// Untraced lists the sentences of a section that nothing stems from, and how many count.
func Untraced(m *model.Model, section model.ID) (untraced []Numbered, sentences int) {
	for _, s := range Sentences(m) {
		if s.Number == 0 || s.Sentence().Irrelevant || s.Owner != section {
			continue
		}
		sentences++
		if len(m.TracesTo(s.ID)) == 0 {
			untraced = append(untraced, s)
		}
	}
	return untraced, sentences
}

// CoverageOf a section, or of the whole brief where section is empty.
func CoverageOf(m *model.Model, section model.ID) Coverage {
	var c Coverage
	for _, s := range Sentences(m) {
		if s.Number == 0 || s.Sentence().Irrelevant || section != "" && s.Owner != section {
			continue
		}
		c.Sentences++
		switch CoverOf(m, s.Element) {
		case Whole:
			c.Covered++
		case Things:
			c.Partly++
			c.Uncovered = append(c.Uncovered, s)
		default:
			c.Uncovered = append(c.Uncovered, s)
		}
	}
	return c
}

// sourced are the kinds that a brief is expected to be the source of.
var sourced = []model.Kind{model.Class, model.Interface, model.Enumeration, model.DataType, model.Entity, model.Store, model.Process}

// Unsourced lists the elements that stem from no sentence and no activity. An
// element is excused if another face of its term has a source; processes of
// physical views and those of lower levels show what is known above.
func Unsourced(m *model.Model) []*model.Element {
	var out []*model.Element
	known := map[model.ID]bool{} // of a term, whether any face of it has a source
	for _, e := range m.Elements(sourced...) {
		if len(m.TracesOf(e.ID)) > 0 || e.Kind == model.Process && (e.Owner == "" || e.Process().View == model.Physical || m.Element(e.Owner).Owner != "") {
			continue
		}
		excused, asked := known[e.Term]
		if e.Term != "" && !asked {
			excused = slices.ContainsFunc(m.Faces(e.Term), func(face *model.Element) bool { return len(m.TracesOf(face.ID)) > 0 })
			known[e.Term] = excused
		}
		if !excused {
			out = append(out, e)
		}
	}
	return out
}
