package matrix_test

import (
	"maps"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/dictionary"
	"lexeon/core/matrix"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/usecase"
)

// sources are what a matrix is filled from.
type sources struct {
	reading *usecase.Reading
	d       *dictionary.Dictionary
	items   *matrix.Items
}

func sourcesOf(m *model.Model) sources {
	return sources{usecase.ReadingOf(m), dictionary.Of(m), matrix.ItemsOf(m)}
}

// carried brings a matrix on, and its sources.
func carried(t *testing.T, x *matrix.Matrix, s sources, next *model.Model, delta model.Delta) (*matrix.Matrix, sources, map[model.ID]bool) {
	t.Helper()
	reading, read := s.reading.After(next, delta)
	items, attributes := s.items.After(next, delta)
	d, same := s.d.After(next, delta)
	if !same {
		d = dictionary.Of(next)
	}
	y, changed := x.After(next, delta, matrix.Sources{Reading: reading, Read: read, Dictionary: d, Otherwise: !same, Items: items, Attributes: attributes})
	return y, sources{reading, d, items}, changed
}

// cells tells all cells with where they come from, and what is missing.
func cells(m *model.Model, x *matrix.Matrix) []string {
	var out []string
	for _, r := range x.Rows {
		for _, c := range x.Touched(r.ID) {
			cell := x.At(r.ID, c)
			line := r.Name + " " + m.Element(c).Name + " " + cell.Access.String()
			for _, s := range cell.Sources {
				line += " | " + s.Text
			}
			out = append(out, line)
		}
	}
	for _, g := range x.Gaps(m) {
		out = append(out, g.Element.Name+" lacks "+g.Missing.String())
	}
	for _, s := range m.OfKind(model.Store) {
		classes, told := x.StoreClasses(s.ID)
		if told {
			out = append(out, s.Name+" is of")
		}
		for _, c := range classes {
			out = append(out, "  "+m.Element(c).Name)
		}
	}
	return out
}

// Property: whatever was written, a matrix that was brought on is the one that is filled anew,
// and every row of which a cell differs is told.
func TestACarriedMatrixIsTheNewOne(t *testing.T) {
	told := 0
	for seed := range uint64(25) {
		src := modeltest.NewSource(seed)
		m := model.Empty("Random")
		s := sourcesOf(m)
		x := matrix.Fill(m, s.reading.Reader, s.d, s.items)
		for step := range 160 {
			next, delta, _, err := model.Edit(m, src.Change(m))
			if err != nil {
				continue
			}
			y, t2, changed := carried(t, x, s, next, delta)
			fresh := matrix.Of(next)
			require.Equal(t, cells(next, fresh), cells(next, y), "seed %d, step %d", seed, step)
			for _, r := range fresh.Rows {
				if !slices.Equal(x.Touched(r.ID), y.Touched(r.ID)) {
					require.True(t, changed[r.ID], r.Name)
					told++
				}
			}
			m, x, s = next, y, t2
		}
	}
	require.Positive(t, told)
}

// The same for models in which steps and stores name most of the classes.
func TestACarriedMatrixOfAMixedModel(t *testing.T) {
	m := modeltest.Mixed(300, true)
	s := sourcesOf(m)
	x := matrix.Fill(m, s.reading.Reader, s.d, s.items)
	for i := range 8 {
		edits := modeltest.Edits(i)
		for _, sort := range slices.Sorted(maps.Keys(edits)) {
			next, delta, _, err := model.Edit(m, edits[sort])
			if err != nil {
				continue
			}
			x, s, _ = carried(t, x, s, next, delta)
			m = next
			require.Equal(t, cells(m, matrix.Of(m)), cells(m, x), "%s %d", sort, i)
		}
	}
}
