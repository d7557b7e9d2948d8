package view_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
	"lexeon/core/view"
)

func TestExamplesAreMadeOfTheProjectsOwnNames(t *testing.T) {
	of := func(lines ...string) map[model.Kind]string {
		o, err := view.OverviewOf(modeltest.Build(t, lines...), "p", 1)
		require.NoError(t, err)
		return o.Examples
	}
	require.Empty(t, of())
	require.Empty(t, of("class Ferry"))
	require.Contains(t, []string{"Ferry has 0..* Pier", "Pier has 0..* Ferry"}, of("class Ferry", "class Pier")[model.ClassDiagram])
	require.Equal(t, "1 Pier serves 0..* Ferry", of("class Ferry", "class Pier", "1 Pier serves 0..* Ferry", "Ferry -- Pier")[model.ClassDiagram])
	require.Equal(t, `Skipper starts "Cast off"`, of("actor Skipper", "case Cast off")[model.UseCaseDiagram])
}

// Whatever names a project has, its examples are read.
func TestExamplesAreRead(t *testing.T) {
	for seed := range uint64(40) {
		m := modeltest.Model(seed, 200)
		o, err := view.OverviewOf(m, "p", 1)
		require.NoError(t, err)
		for diagram, text := range o.Examples {
			readings, err := notation.ReadStatement(m, text)
			require.NoError(t, err, "seed %d, %s: %s", seed, diagram, text)
			require.NotEmpty(t, readings)
		}
	}
}
