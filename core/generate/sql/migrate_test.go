package sql_test

import (
	"fmt"
	"math/rand/v2"
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
	for _, s := range servers {
		t.Run(s.name, func(t *testing.T) {
			t.Parallel()
			compared, kept, stopped, all := 0, 0, 0, 0
			for seed := range uint64(200) {
				m := modeltest.Stored(seed, false)
				next := modeltest.StoredChanges(m, seed, 1+int(seed%5))
				db := s.make(t)
				d := db.dialect()
				variant := variants[seed%uint64(len(variants))]
				old, wanted := planOf(m, d, variant), planOf(next, d, variant)
				maker := &rowMaker{d: d, p: old, rnd: rand.New(rand.NewPCG(seed, 5)), rows: map[*tables.Table][]row{}, n: 100}
				script := lines(sql.Create(d, old))
				if seed%2 == 0 { // with rows, or empty
					for _, line := range maker.settled() {
						script = append(script, flat(line))
					}
				}
				_, refused := db.run(t, script)
				require.Empty(t, refused, "seed %d", seed)
				counts := func(p *tables.Plan) map[model.ID]string {
					var questions []string
					for _, tab := range p.Tables {
						questions = append(questions, "select count(*) from "+d.Quoted(tab.Name)+";")
					}
					said, _ := db.run(t, questions)
					numbers, out := strings.Fields(said), map[model.ID]string{}
					require.Len(t, numbers, len(p.Tables))
					for i, tab := range p.Tables {
						out[tab.ID] = numbers[i]
					}
					return out
				}
				before := map[model.ID]string{}
				if seed%2 == 0 {
					before = counts(old)
				}
				all++
				migration := sql.Migrate(d, old, wanted)
				text := lines(migration)
				if d == sql.PostgreSQL {
					text = append(append([]string{"begin;"}, text...), "commit;")
				}
				_, refused = db.run(t, text)
				if len(refused) > 0 {
					data := seed%2 == 0
					for n, said := range refused {
						if !data {
							t.Errorf("seed %d: %s\n%s", seed, said, text[max(0, min(n, len(text)-1))])
						}
					}
					stopped++ // rows do not keep what is new: somebody has to decide
					continue
				}
				require.Equal(t, strings.Join(plannedNames(d, wanted), "\n"), strings.Join(found(t, db, wanted), "\n"), "seed %d", seed)
				compared++
				if seed%2 == 0 {
					after := counts(wanted)
					for id, n := range before {
						if now, stays := after[id]; stays && n != "0" && tableOf(wanted, id).Sort != tables.FromEnumeration {
							require.Equal(t, n, now, "seed %d: rows of %s", seed, tableOf(wanted, id).Name)
							kept++
						}
					}
				}
			}
			t.Logf("%d of %d catalogues are those of the new script; %d tables kept all rows; %d migrations were stopped by rows that do not keep what is new", compared, all, kept, stopped)
			require.LessOrEqual(t, stopped*5, all)
			require.Greater(t, kept, 100)
		})
	}
}

func tableOf(p *tables.Plan, id model.ID) *tables.Table {
	for _, t := range p.Tables {
		if t.ID == id {
			return t
		}
	}
	panic(fmt.Sprint("no table ", id))
}
