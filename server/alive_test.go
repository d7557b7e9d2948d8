package server_test

import (
	"context"
	"net/http"
	"net/http/httptest"
	"testing"
	"time"

	"github.com/jmoiron/sqlx"
	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/server"
	"lexeon/store"
	"lexeon/store/storetest"
)

// serverOn starts a server on a database of its own, and opens that beside it.
func serverOn(t *testing.T, opts server.Options) (*client, *sqlx.DB) {
	t.Helper()
	c, _, db := serverAt(t, opts)
	return c, db
}

func serverAt(t *testing.T, opts server.Options) (*client, *server.Server, *sqlx.DB) {
	t.Helper()
	url := storetest.URL(t)
	s, err := store.Open(context.Background(), url, time.Second)
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, s.Close()) })
	require.NoError(t, s.Create(context.Background(), "p", "", model.Empty("Quarry")))
	srv, err := server.New(s, opts)
	require.NoError(t, err)
	h := httptest.NewServer(srv.Handler())
	t.Cleanup(h.Close)
	db, err := sqlx.Open("pgx", url)
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, db.Close()) })
	return &client{t: t, url: h.URL, who: "ada"}, srv, db
}

const addBlast = `[{"type":"addElement","id":"blast","kind":"class","name":"Blast"}]`

// A database that does not move holds nobody for ever, and what was asked can be asked
// again.
func TestADatabaseThatDoesNotMove(t *testing.T) {
	c, db := serverOn(t, server.Options{Patience: 300 * time.Millisecond})
	tx := db.MustBegin()
	_, err := tx.Exec("SELECT FROM projects WHERE id = 'p' FOR UPDATE")
	require.NoError(t, err)
	status, _, problem := c.send("changes", 0, addBlast)
	require.Equal(t, http.StatusServiceUnavailable, status)
	require.Equal(t, "unavailable", problem["code"])
	require.NoError(t, tx.Rollback())
	status, r, problem := c.send("changes", 0, addBlast)
	require.Equal(t, http.StatusOK, status, "%v", problem)
	require.EqualValues(t, 1, r.Revision)
}

// Alive and ready are two things: a database that only answers takes no changes.
func TestAliveAndReady(t *testing.T) {
	c, db := serverOn(t, server.Options{AllowedHosts: []string{"model.example"}, Token: "a-long-enough-token"})
	for _, path := range []string{"/health", "/ready"} {
		status, _, body := c.do("GET", path, nil, "Host", "10.1.2.3:8380")
		require.Equal(t, http.StatusOK, status, "%s: %s", path, body)
	}
	_, err := db.Exec("ALTER TABLE readiness RENAME TO readiness_gone")
	require.NoError(t, err)
	status, _, _ := c.do("GET", "/ready", nil)
	require.Equal(t, http.StatusServiceUnavailable, status)
	status, _, _ = c.do("GET", "/health", nil)
	require.Equal(t, http.StatusOK, status)
}

// A database that a newer program wrote is left alone.
func TestASchemaThatIsTooNew(t *testing.T) {
	url := storetest.URL(t)
	s, err := store.Open(context.Background(), url, time.Second)
	require.NoError(t, err)
	require.NoError(t, s.Close())
	db, err := sqlx.Open("pgx", url)
	require.NoError(t, err)
	defer func() { require.NoError(t, db.Close()) }()
	_, err = db.Exec("INSERT INTO goose_db_version (version_id, is_applied) VALUES (9999, true)")
	require.NoError(t, err)
	_, err = store.Open(context.Background(), url, time.Second)
	require.ErrorContains(t, err, "written by a newer program: its schema is number 9999")
}

// What travels packed is not packed again, from far away either.
func TestNothingIsPackedTwice(t *testing.T) {
	_, s := start(t, server.Options{})
	srv, err := server.New(s, server.Options{})
	require.NoError(t, err)
	for _, path := range []string{"/assets/" + firstAsset(t)} {
		w := httptest.NewRecorder()
		r := httptest.NewRequest("GET", path, nil)
		r.Host, r.RemoteAddr = "127.0.0.1", "10.1.2.3:4711"
		r.Header.Set("Accept-Encoding", "gzip, br")
		srv.Handler().ServeHTTP(w, r)
		require.Equal(t, http.StatusOK, w.Code)
		require.Equal(t, []string{"br"}, w.Header().Values("Content-Encoding"))
	}
}

func httpServer(t *testing.T, srv *server.Server) string {
	t.Helper()
	h := httptest.NewServer(srv.Handler())
	t.Cleanup(h.Close)
	return h.URL
}
