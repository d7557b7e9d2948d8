package store

import (
	"math"
	"testing"

	"github.com/stretchr/testify/require"
)

func TestCachedProjectsFollowTheMemory(t *testing.T) {
	for limit, want := range map[int64]int{0: 8, 224 << 20: 9, 1 << 30: 42, 4 << 30: 170, math.MaxInt64: 256} {
		require.Equal(t, want, cachedProjects(limit), "%d bytes", limit)
	}
}

func TestSchemaVersionIsTheLastMigration(t *testing.T) {
	files, err := migrations.ReadDir("migrations")
	require.NoError(t, err)
	require.EqualValues(t, len(files), SchemaVersion(), "migrations are numbered without gaps")
}
