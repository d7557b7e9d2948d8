package main

import (
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"
)

func TestMemoryFollowsTheMachine(t *testing.T) {
	for _, tt := range []struct {
		name  string
		files map[string]string
		asked int64
		want  int64
	}{
		{"a machine of 24 GB", map[string]string{"proc/meminfo": "MemFree: 1 kB\nMemTotal:       25165824 kB\n"}, 0, mostMemory},
		{"one of 8 GB", map[string]string{"proc/meminfo": "MemTotal: 8388608 kB\n"}, 0, 2 << 30},
		{"one of 512 MB", map[string]string{"proc/meminfo": "MemTotal: 524288 kB\n"}, 0, leastMemory},
		{"a control group of 4 GB on a large one", map[string]string{"proc/meminfo": "MemTotal: 25165824 kB\n", "sys/fs/cgroup/memory.max": "4294967296\n"}, 0, 1 << 30},
		{"a control group without a limit", map[string]string{"proc/meminfo": "MemTotal: 8388608 kB\n", "sys/fs/cgroup/memory.max": "max\n"}, 0, 2 << 30},
		{"a control group of the first version", map[string]string{"proc/meminfo": "MemTotal: 8388608 kB\n", "sys/fs/cgroup/memory/memory.limit_in_bytes": "1610612736\n"}, 0, 384 << 20},
		{"nobody tells", nil, 0, leastMemory},
		{"somebody asks", map[string]string{"proc/meminfo": "MemTotal: 8388608 kB\n"}, 100 << 20, 100 << 20},
	} {
		t.Run(tt.name, func(t *testing.T) {
			root := t.TempDir()
			for path, text := range tt.files {
				path = filepath.Join(root, path)
				require.NoError(t, os.MkdirAll(filepath.Dir(path), 0o755))
				require.NoError(t, os.WriteFile(path, []byte(text), 0o644))
			}
			require.Equal(t, tt.want, memoryLimit(tt.asked, root))
		})
	}
	require.Positive(t, machineMemory("/"), "this machine tells")
}
