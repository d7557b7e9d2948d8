package sql_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/sql"
	"lexeon/core/modeltest"
	"lexeon/core/tables"
)

// deletions are models of a whole, or a partner, and what is deleted with it: rows are put in, the
// first table's row is deleted, and what is left is counted.
var deletions = []struct {
	what   string
	lines  []string
	rows   []string
	delete string
	// refused: the row stays. left are counts of rows, and of those that refer to nothing.
	refused bool
	left    map[string]string
}{
	{"a filled diamond: the parts go with their whole, and theirs with them", []string{"class Apiary", "class Hive", "class Frame", "1 Apiary is made of 0..* Hive", "1 Hive is made of 0..* Frame"},
		[]string{"insert into apiary (id) values (1)", "insert into hive (id, apiary_id) values (1, 1)", "insert into frame (id, hive_id) values (1, 1)"}, "delete from apiary", false,
		map[string]string{"select count(*) from apiary": "0", "select count(*) from hive": "0", "select count(*) from frame": "0"}},
	{"a filled diamond whose part may be without: it goes all the same", []string{"class Apiary", "class Hive", "0..1 Apiary is made of 0..* Hive"},
		[]string{"insert into apiary (id) values (1)", "insert into hive (id, apiary_id) values (1, 1)", "insert into hive (id) values (2)"}, "delete from apiary", false, map[string]string{"select count(*) from hive": "1"}},
	{"an empty diamond whose part may be without: the part stays", []string{"class Crew", "class Sailor", "0..1 Crew brings together 0..* Sailor"},
		[]string{"insert into crew (id) values (1)", "insert into sailor (id, crew_id) values (1, 1)"}, "delete from crew", false,
		map[string]string{"select count(*) from crew": "0", "select count(*) from sailor": "1", "select count(*) from sailor where crew_id is null": "1"}},
	{"an empty diamond whose part needs it: the whole cannot be deleted", []string{"class Crew", "class Sailor", "1 Crew brings together 0..* Sailor"},
		[]string{"insert into crew (id) values (1)", "insert into sailor (id, crew_id) values (1, 1)"}, "delete from crew", true, map[string]string{"select count(*) from crew": "1"}},
	{"a plain line that must lead somewhere", []string{"class Dispatch", "class Batch", "0..* Dispatch names 1 Batch"},
		[]string{"insert into batch (id) values (1)", "insert into dispatch (id, batch_id) values (1, 1)"}, "delete from batch", true, map[string]string{"select count(*) from dispatch": "1"}},
	{"a plain line that may lead nowhere", []string{"class Dispatch", "class Batch", "0..* Dispatch names 0..1 Batch"},
		[]string{"insert into batch (id) values (1)", "insert into dispatch (id, batch_id) values (1, 1)"}, "delete from batch", false, map[string]string{"select count(*) from dispatch where batch_id is null": "1"}},
	{"several on both sides: the links go with either, and nothing else", []string{"class Recipe", "class Herb", "0..* Recipe takes 0..* Herb"},
		[]string{"insert into recipe (id) values (1)", "insert into herb (id) values (1)", "insert into recipe_takes_herb (recipe_id, herb_id) values (1, 1)"}, "delete from herb", false,
		map[string]string{"select count(*) from recipe": "1", "select count(*) from recipe_takes_herb": "0"}},
	{"a kind goes with what it is a kind of", []string{"class Item", "class Lot", " mass: Integer", "Lot is a kind of Item"},
		[]string{"insert into item (id) values (1)", "insert into lot (id, mass) values (1, 5)"}, "delete from item", false, map[string]string{"select count(*) from lot": "0"}},
	{"values go with what has them", []string{"class Buoy", " colours: String [0..*]"},
		[]string{"insert into buoy (id) values (1)", "insert into buoy_colours (buoy_id, colours) values (1, 'red')"}, "delete from buoy", false, map[string]string{"select count(*) from buoy_colours": "0"}},
}

func TestWhatADeletionDoes(t *testing.T) {
	for _, s := range servers {
		for _, c := range deletions {
			t.Run(s.name+"/"+c.what, func(t *testing.T) {
				m := modeltest.Build(t, c.lines...)
				db := s.make(t)
				d := db.dialect()
				o := tables.Defaults(m)
				o.Of, o.Limit = "all", d.Limit
				script := lines(sql.Create(d, tables.NewPlan(m, o)))
				for _, row := range c.rows {
					script = append(script, row+";")
				}
				_, refused := db.run(t, script)
				require.Empty(t, refused)
				_, refused = db.run(t, []string{c.delete + ";"})
				require.Equal(t, c.refused, len(refused) > 0, refused)
				for question, want := range c.left {
					out, _ := db.run(t, []string{question + ";"})
					require.Equal(t, want, strings.TrimSpace(out), question)
				}
			})
		}
	}
}
