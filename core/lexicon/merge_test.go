package lexicon_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/lexicon"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// Of two stores that are one, one is drawn, with the flows of both.
func TestMergingDrawsOne(t *testing.T) {
	m := modeltest.Build(t, "process Office", "process Quay", "store Berth file", "store Mooring file", "entity Pilot",
		`Office writes berth to "Berth file"`, `Quay reads mooring from "Mooring file"`, `Office writes berth to "Mooring file"`, `Pilot sends "mooring plan" to Office`,
		"activity Clerk | note it | mooring plan from Pilot | berth to [Mooring file] | yes")
	m = modeltest.Edit(t, m, []model.Change{
		&model.AddDiagram{ID: "d", Kind: model.ContextDiagram, Name: "D"},
		&model.Place{ID: "p1", Diagram: "d", Subject: m.Named("Mooring file", model.Store)[0].ID, X: 40, Y: 60},
		&model.Place{ID: "p2", Diagram: "d", Subject: m.Named("Quay", model.Process)[0].ID, X: 400},
	})
	for _, f := range m.Relationships(model.DataFlow) {
		if f.Name == "mooring" {
			m = modeltest.Edit(t, m, []model.Change{&model.Place{ID: "p3", Diagram: "d", Subject: f.ID}})
		}
	}
	berth, mooring := m.TermsNamed("Berth file")[0].ID, m.TermsNamed("Mooring file")[0].ID
	changes, err := lexicon.MergeChanges(m, mooring, berth)
	require.NoError(t, err)
	next := modeltest.Edit(t, m, changes)
	require.Empty(t, next.Named("Mooring file", model.Store))
	stays := next.Named("Berth file", model.Store)[0]
	require.Len(t, next.Flows(stays.ID), 2, "what both had is there once")
	at := next.PlacementOn("d", stays.ID)
	require.Equal(t, []int{40, 60}, []int{at.X, at.Y}, "it stands where the other one stood")
	shown := 0
	for _, f := range next.Flows(stays.ID) {
		if next.PlacementOn("d", f.ID) != nil {
			shown++
		}
	}
	require.Equal(t, 1, shown)
	require.Equal(t, berth, next.TermsNamed("Mooring file")[0].ID, "the old word is an alias")
	require.Equal(t, "Berth file", next.OfKind(model.Activity)[0].Activity().Outputs[0].With)
	_, err = lexicon.MergeChanges(m, berth, berth)
	require.Error(t, err)
}

// Names of data that are no terms are told, and can be made terms.
func TestLooseNames(t *testing.T) {
	m := modeltest.Build(t, "process Office", "entity Pilot", "item berth elementary", `Pilot sends "mooring plan" to Office`, `Office sends berth to Pilot`,
		"activity Clerk | note it | mooring plan from Pilot |  | yes")
	require.Equal(t, []lexicon.Loose{{Name: "mooring plan", Count: 2}, {Name: "Clerk", Count: 1}}, lexicon.LooseNames(m))
	m = modeltest.Edit(t, m, []model.Change{&model.AddTerm{ID: "t", Name: "mooring plan"}})
	changes, err := lexicon.RenameChanges(m, "t", "berth request", nil)
	require.NoError(t, err)
	next := modeltest.Edit(t, m, changes)
	require.Len(t, next.FlowsNear("berth request"), 1)
	require.Equal(t, "berth request", next.OfKind(model.Activity)[0].Activity().Inputs[0].Data)
	require.Equal(t, []string{"mooring plan"}, next.Term("t").Aliases)
}
