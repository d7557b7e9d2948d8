package main

import (
	"os"
	"path/filepath"
	"runtime/debug"
	"strconv"
	"strings"
)

// Bounds of what is taken where nobody says how much: small enough for a small machine,
// and no more than a server has use for.
const (
	leastMemory = 224 << 20
	mostMemory  = 4 << 30
)

// tuneMemory lets garbage wait longer than usual, since latency counts, but not beyond a
// limit: what is asked for, or a quarter of what the machine has. The runtime's own
// variables win.
func tuneMemory(asked int64) {
	if os.Getenv("GOGC") == "" {
		debug.SetGCPercent(400)
	}
	if os.Getenv("GOMEMLIMIT") == "" {
		debug.SetMemoryLimit(memoryLimit(asked, "/"))
	}
}

// memoryLimit is in bytes; root is where the system tells of itself.
func memoryLimit(asked int64, root string) int64 {
	if asked > 0 {
		return asked
	}
	return min(max(machineMemory(root)/4, leastMemory), mostMemory)
}

// machineMemory is what this process may use, in bytes: what the machine has, or what its
// control group is left with. 0: nobody tells.
func machineMemory(root string) int64 {
	var all int64
	if data, err := os.ReadFile(filepath.Join(root, "proc/meminfo")); err == nil {
		for line := range strings.SplitSeq(string(data), "\n") {
			if fields := strings.Fields(line); len(fields) == 3 && fields[0] == "MemTotal:" {
				kilobytes, _ := strconv.ParseInt(fields[1], 10, 64) // 0: nobody tells
				all = kilobytes << 10
			}
		}
	}
	for _, file := range []string{"sys/fs/cgroup/memory.max", "sys/fs/cgroup/memory/memory.limit_in_bytes"} {
		data, err := os.ReadFile(filepath.Join(root, file))
		if err != nil {
			continue
		}
		if limit, err := strconv.ParseInt(strings.TrimSpace(string(data)), 10, 64); err == nil && limit > 0 && (all == 0 || limit < all) {
			all = limit
		}
	}
	return all
}
