// Package parallel computes on several processors at once.
package parallel

import (
	"fmt"
	"runtime/debug"
	"sync"
	"sync/atomic"
)

// Run calls f so many times at once, with numbers from 0 on, and waits for all of them. A
// panic in one of them becomes a panic of the caller once all are over: by itself it would
// end the process, whatever the caller is ready for.
func Run(workers int, f func(worker int)) {
	var wait sync.WaitGroup
	var first atomic.Pointer[string]
	for w := range workers {
		wait.Go(func() {
			defer func() {
				if r := recover(); r != nil {
					told := fmt.Sprintf("%v\n%s", r, debug.Stack())
					first.CompareAndSwap(nil, &told)
				}
			}()
			f(w)
		})
	}
	wait.Wait()
	if told := first.Load(); told != nil {
		panic(*told)
	}
}
