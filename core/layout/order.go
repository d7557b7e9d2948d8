package layout

import "slices"

// layered is a component in layers. An edge over several layers runs through a
// point in each layer between; points follow the nodes in the numbering.
type layered struct {
	graph  *graph
	layers [][]int // by rank, from left to right
	rank   []int
	up     [][]int         // neighbours in the layer above
	down   [][]int         // and below
	pos    []int           // place within the layer
	lines  map[segment]int // how many lines a piece stands for, where it is more than one
}

func (g *graph) layered() *layered {
	l := &layered{graph: g, rank: slices.Clone(g.ranks)}
	l.up, l.down = make([][]int, len(g.nodes)), make([][]int, len(g.nodes))
	l.lines = map[segment]int{}
	for _, e := range g.edges {
		at := e.From
		for r := g.ranks[e.From] + 1; r < g.ranks[e.To]; r++ {
			point := len(l.rank)
			l.rank = append(l.rank, r)
			l.up, l.down = append(l.up, nil), append(l.down, nil)
			l.join(at, point, e.Lines)
			at = point
		}
		l.join(at, e.To, e.Lines)
	}
	height := slices.Max(l.rank) + 1
	l.layers = make([][]int, height)
	l.pos = make([]int, len(l.rank))
	return l
}

func (l *layered) join(a, b, lines int) {
	if lines > 1 {
		l.lines[segment{a, b}] += lines
	}
	l.down[a] = append(l.down[a], b)
	l.up[b] = append(l.up[b], a)
}

const (
	starts = 12
	sweeps = 16
)

// order finds an order within each layer with few crossings: several first
// orders, each improved by sweeps of medians and by exchanges; the best stays.
func (l *layered) order() {
	var best [][]int
	least := -1
	// The work grows with the square; large graphs get fewer starts.
	tries := max(2, min(starts, 6000/(len(l.rank)+1)))
	l.asRead()
	least, best = l.crossings(), l.copyLayers()
	for start := range tries {
		if least == 0 {
			break
		}
		l.initial(start)
		for sweep := range sweeps {
			l.medians(sweep%2 == 0, (start+sweep/2)%2 == 0)
			l.exchange()
			if c := l.crossings(); least < 0 || c < least {
				least, best = c, l.copyLayers()
			}
			if least == 0 {
				break
			}
		}
	}
	l.layers = best
	l.number()
	l.sift()
}

// asRead fills the layers in the order in which the nodes are read; a point of an edge stands
// where its ends are in the mean.
func (l *layered) asRead() {
	at := make([]int, len(l.rank))
	for n, node := range l.graph.nodes {
		at[n] = 2 * node.Order
	}
	for n := len(l.graph.nodes); n < len(l.rank); n++ {
		up, down := n, n
		for up >= len(l.graph.nodes) {
			up = l.up[up][0]
		}
		for down >= len(l.graph.nodes) {
			down = l.down[down][0]
		}
		at[n] = at[up]/2 + at[down]/2
	}
	for i := range l.layers {
		l.layers[i] = l.layers[i][:0]
	}
	for n, r := range l.rank {
		l.layers[r] = append(l.layers[r], n)
	}
	for _, layer := range l.layers {
		slices.SortStableFunc(layer, func(a, b int) int { return at[a] - at[b] })
	}
	l.number()
}

// initial fills the layers by a walk from the top or from the bottom, or, for
// later starts, from nodes in a mixed order.
func (l *layered) initial(start int) {
	for i := range l.layers {
		l.layers[i] = l.layers[i][:0]
	}
	nodes := make([]int, len(l.rank))
	for i := range nodes {
		nodes[i] = i
	}
	if start >= 2 {
		mix(nodes, uint32(start))
	}
	seen := make([]bool, len(l.rank))
	near := func(n int) []int {
		if start%2 == 0 {
			return append(slices.Clone(l.down[n]), l.up[n]...)
		}
		return append(slices.Clone(l.up[n]), l.down[n]...)
	}
	for _, n := range nodes {
		if seen[n] {
			continue
		}
		queue := []int{n}
		seen[n] = true
		for len(queue) > 0 {
			at := queue[0]
			queue = queue[1:]
			if start%4 == 1 || start%4 == 2 { // in depth instead
				at, queue = last(append([]int{at}, queue...))
			}
			l.layers[l.rank[at]] = append(l.layers[l.rank[at]], at)
			for _, m := range near(at) {
				if !seen[m] {
					seen[m] = true
					queue = append(queue, m)
				}
			}
		}
	}
	l.number()
}

// mix shuffles by a linear congruential sequence: the same for the same seed.
func mix(list []int, seed uint32) {
	for i := len(list) - 1; i > 0; i-- {
		seed = seed*1664525 + 1013904223
		j := int(seed>>8) % (i + 1)
		list[i], list[j] = list[j], list[i]
	}
}

func last(list []int) (int, []int) { return list[len(list)-1], list[:len(list)-1] }

func (l *layered) number() {
	for _, layer := range l.layers {
		for i, n := range layer {
			l.pos[n] = i
		}
	}
}

func (l *layered) copyLayers() [][]int {
	out := make([][]int, len(l.layers))
	for i, layer := range l.layers {
		out[i] = slices.Clone(layer)
	}
	return out
}

// medians sweeps once through the layers; each is sorted by where its
// neighbours in the layer before lie. Nodes without neighbours there stay.
func (l *layered) medians(downwards, means bool) {
	for k := range l.layers {
		r := k
		near := l.up
		if !downwards {
			r, near = len(l.layers)-1-k, l.down
		}
		layer := l.layers[r]
		weight := make(map[int]float64, len(layer))
		var movable []int
		for _, n := range layer {
			if len(near[n]) == 0 {
				continue
			}
			weight[n] = l.weigh(near[n], means)
			movable = append(movable, n)
		}
		slices.SortStableFunc(movable, func(a, b int) int {
			switch {
			case weight[a] < weight[b]:
				return -1
			case weight[a] > weight[b]:
				return 1
			}
			return 0
		})
		next := 0
		for i, n := range layer {
			if len(near[n]) > 0 {
				layer[i] = movable[next]
				next++
			}
		}
		for i, n := range layer {
			l.pos[n] = i
		}
	}
}

// weigh is the mean of the places, or their median, which for an even number
// leans to the side where they lie closer.
func (l *layered) weigh(near []int, mean bool) float64 {
	places := make([]int, len(near))
	sum := 0
	for i, n := range near {
		places[i] = l.pos[n]
		sum += l.pos[n]
	}
	if mean {
		return float64(sum) / float64(len(near))
	}
	slices.Sort(places)
	m := len(places) / 2
	switch {
	case len(places)%2 == 1:
		return float64(places[m])
	case len(places) == 2:
		return float64(places[0]+places[1]) / 2
	}
	left, right := float64(places[m-1]-places[0]), float64(places[len(places)-1]-places[m])
	if left+right == 0 {
		return float64(places[m-1]+places[m]) / 2
	}
	return (float64(places[m-1])*right + float64(places[m])*left) / (left + right)
}

// exchange swaps neighbours as long as that saves crossings.
func (l *layered) exchange() {
	for improved, round := true, 0; improved && round < 20; round++ {
		improved = false
		for _, layer := range l.layers {
			for i := 0; i+1 < len(layer); i++ {
				a, b := layer[i], layer[i+1]
				if now, then := l.between(a, b); then < now {
					layer[i], layer[i+1] = b, a
					l.pos[a], l.pos[b] = i+1, i
					improved = true
				}
			}
		}
	}
}

// between counts the crossings of the edges of two nodes with a left of b, and
// with b left of a.
func (l *layered) between(a, b int) (now, then int) {
	for _, near := range [2][][]int{l.up, l.down} {
		for _, x := range near[a] {
			for _, y := range near[b] {
				if l.pos[x] > l.pos[y] {
					now++
				} else if l.pos[x] < l.pos[y] {
					then++
				}
			}
		}
	}
	return now, then
}

// sift tries every place in its layer for every node, and keeps the best.
func (l *layered) sift() {
	for range 6 {
		saved := 0
		for r := range l.layers {
			for _, n := range slices.Clone(l.layers[r]) {
				saved += l.siftOne(r, n)
			}
		}
		if saved == 0 {
			return
		}
		l.exchange()
	}
}

func (l *layered) siftOne(r, n int) int {
	layer := l.layers[r]
	from := l.pos[n]
	best, bestAt, sum := 0, from, 0
	for i := from; i+1 < len(layer); i++ { // to the right
		now, then := l.between(n, layer[i+1])
		if sum += then - now; sum < best {
			best, bestAt = sum, i+1
		}
	}
	sum = 0
	for i := from; i > 0; i-- { // to the left
		now, then := l.between(layer[i-1], n)
		if sum += then - now; sum < best {
			best, bestAt = sum, i-1
		}
	}
	if bestAt != from {
		layer = slices.Delete(layer, from, from+1)
		l.layers[r] = slices.Insert(layer, bestAt, n)
		for i, m := range l.layers[r] {
			l.pos[m] = i
		}
	}
	return -best
}

// crossings counts pairs of segments between neighbouring layers that cross.
func (l *layered) crossings() int {
	total := 0
	for r := 0; r+1 < len(l.layers); r++ {
		var ends []int // of the segments, sorted by where they start
		for _, n := range l.layers[r] {
			places := make([]int, 0, len(l.down[n]))
			for _, m := range l.down[n] {
				places = append(places, l.pos[m])
			}
			slices.Sort(places)
			ends = append(ends, places...)
		}
		total += inversions(ends, len(l.layers[r+1]))
	}
	return total
}

// inversions counts the pairs that are in the wrong order, with a binary indexed
// tree over the values 0 to n-1.
func inversions(list []int, n int) int {
	tree := make([]int, n+1)
	total := 0
	for seen, v := range list {
		notLarger := 0
		for i := v + 1; i > 0; i -= i & -i {
			notLarger += tree[i]
		}
		total += seen - notLarger
		for i := v + 1; i <= n; i += i & -i {
			tree[i]++
		}
	}
	return total
}
