package store_test

import (
	"errors"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/store"
)

func written(t *testing.T, s *store.Store, writer string, base int64, changes ...model.Change) error {
	t.Helper()
	_, err := s.Change(ctx, "p", store.Request{ClientID: clientID(), Author: ada, Writer: writer, Base: base, Changes: changes})
	return err
}

// Two windows of one person are two writers: what one of them wrote unseen by the
// other is a conflict, with the row and the field that both wrote.
func TestWindowsOfOnePersonAreTwoWriters(t *testing.T) {
	s := newProject(t, apiary()...)
	require.NoError(t, written(t, s, "left", 0, &model.SetName{ID: "hive", Name: "Box"}))
	err := written(t, s, "right", 0, &model.SetName{ID: "hive", Name: "Skep"})
	var c *store.Conflict
	require.True(t, errors.As(err, &c), "%v", err)
	require.Equal(t, model.ID("hive"), c.Row)
	require.Equal(t, "name", c.Field)
	require.Equal(t, "“Box”", c.Theirs)
	require.Equal(t, "“Skep”", c.Yours)
	// Its own earlier changes are none, though it has not heard of them yet.
	require.NoError(t, written(t, s, "left", 0, &model.SetName{ID: "hive", Name: "Bee box"}))
	// What the person saw before deciding is none either.
	require.NoError(t, written(t, s, "right", 2, &model.SetName{ID: "hive", Name: "Skep"}))
	// Undo goes back through what this window did, and names the change.
	_, err = s.Undo(ctx, "p", store.UndoRequest{ClientID: clientID(), Author: ada, Writer: "left"})
	var b *store.Blocked
	require.True(t, errors.As(err, &b), "%v", err)
}

// An undo can name the change that it takes back: one that was made offline is known
// by its client id only.
func TestUndoOfANamedChange(t *testing.T) {
	s := newProject(t, apiary()...)
	_, err := s.Change(ctx, "p", store.Request{ClientID: "first", Author: ada, Writer: "w", Changes: []model.Change{&model.SetName{ID: "hive", Name: "Box"}}})
	require.NoError(t, err)
	_, err = s.Change(ctx, "p", store.Request{ClientID: "second", Author: ada, Writer: "w", Base: 1, Changes: []model.Change{&model.SetName{ID: "apiary", Name: "Yard"}}})
	require.NoError(t, err)
	r, err := s.Undo(ctx, "p", store.UndoRequest{ClientID: "back", Author: ada, Writer: "w", Target: "first"})
	require.NoError(t, err)
	require.Equal(t, "Hive", r.After.Model.Element("hive").Name)
	require.Equal(t, "Yard", r.After.Model.Element("apiary").Name)
	_, err = s.Undo(ctx, "p", store.UndoRequest{ClientID: "again", Author: ada, Writer: "w", Target: "first"})
	require.ErrorContains(t, err, "nothing of yours to undo")
	r, err = s.Undo(ctx, "p", store.UndoRequest{ClientID: "forth", Author: ada, Writer: "w", Redo: true, Target: "back"})
	require.NoError(t, err)
	require.Equal(t, "Box", r.After.Model.Element("hive").Name)
}

// A queue is taken step by step: what is refused holds up nothing else, and a step
// that is sent again is done once.
func TestAQueueIsTakenStepByStep(t *testing.T) {
	s := newProject(t, apiary()...)
	step := func(id string, changes ...model.Change) store.Step {
		return store.Step{Change: &store.Request{ClientID: id, Author: ada, Writer: "w", Changes: changes}}
	}
	steps := []store.Step{
		step("q1", &model.SetName{ID: "hive", Name: "Box"}),
		step("q2", &model.SetName{ID: "nobody", Name: "Nothing"}),
		step("q3", &model.AddElement{ID: "frame", Kind: model.Class, Name: "Frame"}),
		{Undo: &store.UndoRequest{ClientID: "q4", Author: ada, Writer: "w", Target: "q3"}},
	}
	for range 2 {
		out, err := s.Run(ctx, "p", steps)
		require.NoError(t, err)
		require.Len(t, out, 4)
		require.NoError(t, out[0].Err)
		require.ErrorContains(t, out[1].Err, "there is no element")
		require.NoError(t, out[2].Err)
		require.NoError(t, out[3].Err)
	}
	log, head, err := s.LogSince(ctx, "p", 0)
	require.NoError(t, err)
	require.EqualValues(t, 3, head)
	require.Len(t, log, 3)
	require.Equal(t, "q4", log[2].ClientID)
}

// A log that was shortened still makes the rows, from its snapshot; whoever saw only
// what was before is told so.
func TestCompact(t *testing.T) {
	s := newProject(t, apiary()...)
	for i := range int64(20) {
		require.NoError(t, written(t, s, "w", i, &model.Move{ID: "ph", X: int(i) + 1}))
	}
	gone, err := s.Compact(ctx, "p", 5)
	require.NoError(t, err)
	require.EqualValues(t, 15, gone)
	again, err := s.Compact(ctx, "p", 5)
	require.NoError(t, err)
	require.Zero(t, again)
	revisions, err := s.Snapshots(ctx, "p")
	require.NoError(t, err)
	require.Equal(t, []int64{15}, revisions)
	v, err := s.Current(ctx, "p")
	require.NoError(t, err)
	replayed, err := s.Replay(ctx, "p")
	require.NoError(t, err)
	require.True(t, v.Model.Equal(replayed))
	var old *store.TooOld
	require.True(t, errors.As(written(t, s, "w", 14, &model.Move{ID: "ph", X: 100}), &old))
	require.EqualValues(t, 20, old.Head)
	_, _, err = s.LogSince(ctx, "p", 3)
	require.True(t, errors.As(err, &old))
	require.NoError(t, written(t, s, "w", 15, &model.Move{ID: "ph", X: 100}))
	for range 5 { // what is left can be undone, and then there is nothing more
		_, err = s.Undo(ctx, "p", store.UndoRequest{ClientID: clientID(), Author: ada, Writer: "w"})
		require.NoError(t, err)
	}
	_, err = s.Compact(ctx, "none", 5)
	require.ErrorContains(t, err, "no project")
}
