package model_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
)

func TestPackages(t *testing.T) {
	m := modeltest.Build(t, "package Intake", "package Scales", "class Lot", "process Station")
	intake, scales := m.Named("Intake", model.PackageKind)[0].ID, m.Named("Scales", model.PackageKind)[0].ID
	lot := named(m, "Lot").ID
	m = apply(t, m, &model.MoveInto{ID: scales, Package: intake}, &model.MoveInto{ID: lot, Package: scales})
	var path []string
	for _, p := range m.PackagePath(lot) {
		path = append(path, p.Name)
	}
	require.Equal(t, []string{"Intake", "Scales"}, path)
	refused(t, m, "cannot be in itself", &model.MoveInto{ID: intake, Package: scales})
	refused(t, m, "there is no package", &model.MoveInto{ID: lot, Package: "gone"})
	refused(t, m, "there is no element", &model.MoveInto{ID: m.OfKind(model.Process)[0].ID, Package: intake})
	m = apply(t, m, &model.Delete{ID: scales})
	require.Equal(t, intake, m.Element(lot).Owner, "what was in it goes one out")
	m = apply(t, m, &model.MoveInto{ID: lot})
	require.Empty(t, m.Element(lot).Owner)
}
