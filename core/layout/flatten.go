package layout

import "slices"

// flattened is the graph with its weak edges led so that few layers are needed: away from a
// node in the middle. nil if there are none.
func (g *graph) flattened() *graph {
	if !slices.ContainsFunc(g.edges, func(e Edge) bool { return e.Weak }) {
		return nil
	}
	far := g.depths()
	out := &graph{nodes: g.nodes, edges: slices.Clone(g.edges)}
	for i, e := range out.edges {
		if e.Weak && (far[e.From] > far[e.To] || far[e.From] == far[e.To] && e.From > e.To) {
			out.edges[i].From, out.edges[i].To = e.To, e.From
		}
	}
	return out
}

// depths is how far each node is from the middle: from that node from which the farthest is
// nearest, up and down alike.
func (g *graph) depths() []int {
	near := make([][]int, len(g.nodes))
	for _, e := range g.edges {
		near[e.From] = append(near[e.From], e.To)
		near[e.To] = append(near[e.To], e.From)
	}
	var best []int
	least := len(g.nodes) + 1
	for start := range g.nodes {
		far := make([]int, len(g.nodes))
		for i := range far {
			far[i] = -1
		}
		far[start] = 0
		most := 0
		for queue := []int{start}; len(queue) > 0; queue = queue[1:] {
			for _, n := range near[queue[0]] {
				if far[n] < 0 {
					far[n] = far[queue[0]] + 1
					most = max(most, far[n])
					queue = append(queue, n)
				}
			}
		}
		if most < least || most == least && len(near[start]) > len(near[slices.Index(best, 0)]) {
			best, least = far, most
		}
	}
	return best
}
