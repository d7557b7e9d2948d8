package view

import (
	"lexeon/core/brief"
	"lexeon/core/model"
)

// Brief is the brief with what stems from it. What could be read out of it is not
// told here: that takes the tagger.
type Brief struct {
	Revision  int64     `json:"revision"`
	Sections  []Section `json:"sections"`
	Coverage  Coverage  `json:"coverage"`
	Unsourced []Row     `json:"unsourced"` // elements that stem from nothing
}

// Section is a section of the brief.
type Section struct {
	ID        model.ID   `json:"id"`
	Title     string     `json:"title"`
	Text      string     `json:"text"` // for editing
	Sentences []Sentence `json:"sentences"`
	Coverage  Coverage   `json:"coverage"`
}

// Sentence is a sentence of the brief, and what stems from it.
type Sentence struct {
	ID         model.ID    `json:"id"`
	Number     int         `json:"number"` // 0: a heading
	Break      model.Break `json:"break"`
	Irrelevant bool        `json:"irrelevant"`
	Text       string      `json:"text"`
	Traces     []Trace     `json:"traces"`
	Cover      brief.Cover `json:"cover"`
}

// Trace leads from a sentence to what stems from it.
type Trace struct {
	ID      model.ID `json:"id"`  // of the trace
	Row     model.ID `json:"row"` // what stems from the sentence
	Title   string   `json:"title"`
	Diagram model.ID `json:"diagram,omitempty"`
}

// BriefOf is the brief, section by section.
func BriefOf(m *model.Model, revision int64) (Brief, error) {
	out := Brief{Revision: revision, Sections: []Section{}, Unsourced: []Row{}, Coverage: CoverageOf(brief.CoverageOf(m, ""))}
	numbers := brief.Numbers(m)
	for _, section := range m.OfKind(model.Section) {
		sentences := m.Children(section.ID, model.Sentence)
		sv := Section{ID: section.ID, Title: section.Name, Text: brief.Text(sentences), Sentences: []Sentence{}, Coverage: CoverageOf(brief.CoverageOf(m, section.ID))}
		for _, e := range sentences {
			sv.Sentences = append(sv.Sentences, sentenceOf(m, e, numbers[e.ID]))
		}
		out.Sections = append(out.Sections, sv)
	}
	for _, e := range brief.Unsourced(m) {
		out.Unsourced = append(out.Unsourced, Row{ID: e.ID, Title: m.Describe(e.ID)})
	}
	return out, nil
}

func sentenceOf(m *model.Model, e *model.Element, number int) Sentence {
	d := e.Sentence()
	out := Sentence{ID: e.ID, Number: number, Break: d.Break, Irrelevant: d.Irrelevant, Text: d.Text, Traces: []Trace{}, Cover: brief.CoverOf(m, e)}
	for _, t := range m.TracesTo(e.ID) {
		row := t.Source
		if row == "" {
			row = t.Traced
		}
		tv := Trace{ID: t.ID, Row: row, Title: m.Describe(row)}
		if placed := m.PlacementsOf(row); len(placed) > 0 {
			tv.Diagram = placed[0].Diagram
		}
		out.Traces = append(out.Traces, tv)
	}
	return out
}
