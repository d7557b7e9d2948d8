package layout

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"
)

// The cut values that one walk finds are those that counting at each cut finds.
func TestCutValuesAreCounted(t *testing.T) {
	for seed := range uint64(200) {
		rnd := rand.New(rand.NewPCG(seed, 3))
		n := 2 + rnd.IntN(30)
		g := &graph{nodes: make([]Node, n)}
		for to := 1; to < n; to++ {
			g.edges = append(g.edges, Edge{From: rnd.IntN(to), To: to, Lines: 1})
		}
		for range rnd.IntN(3 * n) {
			a, b := rnd.IntN(n), rnd.IntN(n)
			if a != b {
				g.edges = append(g.edges, Edge{From: min(a, b), To: max(a, b), Lines: 1})
			}
		}
		rnd.Shuffle(len(g.edges), func(i, j int) { g.edges[i], g.edges[j] = g.edges[j], g.edges[i] })
		g.longestPaths()
		s := &simplex{graph: g}
		s.tightTree()
		values := s.cutValues()
		for i := range s.edges {
			if !s.inTree[i] {
				continue
			}
			side, counted := s.tail(i), 0
			for _, e := range s.edges {
				switch {
				case side[e.From] && !side[e.To]:
					counted++
				case !side[e.From] && side[e.To]:
					counted--
				}
			}
			require.Equal(t, counted, values[i], "seed %d, edge %d", seed, i)
		}
	}
}
