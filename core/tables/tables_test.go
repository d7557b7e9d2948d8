package tables_test

import (
	"flag"
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/sql"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/tables"
)

var update = flag.Bool("update", false, "write the plans anew")

// planText is a plan for people to judge: tables with columns, keys and references, why there is a
// link, what is held by nothing, and how it was settled.
func planText(p *tables.Plan) string {
	var b strings.Builder
	names := func(cols []*tables.Column) string {
		var out []string
		for _, c := range cols {
			out = append(out, c.Name)
		}
		return strings.Join(out, ", ")
	}
	types := sql.TypeNames(sql.PostgreSQL, p)
	for _, e := range p.Enumerations {
		fmt.Fprintf(&b, "type %s: %s\n", e.Name, strings.Join(e.Names, ", "))
	}
	for _, t := range p.Tables {
		fmt.Fprintf(&b, "%s (%s)\n", t.Name, t.Sort)
		if t.Sort == tables.FromLink || t.Sort == tables.FromValues {
			fmt.Fprintf(&b, "    %s\n", t.Why)
		}
		for _, c := range t.Columns {
			null := ""
			if !c.Mandatory {
				null = "?"
			}
			fmt.Fprintf(&b, "    %s: %s%s\n", c.Name, types[c], null)
		}
		if t.Primary != nil {
			fmt.Fprintf(&b, "    key (%s)\n", names(t.Primary.Columns))
		}
		for _, k := range t.Uniques {
			fmt.Fprintf(&b, "    unique (%s)\n", names(k.Columns))
		}
		for _, c := range t.Checks {
			fmt.Fprintf(&b, "    check %s\n", sql.PostgreSQL.Condition(c.Condition))
		}
		for _, r := range t.References {
			extra := ""
			if r.Deferred {
				extra = ", deferred"
			}
			fmt.Fprintf(&b, "    (%s) -> %s (%s) on delete %s%s\n", names(r.Columns), r.Table.Name, names(r.Target), r.OnDelete, extra)
		}
		for _, x := range t.Indexes {
			fmt.Fprintf(&b, "    index (%s)\n", names(x.Columns))
		}
		for _, row := range t.Rows {
			var values []string
			for _, v := range row {
				values = append(values, v.Text)
			}
			fmt.Fprintf(&b, "    row %s\n", strings.Join(values, " | "))
		}
	}
	for _, x := range p.Bounds {
		var counted []string
		for _, c := range x.Counted {
			counted = append(counted, fmt.Sprintf("%s (%s)", c.Table.Name, names(c.Columns)))
		}
		fmt.Fprintf(&b, "count %s of %s: %s\n", model.Range(x.Lower, x.Upper), x.Of.Name, strings.Join(counted, " + "))
	}
	for _, h := range p.Held {
		if h.By == tables.ByNothing {
			fmt.Fprintf(&b, "not held: %s (%s)\n", h.What, h.Why)
		}
	}
	for _, n := range p.Notes {
		fmt.Fprintf(&b, "note: %s\n", n.Message)
	}
	return b.String()
}

// Small models with the tables that follow from them, each judged by hand: testdata/plans.txt.
func TestPlans(t *testing.T) {
	const file = "testdata/plans.txt"
	var out strings.Builder
	for _, c := range modeltest.TableCases(t, file) {
		got := planText(tables.NewPlan(c.Model, tables.OptionsOf(c.Options)))
		fmt.Fprintf(&out, "== %s\n%s\n---\n%s", c.Heading, c.Input, got)
		if !*update {
			require.Equal(t, strings.TrimSpace(c.Plan), strings.TrimSpace(got), c.Heading)
		}
	}
	if *update {
		require.NoError(t, os.WriteFile(file, []byte(out.String()), 0o644))
	}
}

// Two plans of one model are the same, and nothing in one has two names or no reason.
func TestPlansAreTheSame(t *testing.T) {
	for seed := range uint64(60) {
		m := modeltest.Stored(seed, seed%2 == 0)
		o := tables.Defaults(m)
		p := tables.NewPlan(m, o)
		require.Equal(t, planText(p), planText(tables.NewPlan(m, o)))
		ids := map[model.ID]string{}
		once := func(id model.ID, what string) {
			require.Empty(t, ids[id], "%s has the id of %s", what, ids[id])
			ids[id] = what
		}
		for _, tab := range p.Tables {
			once(tab.ID, tab.Name)
			require.NotEmpty(t, tab.Why)
			require.NotNil(t, m.Row(tab.From), tab.Name)
			for _, c := range tab.Columns {
				once(c.ID, tab.Name+"."+c.Name)
				require.NotEmpty(t, c.Why, c.Name)
				require.NotNil(t, m.Row(c.From), c.Name)
			}
			for _, r := range tab.References {
				once(r.ID, r.Name)
				require.NotEmpty(t, r.Why)
				require.Len(t, r.Columns, len(r.Target))
			}
		}
		for _, h := range p.Held {
			require.NotEmpty(t, h.What)
			require.Equal(t, h.By == tables.ByNothing, h.Why != "", h.What)
		}
	}
}

func BenchmarkPlan(b *testing.B) {
	m := modeltest.Large(2000, 3000, 0)
	for b.Loop() {
		o := tables.Defaults(m)
		o.Of = "all"
		for _, d := range sql.Dialects {
			o.Limit = d.Limit
			p := tables.NewPlan(m, o)
			sql.Script(sql.Create(d, p))
		}
	}
}
