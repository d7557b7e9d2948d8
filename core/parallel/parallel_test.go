package parallel_test

import (
	"sync/atomic"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/parallel"
)

func TestAllAreRun(t *testing.T) {
	var sum atomic.Int64
	parallel.Run(8, func(worker int) { sum.Add(int64(1) << worker) })
	require.EqualValues(t, 255, sum.Load())
	parallel.Run(0, func(int) { require.Fail(t, "there is none") })
}

// A panic is the caller's, who may be ready for it, after all others are over.
func TestAPanicIsPassedOn(t *testing.T) {
	var over atomic.Int64
	func() {
		defer func() {
			told := recover()
			require.Contains(t, told, "a mistake")
			require.Contains(t, told, "parallel_test.go", "where it was")
		}()
		parallel.Run(4, func(worker int) {
			if worker == 2 {
				panic("a mistake")
			}
			over.Add(1)
		})
	}()
	require.EqualValues(t, 3, over.Load())
}
