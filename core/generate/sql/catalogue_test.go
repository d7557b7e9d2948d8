package sql_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/sql"
	"lexeon/core/tables"
)

// planned are the lines of a catalogue as a plan has them.
func planned(d *sql.Dialect, p *tables.Plan) []string {
	var out []string
	add := func(format string, args ...any) { out = append(out, fmt.Sprintf(format, args...)) }
	cols := func(list []*tables.Column) string {
		var names []string
		for _, c := range list {
			names = append(names, c.Name)
		}
		return strings.Join(names, "|")
	}
	types := sql.TypeNames(d, p)
	for _, t := range p.Tables {
		for _, c := range t.Columns {
			typ := types[c]
			if d == sql.PostgreSQL && typ == "time" {
				typ = "time without time zone"
			}
			if e := c.Type.Enumeration; d == sql.PostgreSQL && e != nil && e.Native {
				typ = e.Name // the catalogue quotes in its own way
			}
			given := c.Default != nil || c.Generated != ""
			if d == sql.SQLite && c.Generated == tables.Identity {
				given = false // by its type alone
			}
			add("column %s %s %s %v %v", t.Name, c.Name, typ, d.Mandatory(c), given)
		}
		name := func(s string) string {
			if d == sql.MySQL {
				return "PRIMARY"
			}
			return s
		}
		if t.Primary != nil {
			add("primary %s %s (%s)", t.Name, name(t.Primary.Name), cols(t.Primary.Columns))
		}
		for _, k := range t.Uniques {
			add("unique %s %s (%s)", t.Name, k.Name, cols(k.Columns))
		}
		for _, c := range sql.Checks(d, p, t) {
			add("check %s %s", t.Name, c.Name)
		}
		for _, r := range t.References {
			action, deferred := strings.ToUpper(string(r.OnDelete)), r.Deferred && d != sql.MySQL
			if deferred && r.OnDelete == tables.Restrict {
				action = "NO ACTION"
			}
			named := r.Name
			if d == sql.SQLite {
				named, deferred = "", false // its catalogue does not tell
			}
			add("reference %s %s (%s) %s (%s) %s %v", t.Name, named, cols(r.Columns), r.Table.Name, cols(r.Target), action, deferred)
		}
		for _, x := range t.Indexes {
			add("index %s %s (%s)", t.Name, x.Name, cols(x.Columns))
		}
	}
	for _, b := range p.Bounds {
		if d != sql.PostgreSQL {
			break // the others cannot count when a transaction ends
		}
		if b.Trigger != "" {
			add("trigger %s %s true true", b.Of.Name, b.Trigger)
		}
		for _, c := range b.Counted {
			add("trigger %s %s true true", c.Table.Name, c.Trigger)
		}
	}
	slices.Sort(out)
	return out
}

var catalogues = map[string]string{
	"postgres": `
select 'column', c.relname, a.attname, case when t.typtype = 'e' then t.typname else format_type(a.atttypid, a.atttypmod) end, a.attnotnull, a.atthasdef or a.attidentity <> '' from pg_attribute a join pg_class c on c.oid = a.attrelid join pg_type t on t.oid = a.atttypid where c.relkind = 'r' and c.relnamespace = current_schema()::regnamespace and a.attnum > 0;
select case contype when 'p' then 'primary' when 'u' then 'unique' end, c.relname, k.conname, '(' || (select string_agg(a.attname, '|' order by x.n) from unnest(k.conkey) with ordinality x(at, n) join pg_attribute a on a.attrelid = c.oid and a.attnum = x.at) || ')' from pg_constraint k join pg_class c on c.oid = k.conrelid where k.contype in ('p', 'u') and c.relnamespace = current_schema()::regnamespace;
select 'check', c.relname, k.conname from pg_constraint k join pg_class c on c.oid = k.conrelid where k.contype = 'c' and c.relnamespace = current_schema()::regnamespace;
select 'reference', c.relname, k.conname, '(' || (select string_agg(a.attname, '|' order by x.n) from unnest(k.conkey) with ordinality x(at, n) join pg_attribute a on a.attrelid = c.oid and a.attnum = x.at) || ')', f.relname, '(' || (select string_agg(a.attname, '|' order by x.n) from unnest(k.confkey) with ordinality x(at, n) join pg_attribute a on a.attrelid = f.oid and a.attnum = x.at) || ')', case k.confdeltype when 'c' then 'CASCADE' when 'n' then 'SET NULL' when 'r' then 'RESTRICT' when 'a' then 'NO ACTION' end, k.condeferred from pg_constraint k join pg_class c on c.oid = k.conrelid join pg_class f on f.oid = k.confrelid where k.contype = 'f' and c.relnamespace = current_schema()::regnamespace;
select 'index', c.relname, i.relname, '(' || (select string_agg(a.attname, '|' order by x.n) from unnest(x.indkey) with ordinality x(at, n) join pg_attribute a on a.attrelid = c.oid and a.attnum = x.at) || ')' from pg_index x join pg_class i on i.oid = x.indexrelid join pg_class c on c.oid = x.indrelid where not x.indisunique and c.relnamespace = current_schema()::regnamespace;
select 'trigger', c.relname, t.tgname, t.tgdeferrable, t.tginitdeferred from pg_trigger t join pg_class c on c.oid = t.tgrelid where not t.tgisinternal and c.relnamespace = current_schema()::regnamespace;`,
	"mysql": `
select 'column', table_name, column_name, column_type, if(is_nullable = 'NO', 'true', 'false'), if(ifnull(column_default, 'NULL') <> 'NULL' or extra like '%auto_increment%', 'true', 'false') from information_schema.columns where table_schema = database();
select if(constraint_name = 'PRIMARY', 'primary', 'unique'), table_name, constraint_name, concat('(', (select group_concat(column_name order by ordinal_position separator '|') from information_schema.key_column_usage u where u.table_schema = c.table_schema and u.table_name = c.table_name and u.constraint_name = c.constraint_name), ')') from information_schema.table_constraints c where table_schema = database() and constraint_type in ('PRIMARY KEY', 'UNIQUE');
select 'check', table_name, constraint_name from information_schema.check_constraints where constraint_schema = database();
select 'reference', r.table_name, r.constraint_name, concat('(', group_concat(u.column_name order by u.ordinal_position separator '|'), ')'), r.referenced_table_name, concat('(', group_concat(u.referenced_column_name order by u.ordinal_position separator '|'), ')'), r.delete_rule, 'false' from information_schema.referential_constraints r join information_schema.key_column_usage u on u.constraint_schema = r.constraint_schema and u.constraint_name = r.constraint_name and u.table_name = r.table_name where r.constraint_schema = database() group by r.table_name, r.constraint_name, r.referenced_table_name, r.delete_rule;
select 'index', table_name, index_name, concat('(', group_concat(column_name order by seq_in_index separator '|'), ')') from information_schema.statistics where table_schema = database() and non_unique = 1 group by table_name, index_name;`,
	"sqlite": `
select 'column', m.name, c.name, c.type, case when c."notnull" then 'true' else 'false' end, case when c.dflt_value is not null then 'true' else 'false' end from sqlite_master m, pragma_table_info(m.name) c where m.type = 'table';
select 'primary', m.name, '', '(' || (select group_concat(name, '|') from (select name from pragma_table_info(m.name) where pk > 0 order by pk)) || ')' from sqlite_master m where m.type = 'table' and exists (select 1 from pragma_table_info(m.name) where pk > 0);
select 'unique', m.name, '', '(' || (select group_concat(name, '|') from (select name from pragma_index_info(x.name) order by seqno)) || ')' from sqlite_master m, pragma_index_list(m.name) x where m.type = 'table' and x.origin = 'u';
select 'reference', m.name, '', '(' || group_concat(f."from", '|') || ')', f."table", '(' || group_concat(f."to", '|') || ')', f.on_delete, 'false' from sqlite_master m join (select * from (select 1)) left join pragma_foreign_key_list(m.name) f where m.type = 'table' and f.id is not null group by m.name, f.id, f."table", f.on_delete;
select 'index', m.name, x.name, '(' || (select group_concat(name, '|') from (select name from pragma_index_info(x.name) order by seqno)) || ')' from sqlite_master m, pragma_index_list(m.name) x where m.type = 'table' and x.origin = 'c';`,
}

// found are the lines of the catalogue of a database.
func found(t *testing.T, db server, p *tables.Plan) []string {
	d := db.dialect()
	separator := "\x1f"
	if d == sql.MySQL {
		separator = "\t"
	}
	out, refused := db.run(t, strings.Split(strings.TrimSpace(catalogues[d.Name]), "\n"))
	require.Empty(t, refused)
	var list []string
	for line := range strings.Lines(out) {
		line = strings.TrimSuffix(line, "\n")
		fields := strings.Split(line, separator)
		if fields[0] == "column" {
			fields[3] = strings.Replace(fields[3], "bigint(20)", "bigint", 1) // MariaDB adds how wide it is shown
			if d == sql.SQLite {
				fields[3] = strings.ToLower(fields[3])
			}
		}
		for i, f := range fields {
			if d == sql.PostgreSQL && (f == "t" || f == "f") && (fields[0] == "column" && i > 3 || fields[0] == "reference" && i == 7 || fields[0] == "trigger" && i > 2) {
				fields[i] = map[string]string{"t": "true", "f": "false"}[f]
			}
		}
		list = append(list, strings.Join(fields, " "))
	}
	if d == sql.SQLite { // names of constraints, and checks, stand in its texts alone
		sources, _ := db.run(t, []string{"select replace(sql, char(10), ' ') from sqlite_master where type = 'table';"})
		for _, t := range p.Tables {
			for _, c := range sql.Checks(d, p, t) {
				if strings.Contains(sources, "constraint "+d.Quoted(c.Name)+" check (") {
					list = append(list, "check "+t.Name+" "+c.Name)
				}
			}
		}
	}
	slices.Sort(list)
	return list
}

// plannedNames are the lines as a catalogue tells them: that of SQLite without the names of keys.
func plannedNames(d *sql.Dialect, p *tables.Plan) []string {
	want := planned(d, p)
	if d != sql.SQLite {
		return want
	}
	for i, l := range want {
		kind, _, _ := strings.Cut(l, " ")
		if kind != "primary" && kind != "unique" {
			continue
		}
		for _, t := range p.Tables {
			for _, k := range append(slices.Clone(t.Uniques), t.Primary) {
				if k == nil {
					continue
				}
				if rest, ok := strings.CutPrefix(l, kind+" "+t.Name+" "+k.Name+" ("); ok {
					want[i] = kind + " " + t.Name + "  (" + rest
				}
			}
		}
	}
	slices.Sort(want)
	return want
}

// What the databases tell of their tables is what the plan has: names, types, keys, references, what
// happens on deletion, checks and indexes.
func TestCatalogues(t *testing.T) {
	t.Parallel()
	for _, s := range servers {
		t.Run(s.name, func(t *testing.T) {
			t.Parallel()
			compared := 0
			var all questions
			for _, x := range models(t, 60) {
				d := s.dialect
				p := planOf(x.m, d, x.with)
				script, want := lines(sql.Create(d, p)), plannedNames(d, p)
				compared += len(want)
				all.put(x.random, func() {
					db := s.make(t)
					_, refused := db.run(t, script)
					require.Empty(t, refused)
					require.Equal(t, strings.Join(want, "\n"), strings.Join(found(t, db, p), "\n"), x.name)
				}, append(script, want...)...)
			}
			all.rest(t, s)
			t.Logf("%d lines of catalogues agree", compared)
		})
	}
}
