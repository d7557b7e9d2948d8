package sql

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/tables"
)

// Migrate is the script that leads from the tables of one plan to those of another, both derived with
// the same options but for what changed. What keeps its id keeps its rows, whatever it is called. What
// is lost stands at the end, and is marked; what somebody has to decide is asked in a comment, beside a
// statement that does what is safe.
func Migrate(d *Dialect, old, next *tables.Plan) []Statement {
	m := newMigration(d, old, next)
	if d == PostgreSQL {
		m.alter()
		m.boundsAnew()
	} else {
		m.rebuild()
	}
	return append(m.out, m.drops...)
}

// migration is a script on its way.
type migration struct {
	*writer
	was   *writer // of the old plan
	old   *tables.Plan
	drops []Statement
	// Of what is there: tables and columns by their ids, and what they are called by now.
	oldTables  map[model.ID]*tables.Table
	oldColumns map[model.ID]*tables.Column
	inTable    map[*tables.Column]*tables.Table
	newTables  map[model.ID]*tables.Table
	newColumns map[model.ID]*tables.Column
	called     map[*tables.Table]string  // an old table, quoted, with its schema
	column     map[*tables.Column]string // an old column, quoted
	fresh      map[*tables.Column]string // a new key of a table that stays, as it stands in what the table was
	taken      int
}

func newMigration(d *Dialect, old, next *tables.Plan) *migration {
	m := &migration{writer: newWriter(d, next), was: newWriter(d, old), old: old, oldTables: map[model.ID]*tables.Table{}, oldColumns: map[model.ID]*tables.Column{},
		inTable: map[*tables.Column]*tables.Table{}, newTables: map[model.ID]*tables.Table{}, newColumns: map[model.ID]*tables.Column{}, called: map[*tables.Table]string{}, column: map[*tables.Column]string{}, fresh: map[*tables.Column]string{}}
	for _, t := range old.Tables {
		m.oldTables[t.ID] = t
		m.called[t] = d.inSchema(t.Schema, t.Name)
		for _, c := range t.Columns {
			m.oldColumns[c.ID], m.column[c], m.inTable[c] = c, d.Quoted(c.Name), t
		}
	}
	for _, t := range next.Tables {
		m.newTables[t.ID] = t
		for _, c := range t.Columns {
			m.newColumns[c.ID], m.inTable[c] = c, t
		}
	}
	return m
}

// ask puts a question before a statement.
func (m *migration) ask(from model.ID, question, format string, args ...any) {
	m.add(from, "QUESTION: "+question, format, args...)
}

// lose adds a statement that loses something, to stand at the end.
func (m *migration) lose(from model.ID, what, format string, args ...any) {
	m.drops = append(m.drops, Statement{Text: fmt.Sprintf(format, args...), From: from, Comment: "DESTRUCTIVE: " + what, Destructive: true})
}

// aside is a name that nothing has.
func (m *migration) aside() string {
	m.taken++
	return m.d.Quoted(fmt.Sprintf("lexeon_old_%d", m.taken))
}

func (m *migration) name(t *tables.Table) string { return m.d.inSchema(t.Schema, t.Name) }

// stays reports whether a column is in the same table before and after.
func (m *migration) stays(c *tables.Column) (was *tables.Column) {
	was = m.oldColumns[c.ID]
	if was == nil || m.inTable[was].ID != m.inTable[c].ID {
		return nil
	}
	return was
}

// converted is the value of an old column as one of the type of the new one.
func (m *migration) converted(was, c *tables.Column, value string) string {
	a, b := was.Type.Enumeration, c.Type.Enumeration
	from, to := m.was.typeOf(was), m.typeOf(c)
	if a != nil && b != nil && a.ID == b.ID && (a.Native != b.Native || a.Whole != b.Whole || !slices.Equal(a.Values, b.Values)) {
		var cases strings.Builder
		for i, v := range a.Values {
			if k := slices.Index(b.Names, a.Names[i]); k >= 0 {
				fmt.Fprintf(&cases, " when %s then %s", m.d.escape(v.Text), m.d.escape(b.Values[k].Text))
			}
		}
		text := value
		if m.d == PostgreSQL {
			text += "::text"
		} else {
			text = "cast(" + value + " as char)"
			if m.d == SQLite {
				text = "cast(" + value + " as text)"
			}
		}
		if cases.Len() == 0 {
			return "null"
		}
		out := "case " + text + cases.String() + " end"
		if m.d == PostgreSQL {
			return "(" + out + ")::" + to
		}
		return out
	}
	if from == to || m.d != PostgreSQL {
		return value
	}
	return value + "::text::" + to
}

// moves fills what is new from what is there: a value that became several, several that became one, a
// reference that became a link, and the reverse.
func (m *migration) moves() {
	for _, t := range m.p.Tables {
		if m.oldTables[t.ID] == nil {
			m.filled(t)
		}
	}
	for _, t := range m.p.Tables {
		if m.oldTables[t.ID] == nil {
			continue
		}
		for _, c := range t.Columns {
			if value, ok := m.followed(t, c, "mine"); ok {
				m.add(c.From, m.followedWhy(t, c), "update %s as mine set %s = %s", m.name(t), m.d.Quoted(c.Name), value)
			} else if value, question := m.ofSeveral(t, c); value != "" {
				m.ask(c.From, question, "update %s as mine set %s = %s", m.name(t), m.d.Quoted(c.Name), value)
			}
		}
	}
}

// filled puts rows into a new table: values of a column that is going, links of a reference that is
// going.
func (m *migration) filled(t *tables.Table) {
	switch {
	case t.Sort == tables.FromValues && len(t.References) > 0:
		owner := m.oldTables[t.References[0].Table.ID]
		if owner == nil {
			return
		}
		for _, c := range owner.Columns {
			value := m.valueColumn(t)
			if c.From != t.From || m.newColumns[c.ID] != nil || value == nil || m.was.typeOf(c) != m.typeOf(value) {
				continue
			}
			into, from, ok := m.keyInto(t.References[0])
			if !ok {
				return
			}
			m.ask(t.From, fmt.Sprintf("one value becomes several: what is there is the first of %s.", t.Name), "insert into %s (%s) select %s from %s as mine where mine.%s is not null",
				m.name(t), strings.Join(append(append(into, m.d.Quoted(value.Name)), m.positions(t)...), ", "), strings.Join(append(append(from, "mine."+m.column[c]), ones(m.positions(t))...), ", "), m.called[owner], m.column[c])
		}
	case t.Sort == tables.FromLink && len(t.References) == 2:
		for i, a := range t.References {
			b := t.References[1-i]
			holder, target := m.oldTables[b.Table.ID], m.oldTables[a.Table.ID]
			if holder == nil || target == nil {
				continue
			}
			for _, r := range holder.References {
				if r.From != a.From || r.Table.ID != a.Table.ID || m.newReference(r.ID) {
					continue
				}
				into, from, ok := m.keyInto(b)
				var present []string
				for k, c := range a.Columns {
					value, known := m.reached(r, a.Target[k], "mine")
					into, from, ok = append(into, m.d.Quoted(c.Name)), append(from, value), ok && known
				}
				for _, c := range r.Columns {
					present = append(present, "mine."+m.column[c]+" is not null")
				}
				if !ok {
					return
				}
				into, from = m.others(t, into, from)
				m.ask(t.From, fmt.Sprintf("a reference becomes links: those that are there are kept in %s.", t.Name), "insert into %s (%s) select %s from %s as mine where %s",
					m.name(t), strings.Join(append(into, m.positions(t)...), ", "), strings.Join(append(from, ones(m.positions(t))...), ", "), m.called[holder], strings.Join(present, " and "))
				return
			}
		}
	}
}

// others adds what else a row of a new table must have.
func (m *migration) others(t *tables.Table, into, from []string) ([]string, []string) {
	for _, c := range t.Columns {
		if m.d.Mandatory(c) && c.Generated == "" && c.Default == nil && !isPosition(t, c) && !slices.Contains(into, m.d.Quoted(c.Name)) {
			into, from = append(into, m.d.Quoted(c.Name)), append(from, m.stopgap(t, c))
		}
	}
	return into, from
}

// keyInto are the columns of a reference to a table that stays, and what fills them from a row of it
// that is called mine.
func (m *migration) keyInto(r *tables.Reference) (into, from []string, ok bool) {
	ok = true
	for i, c := range r.Columns {
		value, known := m.found(r.Table, r.Target[i], "mine")
		into, from, ok = append(into, m.d.Quoted(c.Name)), append(from, value), ok && known
	}
	return into, from, ok
}

// valueColumn is the one column of a table of values that is neither its owner's nor a position; nil
// where there are several.
func (m *migration) valueColumn(t *tables.Table) (value *tables.Column) {
	for _, c := range t.Columns {
		if slices.Contains(t.References[0].Columns, c) || isPosition(t, c) {
			continue
		}
		if value != nil {
			return nil
		}
		value = c
	}
	return value
}

func isPosition(t *tables.Table, c *tables.Column) bool {
	return c.ID == model.DeriveID("position", string(t.ID)) || strings.HasSuffix(c.Name, "position") && c.Type.Primitive == "Integer" && c.Generated == ""
}

// positions are columns of a new table that have to have a number.
func (m *migration) positions(t *tables.Table) (out []string) {
	for _, c := range t.Columns {
		if isPosition(t, c) && c.Mandatory {
			out = append(out, m.d.Quoted(c.Name))
		}
	}
	return out
}

func ones(list []string) []string {
	out := make([]string, len(list))
	for i := range out {
		out[i] = "1"
	}
	return out
}

func (m *migration) newReference(id model.ID) bool {
	for _, t := range m.p.Tables {
		for _, r := range t.References {
			if r.ID == id {
				return true
			}
		}
	}
	return false
}

func (m *migration) oldReference(id model.ID) *tables.Reference {
	for _, t := range m.old.Tables {
		for _, r := range t.References {
			if r.ID == id {
				return r
			}
		}
	}
	return nil
}

// filler is a value that stands in for one that nobody knows.
func (m *migration) filler(c *tables.Column) string {
	if e := c.Type.Enumeration; e != nil {
		return m.d.Value(e.Values[0], c.Type)
	}
	switch c.Type.Primitive {
	case "Integer", "Decimal", "Money":
		return "0"
	case "Boolean":
		return m.d.truth["false"]
	case "Date":
		return "'2000-01-01'"
	case "Time":
		return "'00:00'"
	case "Instant":
		return "'2000-01-01 00:00:00'"
	case "Duration":
		return "'PT0S'"
	case "Identifier":
		return "'00000000-0000-0000-0000-000000000000'"
	}
	return "''"
}
