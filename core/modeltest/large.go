package modeltest

import (
	"fmt"

	"lexeon/core/model"
)

// Large makes a sound model with the given number of classes (four attributes
// and an operation each) and relationships, and one diagram that shows the
// first `shown` classes and the relationships between them. A tenth of the
// relationships are generalizations, which never form a cycle.
func Large(classes, relationships, shown int) *model.Model {
	m := model.Empty("Large")
	var changes []model.Change
	flush := func() {
		next, _, _, err := model.Edit(m, changes)
		if err != nil {
			panic(err)
		}
		m, changes = next, nil
	}
	add := func(c ...model.Change) {
		if changes = append(changes, c...); len(changes) > 4000 {
			flush()
		}
	}
	id := func(prefix string, n ...int) model.ID { return model.ID(prefix + fmt.Sprint(n[0]) + suffix(n[1:])) }
	add(&model.AddDiagram{ID: "overview", Kind: model.ClassDiagram, Name: "Overview"})
	columns := 20
	for i := range classes {
		c := id("c", i)
		add(&model.AddElement{ID: c, Kind: model.Class, Name: fmt.Sprintf("Recorded Thing %d", i)})
		for j, t := range []string{"Identifier", "String", "Decimal", "Date"} {
			add(&model.AddPart{ID: id("a", i, j), Owner: c, Kind: model.Attribute, Name: fmt.Sprintf("detail%d", j),
				Set: model.P("typeName", t, "visibility", "private", "identifier", j == 0)})
		}
		add(&model.AddPart{ID: id("o", i), Owner: c, Kind: model.Operation, Name: "revise", Set: model.P("visibility", "public")},
			&model.AddPart{ID: id("q", i), Owner: id("o", i), Kind: model.Parameter, Name: "on", Set: model.P("typeName", "Date")})
		if i < shown {
			add(&model.Place{ID: id("pc", i), Diagram: "overview", Subject: c, X: i % columns * 260, Y: i / columns * 220})
		}
	}
	for i := range relationships {
		a, b := i%classes, (i*7+i/classes+1)%classes
		if i%3 == 0 {
			b = (a + 1 + i/classes) % classes // neighbours, so that lines are drawn
		}
		r := id("r", i)
		if i%10 == 9 && a != b {
			add(&model.Connect{ID: r, Kind: model.Generalization, Source: id("c", max(a, b)), Target: id("c", min(a, b))})
		} else {
			add(&model.Connect{ID: r, Kind: model.Association, Name: fmt.Sprintf("refers to %d", i), Ends: []model.NewEnd{
				{ID: id("e", i, 0), Type: id("c", a), Role: roleFor(a, b, "first", i), Set: model.P("multiplicity", "1")},
				{ID: id("e", i, 1), Type: id("c", b), Role: roleFor(a, b, "second", i), Set: model.P("multiplicity", "0..*")},
			}})
		}
		if a < shown && b < shown {
			add(&model.Place{ID: id("pr", i), Diagram: "overview", Subject: r})
		}
	}
	flush()
	return m
}

func suffix(n []int) string {
	s := ""
	for _, v := range n {
		s += "x" + fmt.Sprint(v)
	}
	return s
}

func roleFor(a, b int, role string, i int) string {
	if a != b {
		return ""
	}
	return fmt.Sprint(role, i)
}
