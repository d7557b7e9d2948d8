package layout

// graph is one component while it is arranged. Its edges lead downwards once
// circles are broken.
type graph struct {
	nodes []Node
	edges []Edge
	ranks []int
}

// breakCycles turns those edges round that a depth-first walk finds leading back.
// The walk starts at nodes that nothing leads to, so that few edges turn.
func (g *graph) breakCycles() {
	out := make([][]int, len(g.nodes))
	in := make([]int, len(g.nodes))
	for i, e := range g.edges {
		out[e.From] = append(out[e.From], i)
		in[e.To]++
	}
	state := make([]int, len(g.nodes)) // 0 new, 1 on the way, 2 done
	next := make([]int, len(g.nodes))
	walk := func(start int) {
		stack := []int{start}
		state[start] = 1
		for len(stack) > 0 {
			n := stack[len(stack)-1]
			if next[n] == len(out[n]) {
				state[n] = 2
				stack = stack[:len(stack)-1]
				continue
			}
			e := &g.edges[out[n][next[n]]]
			next[n]++
			switch state[e.To] {
			case 0:
				state[e.To] = 1
				stack = append(stack, e.To)
			case 1:
				e.From, e.To = e.To, e.From
			}
		}
	}
	for n := range g.nodes {
		if in[n] == 0 && state[n] == 0 {
			walk(n)
		}
	}
	for n := range g.nodes {
		if state[n] == 0 {
			walk(n)
		}
	}
}

// rank finds layers so that every edge leads at least one layer down and the
// edges together are as short as can be, by the network simplex: a spanning tree
// of tight edges is improved by exchanging an edge with a negative cut value.
func (g *graph) rank() {
	g.longestPaths()
	s := &simplex{graph: g}
	s.tightTree()
	for range 40 * len(g.nodes) { // it ends long before; a bound all the same
		leave := s.negative()
		if leave < 0 {
			break
		}
		s.exchange(leave)
	}
	lowest := g.ranks[0]
	for _, r := range g.ranks {
		lowest = min(lowest, r)
	}
	for i := range g.ranks {
		g.ranks[i] -= lowest
	}
}

// longestPaths is a first feasible ranking.
func (g *graph) longestPaths() {
	g.ranks = make([]int, len(g.nodes))
	for changed := true; changed; {
		changed = false
		for _, e := range g.edges {
			if g.ranks[e.To] < g.ranks[e.From]+1 {
				g.ranks[e.To], changed = g.ranks[e.From]+1, true
			}
		}
	}
}

func (g *graph) slack(e Edge) int { return g.ranks[e.To] - g.ranks[e.From] - 1 }

type simplex struct {
	*graph
	inTree []bool // by edge
	from   int    // where the search for a negative edge goes on
}

// tightTree grows a spanning tree of edges without slack, moving the tree as a
// whole until the next node is reached.
func (s *simplex) tightTree() {
	s.inTree = make([]bool, len(s.edges))
	in := make([]bool, len(s.nodes))
	in[0] = true
	for count := 1; count < len(s.nodes); {
		grown := true
		for grown {
			grown = false
			for i, e := range s.edges {
				if in[e.From] != in[e.To] && s.slack(e) == 0 {
					in[e.From], in[e.To], s.inTree[i], grown = true, true, true, true
					count++
				}
			}
		}
		if count == len(s.nodes) {
			return
		}
		best := -1
		for i, e := range s.edges {
			if in[e.From] != in[e.To] && (best < 0 || s.slack(e) < s.slack(s.edges[best])) {
				best = i
			}
		}
		move := s.slack(s.edges[best])
		if in[s.edges[best].To] {
			move = -move
		}
		for n := range s.nodes {
			if in[n] {
				s.ranks[n] += move
			}
		}
	}
}

// tail marks the nodes on the side of the edge's From when it is cut.
func (s *simplex) tail(cut int) []bool {
	near := make([][]int, len(s.nodes))
	for i, e := range s.edges {
		if s.inTree[i] && i != cut {
			near[e.From] = append(near[e.From], e.To)
			near[e.To] = append(near[e.To], e.From)
		}
	}
	side := make([]bool, len(s.nodes))
	stack := []int{s.edges[cut].From}
	side[stack[0]] = true
	for len(stack) > 0 {
		n := stack[len(stack)-1]
		stack = stack[:len(stack)-1]
		for _, m := range near[n] {
			if !side[m] {
				side[m] = true
				stack = append(stack, m)
			}
		}
	}
	return side
}

// negative finds a tree edge with a negative cut value, going round so that
// every edge has its turn.
func (s *simplex) negative() int {
	values := s.cutValues()
	for k := range s.edges {
		if i := (s.from + k) % len(s.edges); s.inTree[i] && values[i] < 0 {
			s.from = i + 1
			return i
		}
	}
	return -1
}

// cutValues tells, of each tree edge, how many more edges lead across its cut in its own
// direction than in the other. All are found in one walk: what leaves the nodes below an
// edge, less what enters them, is the sum of that over these nodes, since edges within count
// once each way.
func (s *simplex) cutValues() []int {
	near := make([][]int, len(s.nodes)) // tree edges
	below := make([]int, len(s.nodes))
	for i, e := range s.edges {
		below[e.From]++
		below[e.To]--
		if s.inTree[i] {
			near[e.From] = append(near[e.From], i)
			near[e.To] = append(near[e.To], i)
		}
	}
	up := make([]int, len(s.nodes)) // the tree edge that a node hangs on
	order := make([]int, 1, len(s.nodes))
	up[0] = -1
	for at := 0; at < len(order); at++ {
		n := order[at]
		for _, i := range near[n] {
			if i == up[n] {
				continue
			}
			next := s.edges[i].From + s.edges[i].To - n
			up[next] = i
			order = append(order, next)
		}
	}
	values := make([]int, len(s.edges))
	for at := len(order) - 1; at > 0; at-- {
		n := order[at]
		e := s.edges[up[n]]
		if below[e.From+e.To-n] += below[n]; e.From == n {
			values[up[n]] = below[n]
		} else {
			values[up[n]] = -below[n]
		}
	}
	return values
}

// exchange replaces a tree edge by the one with least slack that leads the other
// way, and moves one side so that it is tight.
func (s *simplex) exchange(leave int) {
	side := s.tail(leave)
	enter := -1
	for i, e := range s.edges {
		if !side[e.From] && side[e.To] && (enter < 0 || s.slack(e) < s.slack(s.edges[enter])) {
			enter = i
		}
	}
	if enter < 0 {
		s.inTree[leave] = true
		return
	}
	move := s.slack(s.edges[enter])
	for n := range s.nodes {
		if side[n] {
			s.ranks[n] -= move
		}
	}
	s.inTree[leave], s.inTree[enter] = false, true
}
