package model_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// A copied process stands on the same level, with the next number, and is not
// opened.
func TestACopiedProcessGetsItsNumber(t *testing.T) {
	m := modeltest.Build(t, "process Station", "process Read stakes in Station", "process Weigh in Read stakes")
	level, read := m.Named("Station", model.Process)[0].ID, m.Named("Read stakes", model.Process)[0].ID
	m = apply(t, m, &model.AddDiagram{ID: "d", Kind: model.LevelDiagram, Name: "Station", About: level}, &model.Place{ID: "p", Diagram: "d", Subject: read})
	m = apply(t, m, model.CopyChanges(m, model.CopyRequest{From: "d", Placements: []model.ID{"p"}, To: "d", AsNew: true, DX: 200, Seed: "c"})...)
	list := m.Level(level, model.Logical)
	require.Len(t, list, 2)
	require.Equal(t, 2, list[1].Process().Ordinal)
	require.Empty(t, m.Children(list[1].ID))
}
