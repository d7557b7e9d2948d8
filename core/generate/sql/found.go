package sql

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/tables"
)

// found is the value that a column of a table that stays has from now on in a row of what the table
// was, which goes by an alias: what it had, the new number or UUID of the row, or where a reference
// leads that is kept. Not known where it is something new.
func (m *migration) found(t *tables.Table, c *tables.Column, alias string) (string, bool) {
	if old := m.stays(c); old != nil {
		if m.d == PostgreSQL { // it has its new type by now
			return alias + "." + m.column[old], true
		}
		return m.converted(old, c, alias+"."+m.column[old]), true
	}
	switch fresh := m.fresh[c]; {
	case fresh != "":
		return alias + "." + fresh, true
	case c.Generated != "" && m.d == PostgreSQL: // filled as the column was added
		return alias + "." + m.d.Quoted(c.Name), m.oldTables[t.ID] != nil
	}
	return m.followed(t, c, alias)
}

// followed is the value of a column of a reference that is kept, where what it refers to is known by
// another key from now on: it is found by the old one.
func (m *migration) followed(t *tables.Table, c *tables.Column, alias string) (string, bool) {
	if m.stays(c) != nil || m.oldTables[t.ID] == nil {
		return "", false
	}
	for _, r := range t.References {
		was, i := m.oldReference(r.ID), slices.Index(r.Columns, c)
		if was != nil && i >= 0 && m.inTable[was.Columns[0]].ID == t.ID && was.Table.ID == r.Table.ID {
			return m.reached(was, r.Target[i], alias)
		}
	}
	return "", false
}

func (m *migration) followedWhy(t *tables.Table, c *tables.Column) string {
	for _, r := range t.References {
		if slices.Contains(r.Columns, c) {
			return fmt.Sprintf("%s is known by another key: what refers to it finds it by the old one.", r.Table.Name)
		}
	}
	return ""
}

// reached is a new key column of the row that an old reference leads to from a row that goes by an
// alias.
func (m *migration) reached(was *tables.Reference, target *tables.Column, alias string) (string, bool) {
	for i, c := range was.Target { // the same key as before
		if now := m.newColumns[c.ID]; now == target && m.was.typeOf(c) == m.typeOf(target) && m.stays(target) != nil {
			return alias + "." + m.column[was.Columns[i]], true
		}
	}
	inner := alias + "_"
	value, ok := m.found(m.inTable[target], target, inner)
	if !ok {
		return "", false
	}
	return fmt.Sprintf("(select %s from %s as %s where %s)", value, m.called[m.oldTables[was.Table.ID]], inner, m.joined(inner, was.Target, alias, was.Columns)), true
}

func (m *migration) joined(left string, columns []*tables.Column, right string, others []*tables.Column) string {
	var out []string
	for i, c := range columns {
		out = append(out, left+"."+m.column[c]+" = "+right+"."+m.column[others[i]])
	}
	return strings.Join(out, " and ")
}

// ofSeveral is the value of a new column from a table of values or of links that is going, for a row
// that goes by the alias mine, and what is asked about it; empty where there is none.
func (m *migration) ofSeveral(t *tables.Table, c *tables.Column) (value, question string) {
	if m.oldColumns[c.ID] != nil {
		return "", ""
	}
	for _, gone := range m.old.Tables {
		if m.newTables[gone.ID] != nil {
			continue
		}
		switch {
		case gone.Sort == tables.FromValues && len(gone.References) > 0 && gone.References[0].Table.ID == t.ID:
			was := &migration{writer: m.was}
			one := was.valueColumn(gone)
			if c.From != gone.From || one == nil || m.was.typeOf(one) != m.typeOf(c) {
				continue
			}
			owner := gone.References[0]
			return fmt.Sprintf("(select theirs.%s from %s as theirs where %s order by 1 limit 1)", m.column[one], m.called[gone], m.joined("theirs", owner.Columns, "mine", owner.Target)),
				fmt.Sprintf("several values become one: the least of those in %s is kept.", gone.Name)
		case gone.Sort == tables.FromLink && len(gone.References) == 2:
			for i, a := range gone.References {
				b := gone.References[1-i]
				if b.Table.ID != t.ID {
					continue
				}
				for _, r := range t.References {
					k := slices.Index(r.Columns, c)
					if k < 0 || r.From != a.From || r.Table.ID != a.Table.ID || m.oldReference(r.ID) != nil || m.oldTables[r.Table.ID] == nil {
						continue
					}
					if one, ok := m.reached(a, r.Target[k], "theirs"); ok {
						return fmt.Sprintf("(select %s from %s as theirs where %s order by %s limit 1)", one, m.called[gone], m.joined("theirs", b.Columns, "mine", b.Target), m.ordered(a)),
							fmt.Sprintf("several links become one reference: the least of those in %s is kept.", gone.Name)
					}
				}
			}
		}
	}
	return "", ""
}

func (m *migration) ordered(r *tables.Reference) string {
	var out []string
	for _, c := range r.Columns {
		out = append(out, "theirs."+m.column[c])
	}
	return strings.Join(out, ", ")
}
