package instances

import (
	"math/big"
	"slices"

	"lexeon/core/model"
)

// emptyBySimplex finds the classes whose objects have to be none: as many numbers
// as possible are made positive at once, by exact rational numbers.
func (s *system) emptyBySimplex() []model.ID {
	var watched []int
	for v := range s.vars {
		if s.vars[v].class != "" {
			watched = append(watched, v)
		}
	}
	positive, _ := s.maximize(watched)
	var out []model.ID
	for i, v := range watched {
		if !positive[i] {
			out = append(out, s.vars[v].class)
		}
	}
	return out
}

// mustBeEmpty reports whether one number has to be none, with the rows that force
// it.
func (s *system) mustBeEmpty(v int) (bool, []int) {
	positive, rows := s.maximize([]int{v})
	return !positive[0], rows
}

// maximize makes as many of the watched numbers positive as can be at once. Rows
// are those whose bounds hold the rest down.
//
// It is the simplex method on a dictionary, with Bland's rule, so that it ends: the
// unknowns are the numbers and, for each watched number, y of at most that number
// and of at most one; the sum of y is made as large as it can be. Since all numbers
// can be multiplied, each y ends as nothing or one.
func (s *system) maximize(watched []int) (positive []bool, rows []int) {
	n, k := len(s.vars), len(watched)
	// Columns: the numbers, then y; rows: those of the system, then y - v <= 0, then y <= 1.
	width := n + k
	d := &dictionary{width: width}
	for _, r := range s.rows {
		line := make([]*big.Rat, width)
		for _, t := range r.terms {
			line[t.v] = new(big.Rat).SetInt64(t.coef)
		}
		d.addRow(line, 0)
	}
	for i, v := range watched {
		line := make([]*big.Rat, width)
		line[n+i], line[v] = big.NewRat(1, 1), big.NewRat(-1, 1)
		d.addRow(line, 0)
	}
	for i := range watched {
		line := make([]*big.Rat, width)
		line[n+i] = big.NewRat(1, 1)
		d.addRow(line, 1)
	}
	d.gain = make([]*big.Rat, width)
	for i := range watched {
		d.gain[n+i] = big.NewRat(1, 1)
	}
	d.names = make([]int, width)
	for j := range d.names {
		d.names[j] = j
	}
	for d.step() {
	}
	positive = make([]bool, k)
	for i, name := range d.basic {
		if name >= n && name < n+k && d.value[i].Sign() > 0 {
			positive[name-n] = true
		}
	}
	for j, name := range d.names {
		if row := name - width; row >= 0 && row < len(s.rows) && d.gain[j] != nil && d.gain[j].Sign() < 0 {
			rows = append(rows, row)
		}
	}
	slices.Sort(rows)
	return positive, rows
}

// dictionary writes each basic unknown as its value less a sum of the others. A
// missing number is nothing. Unknown width+i is the slack of row i.
type dictionary struct {
	width int
	rows  [][]*big.Rat
	value []*big.Rat
	basic []int      // of each row
	names []int      // of each column
	gain  []*big.Rat // of the goal, per column
}

func (d *dictionary) addRow(line []*big.Rat, value int64) {
	d.basic = append(d.basic, d.width+len(d.rows))
	d.rows = append(d.rows, line)
	d.value = append(d.value, new(big.Rat).SetInt64(value))
}

// step exchanges one unknown; false at the end.
func (d *dictionary) step() bool {
	enter := -1
	for j, g := range d.gain {
		if g != nil && g.Sign() > 0 && (enter < 0 || d.names[j] < d.names[enter]) {
			enter = j
		}
	}
	if enter < 0 {
		return false
	}
	leave := -1
	var least *big.Rat
	for i, line := range d.rows {
		if line[enter] == nil || line[enter].Sign() <= 0 {
			continue
		}
		room := new(big.Rat).Quo(d.value[i], line[enter])
		if c := 1; least != nil {
			if c = least.Cmp(room); c < 0 || c == 0 && d.basic[i] > d.basic[leave] {
				continue
			}
		}
		leave, least = i, room
	}
	if leave < 0 { // never: the goal is bounded
		return false
	}
	d.pivot(leave, enter)
	return true
}

func (d *dictionary) pivot(leave, enter int) {
	line := d.rows[leave]
	by := new(big.Rat).Inv(line[enter])
	line[enter] = big.NewRat(1, 1)
	for j, x := range line {
		if x != nil {
			line[j] = new(big.Rat).Mul(x, by)
		}
	}
	d.value[leave] = new(big.Rat).Mul(d.value[leave], by)
	d.basic[leave], d.names[enter] = d.names[enter], d.basic[leave]
	clear := func(other []*big.Rat) *big.Rat {
		x := other[enter]
		if x == nil || x.Sign() == 0 {
			return nil
		}
		other[enter] = nil
		for j, y := range line {
			if y == nil || y.Sign() == 0 {
				continue
			}
			z := new(big.Rat).Mul(x, y)
			if other[j] != nil {
				z.Sub(other[j], z)
			} else {
				z.Neg(z)
			}
			if z.Sign() == 0 {
				z = nil
			}
			other[j] = z
		}
		return x
	}
	for i, other := range d.rows {
		if i != leave {
			if x := clear(other); x != nil {
				d.value[i] = new(big.Rat).Sub(d.value[i], new(big.Rat).Mul(x, d.value[leave]))
			}
		}
	}
	clear(d.gain)
}
