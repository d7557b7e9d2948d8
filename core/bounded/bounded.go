// Package bounded makes memories that hold so much and no more: what was not asked for
// longest makes room.
package bounded

import lru "github.com/hashicorp/golang-lru/v2"

// Memory keeps values by their key. It is safe for concurrent use.
type Memory[K comparable, V any] = lru.Cache[K, V]

// New makes a Memory of at most so many values; most is one at least.
func New[K comparable, V any](most int) *Memory[K, V] {
	m, err := lru.New[K, V](most)
	if err != nil {
		panic(err) // a constant of the program is wrong
	}
	return m
}
