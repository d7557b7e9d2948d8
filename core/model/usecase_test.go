package model_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// What stands on use case diagrams is connected only as the standard says.
func TestLinesOfUseCases(t *testing.T) {
	m := modeltest.Build(t, "actor Beekeeper", "actor Member", "case Register", "case Identify", "subject Desk", "class Hive", "point Register: labels")
	id := func(name string) model.ID {
		return m.Named(name, model.Actor, model.UseCase, model.Subject, model.Class)[0].ID
	}
	point := m.Children(id("Register"), model.ExtensionPoint)[0].ID
	for _, c := range []struct {
		words string
		line  model.Connect
	}{
		{"a participation begins at an actor", model.Connect{Kind: model.Participation, Source: id("Register"), Target: id("Identify")}},
		{"a participation leads to a use case", model.Connect{Kind: model.Participation, Source: id("Beekeeper"), Target: id("Member")}},
		{"an include leads to a use case", model.Connect{Kind: model.Include, Source: id("Register"), Target: id("Hive")}},
		{"an extend begins at a use case", model.Connect{Kind: model.Extend, Source: id("Beekeeper"), Target: id("Register")}},
		{"leads to a system boundary", model.Connect{Kind: model.Within, Source: id("Register"), Target: id("Identify")}},
		{"cannot be a kind of", model.Connect{Kind: model.Generalization, Source: id("Beekeeper"), Target: id("Register")}},
		{"cannot be a kind of", model.Connect{Kind: model.Generalization, Source: id("Hive"), Target: id("Register")}},
	} {
		c.line.ID = "line"
		refused(t, m, c.words, &c.line)
	}
	refused(t, m, "has no such extension point", &model.Connect{ID: "e", Kind: model.Extend, Source: id("Register"), Target: id("Identify")}, &model.SetRelationship{ID: "e", Set: model.P("points", []model.ID{point})})
	within := func(line model.ID) *model.Connect {
		return &model.Connect{ID: line, Kind: model.Within, Source: id("Register"), Target: id("Desk")}
	}
	refused(t, m, "already", within("w1"), within("w2"))
	refused(t, m, "not one of", &model.SetElement{ID: id("Register"), Set: model.P("level", "huge")})
	m = apply(t, m, &model.Connect{ID: "e", Kind: model.Extend, Source: id("Identify"), Target: id("Register")}, &model.SetRelationship{ID: "e", Set: model.P("points", []model.ID{point}, "condition", "late")})
	m = apply(t, m, &model.Delete{ID: point})
	require.Empty(t, m.Relationship("e").Extend().Points, "the extend stays without its point")
	require.Equal(t, "late", m.Relationship("e").Extend().Condition)
}

func TestStepsBelongToTheirUseCase(t *testing.T) {
	m := modeltest.Build(t, "case Register", "case Identify", "steps Register: a; b; 1a no; ends with failure", "steps Identify: c")
	register, identify := m.Named("Register", model.UseCase)[0].ID, m.Named("Identify", model.UseCase)[0].ID
	alternative := m.Children(register, model.Alternative)[0].ID
	foreign := m.Children(identify, model.Step)[0].ID
	refused(t, m, "refers to a step of another use case", &model.SetPart{ID: alternative, Set: model.P("from", foreign)})
	refused(t, m, "has no last step", &model.SetPart{ID: alternative, Set: model.P("from", "", "to", m.Children(register, model.Step)[0].ID)})
	refused(t, m, "includes a use case, and nothing else", &model.SetPart{ID: foreign, Set: model.P("includes", foreign)})
	refused(t, m, "not one of", &model.SetPart{ID: alternative, Set: model.P("ends", "somehow")})
	require.Equal(t, "step c", m.Describe(foreign))
	gone := apply(t, m, &model.Delete{ID: register})
	require.Nil(t, gone.Element(alternative))
}
