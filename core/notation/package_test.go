package notation_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

// Packages use and depend on each other; no other statement is about them.
func TestStatementsOfPackages(t *testing.T) {
	m := modeltest.Build(t, "package Intake", "package Lab work", "class Lot", "class Intake", "Lot uses Lab work", `Intake@package depends on "Lab work"`)
	var texts []string
	for _, r := range m.Relationships(model.Usage, model.Dependency) {
		text, err := notation.PrintStatement(m, r)
		require.NoError(t, err)
		texts = append(texts, text)
	}
	require.ElementsMatch(t, []string{`Lot uses "Lab work"`, `Intake@package depends on "Lab work"`}, texts)
	_, err := notation.ReadStatement(m, "Lab work is a kind of Lot")
	require.Error(t, err, "a package is a kind of nothing")
	pkg := m.Named("Lab work", model.PackageKind)[0]
	lot := m.ClassifiersNamed("Lot")[0]
	var titles []string
	for _, c := range notation.Connections(m, notation.Ref{Name: pkg.Name, Kind: pkg.Kind, ID: pkg.ID}, notation.Ref{Name: lot.Name, Kind: lot.Kind, ID: lot.ID}) {
		titles = append(titles, c.Title)
	}
	require.Equal(t, []string{"Lab work uses Lot", "Lab work depends on Lot"}, titles)
}
