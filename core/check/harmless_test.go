package check_test

import (
	"fmt"
	"maps"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/check"
	"lexeon/core/dataflow"
	"lexeon/core/model"
	"lexeon/core/usecase"
)

// harmless are changes after which a sound model is as sound as before.
var harmless = []operator{
	{name: "a definition", plant: func(x *planting) {
		x.elements(model.Class, func(c *model.Element) {
			x.mutant(&model.SetDefinition{ID: c.ID, Text: "What is meant by " + c.Name + " here."})
		})
	}},
	{name: "an attribute", plant: func(x *planting) {
		x.elements(model.Class, func(c *model.Element) {
			x.mutant(&model.AddPart{ID: x.id(""), Owner: c.ID, Kind: model.Attribute, Name: "annotation", Set: model.P("typeName", "String", "visibility", "private")})
		})
	}},
	{name: "an operation", plant: func(x *planting) {
		x.elements(model.Class, func(c *model.Element) {
			x.mutant(&model.AddPart{ID: x.id("o"), Owner: c.ID, Kind: model.Operation, Name: "annotate", Set: model.P("visibility", "public")},
				&model.AddPart{ID: x.id("p"), Owner: x.id("o"), Kind: model.Parameter, Name: "wording", Set: model.P("typeName", "String")})
		})
	}},
	{name: "a wider bound", plant: func(x *planting) {
		x.ends(func(_ *model.Relationship, e, _ *model.Element) {
			if e.End().Multiplicity.String() == "1..*" {
				x.mutant(setEnd(e.ID, "multiplicity", "0..*"))
			}
		})
	}},
	{name: "a role", plant: func(x *planting) {
		x.ends(func(r *model.Relationship, e, o *model.Element) {
			if e.Name == "" && o.Name == "" && e.Type != o.Type {
				x.mutant(named(e.ID, "concerned"))
			}
		})
	}},
	{name: "a class with its place", plant: func(x *planting) {
		x.elements(model.Class, func(c *model.Element) {
			x.mutant(&model.AddElement{ID: x.id("c"), Kind: model.Class, Name: "Annotation"}, &model.AddPart{ID: x.id("a"), Owner: x.id("c"), Kind: model.Attribute, Name: "wording", Set: model.P("typeName", "String", "visibility", "private")},
				&model.Connect{ID: x.id("r"), Kind: model.Association, Name: "comments on", Ends: []model.NewEnd{{ID: x.id("x"), Type: x.id("c"), Set: model.P("multiplicity", "0..*")}, {ID: x.id("y"), Type: c.ID, Set: model.P("multiplicity", "1")}}})
		})
	}},
	{name: "another literal", plant: func(x *planting) {
		x.elements(model.Enumeration, func(e *model.Element) {
			x.mutant(&model.AddPart{ID: x.id(""), Owner: e.ID, Kind: model.Literal, Name: "unknown", Set: model.P("value", "99")})
		})
	}},
	{name: "a note", plant: func(x *planting) {
		x.elements(model.Class, func(c *model.Element) {
			x.mutant(&model.AddElement{ID: x.id("n"), Kind: model.Note, Set: model.P("body", "To be talked about.")}, &model.Connect{ID: x.id("a"), Kind: model.Anchor, Source: x.id("n"), Target: c.ID})
		})
	}},
	{name: "an alias", plant: func(x *planting) {
		for i, id := range x.m.IDs(model.TableTerms) {
			x.mutant(&model.SetTerm{ID: id, Set: model.P("aliases", []string{fmt.Sprint("byname ", i)})})
		}
	}},
	{name: "a step", plant: func(x *planting) {
		x.elements(model.UseCase, func(u *model.Element) {
			if len(x.m.Children(u.ID, model.Step)) > 0 {
				x.mutant(&model.AddPart{ID: x.id(""), Owner: u.ID, Kind: model.Step, Set: model.P("text", "System says that all is done")})
			}
		})
	}},
	{name: "an alternative", plant: func(x *planting) {
		x.elements(model.UseCase, func(u *model.Element) {
			if steps := x.m.Children(u.ID, model.Step); len(steps) > 0 {
				x.mutant(&model.AddPart{ID: x.id(""), Owner: u.ID, Kind: model.Alternative, Name: "It takes too long", Set: model.P("from", steps[0].ID, "ends", "failure")})
			}
		})
	}},
	{name: "another who takes part", plant: func(x *planting) {
		x.elements(model.UseCase, func(u *model.Element) {
			for _, a := range x.m.OfKind(model.Actor) {
				if !slices.ContainsFunc(usecase.Participants(x.m, u.ID), func(r *model.Relationship) bool { return r.Source == a.ID }) && len(usecase.Participants(x.m, u.ID)) > 0 && len(usecase.Generals(x.m, a.ID)) == 0 {
					x.mutant(x.line(model.Participation, a.ID, u.ID))
					return
				}
			}
		})
	}},
	{name: "an optional part of data", plant: func(x *planting) {
		for _, e := range x.m.OfKind(model.Entity) {
			for _, f := range x.m.Flows(e.ID) {
				from := x.m.Element(f.Source)
				if from == nil || from.Kind != model.Entity {
					continue
				}
				for _, i := range x.m.ByTerm(f.Name, model.DataItem) {
					if i.DataItem().Contents != "" {
						x.mutant(setThing(i.ID, "contents", i.DataItem().Contents+" + (greeting)"), &model.AddElement{ID: x.id(""), Kind: model.DataItem, Name: "greeting", Set: model.P("source", "elementary")})
					}
				}
			}
		}
	}},
	{name: "a question and its answer", plant: func(x *planting) {
		for _, p := range x.m.OfKind(model.Process) {
			if !x.lowest(p) || x.m.Element(p.Owner).Owner != "" || p.Process().View != model.Logical || x.m.Count(model.Entity) == 0 {
				continue
			}
			var e *model.Element
			for _, f := range x.m.Flows(p.ID) {
				if from := x.m.Element(f.Source); from != nil && from.Kind == model.Entity {
					e = from
				}
			}
			if e == nil {
				continue
			}
			item := func(id, name string, source any) model.Change {
				return &model.AddElement{ID: x.id(id), Kind: model.DataItem, Name: name, Set: model.P("source", source)}
			}
			link := func(id, name string, from, to model.ID) model.Change {
				return &model.Connect{ID: x.id(id), Kind: model.DataFlow, Name: name, Source: from, Target: to}
			}
			x.mutant(item("i", "further inquiry", "elementary"), item("j", "further answer", "created"),
				link("a", "further inquiry", e.ID, p.ID), link("b", "further answer", p.ID, e.ID), link("c", "further inquiry", e.ID, p.Owner), link("d", "further answer", p.Owner, e.ID),
				setThing(p.ID, "specification", strings.TrimSpace(p.Process().Specification+"\nmake a further answer of the further inquiry")))
		}
	}},
	{name: "another process named by what it does", plant: func(x *planting) {
		for _, p := range x.m.OfKind(model.Process) {
			if words := model.Words(p.Name); x.lowest(p) && len(words) > 1 && dataflow.Number(x.m, p.ID) != "" && p.Process().View == model.Logical {
				x.mutant(named(p.ID, "Examine "+strings.Join(words[1:], " ")))
			}
		}
	}},
	{name: "a use case by itself", plant: func(x *planting) {
		for _, a := range x.m.OfKind(model.Actor) {
			if a.Actor().Abstract {
				continue
			}
			c := []model.Change{&model.AddElement{ID: x.id("u"), Kind: model.UseCase, Name: "Look around"}, &model.Connect{ID: x.id("p"), Kind: model.Participation, Source: a.ID, Target: x.id("u")},
				&model.AddPart{ID: x.id("s"), Owner: x.id("u"), Kind: model.Step, Set: model.P("text", a.Name+" opens the first page")}, &model.AddPart{ID: x.id("t"), Owner: x.id("u"), Kind: model.Step, Set: model.P("text", "System shows what there is")}}
			if s := x.any(model.Subject); s != nil {
				c = append(c, &model.Connect{ID: x.id("w"), Kind: model.Within, Source: x.id("u"), Target: s.ID})
			}
			x.mutant(c...)
		}
	}},
	{name: "a component with its interface", plant: func(x *planting) {
		for _, c := range x.m.OfKind(model.Component) {
			x.mutant(&model.AddElement{ID: x.id("c"), Kind: model.Component, Name: "Notice board"}, &model.AddElement{ID: x.id("i"), Kind: model.Interface, Name: "NoticeTaking"}, &model.AddPart{ID: x.id("o"), Owner: x.id("i"), Kind: model.Operation, Name: "post", Set: model.P("visibility", "public")},
				&model.Connect{ID: x.id("p"), Kind: model.Provides, Source: x.id("c"), Target: x.id("i")}, &model.Connect{ID: x.id("r"), Kind: model.Requires, Source: c.ID, Target: x.id("i")})
		}
	}},
	{name: "moved on the sheet", plant: func(x *planting) {
		for _, d := range x.m.Diagrams() {
			for _, p := range x.m.PlacementsOn(d.ID) {
				if e := x.m.Element(p.Subject); e != nil && e.Kind == model.Class {
					x.mutant(&model.Move{ID: p.ID, X: p.X + 10, Y: p.Y + 10})
				}
			}
		}
	}},
}

// Nothing is an error or a warning that was none before, after changes that do no harm.
func TestHarmlessChangesAreLeftAlone(t *testing.T) {
	models := soundModels(t)
	models["heatherfold"] = demoMended(t)
	made, alarms := 0, 0
	for _, name := range slices.Sorted(maps.Keys(models)) {
		m := models[name]
		base := check.Run(m, check.All)
		was := map[string]bool{}
		for _, f := range base.Findings() {
			was[f.ID()] = true
		}
		for _, o := range harmless {
			for _, changes := range mutants(m, o) {
				next, delta, _, err := model.Edit(m, changes)
				require.NoError(t, err, "%s: %s", name, o.name)
				made++
				for _, f := range base.Update(next, delta).Findings() {
					if (f.Severity == check.Error || f.Severity == check.Warning) && !was[f.ID()] {
						alarms++
						t.Errorf("%s, %s: %s: %s", name, o.name, f.Rule, f.Message)
					}
				}
			}
		}
	}
	t.Logf("%d changes, %d false alarms", made, alarms)
	require.Greater(t, made, 500)
}
