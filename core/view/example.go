package view

import (
	"cmp"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/notation"
)

// exampled tells of each kind of diagram which relationships its example is taken from, and what
// two kinds of elements an example is made of where there is none of these yet.
var exampled = map[model.Kind]struct {
	lines    []model.Kind
	from, to model.Kind
	says     string
}{
	model.ClassDiagram:     {[]model.Kind{model.Association, model.Generalization}, model.Class, model.Class, "has 0..*"},
	model.ContextDiagram:   {[]model.Kind{model.DataFlow}, model.Entity, model.Process, "sends note to"},
	model.LevelDiagram:     {[]model.Kind{model.DataFlow}, model.Entity, model.Process, "sends note to"},
	model.UseCaseDiagram:   {[]model.Kind{model.Participation}, model.Actor, model.UseCase, "starts"},
	model.ComponentDiagram: {[]model.Kind{model.Requires, model.Provides}, model.Component, model.Interface, "requires"},
}

const (
	mostLooked  = 60 // relationships from which an example is chosen
	longExample = 56 // characters
)

// examplesOf are examples of statements for each kind of diagram, made of the project's own
// names: a statement that is true there, or one of two names. Kinds for which there are no names
// yet have none.
func examplesOf(m *model.Model) map[model.Kind]string {
	out := map[model.Kind]string{}
	for diagram, of := range exampled {
		for _, kind := range of.lines {
			if text := shortest(m, kind); text != "" {
				out[diagram] = text
				break
			}
		}
		if out[diagram] != "" {
			continue
		}
		from, to := firstNamed(m, of.from, ""), ""
		if to = firstNamed(m, of.to, from); from == "" || to == "" {
			continue
		}
		if text := notation.PrintName(from) + " " + of.says + " " + notation.PrintName(to); len(text) <= longExample {
			out[diagram] = text
		}
	}
	return out
}

// shortest is the shortest statement of a kind of relationship that reads back as the same one, "" where there is none.
// Reading back takes longest: it is done for the shortest first.
func shortest(m *model.Model, kind model.Kind) string {
	type written struct {
		text string
		of   *model.Relationship
	}
	var found []written
	for i, r := range m.Relationships(kind) {
		if i == mostLooked {
			break
		}
		text, ok := notation.StatementText(m, r)
		if !ok || len(text) > longExample || kind == model.Association && r.Name == "" && r.Association().Aggregation == model.NoAggregation {
			continue
		}
		found = append(found, written{text, r})
	}
	slices.SortStableFunc(found, func(a, b written) int {
		return cmp.Or(cmp.Compare(len(a.text), len(b.text)), cmp.Compare(a.text, b.text))
	})
	for _, w := range found {
		if text, err := notation.PrintStatement(m, w.of); err == nil {
			return text
		}
	}
	return ""
}

// firstNamed is the name of an element of a kind, another than one.
func firstNamed(m *model.Model, kind model.Kind, but string) string {
	for _, e := range m.Elements(kind) {
		if name := strings.TrimSpace(e.Name); name != "" && name != but {
			return name
		}
	}
	return ""
}
