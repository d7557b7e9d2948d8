package geometry

import (
	"cmp"
	"slices"
)

// SortRects brings rectangles into an order that depends on nothing but where they are.
func SortRects(list []Rect) { slices.SortFunc(list, compareRects) }

func compareRects(a, b Rect) int { return cmp.Or(a.X-b.X, a.Y-b.Y, a.W-b.W, a.H-b.H) }

// Differing lists what only one of two sorted lists has, each as often as the other lacks
// it.
func Differing(x, y []Rect) (out []Rect) {
	for len(x) > 0 && len(y) > 0 {
		switch c := compareRects(x[0], y[0]); {
		case c < 0:
			out, x = append(out, x[0]), x[1:]
		case c > 0:
			out, y = append(out, y[0]), y[1:]
		default:
			x, y = x[1:], y[1:]
		}
	}
	return append(append(out, x...), y...)
}
