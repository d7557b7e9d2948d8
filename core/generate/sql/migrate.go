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
	taken      int
}

func newMigration(d *Dialect, old, next *tables.Plan) *migration {
	m := &migration{writer: newWriter(d, next), was: newWriter(d, old), old: old, oldTables: map[model.ID]*tables.Table{}, oldColumns: map[model.ID]*tables.Column{},
		inTable: map[*tables.Column]*tables.Table{}, newTables: map[model.ID]*tables.Table{}, newColumns: map[model.ID]*tables.Column{}, called: map[*tables.Table]string{}, column: map[*tables.Column]string{}}
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
		if m.oldTables[t.ID] != nil {
			m.keysAnew(t)
			m.oneOfSeveral(t)
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
			into, from := m.keyInto(t, t.References[0])
			m.ask(t.From, fmt.Sprintf("one value becomes several: what is there is the first of %s.", t.Name), "insert into %s (%s) select %s from %s where %s is not null",
				m.name(t), strings.Join(append(append(into, m.d.Quoted(value.Name)), m.positions(t)...), ", "), strings.Join(append(append(from, m.column[c]), ones(m.positions(t))...), ", "), m.now(owner), m.column[c])
		}
	case t.Sort == tables.FromLink && len(t.References) == 2:
		for i, a := range t.References {
			b := t.References[1-i]
			holder := m.oldTables[b.Table.ID]
			if holder == nil {
				continue
			}
			for _, r := range holder.References {
				if r.From != a.From || len(r.Columns) != len(a.Columns) || m.newReference(r.ID) {
					continue
				}
				into, from := m.keyInto(t, b)
				var present []string
				for k, c := range r.Columns {
					into, from = append(into, m.d.Quoted(a.Columns[k].Name)), append(from, m.column[c])
					present = append(present, m.column[c]+" is not null")
				}
				m.ask(t.From, fmt.Sprintf("a reference becomes links: those that are there are kept in %s.", t.Name), "insert into %s (%s) select %s from %s where %s",
					m.name(t), strings.Join(append(into, m.positions(t)...), ", "), strings.Join(append(from, ones(m.positions(t))...), ", "), m.now(holder), strings.Join(present, " and "))
				return
			}
		}
	}
}

// now is what an old table is called by now.
func (m *migration) now(t *tables.Table) string { return m.called[t] }

// keyInto are the columns of a reference to a table that stays, and the key columns there that fill
// them.
func (m *migration) keyInto(t *tables.Table, r *tables.Reference) (into, from []string) {
	for i, c := range r.Columns {
		into = append(into, m.d.Quoted(c.Name))
		from = append(from, m.there(r.Target[i]))
	}
	return into, from
}

// there is a column of the new plan as it is called in the table that is there.
func (m *migration) there(c *tables.Column) string {
	if was := m.stays(c); was != nil {
		return m.column[was]
	}
	return m.d.Quoted(c.Name)
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

// keysAnew fills the columns of references to a table that is known by another key from now on.
func (m *migration) keysAnew(t *tables.Table) {
	for _, r := range t.References {
		was := m.oldReference(r.ID)
		target := m.oldTables[r.Table.ID]
		if was == nil || target == nil || !slices.ContainsFunc(r.Columns, func(c *tables.Column) bool { return m.stays(c) == nil }) {
			continue
		}
		var set, where []string
		for i, c := range r.Columns {
			if m.stays(c) == nil {
				set = append(set, m.d.Quoted(c.Name)+" = theirs."+m.there(r.Target[i]))
			}
		}
		for i, c := range was.Columns {
			where = append(where, "mine."+m.column[c]+" = theirs."+m.column[was.Target[i]])
		}
		m.add(r.From, fmt.Sprintf("%s is known by another key: what refers to it finds it by the old one.", r.Table.Name), "update %s as mine set %s from %s as theirs where %s",
			m.now(m.oldTables[t.ID]), strings.Join(set, ", "), m.now(target), strings.Join(where, " and "))
	}
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

// oneOfSeveral fills a new column from a table of values or of links that is going.
func (m *migration) oneOfSeveral(t *tables.Table) {
	for _, gone := range m.old.Tables {
		if m.newTables[gone.ID] != nil {
			continue
		}
		switch {
		case gone.Sort == tables.FromValues && len(gone.References) > 0 && gone.References[0].Table.ID == t.ID:
			was := &migration{writer: m.was}
			value := was.valueColumn(gone)
			for _, c := range t.Columns {
				if c.From != gone.From || m.oldColumns[c.ID] != nil || value == nil || m.was.typeOf(value) != m.typeOf(c) {
					continue
				}
				m.ask(c.From, fmt.Sprintf("several values become one: the least of those in %s is kept.", gone.Name), "update %s as mine set %s = (select theirs.%s from %s as theirs where %s order by 1 limit 1)",
					m.now(m.oldTables[t.ID]), m.d.Quoted(c.Name), m.column[value], m.now(gone), m.matching(gone.References[0]))
			}
		case gone.Sort == tables.FromLink && len(gone.References) == 2:
			for i, a := range gone.References {
				b := gone.References[1-i]
				if b.Table.ID != t.ID {
					continue
				}
				for _, r := range t.References {
					if r.From != a.From || len(r.Columns) != len(a.Columns) || m.oldReference(r.ID) != nil {
						continue
					}
					for k, c := range r.Columns {
						m.ask(c.From, fmt.Sprintf("several links become one reference: the least of those in %s is kept.", gone.Name), "update %s as mine set %s = (select theirs.%s from %s as theirs where %s order by %s limit 1)",
							m.now(m.oldTables[t.ID]), m.d.Quoted(c.Name), m.column[a.Columns[k]], m.now(gone), m.matching(b), m.ordered(a))
					}
				}
			}
		}
	}
}

func (m *migration) ordered(r *tables.Reference) string {
	var out []string
	for _, c := range r.Columns {
		out = append(out, "theirs."+m.column[c])
	}
	return strings.Join(out, ", ")
}

// matching joins the rows of a going table, theirs, with those that they belong to, mine.
func (m *migration) matching(r *tables.Reference) string {
	var out []string
	for i, c := range r.Columns {
		out = append(out, "theirs."+m.column[c]+" = mine."+m.column[r.Target[i]])
	}
	return strings.Join(out, " and ")
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
