package tables

import (
	"fmt"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// builder makes one plan.
type builder struct {
	m       *model.Model
	options Options
	plan    *Plan
	names   *namer
	classes []*class
	of      map[model.ID]*class
	groups  [][]*class // hierarchies, those of one class too
	enums   map[model.ID]*Enumeration
	lookups map[*Enumeration]*Table
	keys    map[*Table]keyState
	// referred are the references that were made of an end before others, for a key.
	referred         map[endAt]*Reference
	pointers         []pointer                       // attributes whose types are classes, likewise
	attributeColumns map[endAt][]*Column             // by the attribute of the class
	shares           map[*Table]map[*class][]*Column // key columns of kinds, by the general that they come from
	values           []valuesOf                      // attributes with several values, whose tables are made when all keys are there
	wholes, others   map[*Table][]wholeAt            // references of parts to wholes, and all others
	linked           map[model.ID]bool               // associations that a table was made of with their class
}

// endAt is an end of an association, or an attribute of a class, in a table.
type endAt struct {
	end   model.ID
	table *Table
}

// wholeAt is a reference of a part to one of its wholes.
type wholeAt struct {
	reference   *Reference
	mandatory   bool
	association model.ID
}

// NewPlan derives the tables of a model.
func NewPlan(m *model.Model, o Options) *Plan {
	b := &builder{m: m, options: o, plan: &Plan{Options: o}, names: newNamer(o), of: map[model.ID]*class{}, enums: map[model.ID]*Enumeration{},
		lookups: map[*Enumeration]*Table{}, keys: map[*Table]keyState{}, referred: map[endAt]*Reference{}, wholes: map[*Table][]wholeAt{}, others: map[*Table][]wholeAt{}, linked: map[model.ID]bool{}, attributeColumns: map[endAt][]*Column{}, shares: map[*Table]map[*class][]*Column{}}
	b.scope()
	b.hierarchy()
	b.classTables()
	b.attributes()
	for _, c := range b.classes {
		if c.home != nil {
			b.keyOf(c)
		}
	}
	b.concreteKeys()
	b.pointed()
	b.associations()
	b.manyValues()
	b.exclusive()
	b.constraints()
	b.finish()
	return b.plan
}

func (b *builder) note(subject model.ID, message string) {
	b.plan.Notes = append(b.plan.Notes, Note{subject, message})
}

func (b *builder) hold(subject model.ID, what string, by Means, t *Table, name string, except ...string) {
	b.plan.Held = append(b.plan.Held, Held{Subject: subject, What: what, By: by, Table: t, Name: name, Except: except})
}

// lack tells that something is held by nothing, and why.
func (b *builder) lack(subject model.ID, what, why string) {
	b.plan.Held = append(b.plan.Held, Held{Subject: subject, What: what, By: ByNothing, Why: why})
}

func (b *builder) table(sort Sort, from model.ID, key string, name, otherwise, schema string, why string) *Table {
	if b.options.Prefix != "" {
		name = b.options.Prefix + name
	}
	t := &Table{ID: model.DeriveID("table", key), Schema: schema, Sort: sort, From: from, Why: why}
	t.Name = b.names.take("table", name, otherwise)
	b.plan.Tables = append(b.plan.Tables, t)
	return t
}

// column adds a column under a name that the table does not have.
func (b *builder) column(t *Table, c *Column, name, otherwise string) *Column {
	c.Name = b.names.take(string(t.ID), name, otherwise)
	t.Columns = append(t.Columns, c)
	return c
}

// tableName is a name as those of tables are written.
func (b *builder) tableName(parts ...string) string {
	if n := len(parts) - 1; b.options.Plural && n >= 0 {
		parts[n] = model.Plural(parts[n])
	}
	return b.names.written(parts...)
}

// schemaOf is the schema of what stands in a package, "" for none.
func (b *builder) schemaOf(id model.ID) string {
	if b.options.Schemas != "packages" {
		return ""
	}
	path := b.m.PackagePath(id)
	if len(path) == 0 {
		return ""
	}
	return b.schemaNamed(path[len(path)-1])
}

func (b *builder) schemaNamed(p *model.Element) string {
	for _, s := range b.schemas() {
		if s.of == p.ID {
			return s.name
		}
	}
	return ""
}

type schema struct {
	of   model.ID
	name string
}

// schemas are those of all packages.
func (b *builder) schemas() []schema {
	if b.plan.Schemas == nil {
		b.plan.Schemas = []string{}
		for _, p := range b.m.OfKind(model.PackageKind) {
			b.plan.Schemas = append(b.plan.Schemas, b.names.take("schema", b.names.written(p.Name), "package"))
			b.plan.schemaOf = append(b.plan.schemaOf, schema{p.ID, b.plan.Schemas[len(b.plan.Schemas)-1]})
		}
	}
	return b.plan.schemaOf
}

// say writes a sentence, with "an" where "a" cannot stand.
func say(format string, args ...any) string {
	words := strings.Split(fmt.Sprintf(format, args...), " ")
	for i := 0; i+1 < len(words); i++ {
		if words[i] == "a" || words[i] == "A" {
			if article := english.Article(words[i+1]); words[i] == "A" {
				words[i] = model.Capital(article)
			} else {
				words[i] = article
			}
		}
	}
	return strings.Join(words, " ")
}

func articled(name string) string { return english.Article(name) + " " + name }

// nameOf is an element as sentences name it.
func nameOf(e *model.Element) string {
	if e == nil || strings.TrimSpace(e.Name) == "" {
		return "(no name)"
	}
	return e.Name
}
