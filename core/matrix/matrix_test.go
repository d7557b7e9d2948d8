package matrix_test

import (
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/dictionary"
	"lexeon/core/interchange"
	"lexeon/core/matrix"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// told writes the cells of a matrix, row by row.
func told(x *matrix.Matrix) string {
	var out []string
	for _, r := range x.Rows {
		var cells []string
		for _, c := range slices.Concat(x.Classes(), x.Components) {
			if cell := x.At(r.ID, c.ID); cell != nil {
				cells = append(cells, c.Name+" "+cell.Access.String())
			}
		}
		out = append(out, r.Name+": "+strings.Join(cells, ", "))
	}
	return strings.Join(out, "\n")
}

func TestStepsMarkWhatTheyName(t *testing.T) {
	m := modeltest.Build(t, "class HoneyLot", "class JarBatch", "class Grade", "actor Clerk", "case Register lot", "case Trace lot", "case Wait",
		"steps Register lot: Clerk weighs the honey lot and registers it; System shows the grade of the honey lot; Clerk deletes the jar batch",
		"steps Trace lot: include Register lot; System looks up the jar batches", "steps Wait: Clerk waits", "component Intake", "Intake holds HoneyLot")
	x := matrix.Of(m)
	require.Equal(t, "Register lot: Grade R, HoneyLot CRU, JarBatch D, Intake CRU\nTrace lot: JarBatch R\nWait: ", told(x))
	cell := x.At(x.Rows[0].ID, m.ClassifiersNamed("JarBatch")[0].ID)
	require.Equal(t, "step 3: Clerk deletes the jar batch", cell.Sources[0].Text)
	var gaps []string
	for _, g := range x.Gaps(m) {
		gaps = append(gaps, g.Element.Name+" "+g.Missing.String())
	}
	require.Equal(t, []string{"Grade C", "JarBatch C", "Wait "}, gaps)
}

func TestFlowsWithStoresMarkWhatTheyHold(t *testing.T) {
	m := modeltest.Build(t, "class HoneyLot", "  mass: Decimal", "  moisture: Decimal", "class PriceTable", "class Lot", "class Harvest",
		"process Cooperative", "process Receive lot in Cooperative", "process Grade lot in Cooperative", "process Look on in Cooperative", "store Register", "store Prices",
		"item lot entry = @lot number + mass + moisture", "item lot number", "item mass", "item moisture", "item price", "item note = price table + price",
		`"Receive lot" writes "lot entry" to Register`, `"Grade lot" reads "lot entry" from Register`, `"Grade lot" writes "lot entry" to Register`, `"Look on" reads note from Prices`)
	x := matrix.Of(m)
	require.Equal(t, "Receive lot: HoneyLot C, Lot C\nGrade lot: HoneyLot RU, Lot RU\nLook on: PriceTable R", told(x), "by the key, by attributes, and by a term in the contents")
}

// What kinds and wholes are created with is created.
func TestGaps(t *testing.T) {
	m := modeltest.Build(t, "class Item", "class Lot", "Lot is a kind of Item", "class Frame", "class Hive", "1 Hive is made of 1..* Frame", "actor Clerk", "case Work",
		"steps Work: Clerk registers the lot; Clerk shows the item and the lot; Clerk shows the frame; Clerk registers the hive; Clerk shows the hive")
	require.Empty(t, matrix.Of(m).Gaps(m))
}

func TestTheDemo(t *testing.T) {
	data, err := os.ReadFile(filepath.Join("..", "..", "demo", "heatherfold.lexeon.json"))
	require.NoError(t, err)
	m, err := interchange.ReadFile(data)
	require.NoError(t, err)
	x := matrix.Of(m)
	text := told(x)
	for _, line := range []string{
		"Register delivery: Beekeeper C, HoneyLot CRU, Intake desk CRU", // steps, and the condition of an alternative
		"Enter lot: HoneyLot C, Intake desk C",                          // a flow into a store, by the key of what it holds
		"Trace recall: Blend R, HoneyLot R, Recipe R, Blend planner R, Intake desk R",
		"Bottle blend: Blend ·, JarBatch C, Blend planner C",
	} {
		require.Contains(t, text, line)
	}
	var gaps []string
	for _, g := range x.Gaps(m) {
		gaps = append(gaps, g.Element.Name+" "+g.Missing.String())
	}
	require.Contains(t, gaps, "Label R", "labels are printed, and nobody looks at them")
	require.NotContains(t, strings.Join(gaps, "; "), "HoneyLot")
}

// Large makes use cases that each name three classes.
func large(b testing.TB, cases, classes int) *model.Model {
	m := model.Empty("Large")
	var changes []model.Change
	for i := range classes {
		changes = append(changes, &model.AddElement{ID: model.ID(fmt.Sprintf("c%d", i)), Kind: model.Class, Name: "Record" + model.Capital(letters(i))})
	}
	for i := range cases {
		u := model.ID(fmt.Sprintf("u%d", i))
		changes = append(changes, &model.AddElement{ID: u, Kind: model.UseCase, Name: fmt.Sprintf("Work on %s", letters(i))})
		for k := range 6 {
			changes = append(changes, &model.AddPart{ID: model.ID(fmt.Sprintf("s%d-%d", i, k)), Owner: u, Kind: model.Step, Set: model.P("text", fmt.Sprintf("System registers the record %s for somebody", letters((i*7+k)%classes)))})
		}
	}
	m, _, _, err := model.Edit(m, changes)
	require.NoError(b, err)
	return m
}

func letters(n int) string { return string(rune('a'+n/26%26)) + string(rune('a'+n%26)) + "x" }

func BenchmarkMatrix200UseCases400Classes(b *testing.B) {
	m := large(b, 200, 400)
	for b.Loop() {
		matrix.Of(m)
	}
}

func TestLarge(t *testing.T) {
	x := matrix.Of(large(t, 20, 40))
	n := 0
	for _, r := range x.Rows {
		for _, c := range x.Classes() {
			if cell := x.At(r.ID, c.ID); cell != nil {
				require.Equal(t, "C", cell.Access.String())
				n++
			}
		}
	}
	require.Equal(t, 120, n)
}

func TestKeptBy(t *testing.T) {
	m := modeltest.Build(t, "entity Beekeeper", "process Cooperative", "process Receive lot in Cooperative", "process Send on in Cooperative", "store Register",
		"item delivery = mass + note", "item lot entry = @lot number + mass + moisture + colour", "item mass", "item moisture", "item colour", "item note", "item lot number",
		"class Lot", "  mass: Decimal", "  moisture: Decimal", "class Scale", "  mass: Decimal",
		`Beekeeper sends delivery to Cooperative`, `the frame sends delivery to "Receive lot"`, `"Receive lot" writes "lot entry" to Register`)
	d := dictionary.Of(m)
	tell := func(item string) string {
		k := matrix.KeptBy(m, d, item)
		var out []string
		for _, s := range k.Stores {
			out = append(out, s.Name)
		}
		for _, a := range k.Attributes {
			out = append(out, m.Element(a.Owner).Name+"."+a.Name)
		}
		return strings.Join(append(out, k.Breaks...), " | ")
	}
	require.Equal(t, "Register | Lot.mass | Scale.mass", tell("mass"), "the class of the store first")
	require.Equal(t, "It passes through and never rests in a store.", tell("note"))
	require.Equal(t, "Register | It never comes from outside, and the dictionary does not say that a process makes it. | It rests in Register, but no attribute of Lot keeps it under its name.", tell("colour"))
	require.Equal(t, "No flow carries it.", tell("wind"))
}
