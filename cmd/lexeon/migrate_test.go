package main

import (
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/model"
)

func TestMigrateCommand(t *testing.T) {
	m, err := readModel(demo())
	require.NoError(t, err)
	m, _, _, err = model.Edit(m, []model.Change{&model.SetName{ID: "hive", Name: "Bee home"}, &model.SetName{ID: "honey-lot", Name: "Lot"}})
	require.NoError(t, err)
	changed := filepath.Join(t.TempDir(), "changed.json")
	require.NoError(t, os.WriteFile(changed, interchange.WriteFile(m), 0o644))
	for _, c := range []struct {
		args []string
		says []string
	}{
		{[]string{demo(), demo()}, []string{"Nothing changes."}},
		{[]string{"--option", "of=all", demo(), demo()}, []string{"Nothing changes."}},
		{[]string{"--target", "sql-sqlite", "--option", "of=all", demo(), changed}, []string{"insert into ", "pragma foreign_keys = on;"}},
	} {
		code, out, errs := lexeon(append([]string{"migrate"}, c.args...)...)
		require.Equal(t, exitOK, code, errs)
		for _, s := range c.says {
			require.Contains(t, out, s)
		}
	}
	// What is renamed is renamed, and no row is lost.
	code, out, errs := lexeon("migrate", "--option", "of=all", demo(), changed)
	require.Equal(t, exitOK, code, errs)
	require.Contains(t, out, "rename to ")
	require.NotContains(t, out, "DESTRUCTIVE")
	for _, bad := range [][]string{{demo()}, {"--target", "go", demo(), demo()}, {"--target", "sql-cobol", demo(), demo()}, {"--option", "keys=magic", demo(), demo()}, {demo(), changed + "x"}} {
		code, _, errs := lexeon(append([]string{"migrate"}, bad...)...)
		require.Equal(t, exitUnusable, code)
		require.NotEmpty(t, errs)
	}
}
