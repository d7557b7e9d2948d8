package sql_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/sql"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/tables"
)

func same(x row, columns []*tables.Column, y row, others []*tables.Column) bool {
	for i, c := range columns {
		if a, b := x[c], y[others[i]]; a == nil || b == nil || a.Text != b.Text {
			return false
		}
	}
	return true
}

// owns reports whether a bound looks at a row.
func owns(b *tables.Bound, x row) bool {
	return b.Kind == nil || x[b.Kind] != nil && slices.ContainsFunc(b.Kinds, func(v tables.Value) bool { return v.Text == x[b.Kind].Text })
}

// count is how many rows refer to one, by a bound.
func (r *rowMaker) count(b *tables.Bound, owner row) (n int) {
	for _, c := range b.Counted {
		for _, x := range r.rows[c.Table] {
			if same(x, c.Columns, owner, c.Target) {
				n++
			}
		}
	}
	return n
}

// tooMany reports whether a row would be one more than a bound allows.
func (r *rowMaker) tooMany(t *tables.Table, x row) bool {
	for _, b := range r.p.Bounds {
		for _, c := range b.Counted {
			for _, owner := range r.rows[b.Of] {
				if c.Table == t && b.Upper != model.Many && same(x, c.Columns, owner, c.Target) && owns(b, owner) && r.count(b, owner) >= b.Upper {
					return true
				}
			}
		}
	}
	return false
}

// one makes a row that refers to another one; nil: none was found.
func (r *rowMaker) one(c tables.Counted, owner row) row {
	for range 300 {
		x, ok := r.try(c.Table)
		if !ok {
			continue
		}
		for i, col := range c.Columns {
			x[col] = owner[c.Target[i]]
		}
		if same(x, c.Columns, owner, c.Target) && r.refers(c.Table, x) && r.keeps(c.Table, x, nil) && r.insert(c.Table, x) != "" {
			return x
		}
	}
	return nil
}

// settled are lines that put rows in which keep all bounds too, in one transaction; none where no such
// rows were found.
func (r *rowMaker) settled() (out []string) {
	if len(r.p.Bounds) == 0 || r.d != sql.PostgreSQL {
		for _, x := range r.fill() {
			out = append(out, x.line)
		}
		return out
	}
	r.counts = true
	for _, x := range r.fill() {
		out = append(out, strings.TrimSuffix(strings.TrimPrefix(x.line, "begin; "), " commit;"))
	}
	for range 12 {
		missing := false
		for _, b := range r.p.Bounds {
			for _, owner := range r.rows[b.Of] {
				for owns(b, owner) && r.count(b, owner) < b.Lower {
					c := b.Counted[r.rnd.IntN(len(b.Counted))]
					x := r.one(c, owner)
					if x == nil || len(out) > 400 { // each row may need others of its own table without end
						return nil
					}
					missing = true
					r.rows[c.Table] = append(r.rows[c.Table], x)
					out = append(out, r.insert(c.Table, x))
				}
			}
		}
		if !missing {
			return []string{"begin; " + strings.Join(out, " ") + " commit;"}
		}
	}
	return nil
}

// is the condition that columns have the values of others in a row.
func (r *rowMaker) is(columns []*tables.Column, x row, others []*tables.Column) string {
	var out []string
	for i, c := range columns {
		out = append(out, r.d.Quoted(c.Name)+" = "+r.d.Value(*x[others[i]], c.Type))
	}
	return strings.Join(out, " and ")
}

// against are transactions of which each breaks a bound: rows are taken away, are too many, or are not
// there at all.
func (r *rowMaker) against(b *tables.Bound) (out []string) {
	r.counts = false
	for _, owner := range r.rows[b.Of] {
		if !owns(b, owner) {
			continue
		}
		if b.Lower > 0 {
			line := "begin;"
			for _, c := range b.Counted {
				line += fmt.Sprintf(" delete from %s where %s;", r.d.Quoted(c.Table.Name), r.is(c.Columns, owner, c.Target))
			}
			// Where the row itself went with them, nothing is broken: one is divided by none then.
			out = append(out, fmt.Sprintf("%s select 1 / count(*) from %s where %s; commit;", line, r.d.Quoted(b.Of.Name), r.is(b.Of.Primary.Columns, owner, b.Of.Primary.Columns)))
			break
		}
		was, line := len(r.rows[b.Counted[0].Table]), "begin;"
		c := b.Counted[0]
		for r.count(b, owner) <= b.Upper {
			x := r.one(c, owner)
			if x == nil {
				break
			}
			r.rows[c.Table] = append(r.rows[c.Table], x)
			line += " " + r.insert(c.Table, x)
		}
		if r.count(b, owner) > b.Upper {
			out = append(out, line+" commit;")
		}
		r.rows[c.Table] = r.rows[c.Table][:was]
		if len(out) > 0 {
			break
		}
	}
	if x := r.row(b.Of, nil); x != nil && b.Lower > 0 && owns(b, x) && b.Of != b.Counted[0].Table {
		if line := r.insert(b.Of, x); line != "" {
			out = append(out, line)
		}
	}
	return out
}

// What triggers count is held: rows that keep all bounds go in together, and transactions that break
// one are refused, most of them in the words of the bound.
func TestBoundsAreHeld(t *testing.T) {
	all, proven, broken, settled := 0, 0, 0, 0
	var asked questions
	for seed := range uint64(100) {
		m := modeltest.Stored(seed, seed%4 == 3)
		values := map[string]string{"inheritance": []string{"joined", "single", "concrete"}[seed%3], "enumerations": "check", "keys": "natural", "names": "snake", "triggers": "yes"}
		p := planOf(m, sql.PostgreSQL, values)
		maker := &rowMaker{d: sql.PostgreSQL, p: p, rnd: rand.New(rand.NewPCG(seed, 5)), rows: map[*tables.Table][]row{}, n: 100}
		rows := maker.settled()
		if rows == nil {
			continue
		}
		settled++
		script := lines(sql.Create(sql.PostgreSQL, p))
		for _, l := range rows {
			script = append(script, flat(l))
		}
		kept := len(script)
		var of []*tables.Bound
		for _, b := range p.Bounds {
			for _, l := range maker.against(b) {
				script, of = append(script, flat(l)), append(of, b)
			}
		}
		asked.put(seed >= askedAlways, func() {
			_, refused := newPostgres(t).run(t, script)
			for n, said := range refused {
				if n < kept {
					t.Errorf("seed %d: %s\n%s", seed, said, script[n])
				}
			}
			seen := map[*tables.Bound]bool{}
			for i, b := range of {
				said, was := refused[kept+i]
				if !was {
					t.Errorf("seed %d: %s is not held against\n%s", seed, b.What, script[kept+i])
				}
				if !strings.Contains(said, "division by zero") {
					broken++
				}
				for _, o := range p.Bounds {
					seen[o] = seen[o] || strings.HasSuffix(said, "ERROR:  "+o.What)
				}
			}
			for _, b := range p.Bounds {
				all++
				if seen[b] {
					proven++
				}
			}
		}, append(script, fmt.Sprint(kept))...)
	}
	asked.put(true, func() { // of all of them
		t.Logf("%d transactions that break a bound are refused; %d of %d bounds were seen to hold", broken, proven, all)
		require.Greater(t, proven*3, all*2)
	})
	asked.rest(t, servers[0])
	t.Logf("%d of 100 models have rows that keep all bounds", settled)
	require.Greater(t, settled, 50)
}
