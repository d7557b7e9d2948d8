package store_test

import (
	"context"
	"fmt"
	"net/url"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/jmoiron/sqlx"
	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/store"
	"lexeon/store/storetest"
)

// limited gives the address of a database for a role that may have so many connections.
func limited(t *testing.T, most int) string {
	t.Helper()
	address := storetest.URL(t)
	admin, err := sqlx.Open("pgx", address)
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, admin.Close()) })
	u, err := url.Parse(address)
	require.NoError(t, err)
	role := "few_" + strings.TrimPrefix(u.Path, "/test_")
	admin.MustExec(fmt.Sprintf("CREATE ROLE %s LOGIN PASSWORD 'few' CONNECTION LIMIT %d", role, most))
	admin.MustExec("GRANT ALL ON SCHEMA public TO " + role)
	t.Cleanup(func() {
		admin.MustExec("DROP OWNED BY " + role + " CASCADE")
		admin.MustExec("DROP ROLE " + role)
	})
	u.User = url.UserPassword(role, "few")
	return u.String()
}

// Requests that the database gives no connection of their own share those that there are.
func TestRequestsShareFewConnections(t *testing.T) {
	for _, most := range []int{1, 3} {
		t.Run(fmt.Sprint(most), func(t *testing.T) {
			ctx := context.Background()
			s, err := store.Open(ctx, limited(t, most), 10*time.Second)
			require.NoError(t, err)
			t.Cleanup(func() { require.NoError(t, s.Close()) })
			require.NoError(t, s.Create(ctx, "p", "", model.Empty("Quay")))
			var all sync.WaitGroup
			errs := make(chan error, 600)
			for range 60 {
				all.Go(func() {
					for range 10 {
						if _, err := s.RevisionOf(ctx, "p"); err != nil {
							errs <- err
						}
					}
				})
			}
			all.Wait()
			close(errs)
			for err := range errs {
				require.NoError(t, err)
			}
			require.LessOrEqual(t, s.Stats().OpenConnections, most)
		})
	}
}

// Where others have all connections a request waits, and is told when it waited too long.
func TestARequestWaitsForAConnection(t *testing.T) {
	address := limited(t, 1)
	s, err := store.Open(context.Background(), address, 10*time.Second)
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, s.Close()) })
	require.NoError(t, s.Create(context.Background(), "p", "", model.Empty("Quay")))
	s.LetGo()
	var other *sqlx.DB
	require.Eventually(t, func() bool { // the server takes a moment to count what was let go
		other, err = sqlx.Connect("pgx", address)
		return err == nil
	}, 10*time.Second, 20*time.Millisecond)

	short, over := context.WithTimeout(context.Background(), 200*time.Millisecond)
	defer over()
	_, err = s.RevisionOf(short, "p")
	require.ErrorIs(t, err, store.ErrUnavailable)

	long, over := context.WithTimeout(context.Background(), 20*time.Second)
	defer over()
	time.AfterFunc(300*time.Millisecond, func() { _ = other.Close() })
	_, err = s.RevisionOf(long, "p")
	require.NoError(t, err)
}
