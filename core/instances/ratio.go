package instances

import (
	"math"
	"math/big"
	"slices"

	"lexeon/core/model"
)

// isRatios reports whether every row bounds one number by a multiple of one other:
// then the system is a graph, and only circles in it can make something empty.
func (s *system) isRatios() bool {
	for _, r := range s.rows {
		if len(r.terms) != 2 || (r.terms[0].coef > 0) == (r.terms[1].coef > 0) {
			return false
		}
	}
	return true
}

// ratio: from at most times to.
type ratio struct {
	from, to int
	num, den int64 // from is at most num/den of to
	facts    []Fact
}

// emptied is what one circle makes empty.
type emptied struct {
	circle, also []model.ID
	facts        []Fact // of the circle
}

// emptyByRatios finds what has to be empty: a number that is, along a circle, at
// most a part of itself is nothing, and so is what is at most a multiple of nothing.
// Circles are found by logarithms and proven by whole numbers.
func (s *system) emptyByRatios() (out []emptied) {
	var edges []ratio
	for _, r := range s.rows {
		up, down := r.terms[0], r.terms[1]
		if up.coef < 0 {
			up, down = down, up
		}
		edges = append(edges, ratio{up.v, down.v, -down.coef, up.coef, r.facts})
	}
	empty := make([]bool, len(s.vars))
	for {
		circle := shrinking(len(s.vars), edges, empty)
		if circle == nil {
			return out
		}
		var found emptied
		mark := func(v int, to *[]model.ID) {
			if class := s.vars[v].class; class != "" && !empty[v] {
				*to = append(*to, class)
			}
			empty[v] = true
		}
		for _, e := range circle {
			mark(e.from, &found.circle)
			for _, f := range e.facts {
				if !slices.Contains(found.facts, f) {
					found.facts = append(found.facts, f)
				}
			}
		}
		for again := true; again; {
			again = false
			for _, e := range edges {
				if empty[e.to] && !empty[e.from] {
					mark(e.from, &found.also)
					again = true
				}
			}
		}
		out = append(out, found)
	}
}

// shrinking finds a circle whose ratios multiply to less than one, among what is
// not empty yet; nil where there is none.
func shrinking(n int, edges []ratio, empty []bool) []ratio {
	far := make([]float64, n) // the logarithm of a bound
	by := make([]int, n)
	for i := range by {
		by[i] = -1
	}
	last := -1
	for range n + 1 {
		last = -1
		for i, e := range edges {
			if empty[e.from] || empty[e.to] {
				continue
			}
			if b := far[e.to] + math.Log(float64(e.num)/float64(e.den)); b < far[e.from]-1e-9 {
				far[e.from], by[e.from], last = b, i, e.from
			}
		}
		if last < 0 {
			return nil
		}
	}
	for range n { // into the circle
		last = edges[by[last]].to
	}
	var circle []ratio
	product := big.NewRat(1, 1)
	for v := last; ; {
		e := edges[by[v]]
		circle = append(circle, e)
		product.Mul(product, big.NewRat(e.num, e.den))
		if v = e.to; v == last {
			break
		}
	}
	if product.Cmp(big.NewRat(1, 1)) >= 0 { // the logarithms were not exact enough
		return nil
	}
	return circle
}
