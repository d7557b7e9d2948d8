package modeltest

import "runtime"

// Allocated tells how many bytes f allocates: they follow the work that it does, and not the
// machine that does it, so that tests can hold work against the size of its input.
func Allocated(f func()) float64 {
	var before, after runtime.MemStats
	runtime.ReadMemStats(&before)
	f()
	runtime.ReadMemStats(&after)
	return float64(after.TotalAlloc - before.TotalAlloc)
}
