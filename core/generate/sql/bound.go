package sql

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/tables"
)

// bounds are the functions and triggers that count rows when a transaction ends: one function for
// each table in which a row can break the bound. The row that is referred to is locked, so that two
// transactions that add to it are counted one after the other.
func (w *writer) bounds() {
	if w.d != PostgreSQL {
		return
	}
	for _, b := range w.p.Bounds {
		if b.Lower > 0 {
			columns := w.quoted(b.Of.Primary.Columns)
			if b.Kind != nil {
				columns = append(columns, w.d.Quoted(b.Kind.Name))
			}
			w.trigger(b, b.Trigger, b.Of, b.Of.Primary.Columns, "insert or update of "+strings.Join(columns, ", "), "new")
		}
		for _, c := range b.Counted {
			events, rows := "delete", []string{"old"}
			if b.Upper != model.Many {
				events, rows = "insert", []string{"new"}
				if b.Lower > 0 {
					events, rows = "insert or delete", []string{"new", "old"}
				}
			}
			events += " or update of " + strings.Join(w.quoted(c.Columns), ", ")
			w.trigger(b, c.Trigger, c.Table, c.Columns, events, rows...)
		}
	}
}

// trigger looks at the bound for the row that a changed row of a table is, or refers to.
func (w *writer) trigger(b *tables.Bound, name string, t *tables.Table, columns []*tables.Column, events string, rows ...string) {
	var is []string
	for _, row := range rows {
		is = append(is, w.equal("one", b.Of.Primary.Columns, row, columns))
	}
	which := strings.Join(is, " or ")
	if len(is) > 1 {
		which = "(" + which + ")"
	}
	whole := w.d.inSchema(b.Of.Schema, b.Of.Name) + " as one"
	message := w.d.escape(b.What)
	body := fmt.Sprintf(`begin
    perform from %s where %s for no key update;
    if exists (select from %s where %s%s and %s) then
        raise exception using message = %s, errcode = 'check_violation';
    end if;
    return null;
end`, whole, which, whole, which, w.ofKinds(b), w.outside(b), message)
	function := w.d.inSchema(b.Of.Schema, name)
	quote := "$body$"
	for n := 1; strings.Contains(body, quote); n++ {
		quote = fmt.Sprintf("$body%d$", n)
	}
	w.add(b.From, b.What, "create function %s() returns trigger language plpgsql set search_path from current as %s\n%s\n%s", function, quote, body, quote)
	w.add(b.From, "", "create constraint trigger %s after %s on %s deferrable initially deferred for each row execute function %s()", w.d.Quoted(name), events, w.d.inSchema(t.Schema, t.Name), function)
}

// outside is the condition under which as many rows as there are break a bound of one.
func (w *writer) outside(b *tables.Bound) string {
	var counts []string
	for _, c := range b.Counted {
		counts = append(counts, fmt.Sprintf("(select count(*) from %s as other where %s)", w.d.inSchema(c.Table.Schema, c.Table.Name), w.equal("other", c.Columns, "one", c.Target)))
	}
	count := strings.Join(counts, " + ")
	if b.Upper == model.Many {
		return fmt.Sprintf("%s < %d", count, b.Lower)
	}
	return fmt.Sprintf("%s not between %d and %d", count, b.Lower, b.Upper)
}

func (w *writer) ofKinds(b *tables.Bound) string {
	if b.Kind == nil {
		return ""
	}
	return " and one." + w.d.Quoted(b.Kind.Name) + " in (" + w.d.values(b.Kinds, b.Kind.Type) + ")"
}

func (w *writer) equal(left string, columns []*tables.Column, right string, others []*tables.Column) string {
	var out []string
	for i, c := range columns {
		out = append(out, left+"."+w.d.Quoted(c.Name)+" = "+right+"."+w.d.Quoted(others[i].Name))
	}
	return strings.Join(out, " and ")
}

func (w *writer) quoted(columns []*tables.Column) []string {
	var out []string
	for _, c := range columns {
		out = append(out, w.d.Quoted(c.Name))
	}
	return out
}

// functionsOf are the functions that bounds makes, as they are dropped.
func (w *writer) functionsOf(b *tables.Bound) (out []string) {
	if b.Trigger != "" {
		out = append(out, w.d.inSchema(b.Of.Schema, b.Trigger))
	}
	for _, c := range b.Counted {
		out = append(out, w.d.inSchema(b.Of.Schema, c.Trigger))
	}
	return out
}

// boundsAnew takes the triggers of the old plan away before anything else is done, since they speak of
// tables and columns by their names, and makes those of the new one at the end. Where nothing at all
// changes, nothing is done.
func (m *migration) boundsAnew() {
	text := func(w *writer) []Statement {
		of := newWriter(w.d, w.p)
		of.bounds()
		return of.out
	}
	old, next := text(m.was), text(m.writer)
	if len(m.out)+len(m.drops) == 0 && slices.Equal(old, next) {
		return
	}
	before := newWriter(m.d, m.old)
	known := map[model.ID]*tables.Bound{}
	for _, b := range m.old.Bounds {
		known[b.ID] = b
		for _, f := range before.functionsOf(b) {
			before.add(b.From, "", "drop function %s() cascade", f)
		}
	}
	m.out = append(before.out, m.out...)
	last := newWriter(m.d, m.p)
	last.bounds()
	for i := range last.out {
		for _, b := range m.p.Bounds {
			was := known[b.ID]
			if last.out[i].Comment == b.What && (was == nil || b.Lower > was.Lower || b.Upper != model.Many && (was.Upper == model.Many || b.Upper < was.Upper)) {
				last.out[i].Comment = fmt.Sprintf("QUESTION: %s Rows that are there are looked at when they change. These do not keep it by now:\nselect one.* from %s as one where %s%s;",
					b.What, m.name(b.Of), m.outside(b), m.ofKinds(b))
			}
		}
	}
	m.drops = append(m.drops, last.out...)
}
