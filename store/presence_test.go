package store_test

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/store"
	"lexeon/store/storetest"
)

func TestPresence(t *testing.T) {
	ctx := context.Background()
	s := storetest.Open(t)
	require.NoError(t, s.Create(ctx, "p", "", model.Empty("Here")))
	ada := store.Presence{Window: "w1", Author: "ada", Name: "Ada", Diagram: "d"}
	ben := store.Presence{Window: "w2", Author: "ben", Name: "Ben", Subject: "hive"}
	require.NoError(t, s.SetPresence(ctx, "p", ben))
	require.NoError(t, s.SetPresence(ctx, "p", ada))
	list, err := s.Present(ctx, "p")
	require.NoError(t, err)
	require.Equal(t, []store.Presence{ada, ben}, list)
	ada.Diagram = "e"
	require.NoError(t, s.SetPresence(ctx, "p", ada))
	stranger := store.Presence{Window: "w1", Author: "carl", Name: "Carl", Diagram: "f"}
	require.NoError(t, s.SetPresence(ctx, "p", stranger), "it moves nobody else's window")
	require.NoError(t, s.Leave(ctx, "p", "carl", "w1"), "and closes none")
	require.NoError(t, s.Leave(ctx, "p", "ben", "w2"))
	list, err = s.Present(ctx, "p")
	require.NoError(t, err)
	require.Equal(t, []store.Presence{ada}, list)
	require.NoError(t, s.SetPresence(ctx, "none", ada), "nobody is in a project that is gone")
	require.NoError(t, s.Delete(ctx, "p"))
	list, err = s.Present(ctx, "p")
	require.NoError(t, err)
	require.Empty(t, list)
}

// Notices tell of changes and presence, and only where something is new.
func TestListen(t *testing.T) {
	ctx, stop := context.WithCancel(context.Background())
	s := storetest.Open(t)
	require.NoError(t, s.Create(ctx, "p", "", model.Empty("Here")))
	notices := make(chan store.Notice, 100)
	over := make(chan struct{})
	go func() { s.Listen(ctx, func(n store.Notice) { notices <- n }); close(over) }()
	t.Cleanup(func() { stop(); <-over })
	next := func() store.Notice {
		select {
		case n := <-notices:
			return n
		case <-time.After(20 * time.Second):
			require.Fail(t, "nothing was heard")
			return store.Notice{}
		}
	}
	require.Eventually(t, func() bool { // once it listens
		require.NoError(t, s.Leave(ctx, "p", "ada", "w0"))
		return len(notices) > 0
	}, 10*time.Second, 50*time.Millisecond)
	_, err := s.Change(ctx, "p", store.Request{ClientID: "a", Author: store.Author{ID: "ada"}, Changes: []model.Change{&model.AddElement{ID: "c", Kind: model.Class, Name: "C"}}})
	require.NoError(t, err)
	n := next()
	for n.Presence { // what is left of waiting above
		n = next()
	}
	require.Equal(t, store.Notice{Project: "p", Revision: 1}, n)
	revision, err := s.RevisionOf(ctx, "p")
	require.NoError(t, err)
	require.EqualValues(t, 1, revision)
	where := store.Presence{Window: "w", Author: "ada", Name: "Ada"}
	require.NoError(t, s.SetPresence(ctx, "p", where))
	require.Equal(t, store.Notice{Project: "p", Presence: true}, next())
	require.NoError(t, s.SetPresence(ctx, "p", where), "the same again is no news")
	where.Subject = "c"
	require.NoError(t, s.SetPresence(ctx, "p", where))
	require.Equal(t, store.Notice{Project: "p", Presence: true}, next())
	require.Empty(t, notices)
	_, err = s.RevisionOf(ctx, "none")
	require.Error(t, err)
}
