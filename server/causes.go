package server

import (
	"context"
	"log/slog"
	"slices"
	"sync"
	"time"
)

// causes keep a log readable while something fails again and again: what happens for the
// first time is logged at once, and while it goes on a line each minute tells how often it
// happened since.
type causes struct {
	every time.Duration

	mu   sync.Mutex
	open map[string]*cause
}

// cause is one thing that goes wrong, until it has not happened for a while.
type cause struct {
	level slog.Level
	what  string
	last  []any // of the last time
	since int   // how often since the last line
}

// maxCauses bounds how many are told apart at once; more are counted as one.
const maxCauses = 200

func newCauses(every time.Duration) *causes {
	return &causes{every: every, open: map[string]*cause{}}
}

// happened tells that something did. The key names its cause, the attributes this time.
func (c *causes) happened(level slog.Level, key, what string, attrs ...any) {
	c.mu.Lock()
	known, ok := c.open[key]
	if !ok && len(c.open) >= maxCauses {
		key, what = "", "requests failed in many ways"
		known, ok = c.open[key]
	}
	if ok {
		known.since, known.last = known.since+1, attrs
		c.mu.Unlock()
		return
	}
	c.open[key] = &cause{level: level, what: what}
	c.mu.Unlock()
	time.AfterFunc(c.every, func() { c.look(key) })
	slog.Log(context.Background(), level, what, attrs...)
}

// look tells how often it happened since the last line, and forgets what did not.
func (c *causes) look(key string) {
	c.mu.Lock()
	known := c.open[key]
	times, attrs := known.since, known.last
	if known.since = 0; times == 0 {
		delete(c.open, key)
	}
	c.mu.Unlock()
	if times > 0 {
		time.AfterFunc(c.every, func() { c.look(key) })
		slog.Log(context.Background(), known.level, known.what+", again", append(slices.Clone(attrs), "times", times)...)
	}
}
