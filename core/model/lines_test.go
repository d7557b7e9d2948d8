package model_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// linesAt finds the relationships at an element by looking at all of them.
func linesAt(m *model.Model, id model.ID) []model.ID {
	var out []model.ID
	for _, r := range m.Relationships() {
		at := r.Kind != model.Trace && (r.Source == id || r.Target == id)
		for _, e := range m.Ends(r.ID) {
			at = at || e.Type == id
		}
		if at {
			out = append(out, r.ID)
		}
	}
	return out
}

func idsOfLines(list []*model.Relationship) []model.ID {
	var out []model.ID
	for _, r := range list {
		out = append(out, r.ID)
	}
	return out
}

func checkLines(t *testing.T, m *model.Model) {
	t.Helper()
	byKind := map[model.Kind][]model.ID{}
	for _, e := range m.Elements() {
		byKind[e.Kind] = append(byKind[e.Kind], e.ID)
		require.Equal(t, linesAt(m, e.ID), idsOfLines(m.RelationshipsOf(e.ID)), "lines at %s", e.ID)
		var generals, flows []model.ID
		for _, r := range m.Relationships(model.Generalization) {
			if r.Source == e.ID {
				generals = append(generals, r.ID)
			}
		}
		for _, r := range m.Relationships(model.DataFlow) {
			if r.Source == e.ID || r.Target == e.ID {
				flows = append(flows, r.ID)
			}
		}
		require.Equal(t, generals, idsOfLines(m.Generals(e.ID)), "generals of %s", e.ID)
		require.Equal(t, flows, idsOfLines(m.Flows(e.ID)), "flows at %s", e.ID)
	}
	for _, kinds := range [][]model.Kind{{model.Class}, {model.Interface, model.Class}, {model.Store}, {model.Attribute, model.Class}, model.ClassifierKinds()} {
		var want, got []model.ID
		for _, k := range kinds {
			want = append(want, byKind[k]...)
		}
		slices.SortFunc(want, func(a, b model.ID) int { return strings.Compare(string(a), string(b)) })
		for _, e := range m.Elements(kinds...) {
			got = append(got, e.ID)
		}
		require.Equal(t, want, got, "%v", kinds)
	}
}

// What is found by an index is what is found by looking at everything: in a model that was
// edited step by step, in one that was built at once, and when pieces go again.
func TestLinesAreFoundByTheirEnds(t *testing.T) {
	for _, m := range []*model.Model{modeltest.Model(21, 150), modeltest.Mixed(150, true), modeltest.Mixed(150, false)} {
		checkLines(t, m)
		var rows []model.Row
		m.Each(func(r model.Row) { rows = append(rows, r) })
		built, err := model.FromRows(rows)
		require.NoError(t, err)
		checkLines(t, built)
		for i, e := range m.Elements() {
			if i%17 != 0 || m.Element(e.ID) == nil {
				continue
			}
			if next, _, _, err := model.Edit(m, []model.Change{&model.Delete{ID: e.ID}}); err == nil {
				m = next
			}
		}
		for i, r := range m.Relationships() {
			if i%5 != 0 {
				continue
			}
			if next, _, _, err := model.Edit(m, []model.Change{&model.Reverse{ID: r.ID}}); err == nil {
				m = next
			}
		}
		checkLines(t, m)
	}
}
