package golang_test

import (
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/golang"
	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

func TestComponentsOfTheDemo(t *testing.T) {
	data, err := os.ReadFile(filepath.Join("..", "..", "..", "demo", "heatherfold.lexeon.json"))
	require.NoError(t, err)
	m, err := interchange.ReadFile(data)
	require.NoError(t, err)
	out, err := golang.Components(m)
	require.NoError(t, err)
	vet(t, out)
	printer := fileOf(t, out, "labelprinter/labelprinter.go")
	require.Contains(t, printer, "func New(lotLookup heatherfoldhoneycooperative.LotLookup) *Component")
	require.Contains(t, printer, "func (c *Component) LabelOutput() heatherfoldhoneycooperative.LabelOutput {\n\treturn labelOutput{component: c}\n}")
	trace := fileOf(t, out, "traceability/traceability.go")
	require.Contains(t, trace, "c.recallDesk = recalldesk.New(c.lotIndex.LotLookup())", "what is inside is wired there, each after what it needs")
	require.Contains(t, trace, "return c.recallDesk.TraceQuery()", "and answers at the outside")
	wiring := fileOf(t, out, "wiring/wiring.go")
	require.Contains(t, wiring, "s.LabelPrinter = labelprinter.New(s.Traceability.LotLookup())")
	require.Contains(t, wiring, "func New() *System")
	again, err := golang.Components(m)
	require.NoError(t, err)
	require.Equal(t, out, again)
}

func TestComponentsThatNeedEachOther(t *testing.T) {
	m := modeltest.Build(t, "component Printer", "component Index", "component Archive", "external component Scales", "interface LotLookup", "  + find(code: Identifier): String", "interface LabelOutput", "  + print(text: String)", "interface Weight", "interface FullLookup",
		"FullLookup is a kind of LotLookup", "Printer provides LabelOutput", "Index provides LotLookup", "Archive provides FullLookup", "Scales provides Weight",
		"Printer gets LotLookup from Index", "Index gets LabelOutput from Printer", "Archive requires LotLookup", "Index requires Weight")
	out, err := golang.Components(m)
	require.NoError(t, err)
	vet(t, out)
	wiring := fileOf(t, out, "wiring/wiring.go")
	require.Contains(t, wiring, "func New(weight built.Weight) *System", "what is made elsewhere is given")
	require.Contains(t, wiring, "s.Index.SetLabelOutput(s.Printer.LabelOutput())")
	require.Contains(t, fileOf(t, out, "index/index.go"), "func (c *Component) SetLabelOutput(to ")
	require.Contains(t, fileOf(t, out, "unwritten.go"), "type UnwrittenFullLookup struct {\n\tUnwrittenLotLookup\n}")
}

// Whatever a model holds, the packages of its components compile.
func TestComponentsAlwaysCompile(t *testing.T) {
	if testing.Short() {
		t.Skip("compiles several modules")
	}
	with := 0
	for seed := range uint64(8) {
		m := modeltest.Model(seed, 320)
		out, err := golang.Components(m)
		require.NoError(t, err)
		vet(t, out)
		with += len(m.OfKind(model.Component))
	}
	require.Greater(t, with, 20)
}

func TestComponentsWithHostileNames(t *testing.T) {
	m := modeltest.Build(t, "interface I", "  + go(): String")
	var changes []model.Change
	for i, name := range []string{"../../etc", "main", "wiring", "package", "", "*/ func init() {}", "日本", "Component", "new"} {
		id := model.ID([]string{"a", "b", "c", "d", "e", "f", "g", "h", "i"}[i])
		changes = append(changes, &model.AddElement{ID: id, Kind: model.Component, Name: name}, &model.SetDefinition{ID: id, Text: "*/\nfunc init() { panic(1) }\n/*"},
			&model.Connect{ID: "p" + id, Kind: model.Provides, Source: id, Target: m.Classifiers()[0].ID}, &model.Connect{ID: "r" + id, Kind: model.Requires, Source: id, Target: m.Classifiers()[0].ID})
	}
	m, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	out, err := golang.Components(m)
	require.NoError(t, err)
	vet(t, out)
}
