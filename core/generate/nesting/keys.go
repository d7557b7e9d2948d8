package nesting

import "slices"

// Keys are what identifies the things of an example. That of a thing can be known before it is made, so that others
// can refer to it; what is referred to is made in the end.
type Keys[V any] struct {
	layout *Layout
	made   map[*Type]int
	known  map[*Type][][]V
	value  func(*Member) V
}

// NewKeys makes them of values for members.
func NewKeys[V any](l *Layout, value func(*Member) V) *Keys[V] {
	return &Keys[V]{l, map[*Type]int{}, map[*Type][][]V{}, value}
}

// Of is what identifies the next thing of a type, in the order of its key.
func (k *Keys[V]) Of(t *Type) []V {
	k.made[t]++
	return k.nth(t, k.made[t]-1)
}

// Referring is what identifies the nth of the things, from 0, that may stand where a type is: of a kind that stands at
// the top, where there is one.
func (k *Keys[V]) Referring(t *Type, n int) []V {
	for _, kind := range t.Kinds {
		if slices.Contains(k.layout.Roots, kind) && len(kind.Key()) == len(t.Key()) {
			return k.nth(kind, n)
		}
	}
	return k.nth(t, n)
}

// Owing is the first type that stands at the top of which something is referred to that was not made; nil: there is none.
func (k *Keys[V]) Owing() *Type {
	for _, t := range k.layout.Roots {
		if k.made[t] < len(k.known[t]) {
			return t
		}
	}
	return nil
}

func (k *Keys[V]) nth(t *Type, n int) []V {
	for len(k.known[t]) <= n {
		var values []V
		for _, m := range t.Key() {
			values = append(values, k.value(m))
		}
		k.known[t] = append(k.known[t], values)
	}
	return k.known[t][n]
}
