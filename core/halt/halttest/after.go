// Package halttest ends computations at chosen points.
package halttest

import (
	"context"
	"sync/atomic"
)

// After is a context that is over once it was looked at so many times.
func After(looks int64) context.Context {
	c := &after{Context: context.Background()}
	c.left.Store(looks)
	return c
}

type after struct {
	context.Context
	left atomic.Int64
}

// Err is nil until the context is over.
func (c *after) Err() error {
	if c.left.Add(-1) < 0 {
		return context.Canceled
	}
	return nil
}
