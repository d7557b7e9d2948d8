package server

import (
	"context"
	"math"
	"net/http"
	"runtime/debug"
	"sync"
	"sync/atomic"

	"golang.org/x/sync/semaphore"
)

// Files are read as many at once as there is memory for; the others wait their turn, and
// whoever waits too long is told.
type imports struct {
	room int64
	free *semaphore.Weighted

	waiting atomic.Int64

	mu    sync.Mutex
	large int // files that are read now
	usual int // how long garbage waits otherwise, in percent
}

// frugal has garbage wait no longer than usual in Go while a large file is read; back ends
// that, and gives back what is left of the file.
func (i *imports) frugal() (back func()) {
	i.mu.Lock()
	defer i.mu.Unlock()
	if i.large++; i.large == 1 {
		i.usual = debug.SetGCPercent(100)
	}
	return func() {
		i.mu.Lock()
		defer i.mu.Unlock()
		if i.large--; i.large == 0 {
			debug.SetGCPercent(i.usual)
		}
		debug.FreeOSMemory()
	}
}

const (
	// readingTakes is how many bytes of memory a byte of a file takes while it is read.
	readingTakes = 20
	leastRoom    = 256 << 20
	usualRoom    = 1 << 30 // where memory has no limit
	largeTakes   = 256 << 20
)

// newImports follows the limit of memory, in bytes.
func newImports(limit int64) *imports {
	room := max(limit/2, leastRoom)
	if limit == math.MaxInt64 {
		room = usualRoom
	}
	return &imports{room: room, free: semaphore.NewWeighted(room)}
}

// turn waits until there is room for a file; size is in bytes, -1 where nobody knows. What
// it returns gives the room back.
func (i *imports) turn(ctx context.Context, size int64) (done func(), err error) {
	if size < 0 || size > maxImportBody {
		size = maxImportBody
	}
	takes := min(size*readingTakes+(1<<20), i.room)
	i.waiting.Add(1)
	err = i.free.Acquire(ctx, takes)
	i.waiting.Add(-1)
	if err != nil {
		return nil, problem(http.StatusTooManyRequests, "busy", "Other files are being read just now, and there is no room for this one. Try again in a moment.")
	}
	if takes < largeTakes {
		return func() { i.free.Release(takes) }, nil
	}
	back := i.frugal()
	return func() {
		back() // before the next one begins
		i.free.Release(takes)
	}, nil
}
