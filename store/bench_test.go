package store_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/store"
	"lexeon/store/storetest"
)

// One change in a large model, from the lock to the commit.
func BenchmarkStoreChange(b *testing.B) {
	s := storetest.Open(b)
	require.NoError(b, s.Create(ctx, "p", "", modeltest.Large(2000, 3000, 300)))
	_, err := s.Current(ctx, "p")
	require.NoError(b, err)
	i := 0
	for b.Loop() {
		i++
		_, err := s.Change(ctx, "p", store.Request{ClientID: clientID(), Author: ada, Base: int64(i - 1),
			Changes: []model.Change{&model.Move{ID: "pc1", X: i, Y: 1}}})
		require.NoError(b, err)
	}
}

func BenchmarkPending(b *testing.B) {
	s := storetest.Open(b)
	require.NoError(b, s.Create(ctx, "p", "", modeltest.Large(20, 30, 10)))
	for i := range 300 {
		_, err := s.Change(ctx, "p", store.Request{ClientID: clientID(), Author: ada, Base: int64(i),
			Changes: []model.Change{&model.Move{ID: "pc1", X: i + 1, Y: 1}}})
		require.NoError(b, err)
	}
	for b.Loop() {
		_, _, err := s.Pending(ctx, "p", "a")
		require.NoError(b, err)
	}
}
