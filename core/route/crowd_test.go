package route_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/route"
)

// Lines between two shapes lie apart as long as there is room; the others lie on these, in
// the same direction.
func TestACrowdOfLines(t *testing.T) {
	shapes := []route.Rect{{X: 0, Y: 0, W: 200, H: 100}, {X: 500, Y: 300, W: 200, H: 100}}
	var lines []route.Line
	for i := range 300 {
		l := route.Line{ID: fmt.Sprintf("%03d", i), From: i % 2, To: 1 - i%2}
		if i == 200 {
			l.Bends = []route.Point{{X: 900, Y: 50}}
		}
		lines = append(lines, l)
	}
	routes := route.Routes(shapes, lines)
	ways := map[string]int{}
	for i, r := range routes {
		require.GreaterOrEqual(t, len(r), 2)
		first, last := shapes[i%2], shapes[1-i%2]
		require.True(t, first.Inflate(1).Contains(r[0]), "line %d begins at its shape", i)
		require.True(t, last.Inflate(1).Contains(r[len(r)-1]), "line %d ends at its shape", i)
		ways[fmt.Sprint(i%2, r)]++
	}
	require.Contains(t, fmt.Sprint(routes[200]), "{900 50}", "a line that a person bent goes its own way")
	require.Greater(t, len(ways), 40)
	require.LessOrEqual(t, len(ways), 2*48+1)

	again := route.Routes(shapes[:], lines[:20])
	apart := map[string]bool{}
	for _, r := range again {
		apart[fmt.Sprint(r)] = true
	}
	require.Len(t, apart, 20)
}
