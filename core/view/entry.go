package view

import (
	"cmp"
	"slices"
	"strings"

	"lexeon/core/activity"
	"lexeon/core/brief"
	"lexeon/core/model"
	"lexeon/core/notation"
)

// Entry is the dictionary entry of an element or a relationship: what can be changed of it,
// part by part, and what it has to do with.
type Entry struct {
	ID           model.ID    `json:"id"`
	Kind         model.Kind  `json:"kind"`
	KindTitle    string      `json:"kindTitle"`
	Name         string      `json:"name"`
	Relationship bool        `json:"relationship"` // it is one, and no element
	Placed       bool        `json:"placed"`       // it can stand on a diagram
	Parts        []EntryPart `json:"parts"`
	Features     string      `json:"features"`         // lines of features
	Object       string      `json:"object,omitempty"` // an example, as text
	Picture      model.ID    `json:"picture"`
	Term         *Term       `json:"term,omitempty"`
	Process      *Process    `json:"process,omitempty"`
	Component    *Component  `json:"component,omitempty"`
	Held         []Held      `json:"held"`   // classes that a component holds, or components that hold a class
	Traces       []Numbered  `json:"traces"` // sentences that it stems from
	Rows         []Row       `json:"rows"`   // activities that it stems from, or that a flow shows
	Appears      []Diagram   `json:"appears"`
	Relations    []Relation  `json:"relations"`
	Revision     int64       `json:"revision"`
}

// EntryOf is the dictionary entry of an element or a relationship.
func EntryOf(m *model.Model, revision int64, row model.ID) (Entry, error) {
	out := Entry{ID: row, Parts: entryParts(m, m.Row(row)), Traces: []Numbered{}, Rows: []Row{}, Appears: []Diagram{}, Relations: []Relation{}, Revision: revision, Held: []Held{}}
	switch r := m.Row(row).(type) {
	case *model.Element:
		out.Kind, out.KindTitle, out.Name, out.Placed = r.Kind, r.Kind.Title(), r.Name, r.Kind.IsPlaced()
		out.Features, out.Picture = notation.FeatureText(m, r), r.Picture
		switch r.Kind {
		case model.Process:
			out.Process = processOf(m, r)
		case model.Object:
			out.Object = notation.ObjectText(m, r)
		case model.Component:
			out.Component = componentOf(m, r)
		case model.Port:
			for _, u := range m.Uses(r.ID) {
				if rel, ok := u.(*model.Relationship); ok {
					out.Relations = append(out.Relations, RelationOf(m, rel))
				}
			}
		}
		if t := m.Term(r.Term); t != nil {
			out.Term = &Term{ID: t.ID, Name: t.Name, Definition: t.Definition, Aliases: t.Aliases}
			for _, f := range m.Faces(t.ID) {
				out.Term.Faces = append(out.Term.Faces, Face{ID: f.ID, Kind: f.Kind.Title(), Name: f.Name})
			}
		}
		for _, rel := range m.RelationshipsOf(r.ID) {
			if rel.Kind == model.Within { // said by the subjects
				continue
			}
			if rel.Kind == model.Holds {
				other := m.Element(rel.Target)
				if other.ID == r.ID {
					other = m.Element(rel.Source)
				}
				out.Held = append(out.Held, Held{rel.ID, other.ID, other.Name})
				continue
			}
			out.Relations = append(out.Relations, RelationOf(m, rel))
		}
	case *model.Relationship:
		out.Kind, out.KindTitle, out.Name, out.Relationship = r.Kind, r.Kind.Title(), r.Name, true
		out.Relations = append(out.Relations, RelationOf(m, r))
		for _, a := range m.Anchors(r.ID) {
			out.Relations = append(out.Relations, RelationOf(m, a))
		}
	default:
		return Entry{}, model.Faultf(model.CodeMissing, "It does not exist any more.")
	}
	for _, p := range m.PlacementsOf(row) {
		d := m.Diagram(p.Diagram)
		if !slices.ContainsFunc(out.Appears, func(o Diagram) bool { return o.ID == d.ID }) {
			out.Appears = append(out.Appears, Diagram{ID: d.ID, Kind: string(d.Kind), Name: d.Name, Title: DiagramTitle(m, d)})
		}
	}
	out.Traces, out.Rows = sourcesOf(m, row)
	return out, nil
}

// packagesFor lists the packages that an element could be in, by their paths.
func packagesFor(m *model.Model, e *model.Element) []Row {
	var out []Row
	owners := m.OfKind(model.PackageKind)
	if e.Kind == model.Component {
		owners = append(owners, m.OfKind(model.Component)...)
	}
	for _, p := range owners {
		if inside(m, p, []*model.Element{e}) {
			continue
		}
		out = append(out, Row{p.ID, pathOf(m, p)})
	}
	slices.SortFunc(out, func(a, b Row) int {
		return cmp.Or(strings.Compare(a.Title, b.Title), strings.Compare(string(a.ID), string(b.ID)))
	})
	return out
}

// sourcesOf lists the sentences and activities that a row stems from; of a data
// flow also the activities whose data it shows.
func sourcesOf(m *model.Model, row model.ID) ([]Numbered, []Row) {
	sentences, rows := []Numbered{}, []Row{}
	numbers := brief.Numbers(m)
	seen := map[model.ID]bool{}
	add := func(e *model.Element) {
		if !seen[e.ID] {
			seen[e.ID] = true
			rows = append(rows, Row{e.ID, e.Activity().Performer + ": " + e.Name})
		}
	}
	for _, t := range m.TracesOf(row) {
		e := m.Element(t.Target)
		if e.Kind == model.Sentence {
			sentences = append(sentences, Numbered{e.ID, numbers[e.ID], e.Sentence().Text})
		} else {
			add(e)
		}
	}
	if r := m.Relationship(row); r != nil && r.Kind == model.DataFlow && len(m.OfKind(model.Activity)) > 0 {
		for _, id := range activity.Of(m).Coverage().Rows[row] {
			add(m.Element(id))
		}
	}
	slices.SortFunc(sentences, func(a, b Numbered) int { return a.Number - b.Number })
	return sentences, rows
}

// Row names a row.
type Row struct {
	ID    model.ID `json:"id"`
	Title string   `json:"title"`
}

// Numbered is a sentence of the brief with its number.
type Numbered struct {
	ID     model.ID `json:"id"`
	Number int      `json:"number"`
	Text   string   `json:"text"`
}
