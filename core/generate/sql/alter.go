package sql

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/tables"
)

// alter leads from one plan to another by altering what is there: PostgreSQL does all of it in one
// transaction.
func (m *migration) alter() {
	for _, s := range m.p.Schemas {
		if !slices.Contains(m.old.Schemas, s) {
			m.schema(s)
		}
	}
	m.makeRoom()
	m.types()
	m.dropRules()
	m.renames()
	for _, t := range m.p.Tables {
		if m.oldTables[t.ID] == nil {
			m.newTable(t)
		}
	}
	for _, t := range m.p.Tables {
		if m.oldTables[t.ID] != nil {
			m.columns(t)
		}
	}
	m.moves()
	for _, t := range m.p.Tables {
		if m.oldTables[t.ID] != nil {
			m.mandatory(t)
		}
	}
	for _, t := range m.p.Tables {
		if was := m.oldTables[t.ID]; was != nil {
			m.lookupRows(t, was)
		}
	}
	m.addRules()
	for _, t := range m.p.Tables {
		if m.oldTables[t.ID] != nil {
			m.commentsAnew(t)
		}
	}
	m.goes()
}

// makeRoom calls what goes or is renamed otherwise where its name is wanted for something else.
func (m *migration) makeRoom() {
	wanted := map[string]model.ID{}
	for _, t := range m.p.Tables {
		wanted[m.name(t)] = t.ID
	}
	for _, e := range m.p.Enumerations {
		wanted[m.d.inSchema(e.Schema, e.Name)] = e.ID
	}
	for _, t := range m.old.Tables {
		id, clashes := wanted[m.name(t)]
		if clashes && id != t.ID {
			aside := m.aside()
			m.add(t.From, "", "alter table %s rename to %s", m.called[t], aside)
			m.called[t] = aside
			if t.Schema != "" {
				m.called[t] = m.d.Quoted(t.Schema) + "." + aside
			}
		}
	}
}

// enumOf is a native enumeration of a plan.
func enumOf(p *tables.Plan, id model.ID) *tables.Enumeration {
	for _, e := range p.Enumerations {
		if e.ID == id {
			return e
		}
	}
	return nil
}

// types makes the types of enumerations that are new or have other literals. A type that had them
// before stays under another name until no column is of it.
func (m *migration) types() {
	for _, e := range m.old.Enumerations {
		now := enumOf(m.p, e.ID)
		name := m.d.inSchema(e.Schema, e.Name)
		switch {
		case now != nil && slices.Equal(now.Values, e.Values):
			if now.Name != e.Name {
				m.add(e.ID, "", "alter type %s rename to %s", name, m.d.Quoted(now.Name))
			}
			if now.Schema != e.Schema && now.Schema != "" {
				m.add(e.ID, "", "alter type %s set schema %s", m.d.inSchema(e.Schema, now.Name), m.d.Quoted(now.Schema))
			}
			continue
		}
		aside := m.aside()
		m.add(e.ID, "", "alter type %s rename to %s", name, aside)
		if e.Schema != "" {
			aside = m.d.Quoted(e.Schema) + "." + aside
		}
		m.lose(e.ID, "the type is not used any more.", "drop type %s", aside)
	}
	for _, e := range m.p.Enumerations {
		if was := enumOf(m.old, e.ID); was == nil || !slices.Equal(was.Values, e.Values) {
			m.enumeration(e)
		}
	}
}

// rule is a key, a check, a reference or an index, as far as it can be told from another one.
type rule struct {
	id, name  string
	signature string
	isIndex   bool
	reference bool
	drop, add string
	from      model.ID
}

// rulesOf are all of a table. Signatures speak of columns by their ids, so that a name is no change,
// and of their types, since what rests on a column is made anew when that changes.
func (w *writer) rulesOf(t *tables.Table) (out []rule) {
	d := w.d
	sign := func(cols []*tables.Column) string {
		var s strings.Builder
		for _, c := range cols {
			s.WriteString(string(c.ID) + ":" + w.typeOf(c) + " ")
		}
		return s.String()
	}
	add := func(kind string, id model.ID, name, signature, text string, from model.ID) {
		out = append(out, rule{id: kind + string(id), name: name, signature: name + " " + signature, drop: "drop constraint " + d.Quoted(name), add: "add " + text, from: from, reference: kind == "reference"})
	}
	if k := t.Primary; k != nil {
		add("primary", k.ID, k.Name, sign(k.Columns), fmt.Sprintf("constraint %s primary key (%s)", d.Quoted(k.Name), d.quotedList(k.Columns)), k.From)
	}
	for _, k := range t.Uniques {
		add("unique", k.ID, k.Name, sign(k.Columns), w.unique(k), k.From)
	}
	for _, c := range w.checks(t) {
		add("check", c.ID, c.Name, d.conditionOn(c.Condition, func(col *tables.Column) string { return string(col.ID) })+sign(c.Condition.Columns()), w.check(c), c.From)
	}
	for _, r := range t.References {
		add("reference", r.ID, r.Name, sign(r.Columns)+"-> "+string(r.Table.ID)+" "+sign(r.Target)+string(r.OnDelete)+fmt.Sprint(r.Deferred)+r.Table.Primary.Name+sign(r.Table.Primary.Columns), w.reference(r), r.From)
	}
	for _, x := range t.Indexes {
		out = append(out, rule{id: "index" + string(x.ID), name: x.Name, signature: x.Name + " " + sign(x.Columns), isIndex: true,
			drop: "drop index " + d.inSchema(t.Schema, x.Name), add: fmt.Sprintf("create index %s on %s (%s)", d.Quoted(x.Name), d.inSchema(t.Schema, t.Name), d.quotedList(x.Columns)), from: x.From})
	}
	return out
}

// kept reports which rules of a table are the same before and after.
func (m *migration) kept(t, was *tables.Table) map[string]bool {
	out := map[string]bool{}
	if t == nil || was == nil {
		return out
	}
	before := map[string]string{}
	for _, r := range m.was.rulesOf(was) {
		before[r.id] = r.signature
	}
	for _, r := range m.rulesOf(t) {
		if s, ok := before[r.id]; ok && s == r.signature && t.Schema == was.Schema {
			out[r.id] = true
		}
	}
	return out
}

// dropRules drops what changes or goes, references first.
func (m *migration) dropRules() {
	for _, references := range []bool{true, false} {
		for _, t := range m.old.Tables {
			kept := m.kept(m.newTables[t.ID], t)
			for _, r := range slices.Backward(m.was.rulesOf(t)) {
				if kept[r.id] || r.reference != references {
					continue
				}
				if r.isIndex {
					m.add(r.from, "", "%s", r.drop)
				} else {
					m.add(r.from, "", "alter table %s %s", m.called[t], r.drop)
				}
			}
		}
	}
}

// addRules adds what changed or is new, references last.
func (m *migration) addRules() {
	for _, references := range []bool{false, true} {
		for _, t := range m.p.Tables {
			was := m.oldTables[t.ID]
			kept := m.kept(t, was)
			for _, r := range m.rulesOf(t) {
				if kept[r.id] || r.reference != references || was == nil && !references && !r.isIndex {
					continue
				}
				if r.isIndex {
					m.add(r.from, "", "%s", r.add)
				} else {
					m.add(r.from, "", "alter table %s %s", m.name(t), r.add)
				}
			}
		}
	}
}

// renames gives tables and columns their names.
func (m *migration) renames() {
	for _, t := range m.p.Tables {
		was := m.oldTables[t.ID]
		if was == nil {
			continue
		}
		if m.called[was] != m.d.inSchema(was.Schema, t.Name) {
			m.add(t.From, "", "alter table %s rename to %s", m.called[was], m.d.Quoted(t.Name))
		}
		if was.Schema != t.Schema {
			to := t.Schema
			if to == "" {
				to = "public"
			}
			m.add(t.From, "", "alter table %s set schema %s", m.d.inSchema(was.Schema, t.Name), m.d.Quoted(to))
		}
		m.called[was] = m.name(t)
		wanted := map[string]model.ID{}
		for _, c := range t.Columns {
			wanted[m.d.Quoted(c.Name)] = c.ID
		}
		for _, c := range was.Columns { // out of the way first
			if id, ok := wanted[m.column[c]]; ok && id != c.ID {
				aside := m.aside()
				m.add(c.From, "", "alter table %s rename column %s to %s", m.name(t), m.column[c], aside)
				m.column[c] = aside
			}
		}
		for _, c := range t.Columns {
			if old := m.stays(c); old != nil && m.column[old] != m.d.Quoted(c.Name) {
				m.add(c.From, "", "alter table %s rename column %s to %s", m.name(t), m.column[old], m.d.Quoted(c.Name))
				m.column[old] = m.d.Quoted(c.Name)
			}
		}
	}
}

// newTable makes a table without its references, which are added when all are there.
func (m *migration) newTable(t *tables.Table) {
	bare := *t
	bare.References = nil
	m.table(&bare)
	m.comments(t)
	m.rows(t)
}

// columns adds columns and alters those that stay.
func (m *migration) columns(t *tables.Table) {
	name := m.name(t)
	for _, c := range t.Columns {
		old := m.stays(c)
		if old == nil {
			text := m.d.Quoted(c.Name) + " " + m.typeOf(c)
			if c.Generated != "" {
				text += " not null " + m.d.generated[c.Generated]
			} else if c.Default != nil {
				text += " default " + m.defaultOf(c)
				if c.Mandatory {
					text += " not null"
				}
			}
			m.add(c.From, "", "alter table %s add column %s", name, text)
			continue
		}
		before, after := "", ""
		if old.Default != nil {
			before = m.was.defaultOf(old)
		}
		if c.Default != nil {
			after = m.defaultOf(c)
		}
		other := m.was.typeOf(old) != m.typeOf(c) || old.Type.Enumeration != nil && c.Type.Enumeration != nil && !slices.Equal(old.Type.Enumeration.Values, c.Type.Enumeration.Values)
		if before != "" && (other || before != after) {
			m.add(c.From, "", "alter table %s alter column %s drop default", name, m.d.Quoted(c.Name))
		}
		if old.Mandatory && !c.Mandatory {
			m.add(c.From, "", "alter table %s alter column %s drop not null", name, m.d.Quoted(c.Name))
		}
		if other {
			m.retype(t, old, c)
		}
		if after != "" && (other || before != after) {
			m.add(c.From, "", "alter table %s alter column %s set default %s", name, m.d.Quoted(c.Name), after)
		}
	}
}

// retype gives a column another type. Where not every value has a meaning in it, that is asked.
func (m *migration) retype(t *tables.Table, old, c *tables.Column) {
	name := m.d.Quoted(c.Name)
	text := fmt.Sprintf("alter table %s alter column %s type %s using %s", m.name(t), name, m.typeOf(c), m.converted(old, c, name))
	if old.Mandatory && strings.Contains(text, " case ") && c.Mandatory {
		m.add(c.From, "", "alter table %s alter column %s drop not null", m.name(t), name) // a literal may be gone
	}
	if m.safe(old, c) {
		m.add(c.From, "", "%s", text)
	} else {
		m.ask(c.From, fmt.Sprintf("%s of %s is of another type from now on. A value that is none of it stops the migration.", c.Name, t.Name), "%s", text)
	}
}

// safe: every value of the one type is one of the other.
func (m *migration) safe(old, c *tables.Column) bool {
	a, b := old.Type, c.Type
	switch {
	case b.Enumeration != nil:
		return a.Enumeration != nil && a.Enumeration.ID == b.Enumeration.ID && !slices.ContainsFunc(a.Enumeration.Names, func(n string) bool { return !slices.Contains(b.Enumeration.Names, n) })
	case b.Primitive == "Text":
		return true
	case b.Primitive == "Decimal":
		return a.Primitive == "Integer" || a.Primitive == "Money"
	}
	return false
}

// mandatory fills what must have a value from now on, and holds it to that.
func (m *migration) mandatory(t *tables.Table) {
	for _, c := range t.Columns {
		old := m.stays(c)
		enum := old != nil && old.Type.Enumeration != nil && c.Type.Enumeration != nil && !slices.Equal(old.Type.Enumeration.Values, c.Type.Enumeration.Values)
		if !c.Mandatory || c.Generated != "" && old == nil || old != nil && old.Mandatory && !enum || old == nil && c.Default != nil {
			continue
		}
		name := m.d.Quoted(c.Name)
		question := fmt.Sprintf("%s of %s must have a value from now on. What is that of the rows that are there?", c.Name, t.Name)
		fill := m.filler(c)
		for _, r := range t.References {
			if i := slices.Index(r.Columns, c); i >= 0 {
				fill = fmt.Sprintf("(select %s from %s order by 1 limit 1)", m.d.Quoted(r.Target[i].Name), m.name(r.Table))
				question += fmt.Sprintf(" Here it is the first of %s.", r.Table.Name)
				break
			}
		}
		m.ask(c.From, question, "update %s set %s = %s where %s is null", m.name(t), name, fill, name)
		m.add(c.From, "", "alter table %s alter column %s set not null", m.name(t), name)
	}
}

// lookupRows brings the rows of a lookup table up to date.
func (m *migration) lookupRows(t, was *tables.Table) {
	if t.Sort != tables.FromEnumeration {
		return
	}
	key := m.d.Quoted(t.Columns[0].Name)
	there := map[string][]tables.Value{}
	for _, row := range was.Rows {
		there[row[0].Text] = row
	}
	for _, row := range t.Rows {
		before, ok := there[row[0].Text]
		delete(there, row[0].Text)
		switch {
		case !ok:
			fresh := *t
			fresh.Rows = [][]tables.Value{row}
			m.rows(&fresh)
		case len(before) != len(row) || !slices.Equal(before, row):
			var set []string
			for i, v := range row[1:] {
				set = append(set, m.d.Quoted(t.Columns[i+1].Name)+" = "+m.d.Value(v, t.Columns[i+1].Type))
			}
			m.add(t.From, "", "update %s set %s where %s = %s", m.name(t), strings.Join(set, ", "), key, m.d.Value(row[0], t.Columns[0].Type))
		}
	}
	for _, row := range was.Rows {
		if _, gone := there[row[0].Text]; gone {
			m.lose(t.From, "a literal is gone; rows that have it stop the migration.", "delete from %s where %s = %s", m.name(t), key, m.d.Value(row[0], t.Columns[0].Type))
		}
	}
}

// commentsAnew writes the comments of a table that stays: they are small, and always right then.
func (m *migration) commentsAnew(t *tables.Table) {
	was := m.oldTables[t.ID]
	name := m.name(t)
	if a, b := comment(was.Definition, tableFacts(was)), comment(t.Definition, tableFacts(t)); a != b {
		m.add(t.From, "", "comment on table %s is %s", name, m.d.escape(b))
	}
	for _, c := range t.Columns {
		before := ""
		if old := m.stays(c); old != nil {
			before = comment(old.Definition, factsOf(old, was))
		}
		if after := comment(c.Definition, factsOf(c, t)); after != before {
			text := "null"
			if after != "" {
				text = m.d.escape(after)
			}
			m.add(c.From, "", "comment on column %s.%s is %s", name, m.d.Quoted(c.Name), text)
		}
	}
}

// goes drops columns and tables that are not in the new plan.
func (m *migration) goes() {
	var drops []Statement
	lose := m.drops // of types: behind the columns that are of them
	m.drops = nil
	for _, t := range m.p.Tables {
		was := m.oldTables[t.ID]
		if was == nil {
			continue
		}
		for _, c := range was.Columns {
			if now := m.newColumns[c.ID]; now == nil || m.inTable[now].ID != t.ID {
				m.lose(c.From, fmt.Sprintf("the values of %s.%s.", was.Name, c.Name), "alter table %s drop column %s", m.name(t), m.column[c])
			}
		}
	}
	for _, t := range slices.Backward(m.old.Tables) {
		if m.newTables[t.ID] == nil {
			m.lose(t.From, fmt.Sprintf("the rows of %s.", t.Name), "drop table %s", m.called[t])
		}
	}
	m.drops = append(append(drops, m.drops...), lose...)
}
