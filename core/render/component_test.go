package render_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/scene"
)

// arrangedComponents builds a model with one component diagram and arranges it.
func arrangedComponents(t *testing.T, lines ...string) (*model.Model, *scene.Scene) {
	m := modeltest.Build(t, lines...)
	id := m.Diagrams()[0].ID
	changes, err := drawer.Arrange(m, id, scene.InLayers, nil)
	require.NoError(t, err)
	m, _, _, err = model.Edit(m, changes)
	require.NoError(t, err)
	return m, drawer.Of(m, id)
}

// Every symbol and line end of component diagrams, as golden files: look at each one
// when it is made.
func TestGoldenComponents(t *testing.T) {
	for name, lines := range map[string][]string{
		"component":           {"component Label printer", "components Label printer"},
		"component-external":  {"external component Scales", "components Scales"},
		"component-subsystem": {"subsystem Traceability", "component Lot index", "component Query desk", "inside Traceability: Lot index, Query desk", `"Query desk" uses "Lot index"`, "components Traceability, Lot index, Query desk"},
		"component-ball":      {"component Traceability", "interface LotLookup", "Traceability provides LotLookup", "components Traceability, LotLookup"},
		"component-socket":    {"component Label printer", "interface LotLookup", `"Label printer" requires LotLookup`, "components Label printer, LotLookup"},
		"component-ball-in-socket": {"component Label printer", "component Traceability", "interface LotLookup", `"Label printer" requires LotLookup`, "Traceability provides LotLookup",
			"components Label printer, LotLookup, Traceability"},
		"component-assembly": {"component Label printer", "component Traceability", "interface LotLookup", `"Label printer" gets LotLookup from Traceability`, "components Label printer, Traceability"},
		"component-ports": {"component Label printer", "component Traceability", "interface LotLookup", "interface LabelOutput", `"Label printer" at lookup gets LotLookup from Traceability at query`,
			`"Label printer" at print provides LabelOutput`, "components Label printer, Traceability, LabelOutput"},
		"component-delegation": {"component Traceability", "component Lot index", "inside Traceability: Lot index", "interface LotLookup", "class LotBook", "Traceability holds LotBook",
			`Traceability at query passes LotLookup to "Lot index" at front`, "Traceability at query provides LotLookup", "components Traceability, Lot index, LotLookup, LotBook"},
		"component-parts": {"component Press", "component Pump", "interface Pressure", "part Press: left = Pump", "part Press: right = Pump", "Press::left at outlet gets Pressure from Press::right at inlet", "components of Press: Press, left, right"},
		"component-circle": {"component Label printer", "component Traceability", "component Press", "interface LotLookup", `"Label printer" gets LotLookup from Traceability`, `Traceability uses "Label printer"`, `Press uses "Label printer"`,
			"components Label printer, Traceability, Press"},
		"component-lines": {"component Label printer", "component Traceability", "class Queue", `"Label printer" uses Traceability`, `"Label printer" depends on Traceability as helper`, `Queue realizes "Label printer"`, "components Label printer, Traceability, Queue"},
	} {
		t.Run(name, func(t *testing.T) {
			_, s := arrangedComponents(t, lines...)
			golden(t, name, s)
		})
	}
}
