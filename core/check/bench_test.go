package check_test

import (
	"fmt"
	"maps"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/brief"
	"lexeon/core/check"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// A full check of 2,000 classes and 3,000 relations: under 50 ms.
func BenchmarkFullCheck(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	b.ResetTimer()
	for b.Loop() {
		check.Run(m, check.All)
	}
}

func BenchmarkCheckAfterAChange(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	state := check.Run(m, check.All)
	next, delta, _, err := model.Edit(m, []model.Change{&model.SetName{ID: "c7", Name: "Renamed"}})
	if err != nil {
		b.Fatal(err)
	}
	for b.Loop() {
		state.Update(next, delta)
	}
}

func BenchmarkEdit(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	for b.Loop() {
		if _, _, _, err := model.Edit(m, []model.Change{&model.SetName{ID: "c7", Name: "Renamed"}}); err != nil {
			b.Fatal(err)
		}
	}
}

// A full check of 200 described use cases and 80 actors.
func BenchmarkCheck200UseCases(b *testing.B) {
	lines := []string{}
	for i := range 80 {
		lines = append(lines, fmt.Sprintf("actor Keeper %d", i))
	}
	for i := range 200 {
		lines = append(lines, fmt.Sprintf("case Look after matter %d", i), fmt.Sprintf(`"Keeper %d" starts "Look after matter %d"`, i%80, i),
			fmt.Sprintf("steps Look after matter %d: Keeper %d asks; System answers; Keeper %d goes; 2a nothing is known; ends with failure", i, i%80, i%80))
		if i > 0 {
			lines = append(lines, fmt.Sprintf(`"Look after matter %d" includes "Look after matter %d"`, i, i-1))
		}
	}
	m := modeltest.Build(b, lines...)
	b.ResetTimer()
	for b.Loop() {
		check.Run(m, check.All)
	}
}

// A brief of 20,000 words beside 2,000 classes: the first check, and one after a
// change, when the sentences were read already.
func BenchmarkCheckLongBrief(b *testing.B) {
	files, err := filepath.Glob("../brief/reading/testdata/*.txt")
	require.NoError(b, err)
	require.NotEmpty(b, files)
	m := modeltest.Large(2000, 3000, 300)
	for n, words := 0, 0; words < 20_000; n++ {
		data, err := os.ReadFile(files[n%len(files)])
		require.NoError(b, err)
		text, _, _ := strings.Cut(string(data), "\n---\n")
		words += len(strings.Fields(text))
		section := model.ID(fmt.Sprintf("section%d", n))
		m = edited(b, m, &model.AddElement{ID: section, Kind: model.Section, Name: "Part"})
		changes, err := brief.EditChanges(m, section, strings.ReplaceAll(text, ".", fmt.Sprintf(" %d.", n)), "x")
		require.NoError(b, err)
		m = edited(b, m, changes...)
	}
	b.Run("first", func(b *testing.B) {
		for b.Loop() {
			check.Run(m, check.All)
		}
	})
	state := check.Run(m, check.All)
	next, delta, _, err := model.Edit(m, []model.Change{&model.SetName{ID: "c7", Name: "Renamed"}})
	require.NoError(b, err)
	b.Run("after a change", func(b *testing.B) {
		for b.Loop() {
			state.Update(next, delta)
		}
	})
}

func edited(t testing.TB, m *model.Model, changes ...model.Change) *model.Model {
	next, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	return next
}

// A full check of 150 components nested four deep.
func BenchmarkCheckNestedComponents(b *testing.B) {
	m := modeltest.Nested(150)
	b.ResetTimer()
	for b.Loop() {
		check.Run(m, check.All)
	}
}

// After one change to an attribute of a model whose 200 use cases work with 400
// classes: the matrix between them is filled anew.
func BenchmarkMatrixRulesAfterAChange(b *testing.B) {
	var changes []model.Change
	name := func(i int) string { return string(rune('a'+i/26%26)) + string(rune('a'+i%26)) + "x" }
	for i := range 400 {
		c := model.ID(fmt.Sprintf("c%d", i))
		changes = append(changes, &model.AddElement{ID: c, Kind: model.Class, Name: "Record" + model.Capital(name(i))},
			&model.AddPart{ID: "a" + c, Owner: c, Kind: model.Attribute, Name: "content"})
	}
	for i := range 200 {
		u := model.ID(fmt.Sprintf("u%d", i))
		changes = append(changes, &model.AddElement{ID: u, Kind: model.UseCase, Name: "Work on " + name(i)})
		for k := range 6 {
			changes = append(changes, &model.AddPart{ID: model.ID(fmt.Sprintf("s%d-%d", i, k)), Owner: u, Kind: model.Step, Set: model.P("text", "System registers the record "+name((i*7+k)%400)+" for somebody")})
		}
	}
	m, _, _, err := model.Edit(model.Empty("Mixed"), changes)
	require.NoError(b, err)
	state := check.Run(m, check.All)
	next, delta, _, err := model.Edit(m, []model.Change{&model.SetPart{ID: "ac7", Set: model.P("name", "note")}})
	require.NoError(b, err)
	for b.Loop() {
		state.Update(next, delta)
	}
}

// BenchmarkMixed checks models of 10,000 elements of all kinds, all at once and after one
// change of each sort.
func BenchmarkMixed(b *testing.B) {
	for _, sound := range []bool{true, false} {
		m := modeltest.Mixed(10_000, sound)
		state := check.Run(m, check.All)
		b.Run(fmt.Sprintf("sound=%v/all", sound), func(b *testing.B) {
			for b.Loop() {
				check.Run(m, check.All)
			}
			b.ReportMetric(float64(len(state.Findings())), "findings")
		})
		for _, sort := range slices.Sorted(maps.Keys(modeltest.Edits(0))) {
			b.Run(fmt.Sprintf("sound=%v/%s", sound, sort), func(b *testing.B) {
				for i := 0; b.Loop(); i++ {
					b.StopTimer()
					next, delta, _, err := model.Edit(m, modeltest.Edits(3 + i%40)[sort])
					require.NoError(b, err)
					b.StartTimer()
					state.Update(next, delta)
				}
			})
		}
	}
}
