package store_test

import (
	"context"
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/store"
)

// Keys of a list that are renewed by somebody's change are in nobody's way: neither what
// was begun before conflicts with them, nor what is taken back afterwards; and rows, log
// and value agree.
func TestRenewedKeysAreInNobodysWay(t *testing.T) {
	names := []string{}
	setup := []model.Change{&model.AddElement{ID: "log", Kind: model.Class, Name: "Log"}}
	add := func(at int) *model.AddPart {
		name := fmt.Sprint("a", len(names))
		c := &model.AddPart{ID: model.ID(name), Owner: "log", Kind: model.Attribute, Name: name}
		if at < len(names) {
			c.Before = model.ID(names[at])
		}
		names = slices.Insert(names, at, name)
		return c
	}
	for i := range 20 {
		setup = append(setup, add(i))
	}
	s := newProject(t, setup...)
	moved := change(t, s, ada, 0, &model.MovePart{ID: "a3", Before: "a17"})
	names = slices.Insert(slices.Delete(names, 3, 4), 16, "a3")
	var seen int64
	renewed := model.ID("")
	for revision := moved.Revision; renewed == ""; {
		require.Less(t, len(names), 400)
		r := change(t, s, ben, revision, add(len(names)/2))
		for _, c := range r.Delta {
			if c.Renewed {
				seen, renewed = revision, c.ID
			}
		}
		revision = r.Revision
	}

	// Ada moves something whose key was renewed meanwhile, on what she saw.
	other := change(t, s, ada, seen, &model.MovePart{ID: renewed, Before: "a1"})
	_, err := s.Undo(ctx, "p", store.UndoRequest{ClientID: clientID(), Author: ada})
	require.NoError(t, err)
	_, err = s.Undo(ctx, "p", store.UndoRequest{ClientID: clientID(), Author: ada})
	require.NoError(t, err, "revision %d is taken back", other.Revision)
	names = slices.Insert(slices.DeleteFunc(names, func(n string) bool { return n == "a3" }), 3, "a3")
	v, err := s.Current(ctx, "p")
	require.NoError(t, err)
	got := []string{}
	for _, e := range v.Model.Children("log") {
		got = append(got, e.Name)
	}
	require.Equal(t, names, got)

	for _, again := range []func(context.Context, string) (*model.Model, error){s.Reload, s.Replay} {
		m, err := again(ctx, "p")
		require.NoError(t, err)
		require.Equal(t, string(interchange.WriteFile(v.Model)), string(interchange.WriteFile(m)))
	}
}
