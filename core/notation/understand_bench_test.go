package notation_test

import (
	"testing"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

// Every key in the statement line reads the whole text anew: in the page 16 ms are wanted.
func BenchmarkUnderstand(b *testing.B) {
	m := modeltest.Large(400, 800, 100)
	m, _, _, err := model.Edit(m, []model.Change{&model.AddDiagram{ID: "flows", Kind: model.ContextDiagram, Name: "Flows"}})
	if err != nil {
		b.Fatal(err)
	}
	for name, text := range map[string]string{
		"statement": "1 Apiary is made of 1..* Hive",
		"sentence":  "Each loaf is baked in exactly one oven",
		"list":      "A house is made up of one or more rooms, a roof and at least one door",
		"clauses":   "Each reader has one card, and each card belongs to one reader and has a number",
		"unread":    "Whenever the tide is high and the wind is low, nobody of the crew sleeps at all",
	} {
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				_, _ = notation.Understand(m, text, notation.Scope{})
			}
		})
	}
}
