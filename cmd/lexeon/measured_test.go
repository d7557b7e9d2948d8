package main

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/store"
	"lexeon/store/storetest"
)

// measured gives a database with projects, for a test that measures; `make bench` runs those,
// and nothing else does.
func measured(t *testing.T, projects func() map[string]*model.Model) string {
	t.Helper()
	if !*figures {
		t.Skip("make bench measures")
	}
	ctx := context.Background()
	database := storetest.URL(t)
	s, err := store.Open(ctx, database, 10*time.Second)
	require.NoError(t, err)
	for id, m := range projects() {
		require.NoError(t, s.Create(ctx, id, "", m))
	}
	require.NoError(t, s.Close())
	return database
}
