package modeltest

import (
	"fmt"

	"lexeon/core/model"
)

// Chain is a model of n classes, each a kind of the next one, with an attribute and an
// operation of its own.
func Chain(n int) *model.Model {
	id := func(prefix string, i int) model.ID { return model.ID(fmt.Sprint(prefix, i)) }
	var changes []model.Change
	for i := range n {
		changes = append(changes, &model.AddElement{ID: id("class", i), Kind: model.Class, Name: fmt.Sprint("Layer ", i)},
			&model.AddPart{ID: id("attribute", i), Kind: model.Attribute, Owner: id("class", i), Name: fmt.Sprint("depth", i)},
			&model.AddPart{ID: id("operation", i), Kind: model.Operation, Owner: id("class", i), Name: fmt.Sprint("core", i)})
	}
	for i := range n - 1 {
		changes = append(changes, &model.Connect{ID: id("is", i), Kind: model.Generalization, Source: id("class", i), Target: id("class", i+1)})
	}
	return inParts(changes)
}

// Ladder is a model of 3n+1 classes: each rung is a kind of two sides, and each of these a kind of the rung above, so
// that rung n comes to rung 0 by 2^n ways.
func Ladder(n int) *model.Model {
	id := func(prefix string, i int) model.ID { return model.ID(fmt.Sprint(prefix, i)) }
	var changes, kinds []model.Change
	add := func(prefix string, i int) model.ID {
		of := id(prefix, i)
		changes = append(changes, &model.AddElement{ID: of, Kind: model.Class, Name: fmt.Sprint(prefix, " ", i)},
			&model.AddPart{ID: of + "mark", Kind: model.Attribute, Owner: of, Name: "mark", Set: model.P("typeName", "Text")})
		return of
	}
	is := func(specific, general model.ID) {
		kinds = append(kinds, &model.Connect{ID: specific + "-" + general, Kind: model.Generalization, Source: specific, Target: general})
	}
	above := add("rung", 0)
	for i := range n {
		left, right, below := add("left", i), add("right", i), add("rung", i+1)
		is(left, above)
		is(right, above)
		is(below, left)
		is(below, right)
		above = below
	}
	return inParts(append(changes, kinds...))
}

// Bundle is a model of two classes with n associations between them, all on one diagram,
// "d".
func Bundle(n int) *model.Model {
	id := func(prefix string, i int) model.ID { return model.ID(fmt.Sprint(prefix, i)) }
	changes := []model.Change{
		&model.AddElement{ID: "a", Kind: model.Class, Name: "Quay"}, &model.AddElement{ID: "b", Kind: model.Class, Name: "Crane"},
		&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "Berths"},
		&model.Place{ID: "ata", Diagram: "d", Subject: "a"}, &model.Place{ID: "atb", Diagram: "d", Subject: "b", X: 500, Y: 300},
	}
	for i := range n {
		changes = append(changes, &model.Connect{ID: id("line", i), Kind: model.Association, Name: fmt.Sprint("serves ", i), Ends: []model.NewEnd{{ID: id("from", i), Type: "a"}, {ID: id("to", i), Type: "b"}}},
			&model.Place{ID: id("at", i), Diagram: "d", Subject: id("line", i)})
	}
	return inParts(changes)
}

// inParts makes a model by more changes than are taken at once.
func inParts(changes []model.Change) *model.Model {
	m := model.Empty("Extreme")
	for len(changes) > 0 {
		n := min(len(changes), model.MaxChanges)
		next, _, _, err := model.Edit(m, changes[:n])
		if err != nil {
			panic(err)
		}
		m, changes = next, changes[n:]
	}
	return m
}
