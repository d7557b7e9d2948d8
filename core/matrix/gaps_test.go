package matrix_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/matrix"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// gapOf finds by a walk of its own what is missing in the life of a class: what is done
// with it, its kinds and its wholes, however these hang together.
func gapOf(m *model.Model, x *matrix.Matrix, class model.ID) matrix.Access {
	var done matrix.Access
	seen := map[model.ID]bool{}
	var walk func(id model.ID)
	walk = func(id model.ID) {
		if seen[id] {
			return
		}
		seen[id] = true
		for _, row := range x.Touching(id) {
			done |= x.At(row, id).Access
		}
		for _, g := range m.Specifics(id) {
			walk(g.Source)
		}
		for _, r := range m.RelationshipsOf(id) {
			if r.Association().Aggregation != model.Composite {
				continue
			}
			for _, e := range m.Ends(r.ID) {
				if e.ID == r.Association().Whole && e.Type != id {
					walk(e.Type)
				}
			}
		}
	}
	walk(class)
	return (matrix.Create | matrix.Read) &^ done
}

func TestGapsAreThoseOfAWalk(t *testing.T) {
	told := 0
	for _, m := range []*model.Model{modeltest.Mixed(600, true), modeltest.Mixed(600, false), modeltest.Mixed(1500, false), large(t, 20, 40)} {
		x := matrix.Of(m)
		gaps := map[model.ID]matrix.Access{}
		for _, g := range x.Gaps(m) {
			gaps[g.Element.ID] = g.Missing
		}
		for _, c := range x.Classes() {
			want := gapOf(m, x, c.ID)
			if len(x.Touching(c.ID)) == 0 {
				want = 0 // nothing is said of it
			}
			require.Equal(t, want, gaps[c.ID], c.Name)
			if want != 0 {
				told++
			}
		}
	}
	require.Greater(t, told, 20)
}
