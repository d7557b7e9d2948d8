package sql

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/tables"
)

// Statement of a script, without the semicolon at its end.
type Statement struct {
	Text string
	From model.ID
	// Comment stands before it.
	Comment string
	// Destructive: rows or values are lost.
	Destructive bool
}

// Script is a text of statements.
func Script(list []Statement) string {
	var b strings.Builder
	for i, s := range list {
		if s.Comment != "" {
			if i > 0 {
				b.WriteByte('\n')
			}
			for line := range strings.Lines(s.Comment) {
				b.WriteString(strings.TrimRight("-- "+oneLine(strings.TrimRight(line, "\n")), " ") + "\n")
			}
		}
		if s.Text != "" {
			b.WriteString(s.Text + ";\n")
		}
	}
	return b.String()
}

// oneLine is a text without what ends a line.
func oneLine(s string) string {
	return strings.Map(func(r rune) rune {
		switch r {
		case '\n', '\r', '\v', '\f', 0x85, 0x2028, 0x2029:
			return ' '
		}
		return r
	}, s)
}

type writer struct {
	d       *Dialect
	p       *tables.Plan
	lengths map[*tables.Column]int
	out     []Statement
	// unreferred: no table refers to another one yet.
	unreferred bool
}

func newWriter(d *Dialect, p *tables.Plan) *writer {
	return &writer{d: d, p: p, lengths: lengths(p)}
}

func (w *writer) add(from model.ID, comment, format string, args ...any) {
	w.out = append(w.out, Statement{Text: fmt.Sprintf(format, args...), From: from, Comment: comment})
}

// Create is the script that makes the tables of a plan.
func Create(d *Dialect, p *tables.Plan) []Statement { return newWriter(d, p).create() }

func (w *writer) create() []Statement {
	d, p := w.d, w.p
	w.begin()
	if d.schemas {
		for _, s := range p.Schemas {
			w.schema(s)
		}
	}
	if d == PostgreSQL {
		for _, e := range p.Enumerations {
			w.enumeration(e)
		}
	}
	for _, t := range p.Tables {
		w.table(t)
		w.comments(t)
		for _, x := range t.Indexes {
			w.index(t, x)
		}
		w.rows(t)
	}
	for _, t := range p.Tables {
		for _, r := range t.References {
			if r.Late && !d.forward && !w.unreferred {
				w.add(r.From, "", "alter table %s add %s", d.inSchema(t.Schema, t.Name), w.reference(r))
			}
		}
	}
	w.bounds()
	return w.out
}

// begin are the settings that a script needs.
func (w *writer) begin() {
	switch w.d {
	case MySQL:
		w.add("", "", "set names utf8mb4")
	case SQLite:
		w.add("", "Each connection that writes has to say this: without it no reference is looked at.", "pragma foreign_keys = on")
	}
}

func (w *writer) schema(name string) {
	if w.d == MySQL {
		w.add("", "", "create database if not exists %s character set utf8mb4 collate utf8mb4_bin", w.d.Quoted(name))
		return
	}
	w.add("", "", "create schema if not exists %s", w.d.Quoted(name))
}

func (w *writer) enumeration(e *tables.Enumeration) {
	w.add(e.ID, "", "create type %s as enum (%s)", w.d.inSchema(e.Schema, e.Name), w.d.values(e.Values, tables.Type{Enumeration: e}))
	if text := comment(e.Definition, nil); text != "" {
		w.add(e.ID, "", "comment on type %s is %s", w.d.inSchema(e.Schema, e.Name), w.d.escape(text))
	}
}

// table writes one table, with all that belongs to it where the database can say it there.
func (w *writer) table(t *tables.Table) {
	d := w.d
	var lines []string
	var notes []string // a comment behind each line, in SQLite
	line := func(text, note string) {
		lines = append(lines, text)
		notes = append(notes, note)
	}
	for _, c := range t.Columns {
		line(w.column(t, c), comment(c.Definition, factsOf(c, t)))
	}
	if t.Primary != nil {
		line(fmt.Sprintf("constraint %s primary key (%s)", d.Quoted(t.Primary.Name), d.quotedList(t.Primary.Columns)), "")
	}
	for _, k := range t.Uniques {
		line(w.unique(k), "")
	}
	for _, c := range w.checks(t) {
		line(w.check(c), "")
	}
	for _, r := range t.References {
		if (!r.Late || d.forward) && !w.unreferred {
			line(w.reference(r), "")
		}
	}
	var b strings.Builder
	if d == SQLite {
		for l := range strings.Lines(comment(t.Definition, tableFacts(t))) {
			b.WriteString("    -- " + oneLine(strings.TrimSuffix(l, "\n")) + "\n")
		}
	}
	for i, l := range lines {
		if d == SQLite {
			for note := range strings.Lines(notes[i]) {
				b.WriteString("    -- " + oneLine(strings.TrimSuffix(note, "\n")) + "\n")
			}
		}
		b.WriteString("    " + l)
		if i < len(lines)-1 {
			b.WriteByte(',')
		}
		b.WriteByte('\n')
	}
	ending := ""
	if d == MySQL {
		ending = " engine = InnoDB default charset = utf8mb4 collate = utf8mb4_bin"
		if text := fitted(t.Definition, tableFacts(t), 2000); text != "" {
			ending += " comment = " + d.escape(text)
		}
	}
	w.add(t.From, t.Why, "create table %s (\n%s)%s", d.inSchema(t.Schema, t.Name), b.String(), ending)
}

// checks are those of a table; some databases hold to their literals and truths by them what others
// do by types.
func (w *writer) checks(t *tables.Table) []*tables.Check {
	out := slices.DeleteFunc(slices.Clone(t.Checks), func(c *tables.Check) bool { return slices.Contains(c.Except, w.d.Name) })
	for _, c := range t.Columns {
		e := c.Type.Enumeration
		if e != nil && e.Native && w.d == SQLite {
			out = append(out, &tables.Check{Name: "ck_" + t.Name + "_" + c.Name + "_literal", Condition: tables.Condition{In: &tables.In{Column: c, Values: e.Values}}, From: e.ID})
		}
		if c.Type.Primitive == "Boolean" && w.d == SQLite {
			out = append(out, &tables.Check{Name: "ck_" + t.Name + "_" + c.Name + "_truth", From: c.From,
				Condition: tables.Condition{In: &tables.In{Column: c, Values: []tables.Value{{Text: "false", Kind: tables.TruthValue}, {Text: "true", Kind: tables.TruthValue}}}}})
		}
	}
	return out
}

// column is the definition of one.
func (w *writer) column(t *tables.Table, c *tables.Column) string {
	d := w.d
	out := d.Quoted(c.Name) + " " + w.typeOf(c)
	if d.Mandatory(c) {
		out += " not null"
	}
	switch {
	case c.Generated != "":
		if g := d.generated[c.Generated]; g != "" {
			out += " " + g
		}
	case c.Default != nil:
		out += " default " + w.defaultOf(c)
	}
	if d == MySQL {
		if text := fitted(c.Definition, factsOf(c, t), 1000); text != "" {
			out += " comment " + d.escape(text)
		}
	}
	return out
}

func (w *writer) defaultOf(c *tables.Column) string {
	value := w.d.Value(*c.Default, c.Type)
	if w.d.parenthesized && strings.HasPrefix(w.typeOf(c), "long") {
		return "(" + value + ")"
	}
	return value
}

func (w *writer) unique(k *tables.Key) string {
	return fmt.Sprintf("constraint %s unique (%s)", w.d.Quoted(k.Name), w.d.quotedList(k.Columns))
}

func (w *writer) check(c *tables.Check) string {
	return fmt.Sprintf("constraint %s check (%s)", w.d.Quoted(c.Name), w.d.Condition(c.Condition))
}

func (w *writer) reference(r *tables.Reference) string {
	action := string(r.OnDelete)
	ending := ""
	if r.Deferred && w.d.defers {
		ending = " deferrable initially deferred"
		if r.OnDelete == tables.Restrict {
			action = "no action" // which waits, where restrict does not
		}
	}
	return fmt.Sprintf("constraint %s foreign key (%s) references %s (%s) on delete %s%s", w.d.Quoted(r.Name), w.d.quotedList(r.Columns),
		w.d.inSchema(r.Table.Schema, r.Table.Name), w.d.quotedList(r.Target), action, ending)
}

func (w *writer) index(t *tables.Table, x *tables.Index) {
	w.add(x.From, "", "create index %s on %s (%s)", w.d.Quoted(x.Name), w.d.inSchema(t.Schema, t.Name), w.d.quotedList(x.Columns))
}

// rows fills a lookup table.
func (w *writer) rows(t *tables.Table) {
	for _, row := range t.Rows {
		values := make([]string, len(row))
		for i, v := range row {
			values[i] = w.d.Value(v, t.Columns[i].Type)
			if v.Text == "" && !t.Columns[i].Mandatory {
				values[i] = "null"
			}
		}
		w.add(t.From, "", "insert into %s (%s) values (%s)", w.d.inSchema(t.Schema, t.Name), w.d.quotedList(t.Columns), strings.Join(values, ", "))
	}
}

// comments tells the database what tables and columns mean.
func (w *writer) comments(t *tables.Table) {
	if w.d != PostgreSQL {
		return
	}
	name := w.d.inSchema(t.Schema, t.Name)
	if text := comment(t.Definition, tableFacts(t)); text != "" {
		w.add(t.From, "", "comment on table %s is %s", name, w.d.escape(text))
	}
	for _, c := range t.Columns {
		if text := comment(c.Definition, factsOf(c, t)); text != "" {
			w.add(c.From, "", "comment on column %s.%s is %s", name, w.d.Quoted(c.Name), w.d.escape(text))
		}
	}
}

// facts are what a reader of the database needs to find the model again, in JSON behind @model.
type facts struct {
	From  string   `json:"from,omitempty"`
	ID    model.ID `json:"id,omitempty"`
	Facts []string `json:"facts,omitempty"`
	Ask   string   `json:"ask,omitempty"`
}

func tableFacts(t *tables.Table) *facts { return &facts{From: string(t.Sort), ID: t.From} }

func factsOf(c *tables.Column, t *tables.Table) *facts {
	f := &facts{Ask: c.Question, Facts: slices.Clone(c.Facts)}
	for _, r := range t.References {
		if len(r.Columns) > 0 && r.Columns[0] == c {
			f.Facts = append(f.Facts, r.Facts...)
		}
	}
	if f.Ask == "" && len(f.Facts) == 0 {
		return nil
	}
	return f
}

// comment is a definition, and below it what leads back to the model.
func comment(definition string, f *facts) string {
	text := strings.TrimSpace(strings.ReplaceAll(definition, "\r", ""))
	if f == nil {
		return text
	}
	data, err := json.Marshal(f)
	if err != nil {
		return text
	}
	return strings.TrimSpace(text + "\n@model " + string(data))
}

// fitted is a comment that is no longer than so many characters: the definition is cut first.
func fitted(definition string, f *facts, longest int) string {
	text := comment(definition, f)
	over := len([]rune(text)) - longest
	if over <= 0 {
		return text
	}
	runes := []rune(strings.TrimSpace(definition))
	if over+2 < len(runes) {
		return comment(string(runes[:len(runes)-over-2])+"…", f)
	}
	if f == nil {
		return string(runes[:longest-1]) + "…"
	}
	short := *f
	short.Facts, short.Ask = nil, ""
	return comment("", &short)
}

// Drop is the script that takes away what Create makes.
func Drop(d *Dialect, p *tables.Plan) []Statement {
	w := newWriter(d, p)
	switch d {
	case SQLite:
		w.add("", "", "pragma foreign_keys = off")
	case MySQL:
		w.add("", "", "set foreign_key_checks = 0")
	}
	for _, t := range slices.Backward(p.Tables) {
		ending := ""
		if d == PostgreSQL {
			ending = " cascade"
		}
		w.add(t.From, "", "drop table if exists %s%s", d.inSchema(t.Schema, t.Name), ending)
	}
	if d == PostgreSQL {
		for _, b := range p.Bounds {
			for _, f := range w.functionsOf(b) {
				w.add(b.From, "", "drop function if exists %s()", f)
			}
		}
		for _, e := range p.Enumerations {
			w.add(e.ID, "", "drop type if exists %s", d.inSchema(e.Schema, e.Name))
		}
	}
	switch d {
	case SQLite:
		w.add("", "", "pragma foreign_keys = on")
	case MySQL:
		w.add("", "", "set foreign_key_checks = 1")
	}
	for i := range w.out {
		w.out[i].Destructive = true
	}
	return w.out
}

// TypeNames are the types of all columns of a plan as a database names them.
func TypeNames(d *Dialect, p *tables.Plan) map[*tables.Column]string {
	w := newWriter(d, p)
	out := map[*tables.Column]string{}
	for _, t := range p.Tables {
		for _, c := range t.Columns {
			out[c] = w.typeOf(c)
		}
	}
	return out
}

// ReferenceLine is a reference as it stands in a script.
func ReferenceLine(d *Dialect, p *tables.Plan, r *tables.Reference) string {
	return newWriter(d, p).reference(r)
}

// Mandatory reports whether a database refuses a row without a value in a column.
func (d *Dialect) Mandatory(c *tables.Column) bool { return c.Mandatory && (d.defers || !c.Later) }

// Checks are the checks that a table has in a database.
func Checks(d *Dialect, p *tables.Plan, t *tables.Table) []*tables.Check {
	return newWriter(d, p).checks(t)
}
