package sql_test

import (
	"fmt"
	"maps"
	"math/rand/v2"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/sql"
	"lexeon/core/tables"
)

// row has a value for each column, or none.
type row map[*tables.Column]*tables.Value

// rowMaker makes rows that keep everything that a plan holds, and such that break one thing.
type rowMaker struct {
	d    *sql.Dialect
	p    *tables.Plan
	rnd  *rand.Rand
	n    int
	rows map[*tables.Table][]row
	// counts: no row is made that is one too many for a bound.
	counts bool
}

// random is a value of the type of a column, mostly one that there was not before.
func (r *rowMaker) random(c *tables.Column) *tables.Value {
	r.n++
	n := r.n
	text := func(s string) *tables.Value { return &tables.Value{Text: s, Kind: tables.TextValue} }
	number := func(s string) *tables.Value { return &tables.Value{Text: s, Kind: tables.NumberValue} }
	if e := c.Type.Enumeration; e != nil {
		v := e.Values[r.rnd.IntN(len(e.Values))]
		return &v
	}
	odd := r.rnd.IntN(3) == 0 // what conditions speak of
	switch c.Type.Primitive {
	case "Integer", "Decimal", "Money":
		if odd {
			n = []int{-1, 0, 1, 3, 20, 21}[r.rnd.IntN(6)]
		}
		return number(strconv.Itoa(n))
	case "Boolean":
		return &tables.Value{Text: []string{"true", "false"}[r.rnd.IntN(2)], Kind: tables.TruthValue}
	case "Date":
		return text(fmt.Sprintf("%d-%02d-%02d", 2000+n/300, 1+n/28%10, 1+n%28))
	case "Time":
		return text(fmt.Sprintf("%02d:%02d:%02d", n/3600%24, n/60%60, n%60))
	case "Instant":
		return text(fmt.Sprintf("%d-%02d-%02d 10:00:00", 2000+n/300, 1+n/28%10, 1+n%28))
	case "Duration":
		return text(fmt.Sprintf("P%dD", n))
	case "Identifier":
		return text(fmt.Sprintf("00000000-0000-4000-8000-%012d", n))
	}
	if odd && c.Type.Primitive == "Text" {
		return text([]string{"x", "y", "raw"}[r.rnd.IntN(3)])
	}
	return text(fmt.Sprintf("t%d", n))
}

// verdict is true, false, or unknown (nil), as SQL has it.
func verdict(c tables.Condition, x row) *bool {
	is := func(b bool) *bool { return &b }
	all := func(list []tables.Condition, and bool) *bool {
		unknown := false
		for _, inner := range list {
			switch v := verdict(inner, x); {
			case v == nil:
				unknown = true
			case *v != and:
				return v
			}
		}
		if unknown {
			return nil
		}
		return is(and)
	}
	switch {
	case c.In != nil:
		v := x[c.In.Column]
		if v == nil {
			return nil
		}
		return is(slices.ContainsFunc(c.In.Values, func(o tables.Value) bool { return o.Text == v.Text }))
	case c.Present != nil:
		return is(x[c.Present] != nil)
	case c.Missing != nil:
		return is(x[c.Missing] == nil)
	case c.Count != nil:
		n := 0
		for _, col := range c.Count.Columns {
			if x[col] != nil {
				n++
			}
		}
		return is(n == 1 || n == 0 && !c.Count.Exactly)
	case c.Not != nil:
		if v := verdict(*c.Not, x); v != nil {
			return is(!*v)
		}
		return nil
	case len(c.Any) > 0:
		return all(c.Any, false)
	case c.Compare != nil:
		value := func(o tables.Operand) *tables.Value {
			if o.Column != nil {
				return x[o.Column]
			}
			return o.Value
		}
		a, b := value(c.Compare.Left), value(c.Compare.Right)
		if a == nil || b == nil {
			return nil
		}
		order := strings.Compare(a.Text, b.Text)
		if f, err := strconv.ParseFloat(a.Text, 64); err == nil {
			if g, err := strconv.ParseFloat(b.Text, 64); err == nil {
				order = 0
				if f < g {
					order = -1
				} else if f > g {
					order = 1
				}
			}
		}
		return is(map[string]bool{"=": order == 0, "<>": order != 0, "<": order < 0, "<=": order <= 0, ">": order > 0, ">=": order >= 0}[c.Compare.Relation])
	}
	return all(c.All, true)
}

func (r *rowMaker) checks(t *tables.Table) []*tables.Check { return sql.Checks(r.d, r.p, t) }

// keeps reports whether a row keeps all checks but one, and all keys.
func (r *rowMaker) keeps(t *tables.Table, x row, but *tables.Check) bool {
	for _, c := range r.checks(t) {
		if v := verdict(c.Condition, x); c != but && v != nil && !*v {
			return false
		}
	}
	for _, k := range append(slices.Clone(t.Uniques), t.Primary) {
		if k != nil && r.taken(t, k, x) {
			return false
		}
	}
	return !r.counts || !r.tooMany(t, x)
}

func (r *rowMaker) taken(t *tables.Table, k *tables.Key, x row) bool {
	return slices.ContainsFunc(r.rows[t], func(o row) bool {
		return !slices.ContainsFunc(k.Columns, func(c *tables.Column) bool { return x[c] == nil || o[c] == nil || x[c].Text != o[c].Text })
	})
}

// try makes a row of a table by chance; ok is false where something that it refers to is not there.
func (r *rowMaker) try(t *tables.Table) (x row, ok bool) {
	x = row{}
	for _, c := range t.Columns {
		if r.d.Mandatory(c) || r.rnd.IntN(3) > 0 {
			x[c] = r.random(c)
		}
	}
	for _, c := range r.checks(t) {
		if in := c.Condition.In; in != nil && x[in.Column] != nil && r.rnd.IntN(5) > 0 {
			v := in.Values[r.rnd.IntN(len(in.Values))]
			x[in.Column] = &v
		}
	}
	for _, f := range r.rnd.Perm(len(t.References)) {
		ref := t.References[f]
		mandatory := slices.ContainsFunc(ref.Columns, r.d.Mandatory)
		there := r.rows[ref.Table]
		switch {
		case len(there) == 0 && mandatory:
			return nil, false
		case len(there) == 0 || !mandatory && r.rnd.IntN(2) == 0:
			for _, c := range ref.Columns {
				x[c] = nil
			}
		default:
			to := there[r.rnd.IntN(len(there))]
			for i, c := range ref.Columns {
				x[c] = to[ref.Target[i]]
			}
		}
	}
	return x, r.refers(t, x)
}

// refers reports whether all references of a row lead somewhere, or nowhere at all: one column may
// stand in several of them.
func (r *rowMaker) refers(t *tables.Table, x row) bool {
	for _, ref := range t.References {
		nulls := 0
		for _, c := range ref.Columns {
			if x[c] == nil {
				nulls++
			}
		}
		if nulls > 0 && nulls < len(ref.Columns) {
			return false
		}
		if nulls == 0 && !slices.ContainsFunc(r.rows[ref.Table], func(o row) bool {
			for i, c := range ref.Columns {
				if v := o[ref.Target[i]]; v == nil || v.Text != x[c].Text {
					return false
				}
			}
			return true
		}) {
			return false
		}
	}
	return true
}

// together makes rows that need each other, in one transaction: that of a table with a reference that
// is looked at later comes first.
func (r *rowMaker) together(t *tables.Table) []string {
	for _, ref := range t.References {
		if !ref.Deferred || len(r.rows[ref.Table]) > 0 {
			continue
		}
		for range 300 {
			was := map[*tables.Table][]row{t: r.rows[t], ref.Table: r.rows[ref.Table]}
			future := row{}
			for _, c := range ref.Target {
				future[c] = r.random(c)
			}
			r.rows[ref.Table] = []row{future}
			x, ok := r.try(t)
			if ref.Table == t && ok { // to itself
				for _, own := range t.References {
					for i, c := range own.Columns {
						if own.Table == t && x[c] != nil {
							x[c] = x[own.Target[i]]
						}
					}
				}
			}
			r.rows[ref.Table] = was[ref.Table]
			if ok && ref.Table == t {
				if line := r.insert(t, x); line != "" && r.keeps(t, x, nil) {
					r.rows[t] = append(r.rows[t], x)
					if r.refers(t, x) {
						return []string{line}
					}
					r.rows[t] = was[t]
				}
				continue
			}
			if !ok || !r.keeps(t, x, nil) {
				continue
			}
			r.rows[t] = append(r.rows[t], x)
			y, ok := r.try(ref.Table)
			for c, v := range future {
				if ok {
					y[c] = v
				}
			}
			if ok && r.refers(ref.Table, y) && r.keeps(ref.Table, y, nil) {
				r.rows[ref.Table] = append(r.rows[ref.Table], y)
				if one, two := r.insert(t, x), r.insert(ref.Table, y); one != "" && two != "" && r.refers(t, x) {
					return []string{one, two}
				}
			}
			r.rows[t], r.rows[ref.Table] = was[t], was[ref.Table]
		}
	}
	return nil
}

// row is one that keeps everything but a check, which it breaks; nil: none was found.
func (r *rowMaker) row(t *tables.Table, but *tables.Check) row {
	for range 300 {
		x, ok := r.try(t)
		if !ok || !r.keeps(t, x, but) {
			continue
		}
		if but != nil {
			if v := verdict(but.Condition, x); v == nil || *v {
				continue
			}
		}
		return x
	}
	return nil
}

func (r *rowMaker) insert(t *tables.Table, x row) string {
	var names, values []string
	for _, c := range t.Columns {
		v := x[c]
		// An enumeration of MariaDB takes its first literal where nothing is said: MariaDB, ENUM.
		literal := c.Type.Enumeration != nil && c.Type.Enumeration.Native && c.Mandatory
		if v == nil && c.Generated == "" && !literal {
			continue // a default is none of a row that has none
		}
		names = append(names, r.d.Quoted(c.Name))
		switch {
		case v == nil:
			values = append(values, "null")
		case c.Type.Primitive == "Binary" && r.d == sql.PostgreSQL:
			values = append(values, fmt.Sprintf("convert_to(%s, 'UTF8')", r.d.Value(*v, c.Type)))
		case c.Type.Primitive == "Binary":
			values = append(values, fmt.Sprintf("x'%x'", v.Text))
		default:
			values = append(values, r.d.Value(*v, c.Type))
		}
	}
	for _, c := range t.Columns { // what is left out would get its default
		if x[c] == nil && c.Default != nil {
			names, values = append(names, r.d.Quoted(c.Name)), append(values, "null")
		}
	}
	if len(names) == 0 {
		return ""
	}
	return fmt.Sprintf("insert into %s (%s) values (%s);", r.d.Quoted(t.Name), strings.Join(names, ", "), strings.Join(values, ", "))
}

func clone(x row) row {
	out := row{}
	for c, v := range x {
		out[c] = v
	}
	return out
}

// trial is a line with what it breaks; "" keeps everything.
type trial struct{ line, breaks, name string }

// trials are rows that keep everything, and then rows of which each breaks one thing that the tables
// hold.
func (r *rowMaker) trials() (out []trial, without int) {
	out = r.fill()
	for _, t := range r.p.Tables {
		if len(r.rows[t]) == 0 {
			without++
		}
	}
	for _, t := range r.p.Tables {
		if len(r.rows[t]) == 0 || t.Sort == tables.FromEnumeration {
			continue
		}
		out = append(out, r.breaking(t)...)
	}
	return out, without
}

// fill makes rows that keep everything, three for each table where that can be.
func (r *rowMaker) fill() (out []trial) {
	for _, t := range r.p.Tables {
		for _, x := range t.Rows { // of lookup tables, which are filled already
			made := row{}
			for i, c := range t.Columns {
				v := x[i]
				made[c] = &v
			}
			r.rows[t] = append(r.rows[t], made)
		}
		if t.Sort == tables.FromEnumeration {
			continue
		}
	}
	some := func(t *tables.Table) bool {
		x := r.row(t, nil)
		if x == nil {
			return false
		}
		line := r.insert(t, x)
		if line == "" {
			return false
		}
		r.rows[t] = append(r.rows[t], x)
		out = append(out, trial{line: line})
		return true
	}
	for again := true; again; { // a row may have to wait for one in a table that comes later
		again = false
		for _, t := range r.p.Tables {
			if len(r.rows[t]) == 0 {
				for range 3 {
					again = some(t) || again
				}
			}
		}
		for _, t := range r.p.Tables {
			if !again && len(r.rows[t]) == 0 && r.d != sql.MySQL {
				if lines := r.together(t); lines != nil {
					out = append(out, trial{line: "begin; " + strings.Join(lines, " ") + " commit;"})
					again = true
				}
			}
		}
	}
	return out
}

func (r *rowMaker) breaking(t *tables.Table) (out []trial) {
	add := func(x row, breaks, name string) {
		if line := r.insert(t, x); line != "" {
			out = append(out, trial{line, breaks, name})
		}
	}
	for _, c := range t.Columns {
		x := r.row(t, nil)
		if x == nil || !r.d.Mandatory(c) || c.Generated != "" {
			continue
		}
		x = clone(x)
		x[c] = nil
		if c.Default == nil { // no value, where one is wanted
			add(x, fmt.Sprintf("%s.%s has a value", t.Name, c.Name), "")
		}
		if e := c.Type.Enumeration; e != nil && e.Native && r.d != sql.SQLite {
			x = clone(x)
			x[c] = &tables.Value{Text: "no literal of it", Kind: tables.TextValue}
			add(x, fmt.Sprintf("%s.%s is a literal", t.Name, c.Name), "")
		}
	}
	for _, k := range append(slices.Clone(t.Uniques), t.Primary) {
		if k == nil {
			continue
		}
		for _, o := range r.rows[t] {
			x := r.row(t, nil)
			if x == nil || slices.ContainsFunc(k.Columns, func(c *tables.Column) bool { return o[c] == nil }) {
				continue
			}
			x = clone(x)
			for _, c := range k.Columns {
				x[c] = o[c]
			}
			add(x, k.Why, k.Name)
			break
		}
	}
	for _, c := range r.checks(t) {
		if x := r.row(t, c); x != nil {
			add(x, c.Why, c.Name)
		}
	}
	for _, ref := range t.References {
		x := r.row(t, nil)
		if x == nil {
			continue
		}
		x = clone(x)
		for _, c := range ref.Columns {
			for range 50 {
				if x[c] = r.random(c); c.Type.Enumeration == nil {
					break
				}
			}
		}
		itself := ref.Table == t && !slices.ContainsFunc(ref.Columns, func(c *tables.Column) bool { return x[c].Text != x[ref.Target[slices.Index(ref.Columns, c)]].Text })
		if !r.refersOne(ref, x) && !itself {
			add(x, ref.Why, ref.Name)
		}
	}
	return out
}

// refersOne reports whether one reference of a row leads somewhere.
func (r *rowMaker) refersOne(ref *tables.Reference, x row) bool {
	return slices.ContainsFunc(r.rows[ref.Table], func(o row) bool {
		for i, c := range ref.Columns {
			if v := o[ref.Target[i]]; v == nil || v.Text != x[c].Text {
				return false
			}
		}
		return true
	})
}

// What is called held is held: rows that keep everything go in, and of rows that break one thing each
// is refused.
func TestWhatIsHeldIsHeld(t *testing.T) {
	t.Parallel()
	for _, s := range servers {
		t.Run(s.name, func(t *testing.T) {
			t.Parallel()
			kept, broken, without, all := 0, 0, 0, 0
			var asked questions
			for _, x := range models(t, 100) {
				d := s.dialect
				values := maps.Clone(x.with)
				delete(values, "triggers") // they look at several rows: see TestBoundsAreHeld
				p := planOf(x.m, d, values)
				of := x.name
				maker := &rowMaker{d: d, p: p, rnd: rand.New(rand.NewPCG(x.seed, 5)), rows: map[*tables.Table][]row{}, n: 100}
				trials, bare := maker.trials()
				script := lines(sql.Create(d, p))
				for i := range trials {
					script = append(script, flat(trials[i].line))
				}
				for _, x := range trials {
					if x.breaks == "" {
						kept++
					} else {
						broken++
					}
				}
				without, all = without+bare, all+len(p.Tables)
				asked.put(x.random, func() {
					_, refused := s.make(t).run(t, script)
					first := len(script) - len(trials)
					for i, x := range trials {
						said, was := refused[first+i]
						switch {
						case x.breaks == "" && was:
							t.Errorf("%s: %s\n%s", of, said, x.line)
						case x.breaks != "" && !was:
							t.Errorf("%s: %s: %s\nis not held against\n%s", of, x.name, x.breaks, x.line)
						}
					}
				}, append(script, fmt.Sprintf("%+v", trials))...)
			}
			asked.rest(t, s)
			t.Logf("%d rows that keep everything go in, %d that break something are refused; %d of %d tables got no rows", kept, broken, without, all)
			require.Greater(t, kept, 500)
			require.Greater(t, broken, 1000)
			require.Less(t, without*10, all)
		})
	}
}
