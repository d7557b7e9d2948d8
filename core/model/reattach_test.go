package model_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
)

func TestReattachAnAssociation(t *testing.T) {
	m := apply(t, sheet(t), &model.AddElement{ID: "bee", Kind: model.Class, Name: "Bee"}, &model.Place{ID: "pbee", Diagram: "one", Subject: "bee"})
	r := m.Relationships()[0]
	m = apply(t, m, &model.Place{ID: "qa", Diagram: "two", Subject: named(m, "Apiary").ID}, &model.Place{ID: "qb", Diagram: "two", Subject: named(m, "Hive").ID})
	m = apply(t, m, &model.Place{ID: "qline", Diagram: "two", Subject: r.ID})
	changes, off, err := m.Reattach("p"+r.ID, model.ToSide, "pbee")
	require.NoError(t, err)
	require.Equal(t, 1, off, "the second diagram does not show the new end")
	next := apply(t, m, changes...)
	end := next.Ends(r.ID)[1]
	require.Equal(t, "Bee", next.Element(end.Type).Name)
	require.Equal(t, m.Ends(r.ID)[1].End().Multiplicity, end.End().Multiplicity, "multiplicities stay with their side")
	require.Nil(t, next.Placement("qline"))
	require.NotNil(t, next.Placement("p"+r.ID))
	_, _, err = m.Reattach("p"+r.ID, model.ToSide, "")
	require.ErrorContains(t, err, "needs a shape at both ends")
	_, _, err = m.Reattach("p"+r.ID, "up", "pbee")
	require.ErrorContains(t, err, "no side of a line")
	_, _, err = m.Reattach("qgone", model.ToSide, "pbee")
	require.ErrorContains(t, err, "not on this diagram any more")
	_, _, err = m.Reattach("p"+r.ID, model.ToSide, "qa")
	require.ErrorContains(t, err, "not on this diagram any more", "a shape of another diagram")
	same, _, err := m.Reattach("p"+r.ID, model.FromSide, "p"+m.Ends(r.ID)[0].Type)
	require.NoError(t, err)
	require.Empty(t, same)
}

func TestReattachAGeneralization(t *testing.T) {
	m := modeltest.Build(t, "class Bee", "class Drone", "class Wasp", "Drone is a kind of Bee")
	m = apply(t, m, &model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "D"})
	for _, e := range m.Classifiers() {
		m = apply(t, m, &model.Place{ID: "p" + e.ID, Diagram: "d", Subject: e.ID})
	}
	r := m.Relationships()[0]
	m = apply(t, m, &model.Place{ID: "line", Diagram: "d", Subject: r.ID})
	changes, _, err := m.Reattach("line", model.FromSide, "p"+named(m, "Wasp").ID)
	require.NoError(t, err)
	m = apply(t, m, changes...)
	require.Equal(t, named(m, "Wasp").ID, m.Relationship(r.ID).Source)
}

func TestReattachAFlow(t *testing.T) {
	m := modeltest.Build(t, "process Station", "process Read stakes in Station", "process Weigh core in Station", "entity Field party", "store Season book",
		`Field party sends "stake reading" to Read stakes`)
	level := m.Named("Station", model.Process)[0].ID
	m = apply(t, m, &model.AddDiagram{ID: "d", Kind: model.LevelDiagram, Name: "Station", About: level})
	id := func(name string) model.ID { return m.Named(name, model.Process, model.Entity, model.Store)[0].ID }
	for _, name := range []string{"Read stakes", "Weigh core", "Field party", "Season book"} {
		m = apply(t, m, &model.Place{ID: "p" + id(name), Diagram: "d", Subject: id(name)})
	}
	f := m.Relationships(model.DataFlow)[0]
	m = apply(t, m, &model.Place{ID: "line", Diagram: "d", Subject: f.ID}, &model.Place{ID: "again", Diagram: "d", Subject: id("Field party"), X: 500})
	lead := func(side model.Side, to model.ID) {
		t.Helper()
		changes, _, err := m.Reattach("line", side, to)
		require.NoError(t, err)
		m = apply(t, m, changes...)
	}
	lead(model.FromSide, "again")
	require.Equal(t, model.ID("again"), m.Placement("line").From, "drawn to the other one")
	require.Equal(t, id("Field party"), m.Relationship(f.ID).Source)
	lead(model.ToSide, "p"+id("Weigh core"))
	require.Equal(t, id("Weigh core"), m.Relationship(f.ID).Target)
	require.Equal(t, model.ID("again"), m.Placement("line").From)
	lead(model.FromSide, "")
	require.Empty(t, m.Relationship(f.ID).Source, "it crosses the frame")
	require.Empty(t, m.Placement("line").From)
	lead(model.FromSide, "again")
	require.Equal(t, id("Field party"), m.Relationship(f.ID).Source)
	require.Equal(t, model.ID("again"), m.Placement("line").From)
}
