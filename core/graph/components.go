// Package graph holds the few algorithms on directed graphs that rules and
// generators share.
package graph

import "slices"

// Components finds the strongly connected components of a graph (Tarjan 1972),
// each after those it leads to. It walks without recursion, so that a chain of
// any length is safe. Nodes that next names and the list does not are found too.
func Components[N comparable](nodes []N, next func(N) []N) [][]N {
	type frame struct {
		node N
		to   []N
	}
	index, low, onStack := map[N]int{}, map[N]int{}, map[N]bool{}
	var stack []N
	var work []frame
	var out [][]N
	enter := func(n N) {
		index[n] = len(index)
		low[n] = index[n]
		stack = append(stack, n)
		onStack[n] = true
		work = append(work, frame{n, next(n)})
	}
	for _, root := range nodes {
		if _, seen := index[root]; seen {
			continue
		}
		enter(root)
		for len(work) > 0 {
			f := &work[len(work)-1]
			if len(f.to) > 0 {
				to := f.to[0]
				f.to = f.to[1:]
				if _, seen := index[to]; !seen {
					enter(to)
				} else if onStack[to] {
					low[f.node] = min(low[f.node], index[to])
				}
				continue
			}
			node := f.node
			work = work[:len(work)-1]
			if low[node] == index[node] {
				i := len(stack) - 1 // it is near the end, whatever came before
				for stack[i] != node {
					i--
				}
				component := slices.Clone(stack[i:])
				for _, n := range component {
					onStack[n] = false
				}
				stack = stack[:i]
				out = append(out, component)
			}
			if len(work) > 0 {
				parent := work[len(work)-1].node
				low[parent] = min(low[parent], low[node])
			}
		}
	}
	return out
}
