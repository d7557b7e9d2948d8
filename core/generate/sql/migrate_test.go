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

// A model and random changes to it: the script of the first, with rows, and then the migration give
// the catalogue of the second, and the rows of tables that stay are there.
func TestMigrations(t *testing.T) {
	t.Parallel()
	for _, s := range servers {
		t.Run(s.name, func(t *testing.T) {
			t.Parallel()
			compared, stopped, kept := 0, 0, map[string]int{}
			const all = 200
			var asked questions
			for seed := range uint64(all) {
				m := modeltest.Stored(seed, false)
				next := modeltest.StoredChanges(m, seed, 1+int(seed%5))
				d := s.dialect
				variant := variants[seed%uint64(len(variants))]
				old, wanted := planOf(m, d, variant), planOf(next, d, variant)
				maker := &rowMaker{d: d, p: old, rnd: rand.New(rand.NewPCG(seed, 5)), rows: map[*tables.Table][]row{}, n: 100}
				data := seed%2 == 0 // with rows, or empty
				script := lines(sql.Create(d, old))
				if data {
					for _, line := range maker.settled() {
						script = append(script, flat(line))
					}
				}
				text := lines(sql.Migrate(d, old, wanted))
				if d == sql.PostgreSQL {
					text = append(append([]string{"begin;"}, text...), "commit;")
				}
				names, survivals := plannedNames(d, wanted), survivalsOf(d, old, wanted)
				asked.put(seed >= askedAlways, func() {
					db := s.make(t)
					_, refused := db.run(t, script)
					require.Empty(t, refused, "seed %d", seed)
					var before []string
					if data {
						before = answers(t, db, survivals, func(s survival) string { return s.before })
					}
					_, refused = db.run(t, text)
					if len(refused) > 0 {
						for n, said := range refused {
							if !data {
								t.Errorf("seed %d: %s\n%s", seed, said, text[max(0, min(n, len(text)-1))])
							}
						}
						stopped++ // rows do not keep what is new: somebody has to decide
						return
					}
					require.Equal(t, strings.Join(names, "\n"), strings.Join(found(t, db, wanted), "\n"), "seed %d", seed)
					compared++
					if !data {
						return
					}
					for i, now := range answers(t, db, survivals, func(s survival) string { return s.after }) {
						require.Equal(t, strings.TrimSpace(before[i]), strings.TrimSpace(now), "seed %d: %s", seed, survivals[i].what)
						if n := strings.TrimSpace(before[i]); n != "" && n != "0" {
							kept[survivals[i].kind]++
						}
					}
				}, slices.Concat(script, text, names, []string{fmt.Sprintf("%+v", survivals)})...)
			}
			asked.put(true, func() { // of all of them
				require.LessOrEqual(t, stopped*5, all)
				require.Greater(t, kept["rows"], 100)
				require.Greater(t, kept["links"], 100)
				for _, kind := range []string{"value to several", "several to value", "reference to links", "links to reference"} {
					require.Positive(t, kept[kind], kind)
				}
			})
			asked.rest(t, s)
			t.Logf("%d catalogues are those of the new script; kept as they were: %v; %d migrations were stopped by rows that do not keep what is new", compared, kept, stopped)
			require.Positive(t, compared)
			require.Positive(t, kept["rows"])
		})
	}
}

// answers are those to a question of each survival: one may have several lines or none.
func answers(t *testing.T, db server, survivals []survival, question func(survival) string) []string {
	t.Helper()
	var script []string
	for _, s := range survivals {
		script = append(script, question(s), "select '---';")
	}
	said, refused := db.run(t, script)
	require.Empty(t, refused)
	out := strings.Split(strings.TrimSuffix(strings.TrimSpace(said), "---"), "---")
	require.Len(t, out, max(1, len(survivals)))
	return out[:len(survivals)]
}

// survival is a question about what has to be there before a migration and after it.
type survival struct{ kind, what, before, after string }

// survivalsOf are all that can be told from two plans, without a look at the script between them.
func survivalsOf(d *sql.Dialect, old, next *tables.Plan) (out []survival) {
	name := func(t *tables.Table) string { return d.Quoted(t.Name) }
	where := func(columns []*tables.Column) string {
		var all []string
		for _, c := range columns {
			all = append(all, d.Quoted(c.Name)+" is not null")
		}
		return strings.Join(all, " and ")
	}
	list := func(columns []*tables.Column) string {
		var all []string
		for _, c := range columns {
			all = append(all, d.Quoted(c.Name))
		}
		return strings.Join(all, ", ")
	}
	// referred is how many rows refer to one row, from the least to the most.
	referred := func(t *tables.Table, r *tables.Reference) string {
		return fmt.Sprintf("select count(*) as number from %s where %s group by %s order by number;", name(t), where(r.Columns), list(r.Columns))
	}
	filled := func(t *tables.Table, columns []*tables.Column) string {
		return fmt.Sprintf("select count(*) from %s where %s;", name(t), where(columns))
	}
	distinct := func(t *tables.Table, columns []*tables.Column) string {
		return fmt.Sprintf("select count(*) from (select distinct %s from %s) as them;", list(columns), name(t))
	}
	referenceOf := func(t *tables.Table, from, to model.ID) *tables.Reference {
		for _, r := range t.References {
			if r.From == from && r.Table.ID == to {
				return r
			}
		}
		return nil
	}
	optional := func(columns []*tables.Column) bool {
		return !slices.ContainsFunc(columns, func(c *tables.Column) bool { return d.Mandatory(c) })
	}
	// became tells what a column or reference of one plan is as a table of the other, either way.
	became := func(one, several *tables.Plan, tell func(t, of *tables.Table, columns, owner []*tables.Column, kind string)) {
		for _, of := range several.Tables {
			if tableOf(one, of.ID) != nil {
				continue
			}
			if of.Sort == tables.FromValues && len(of.References) > 0 {
				t := tableOf(one, of.References[0].Table.ID)
				for i := 0; t != nil && i < len(t.Columns); i++ {
					if c := t.Columns[i]; c.From == of.From && columnOf(several, c.ID) == nil && valueOf(of) != nil && sql.TypeNames(d, one)[c] == sql.TypeNames(d, several)[valueOf(of)] {
						tell(t, of, []*tables.Column{c}, of.References[0].Columns, "value")
					}
				}
			}
			if of.Sort == tables.FromLink && len(of.References) == 2 {
				for i, a := range of.References {
					b := of.References[1-i]
					t := tableOf(one, b.Table.ID)
					if t == nil || tableOf(several, t.ID) == nil || tableOf(one, a.Table.ID) == nil {
						continue
					}
					if r := referenceOf(t, a.From, a.Table.ID); r != nil && referenceOf(tableOf(several, t.ID), a.From, a.Table.ID) == nil {
						tell(t, of, r.Columns, b.Columns, "links")
					}
				}
			}
		}
	}
	for _, t := range old.Tables {
		now := tableOf(next, t.ID)
		if now == nil || t.Sort == tables.FromEnumeration {
			continue
		}
		out = append(out, survival{"rows", "rows of " + t.Name, "select count(*) from " + name(t) + ";", "select count(*) from " + name(now) + ";"})
		for _, r := range t.References {
			if same := referenceOf(now, r.From, r.Table.ID); same != nil && same.ID == r.ID && r.Table.Sort != tables.FromEnumeration && (optional(same.Columns) || !optional(r.Columns)) {
				out = append(out, survival{"links", "what " + t.Name + " refers to", referred(t, r), referred(now, same)})
			}
		}
	}
	became(old, next, func(t, of *tables.Table, columns, _ []*tables.Column, kind string) {
		kinds := map[string]string{"value": "value to several", "links": "reference to links"}
		out = append(out, survival{kinds[kind], t.Name + " in " + of.Name, filled(t, columns), "select count(*) from " + name(of) + ";"})
	})
	became(next, old, func(t, of *tables.Table, columns, owner []*tables.Column, kind string) {
		kinds := map[string]string{"value": "several to value", "links": "links to reference"}
		if optional(columns) && tableOf(old, t.ID) != nil {
			out = append(out, survival{kinds[kind], of.Name + " in " + t.Name, distinct(of, owner), filled(t, columns)})
		}
	})
	return out
}

func columnOf(p *tables.Plan, id model.ID) *tables.Column {
	for _, t := range p.Tables {
		for _, c := range t.Columns {
			if c.ID == id {
				return c
			}
		}
	}
	return nil
}

// valueOf is the one column of a table of values that is neither its owner's nor a position.
func valueOf(t *tables.Table) (value *tables.Column) {
	for _, c := range t.Columns {
		if slices.Contains(t.References[0].Columns, c) || strings.HasSuffix(c.Name, "position") {
			continue
		}
		if value != nil {
			return nil
		}
		value = c
	}
	return value
}

func tableOf(p *tables.Plan, id model.ID) *tables.Table {
	for _, t := range p.Tables {
		if t.ID == id {
			return t
		}
	}
	return nil
}
