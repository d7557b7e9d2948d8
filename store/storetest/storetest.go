// Package storetest gives each test an empty database of its own on a real
// PostgreSQL server: the one that LEXEON_TEST_DATABASE_URL names, or else one
// that scripts/postgres.sh starts for the project.
package storetest

import (
	"context"
	"crypto/rand"
	"encoding/hex"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/jmoiron/sqlx"
	"github.com/stretchr/testify/require"

	"lexeon/store"
)

// Root is the folder of the repository.
func Root() string {
	_, file, _, _ := runtime.Caller(0)
	return filepath.Dir(filepath.Dir(filepath.Dir(file)))
}

var server = sync.OnceValues(func() (string, error) {
	if u := os.Getenv("LEXEON_TEST_DATABASE_URL"); u != "" {
		return u, nil
	}
	cmd := exec.Command(filepath.Join(Root(), "scripts/postgres.sh"), "start", filepath.Join(Root(), ".run/test-postgres"), "54990")
	cmd.Stderr = os.Stderr
	out, err := cmd.Output()
	return strings.TrimSpace(string(out)), err
})

// URL makes an empty database and returns its address. It is dropped after the
// test.
func URL(t testing.TB) string {
	t.Helper()
	base, err := server()
	require.NoError(t, err, "the test database server cannot be started")
	random := make([]byte, 8)
	_, err = rand.Read(random)
	require.NoError(t, err)
	name := "test_" + hex.EncodeToString(random)
	admin, err := sqlx.Open("pgx", base)
	require.NoError(t, err)
	_, err = admin.Exec("CREATE DATABASE " + name)
	require.NoError(t, err)
	t.Cleanup(func() {
		_, err := admin.Exec("DROP DATABASE IF EXISTS " + name + " WITH (FORCE)")
		require.NoError(t, err)
		require.NoError(t, admin.Close())
	})
	u, err := url.Parse(base)
	require.NoError(t, err)
	u.Path = "/" + name
	return u.String()
}

// Open opens a store on an empty database.
func Open(t testing.TB) *store.Store {
	t.Helper()
	s, err := store.Open(context.Background(), URL(t), 10*time.Second)
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, s.Close()) })
	return s
}
