package view

import (
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/notation"
)

// Relation is a relationship read back.
type Relation struct {
	ID        model.ID            `json:"id"`
	Kind      model.Kind          `json:"kind"`
	KindTitle string              `json:"kindTitle"`
	Name      string              `json:"name"`
	Statement string              `json:"statement,omitempty"`
	Sentences []notation.Sentence `json:"sentences"`
	Ends      []End               `json:"ends,omitempty"`
	Elements  []model.ID          `json:"elements"`
}

// End is an end of an association.
type End struct {
	ID           model.ID          `json:"id"`
	Element      string            `json:"element"`
	Role         string            `json:"role"`
	Multiplicity string            `json:"multiplicity"`
	Question     string            `json:"question"`
	Ask          string            `json:"ask"`
	Choices      []notation.Choice `json:"choices"`
}

// RelationOf reads a relationship back.
func RelationOf(m *model.Model, r *model.Relationship) Relation {
	v := Relation{ID: r.ID, Kind: r.Kind, KindTitle: r.Kind.Title(), Name: r.Name, Sentences: notation.ReadBack(m, r), Elements: m.Connected(r)}
	if text, err := notation.PrintStatement(m, r); err == nil {
		v.Statement = text
	}
	for _, e := range m.Ends(r.ID) {
		d := e.End()
		v.Ends = append(v.Ends, End{ID: e.ID, Element: m.Element(e.Type).Name, Role: e.Name, Multiplicity: d.Multiplicity.String(),
			Question: d.Question, Ask: d.Ask, Choices: notation.MultiplicityChoices(d.Multiplicity)})
	}
	return v
}

// Sentences reads back the relationships that a diagram shows. It fails with CodeMissing
// where there is no such diagram.
func Sentences(m *model.Model, diagram model.ID) ([]Relation, error) {
	if m.Diagram(diagram) == nil {
		return nil, model.Faultf(model.CodeMissing, "There is no such diagram any more.").At(diagram, "")
	}
	out := []Relation{}
	for _, r := range m.Relationships() {
		if r.Kind != model.Anchor && r.Kind != model.Trace && m.PlacementOn(diagram, r.ID) != nil {
			out = append(out, RelationOf(m, r))
		}
	}
	slices.SortStableFunc(out, func(a, b Relation) int {
		return strings.Compare(strings.ToLower(a.Sentences[0].String()), strings.ToLower(b.Sentences[0].String()))
	})
	return out, nil
}
