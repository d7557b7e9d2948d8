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
		m.add("", "", "pragma foreign_keys = off")
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
	for _, s := range Create(m.d, m.p) {
		if s.Text != "pragma foreign_keys = on" && s.Text != "set names utf8mb4" {
			m.out = append(m.out, s)
		}
	}
	if m.d == MySQL { // rows may come before those that they refer to
		m.add("", "", "set foreign_key_checks = 0")
	}
	for _, t := range m.p.Tables {
		if was := m.oldTables[t.ID]; was != nil {
			m.copied(t, was)
		}
	}
	for _, t := range slices.Backward(m.old.Tables) {
		m.lose(t.From, fmt.Sprintf("what was not copied of %s.", t.Name), "drop table %s", m.called[t])
	}
	switch m.d {
	case SQLite:
		m.drops = append(m.drops, Statement{Text: "commit"}, Statement{Text: "pragma foreign_keys = on"})
	case MySQL:
		m.drops = append(m.drops, Statement{Text: "set foreign_key_checks = 1"})
	}
}

// copied copies the rows of a table that stays, each column from what it was.
func (m *migration) copied(t, was *tables.Table) {
	if t.Sort == tables.FromEnumeration {
		return // its rows are those of the plan
	}
	var into, from []string
	asked := false
	for _, c := range t.Columns {
		old := m.stays(c)
		value := ""
		switch {
		case old != nil:
			value = m.converted(old, c, m.column[old])
			if m.d.Mandatory(c) && (!old.Mandatory || strings.HasPrefix(value, "case ")) {
				value = fmt.Sprintf("coalesce(%s, %s)", value, m.filler(c))
				asked = true
			}
		case c.Generated != "" || c.Default != nil && !c.Mandatory:
			continue
		case m.d.Mandatory(c):
			value = m.filler(c)
			if c.Default != nil {
				value = m.defaultOf(c)
			}
			asked = true
		default:
			continue
		}
		into, from = append(into, m.d.Quoted(c.Name)), append(from, value)
	}
	if len(into) == 0 { // known by another number or UUID from now on, and nothing else
		for _, c := range t.Columns {
			value := "row_number() over ()"
			if c.Generated == tables.UUID {
				value = strings.TrimPrefix(m.d.generated[tables.UUID], "default ")
			}
			if c.Generated != "" {
				into, from = append(into, m.d.Quoted(c.Name)), append(from, value)
			}
		}
	}
	if len(into) == 0 {
		return
	}
	text := fmt.Sprintf("insert into %s (%s) select %s from %s", m.name(t), strings.Join(into, ", "), strings.Join(from, ", "), m.called[was])
	if asked {
		m.ask(t.From, fmt.Sprintf("some columns of %s must have a value from now on. What is that of the rows that are there?", t.Name), "%s", text)
	} else {
		m.add(t.From, "", "%s", text)
	}
}
