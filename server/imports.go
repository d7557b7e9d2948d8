package server

import (
	"context"
	"math"
	"net/http"
	"runtime/debug"

	"golang.org/x/sync/semaphore"
)

// Files are read as many at once as there is memory for; the others wait their turn, and
// whoever waits too long is told.
type imports struct {
	room int64
	free *semaphore.Weighted
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
	return &imports{room, semaphore.NewWeighted(room)}
}

// turn waits until there is room for a file; size is in bytes, -1 where nobody knows. What
// it returns gives the room back.
func (i *imports) turn(ctx context.Context, size int64) (done func(), err error) {
	if size < 0 || size > maxImportBody {
		size = maxImportBody
	}
	takes := min(size*readingTakes+(1<<20), i.room)
	if err := i.free.Acquire(ctx, takes); err != nil {
		return nil, problem(http.StatusTooManyRequests, "busy", "Other files are being read just now, and there is no room for this one. Try again in a moment.")
	}
	return func() {
		if takes >= largeTakes { // what is left of it is given back before the next one begins
			debug.FreeOSMemory()
		}
		i.free.Release(takes)
	}, nil
}
