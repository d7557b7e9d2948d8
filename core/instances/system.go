package instances

import (
	"slices"

	"lexeon/core/model"
)

// system is a set of inequalities over numbers that are none or more.
type system struct {
	vars []variable
	rows []row
}

// variable is a number: of the objects that are most specifically of a class, or of
// something that is only reckoned with.
type variable struct {
	class model.ID // "" where it is no class
}

// row states that the sum of its terms is at most nothing.
type row struct {
	terms []term // by variable, none twice, no coefficient 0
	facts []Fact // that it rests on
}

type term struct {
	v    int
	coef int64
}

func (s *system) variable(class model.ID) int {
	s.vars = append(s.vars, variable{class})
	return len(s.vars) - 1
}

// add states that a times the sum of left is at most b times the sum of right.
func (s *system) add(a int, left []int, b int, right []int, facts ...Fact) {
	sum := map[int]int64{}
	for _, v := range left {
		sum[v] += int64(a)
	}
	for _, v := range right {
		sum[v] -= int64(b)
	}
	r := row{facts: facts}
	says := false
	for v, c := range sum {
		if c != 0 {
			r.terms = append(r.terms, term{v, c})
			says = says || c > 0
		}
	}
	if !says {
		return
	}
	slices.SortFunc(r.terms, func(x, y term) int { return x.v - y.v })
	s.rows = append(s.rows, r)
}

// facts lists what the rows rest on, each once.
func (s *system) facts() []Fact {
	var out []Fact
	seen := map[Fact]bool{}
	for _, r := range s.rows {
		for _, f := range r.facts {
			if !seen[f] {
				seen[f] = true
				out = append(out, f)
			}
		}
	}
	return out
}

// classes lists the classes of the variables, sorted.
func (s *system) classes() []model.ID {
	var out []model.ID
	for _, v := range s.vars {
		if v.class != "" {
			out = append(out, v.class)
		}
	}
	slices.Sort(out)
	return out
}

// peel leaves out what can always be met: a number that no row bounds from above
// can be made as large as the rows in which it stands need it, so these say
// nothing; and so on with what is left.
func peel(s *system) *system {
	bounded := make([]int, len(s.vars)) // in how many rows it is bounded from above
	in := make([][]int, len(s.vars))
	for i, r := range s.rows {
		for _, t := range r.terms {
			in[t.v] = append(in[t.v], i)
			if t.coef > 0 {
				bounded[t.v]++
			}
		}
	}
	var free []int
	for v := range s.vars {
		if bounded[v] == 0 {
			free = append(free, v)
		}
	}
	gone := make([]bool, len(s.rows))
	for len(free) > 0 {
		v := free[len(free)-1]
		free = free[:len(free)-1]
		for _, i := range in[v] {
			if gone[i] {
				continue
			}
			gone[i] = true
			for _, t := range s.rows[i].terms {
				if t.coef > 0 {
					if bounded[t.v]--; bounded[t.v] == 0 {
						free = append(free, t.v)
					}
				}
			}
		}
	}
	return s.only(func(i int) bool { return !gone[i] })
}

// only is the system of some of its rows, with the variables that stand in them.
func (s *system) only(keep func(row int) bool) *system {
	out := &system{}
	index := map[int]int{}
	for i, r := range s.rows {
		if !keep(i) {
			continue
		}
		n := row{facts: r.facts}
		for _, t := range r.terms {
			at, ok := index[t.v]
			if !ok {
				at = out.variable(s.vars[t.v].class)
				index[t.v] = at
			}
			n.terms = append(n.terms, term{at, t.coef})
		}
		out.rows = append(out.rows, n)
	}
	return out
}

// components are the parts of a system that have no variable in common.
func (s *system) components() []*system {
	root := make([]int, len(s.vars))
	for i := range root {
		root[i] = i
	}
	var find func(int) int
	find = func(v int) int {
		for root[v] != v {
			root[v] = root[root[v]]
			v = root[v]
		}
		return v
	}
	for _, r := range s.rows {
		for _, t := range r.terms[1:] {
			root[find(t.v)] = find(r.terms[0].v)
		}
	}
	var order []int
	rows := map[int][]bool{}
	for i, r := range s.rows {
		at := find(r.terms[0].v)
		if rows[at] == nil {
			rows[at] = make([]bool, len(s.rows))
			order = append(order, at)
		}
		rows[at][i] = true
	}
	var out []*system
	for _, at := range order {
		out = append(out, s.only(func(i int) bool { return rows[at][i] }))
	}
	return out
}

// raise looks for a solution in which nothing is empty, by raising what is too
// small, a few rounds long. That it finds none proves nothing.
func (s *system) raise() bool {
	const most = int64(1) << 40
	size := make([]int64, len(s.vars))
	for i := range size {
		size[i] = 1
	}
	for range len(s.rows) + 30 {
		quiet := true
		for _, r := range s.rows {
			var over int64
			raised := -1
			for _, t := range r.terms {
				if t.coef > 1<<20 || t.coef < -1<<20 {
					return false
				}
				over += t.coef * size[t.v]
				if t.coef < 0 && (raised < 0 || t.coef < r.terms[raised].coef) {
					raised = slices.Index(r.terms, t)
				}
			}
			if over <= 0 {
				continue
			}
			if raised < 0 {
				return false
			}
			quiet = false
			t := r.terms[raised]
			if size[t.v] += (over - t.coef - 1) / -t.coef; size[t.v] > most {
				return false
			}
		}
		if quiet {
			return true
		}
	}
	return false
}
