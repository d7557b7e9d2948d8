package sql

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/tables"
)

// rebuild leads from one plan to another by making all tables anew and copying what is kept: SQLite
// can alter little of a table, and MariaDB ends a transaction with each statement that alters one.
func (m *migration) rebuild() {
	switch m.d {
	case SQLite:
		m.add("", "Run it so that the first error ends it, as sqlite3 -bail does.", "pragma foreign_keys = off")
		m.add("", "", "begin")
	case MySQL:
		m.add("", "MariaDB and MySQL keep what each statement did, though a later one fails: have a backup.", "set names utf8mb4")
	}
	for _, t := range m.old.Tables { // names of references and indexes are wanted anew
		for _, r := range t.References {
			if m.d == MySQL {
				m.add(r.From, "", "alter table %s drop foreign key %s", m.called[t], m.d.Quoted(r.Name))
			}
		}
		for _, x := range t.Indexes {
			if m.d == SQLite {
				m.add(x.From, "", "drop index %s", m.d.Quoted(x.Name))
			}
		}
	}
	for _, t := range m.old.Tables {
		aside := m.aside()
		m.add(t.From, "", "alter table %s rename to %s", m.called[t], aside)
		m.called[t] = aside
	}
	for _, t := range m.p.Tables {
		if was := m.oldTables[t.ID]; was != nil {
			m.keysAnew(t, was)
		}
	}
	m.emptyTables()
	for _, t := range m.p.Tables {
		if was := m.oldTables[t.ID]; was != nil {
			m.copied(t, was)
		} else {
			m.filled(t)
		}
	}
	switch m.d {
	case SQLite:
		m.add("", "A row that refers to nothing stops the migration here.", "create temporary table lexeon_dangling (number integer check (number = 0))")
		m.add("", "", "insert into lexeon_dangling select count(*) from pragma_foreign_key_check")
		m.add("", "", "drop table lexeon_dangling")
	case MySQL:
		for _, t := range m.p.Tables {
			for _, r := range t.References {
				m.add(r.From, "", "alter table %s add %s", m.name(t), m.reference(r))
			}
		}
	}
	for _, t := range slices.Backward(m.old.Tables) {
		m.lose(t.From, fmt.Sprintf("what was not copied of %s.", t.Name), "drop table %s", m.called[t])
	}
	switch m.d {
	case SQLite:
		m.drops = append(m.drops, Statement{Text: "commit"}, Statement{Text: "pragma foreign_keys = on"})
	}
}

// emptyTables makes all tables of the new plan. In MariaDB references are added once all rows are
// there, which looks at each of them; SQLite cannot add any later.
func (m *migration) emptyTables() {
	w := newWriter(m.d, m.p)
	w.unreferred = m.d == MySQL
	for _, s := range w.create() {
		if s.Text != "pragma foreign_keys = on" && s.Text != "set names utf8mb4" {
			m.out = append(m.out, s)
		}
	}
}

// keysAnew gives the rows of what a table was the numbers and UUIDs by which they are known from now
// on, so that what refers to them can find those.
func (m *migration) keysAnew(t, was *tables.Table) {
	for _, c := range t.Columns {
		if c.Generated == "" || m.stays(c) != nil {
			continue
		}
		name := m.aside()
		switch {
		case c.Generated == tables.UUID:
			m.add(c.From, "", "alter table %s add column %s %s", m.called[was], name, m.typeOf(c))
			m.add(c.From, "", "update %s set %s = %s", m.called[was], name, strings.TrimPrefix(m.d.generated[tables.UUID], "default "))
		case m.d == SQLite:
			m.add(c.From, "", "alter table %s add column %s integer", m.called[was], name)
			m.add(c.From, "", "update %s set %s = %s", m.called[was], name, rowNumberOf(was))
		default:
			m.add(c.From, "", "alter table %s add column %s bigint not null auto_increment unique", m.called[was], name)
		}
		m.fresh[c] = name
	}
}

// rowNumberOf is a name by which SQLite numbers rows that no column has.
func rowNumberOf(t *tables.Table) string {
	for _, name := range []string{"rowid", "_rowid_"} {
		if !slices.ContainsFunc(t.Columns, func(c *tables.Column) bool { return strings.EqualFold(c.Name, name) }) {
			return name
		}
	}
	return "oid"
}

// copied copies the rows of a table that stays, each column from what it was.
func (m *migration) copied(t, was *tables.Table) {
	if t.Sort == tables.FromEnumeration {
		return // its rows are those of the plan
	}
	var into, from []string
	var questions []string
	asked := false
	for _, c := range t.Columns {
		old := m.stays(c)
		value := ""
		follows, is := m.found(t, c, "mine")
		several, question := m.ofSeveral(t, c)
		switch {
		case old != nil:
			value = follows
			if m.d.Mandatory(c) && (!old.Mandatory || strings.HasPrefix(value, "case ")) {
				value = fmt.Sprintf("coalesce(%s, %s)", value, m.stopgap(t, c))
				asked = true
			}
		case is:
			value = follows
		case several != "":
			value = several
			questions = append(questions, question)
			if m.d.Mandatory(c) {
				value = fmt.Sprintf("coalesce(%s, %s)", value, m.stopgap(t, c))
				asked = true
			}
		case c.Generated != "" || c.Default != nil && !c.Mandatory:
			continue
		case m.d.Mandatory(c):
			value = m.stopgap(t, c)
			if c.Default != nil {
				value = m.defaultOf(c)
			}
			asked = true
		default:
			continue
		}
		into, from = append(into, m.d.Quoted(c.Name)), append(from, value)
	}
	if len(into) == 0 {
		return
	}
	text := fmt.Sprintf("insert into %s (%s) select %s from %s as mine", m.name(t), strings.Join(into, ", "), strings.Join(from, ", "), m.called[was])
	if asked {
		questions = append(questions, fmt.Sprintf("some columns of %s must have a value from now on. What is that of the rows that are there?", t.Name))
	}
	if len(questions) > 0 {
		m.ask(t.From, strings.Join(questions, "\n"), "%s", text)
	} else {
		m.add(t.From, "", "%s", text)
	}
}

// stopgap fills a column that nobody knows: a reference with the first row there, all else as
// anywhere.
func (m *migration) stopgap(t *tables.Table, c *tables.Column) string {
	for _, r := range t.References {
		i := slices.Index(r.Columns, c)
		target := m.oldTables[r.Table.ID]
		if i < 0 || target == nil {
			continue
		}
		if key, ok := m.found(r.Table, r.Target[i], "first"); ok {
			return fmt.Sprintf("(select %s from %s as first order by 1 limit 1)", key, m.called[target])
		}
	}
	return m.filler(c)
}
