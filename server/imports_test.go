package server

import (
	"context"
	"math"
	"net/http"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
)

// As many files are read at once as there is room for; the next one waits until one is done,
// and who waits too long is told.
func TestFilesWaitForRoom(t *testing.T) {
	i := newImports(1 << 30) // half of it: 512 MB
	ctx := context.Background()
	first, err := i.turn(ctx, 16<<20) // 321 MB
	require.NoError(t, err)
	small, err := i.turn(ctx, 1<<20)
	require.NoError(t, err, "a small one goes beside it")
	small()

	soon, over := context.WithTimeout(ctx, 20*time.Millisecond)
	defer over()
	_, err = i.turn(soon, 16<<20)
	var p *Problem
	require.ErrorAs(t, err, &p)
	require.Equal(t, http.StatusTooManyRequests, p.Status)
	require.Equal(t, "busy", p.Code)

	next := make(chan func())
	go func() {
		done, err := i.turn(ctx, -1) // as large as may be: it has the room for itself
		if err != nil {
			t.Errorf("turn: %v", err)
		}
		next <- done
	}()
	first()
	(<-next)()
	for limit, room := range map[int64]int64{0: 256 << 20, 224 << 20: 256 << 20, 4 << 30: 2 << 30, math.MaxInt64: 1 << 30} {
		require.Equal(t, room, newImports(limit).room, "%d bytes", limit)
	}
}
