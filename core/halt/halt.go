// Package halt ends long computations when nobody waits for them any more: the core knows
// no requests, so whoever computes looks at a Sign now and then.
package halt

import "context"

// Sign tells a computation when to end. It belongs to one goroutine. A nil Sign never ends
// anything.
type Sign struct {
	ctx   context.Context
	looks uint
}

// every is how many looks there are for each at the context: the loops that look are short.
const every = 64

// ended is what unwinds a computation up to Within.
type ended struct{ err error }

// Look ends the computation if nobody waits for it any more: it returns to the Within that
// the Sign comes from. Nothing that is half done may be kept by then.
func (s *Sign) Look() {
	if s == nil {
		return
	}
	if s.looks++; s.looks%every == 0 {
		s.LookNow()
	}
}

// LookNow looks at once; for steps that take long.
func (s *Sign) LookNow() {
	if s.Over() {
		panic(ended{s.ctx.Err()})
	}
}

// Over reports whether nobody waits any more. Goroutines of a computation ask it, and
// return by themselves; it may be asked by several.
func (s *Sign) Over() bool { return s != nil && s.ctx.Err() != nil }

// Within computes until the context ends. The error is that of the context; what f began is
// of no use then.
func Within(ctx context.Context, f func(*Sign)) (err error) {
	defer func() {
		switch r := recover().(type) {
		case nil:
		case ended:
			err = r.err
		default:
			panic(r)
		}
	}()
	s := &Sign{ctx: ctx}
	s.LookNow()
	f(s)
	return nil
}
