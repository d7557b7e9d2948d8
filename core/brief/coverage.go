package brief

import (
	"slices"

	"lexeon/core/model"
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

// Coverage is how much of a brief something in the model stems from.
type Coverage struct {
	Sentences int        // that count: no headings, none marked as not relevant
	Covered   int        // with a trace
	Uncovered []Numbered // without
}

// CoverageOf a section, or of the whole brief where section is empty. A row of
// the activity table that stems from a sentence covers it too.
func CoverageOf(m *model.Model, section model.ID) Coverage {
	var c Coverage
	for _, s := range Sentences(m) {
		if s.Number == 0 || s.Sentence().Irrelevant || section != "" && s.Owner != section {
			continue
		}
		c.Sentences++
		if len(m.TracesTo(s.ID)) > 0 {
			c.Covered++
		} else {
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
