package server

import (
	"context"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/check"
	"lexeon/core/model"
	"lexeon/store"
	"lexeon/store/storetest"
)

// A rule that goes wrong on one project is told there, and takes nothing else down.
func TestARuleThatGoesWrong(t *testing.T) {
	all := check.All
	t.Cleanup(func() { check.All = all })
	check.All = append(all[:len(all):len(all)], &check.Analyzer{Name: "test/wrong", Severity: check.Advice,
		Scope: check.Each{Kinds: []model.Kind{model.Class}, Reach: []check.Neighbourhood{check.Self}, Run: func(_ *check.Pass, r model.Row) {
			if r.(*model.Element).Name == "Boom" {
				panic("a mistake in a rule")
			}
		}}})
	ctx := context.Background()
	s := storetest.Open(t)
	f, err := newFindings(s)
	require.NoError(t, err)
	for _, id := range []string{"good", "bad"} {
		require.NoError(t, s.Create(ctx, id, "", model.Empty(id)))
		_, err := f.of(ctx, id)
		require.NoError(t, err)
	}
	name := func(base int64, name string) {
		t.Helper()
		_, err := s.Change(ctx, "bad", store.Request{ClientID: name, Author: store.Author{ID: "a", Name: "A"}, Base: base, Changes: []model.Change{&model.AddElement{ID: model.ID(name), Kind: model.Class, Name: name}}})
		require.NoError(t, err)
	}
	name(0, "Boom")
	for range 2 { // going on from the last run, and from nothing
		_, err = f.of(ctx, "bad")
		require.ErrorContains(t, err, "a mistake in a rule")
	}
	_, err = f.of(ctx, "good")
	require.NoError(t, err)
	_, err = s.Undo(ctx, "bad", store.UndoRequest{ClientID: "back", Author: store.Author{ID: "a", Name: "A"}})
	require.NoError(t, err)
	now, err := f.of(ctx, "bad")
	require.NoError(t, err)
	require.EqualValues(t, 2, now.Revision)
}
