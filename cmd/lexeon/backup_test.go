package main

import (
	"context"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/core/modeltest"
	"lexeon/store"
	"lexeon/store/storetest"
)

func TestBackupAndRestore(t *testing.T) {
	from, to := storetest.URL(t), storetest.URL(t)
	s, err := store.Open(context.Background(), from, time.Second)
	require.NoError(t, err)
	require.NoError(t, s.Create(context.Background(), "quarry", "", modeltest.Model(3, 60)))
	require.NoError(t, s.Close())
	folder := t.TempDir()
	name := filepath.Join(folder, "all.backup")

	code, out, errs := lexeon("backup", "--database", from, name)
	require.Equal(t, exitOK, code, errs)
	require.Contains(t, out, "1 project, ")
	require.Contains(t, out, "is whole")
	info, err := os.Stat(name)
	require.NoError(t, err)
	require.Equal(t, os.FileMode(0o600), info.Mode().Perm(), "it holds secrets")
	left, err := os.ReadDir(folder)
	require.NoError(t, err)
	require.Len(t, left, 1, "nothing else is left")

	code, _, errs = lexeon("backup", "--database", from, name)
	require.Equal(t, exitUnusable, code)
	require.Contains(t, errs, "is there already")

	code, out, errs = lexeon("restore", "--database", to, name)
	require.Equal(t, exitOK, code, errs)
	require.Contains(t, out, "1 project, ")
	code, _, errs = lexeon("restore", "--database", to, name)
	require.Equal(t, exitUnusable, code)
	require.Contains(t, errs, "holds projects already")

	for _, args := range [][]string{{"backup"}, {"restore"}, {"backup", "--database", from}, {"backup", "--database", "", name}, {"restore", "--database", to, filepath.Join(folder, "none")}, {"backup", "--database", from, "a", "b"}} {
		code, _, errs = lexeon(args...)
		require.Equal(t, exitUnusable, code, args)
		require.NotEmpty(t, errs, args)
	}
}
