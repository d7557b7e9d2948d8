package layout

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"
)

func randomGraph(seed uint64) *graph {
	rnd := rand.New(rand.NewPCG(seed, 9))
	n := 2 + rnd.IntN(30)
	g := &graph{}
	for range n {
		g.nodes = append(g.nodes, Node{W: 40 + rnd.IntN(200), H: 30 + rnd.IntN(100)})
	}
	for i := 1; i < n; i++ { // connected
		g.edges = append(g.edges, Edge{From: rnd.IntN(i), To: i})
	}
	for range rnd.IntN(2 * n) {
		if a, b := rnd.IntN(n), rnd.IntN(n); a != b {
			g.edges = append(g.edges, Edge{From: a, To: b})
		}
	}
	return g
}

func length(g *graph) int {
	sum := 0
	for _, e := range g.edges {
		sum += g.ranks[e.To] - g.ranks[e.From]
	}
	return sum
}

// After circles are broken every edge can lead down, and the simplex finds layers
// that are never longer than those of longest paths, and that no single node can
// make shorter by moving.
func TestRanksAreFeasibleAndShort(t *testing.T) {
	for seed := range uint64(80) {
		g := randomGraph(seed)
		g.breakCycles()
		g.longestPaths()
		longest := length(g)
		g.rank()
		lowest := g.ranks[0]
		for _, e := range g.edges {
			require.GreaterOrEqual(t, g.ranks[e.To]-g.ranks[e.From], 1, "seed %d", seed)
		}
		for _, r := range g.ranks {
			lowest = min(lowest, r)
		}
		require.Zero(t, lowest)
		best := length(g)
		require.LessOrEqual(t, best, longest)
		for n := range g.nodes {
			for _, step := range []int{-1, 1} {
				g.ranks[n] += step
				feasible := true
				for _, e := range g.edges {
					feasible = feasible && g.slack(e) >= 0
				}
				if feasible {
					require.GreaterOrEqual(t, length(g), best, "seed %d: node %d moves", seed, n)
				}
				g.ranks[n] -= step
			}
		}
	}
}

func TestBreakingCirclesTurnsFewEdges(t *testing.T) {
	g := &graph{nodes: make([]Node, 4), edges: []Edge{{From: 0, To: 1}, {From: 1, To: 2}, {From: 2, To: 3}, {From: 3, To: 0}}}
	g.breakCycles()
	require.Equal(t, []Edge{{From: 0, To: 1}, {From: 1, To: 2}, {From: 2, To: 3}, {From: 0, To: 3}}, g.edges)
}

// Crossings by the tree of counts are those by comparing every pair.
func TestCrossingsAreCountedRight(t *testing.T) {
	for seed := range uint64(60) {
		g := randomGraph(seed)
		g.breakCycles()
		g.rank()
		l := g.layered()
		l.initial(int(seed) % 5)
		slow := 0
		for _, layer := range l.layers {
			for i, a := range layer {
				for _, b := range layer[i+1:] {
					for _, x := range l.down[a] {
						for _, y := range l.down[b] {
							if l.pos[x] > l.pos[y] {
								slow++
							}
						}
					}
				}
			}
		}
		require.Equal(t, slow, l.crossings(), "seed %d", seed)
		l.order()
		require.LessOrEqual(t, l.crossings(), slow, "ordering never makes it worse")
		for r, layer := range l.layers { // nothing is lost, everything is numbered
			for i, n := range layer {
				require.Equal(t, i, l.pos[n])
				require.Equal(t, r, l.rank[n])
			}
		}
	}
}

func TestInversions(t *testing.T) {
	for _, c := range []struct {
		list []int
		want int
	}{{nil, 0}, {[]int{0, 1, 2}, 0}, {[]int{2, 1, 0}, 3}, {[]int{1, 1, 1}, 0}, {[]int{3, 0, 3, 1}, 3}} {
		require.Equal(t, c.want, inversions(c.list, 4), "%v", c.list)
	}
}

func TestMixIsTheSameEveryTimeAndLosesNothing(t *testing.T) {
	a, b := []int{0, 1, 2, 3, 4, 5, 6, 7}, []int{0, 1, 2, 3, 4, 5, 6, 7}
	mix(a, 3)
	mix(b, 3)
	require.Equal(t, a, b)
	require.ElementsMatch(t, []int{0, 1, 2, 3, 4, 5, 6, 7}, a)
	mix(b, 4)
	require.NotEqual(t, a, b)
}
