package layout_test

import (
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/geometry"
	"lexeon/core/layout"
)

// read reads a graph of testdata: "node NUMBER WIDTH HEIGHT" and "edge FROM TO".
func read(t testing.TB, file string) (nodes []layout.Node, edges []layout.Edge) {
	t.Helper()
	data, err := os.ReadFile(file)
	require.NoError(t, err)
	for line := range strings.SplitSeq(strings.TrimSpace(string(data)), "\n") {
		var a, b, c int
		if n, _ := fmt.Sscanf(line, "node %d %d %d", &a, &b, &c); n == 3 {
			nodes = append(nodes, layout.Node{ID: fmt.Sprint(a), W: b, H: c})
			continue
		}
		n, err := fmt.Sscanf(line, "edge %d %d", &a, &b)
		require.NoError(t, err, line)
		require.Equal(t, 2, n)
		edges = append(edges, layout.Edge{From: a, To: b})
	}
	return nodes, edges
}

func graphs(t testing.TB) []string {
	t.Helper()
	files, err := filepath.Glob("testdata/*.txt")
	require.NoError(t, err)
	require.Len(t, files, 10)
	return files
}

func boxes(nodes []layout.Node, r layout.Result) []geometry.Rect {
	out := make([]geometry.Rect, len(nodes))
	for i, n := range nodes {
		out[i] = geometry.Rect{X: r.At[i].X, Y: r.At[i].Y, W: n.W + n.Right, H: n.H}
	}
	return out
}

func requireApart(t testing.TB, list []geometry.Rect, gap int) {
	t.Helper()
	for i, a := range list {
		for j, b := range list[i+1:] {
			require.False(t, a.Inflate(gap).Overlaps(b), "node %d %v and %d %v", i, a, i+1+j, b)
		}
	}
}

func TestShapesKeepApart(t *testing.T) {
	for _, file := range graphs(t) {
		nodes, edges := read(t, file)
		r := layout.Arrange(nodes, edges)
		requireApart(t, boxes(nodes, r), 40)
		require.Equal(t, r, layout.Arrange(nodes, edges), "the same again")
	}
}

// Property: any graph, with circles, loops, doubled edges and loose parts, is
// arranged without shapes on each other and with its corner at 0, 0.
func TestAnyGraphIsArranged(t *testing.T) {
	for seed := range uint64(120) {
		rnd := rand.New(rand.NewPCG(seed, 3))
		var nodes []layout.Node
		for i := range rnd.IntN(40) {
			nodes = append(nodes, layout.Node{ID: fmt.Sprint(i), W: 20 + rnd.IntN(300), H: 20 + rnd.IntN(200), Right: rnd.IntN(2) * 60})
		}
		var edges []layout.Edge
		for range rnd.IntN(60) {
			if len(nodes) > 0 {
				edges = append(edges, layout.Edge{From: rnd.IntN(len(nodes)), To: rnd.IntN(len(nodes)), Lines: rnd.IntN(4)})
			}
		}
		r := layout.Arrange(nodes, edges)
		require.Len(t, r.At, len(nodes))
		requireApart(t, boxes(nodes, r), 20)
		for i, p := range r.At {
			require.GreaterOrEqual(t, p.X, 0, "seed %d node %d", seed, i)
			require.GreaterOrEqual(t, p.Y, 0)
		}
	}
}

func TestTheUpperEndIsAbove(t *testing.T) {
	nodes := []layout.Node{{W: 100, H: 40}, {W: 100, H: 40}, {W: 100, H: 40}, {W: 100, H: 40}}
	r := layout.Arrange(nodes, []layout.Edge{{From: 3, To: 0}, {From: 3, To: 1}, {From: 1, To: 2}})
	require.Less(t, r.At[3].Y, r.At[0].Y)
	require.Equal(t, r.At[0].Y, r.At[1].Y)
	require.Less(t, r.At[1].Y, r.At[2].Y)
	require.Equal(t, r.At[1].X, r.At[2].X, "one above the other where a line joins two")
	require.Zero(t, r.Crossings)
}

// A tree has no crossings, and every node stands in the middle of those below.
func TestTreesAreNeat(t *testing.T) {
	var nodes []layout.Node
	var edges []layout.Edge
	for i := range 40 {
		nodes = append(nodes, layout.Node{W: 120, H: 40})
		if i > 0 {
			edges = append(edges, layout.Edge{From: (i - 1) / 3, To: i})
		}
	}
	r := layout.Arrange(nodes, edges)
	require.Zero(t, r.Crossings)
	for i := 0; 3*i+3 < 40; i++ {
		require.InDelta(t, (r.At[3*i+1].X+r.At[3*i+3].X)/2, r.At[i].X, 90, "node %d", i)
	}
}

func TestNothingToArrange(t *testing.T) {
	require.Empty(t, layout.Arrange(nil, nil).At)
	require.Equal(t, []geometry.Point{{X: 0, Y: 0}}, layout.Arrange([]layout.Node{{W: 10, H: 10}}, []layout.Edge{{From: 0, To: 0}, {From: 0, To: 7}}).At)
}
