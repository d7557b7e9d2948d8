package sql_test

import (
	"fmt"
	"maps"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/sql"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/tables"
)

// variants are options that are all tried on random models.
var variants = []map[string]string{
	{"inheritance": "joined", "enumerations": "check", "keys": "natural", "names": "snake", "triggers": "yes"},
	{"inheritance": "single", "enumerations": "lookup", "keys": "identity", "names": "written", "plural": "yes"},
	{"inheritance": "concrete", "enumerations": "native", "keys": "uuid", "names": "snake", "prefix": "Ap_", "triggers": "yes"},
	{"inheritance": "joined", "enumerations": "lookup", "keys": "natural", "names": "written"},
	{"inheritance": "single", "enumerations": "native", "keys": "natural", "names": "snake", "triggers": "yes"},
	{"inheritance": "concrete", "enumerations": "check", "keys": "natural", "names": "written"},
}

// proven is a model with options, that the databases are asked about.
type proven struct {
	name string
	m    *model.Model
	with map[string]string
	seed uint64

	random bool
}

// models are the demo with all variants, small ones that have between them every feature that there
// is, and random ones, of which every fourth has hostile names.
func models(t testing.TB, random int) (out []proven) {
	t.Helper()
	demo := modeltest.Demo(t)
	for i, v := range variants {
		with := maps.Clone(v)
		with["of"] = "all"
		out = append(out, proven{fmt.Sprint("demo ", i), demo, with, uint64(i), false})
	}
	for i, c := range modeltest.TableCases(t, "../../tables/testdata/plans.txt") {
		out = append(out, proven{c.Heading, c.Model, c.Options, uint64(i), false})
	}
	for seed := range uint64(random) {
		out = append(out, proven{fmt.Sprint("random ", seed), modeltest.Stored(seed, seed%4 == 3), variants[seed%uint64(len(variants))], seed, true})
	}
	return out
}

func planOf(m *model.Model, d *sql.Dialect, values map[string]string) *tables.Plan {
	o := tables.OptionsOf(values)
	o.Limit = d.Limit
	return tables.NewPlan(m, o)
}

// Scripts run without an error and without a warning, and what they make is taken
// away without one.
func TestScriptsRun(t *testing.T) {
	t.Parallel()
	for _, s := range servers {
		t.Run(s.name, func(t *testing.T) {
			t.Parallel()
			made, statements := 0, 0
			var all questions
			for _, x := range models(t, 200) {
				p := planOf(x.m, s.dialect, x.with)
				script, drop := sql.Create(s.dialect, p), lines(sql.Drop(s.dialect, p))
				made, statements = made+len(p.Tables), statements+len(script)
				all.put(x.random, func() {
					db := s.make(t)
					if p, ok := db.(postgres); ok {
						db = byPsql{p}
					}
					_, refused := db.run(t, lines(script))
					for n, said := range refused {
						t.Errorf("%s: %s\n%s", x.name, said, script[max(0, min(n, len(script)-1))].Text)
					}
					_, refused = db.run(t, drop)
					require.Empty(t, refused)
				}, append(lines(script), drop...)...)
			}
			all.rest(t, s)
			t.Logf("%d tables by %d statements", made, statements)
		})
	}
}

// A script is the same each time, and a text that SQL would end ends nowhere but where it should.
func TestScriptsAreTheSame(t *testing.T) {
	for _, d := range sql.Dialects {
		for seed := range uint64(20) {
			m := modeltest.Stored(seed, true)
			one, two := sql.Script(sql.Create(d, planOf(m, d, variants[0]))), sql.Script(sql.Create(d, planOf(m, d, variants[0])))
			require.Equal(t, one, two)
			require.NotContains(t, strings.ToLower(fmt.Sprint(one)), "<nil>")
		}
	}
}
