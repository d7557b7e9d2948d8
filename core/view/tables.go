package view

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/generate/sql"
	"lexeon/core/model"
	"lexeon/core/tables"
	"lexeon/core/tableview"
)

// Tables are those that are derived from the classes of a project, with how they were settled.
type Tables struct {
	Tables  []TableSummary `json:"tables"`
	Notes   []TableNote    `json:"notes"`
	Unheld  []HeldLine     `json:"unheld"` // what no table holds
	Partly  []HeldLine     `json:"partly"` // what is not held in every database
	Schemas []string       `json:"schemas"`
}

// TableSummary is a table with what it comes from.
type TableSummary struct {
	ID   model.ID `json:"id"`
	Name string   `json:"name"`
	// From are the elements and relationships that the table, its columns and what is drawn at it
	// come from, its own origin first.
	From []model.ID `json:"from"`
}

// TableNote tells how something was settled.
type TableNote struct {
	Subject model.ID `json:"subject,omitempty"`
	Text    string   `json:"text"`
}

// HeldLine tells by what something of the model is held.
type HeldLine struct {
	Subject model.ID `json:"subject"`
	What    string   `json:"what"`
	By      string   `json:"by"`    // in words
	Where   string   `json:"where"` // table and column
	Held    bool     `json:"held"`  // in every database
}

// Table is one table, or the one that a reference belongs to.
type Table struct {
	ID         model.ID         `json:"id"`
	Reference  model.ID         `json:"reference,omitempty"` // that was asked for
	Name       string           `json:"name"`
	Kind       string           `json:"kind"` // where it comes from, in words
	Why        string           `json:"why"`
	Definition string           `json:"definition"`
	From       Origin           `json:"from"`
	Columns    []TableColumn    `json:"columns"`
	Keys       []TableRule      `json:"keys"` // the primary one first
	References []TableReference `json:"references"`
	Checks     []TableRule      `json:"checks"`
	Held       []HeldLine       `json:"held"`
	Dialects   []string         `json:"dialects"` // of the types of columns, in order
}

// Origin is an element or a relationship that something comes from.
type Origin struct {
	ID    model.ID `json:"id"`
	Title string   `json:"title"`
	// At is the diagram that shows it, Select what is selected there: a feature is in its class.
	At     model.ID `json:"at,omitempty"`
	Select model.ID `json:"select,omitempty"`
}

// TableColumn is a column with its types in the databases.
type TableColumn struct {
	ID        model.ID `json:"id"`
	Name      string   `json:"name"`
	Types     []string `json:"types"` // in the order of the dialects
	Mandatory bool     `json:"mandatory"`
	Key       bool     `json:"key"`
	Why       string   `json:"why"`
	Question  string   `json:"question,omitempty"`
	From      Origin   `json:"from"`
}

// TableRule is a key or a check.
type TableRule struct {
	Name string `json:"name"`
	Text string `json:"text"`
	Why  string `json:"why"`
	From Origin `json:"from"`
}

// TableReference is a reference with what a deletion does.
type TableReference struct {
	ID       model.ID `json:"id"`
	Name     string   `json:"name"`
	Columns  string   `json:"columns"`
	To       string   `json:"to"`
	ToTable  model.ID `json:"toTable"`
	Deletion string   `json:"deletion"` // in a sentence
	Why      string   `json:"why"`
	From     Origin   `json:"from"`
}

// TablesOf derives the tables of a project.
func TablesOf(m *model.Model) (Tables, error) {
	p := tableview.Plan(m)
	out := Tables{Tables: []TableSummary{}, Notes: []TableNote{}, Unheld: []HeldLine{}, Partly: []HeldLine{}, Schemas: append([]string{}, p.Schemas...)}
	for _, t := range p.Tables {
		s := TableSummary{ID: t.ID, Name: t.Name, From: []model.ID{t.From}}
		add := func(id model.ID) {
			for _, from := range withOwner(m, id) {
				if from != "" && !slices.Contains(s.From, from) {
					s.From = append(s.From, from)
				}
			}
		}
		add(t.From)
		for _, c := range t.Columns {
			add(c.From)
		}
		out.Tables = append(out.Tables, s)
	}
	for _, n := range p.Notes {
		out.Notes = append(out.Notes, TableNote{n.Subject, n.Message})
	}
	for _, h := range p.Held {
		switch line := heldLine(h); {
		case h.By == tables.ByNothing:
			out.Unheld = append(out.Unheld, line)
		case !line.Held:
			out.Partly = append(out.Partly, line)
		}
	}
	return out, nil
}

// withOwner is something with what it is drawn in: an attribute with its class, an end with its
// association.
func withOwner(m *model.Model, id model.ID) []model.ID {
	out := []model.ID{id}
	if e := m.Element(id); e != nil && (e.Kind == model.Attribute || e.Kind == model.End) {
		out = append(out, e.Owner)
	}
	return out
}

var meansWords = map[tables.Means]string{tables.ByColumn: "the column", tables.ByKey: "a key", tables.ByReference: "a reference", tables.ByCheck: "a check", tables.ByTrigger: "a trigger", tables.ByNothing: "nothing"}

func heldLine(h tables.Held) HeldLine {
	out := HeldLine{Subject: h.Subject, What: h.What, By: "Held by " + meansWords[h.By] + ".", Held: h.By != tables.ByNothing && len(h.Except) == 0}
	if h.By == tables.ByNothing {
		out.By = "Held by nothing: " + h.Why + "."
	}
	if in, why := sql.NotIn(h); in != "" {
		out.By += " Not in " + in + ": " + why + "."
	}
	if h.Table != nil {
		out.Where = h.Table.Name
		if h.Name != "" && slices.ContainsFunc(h.Table.Columns, func(c *tables.Column) bool { return c.Name == h.Name }) {
			out.Where += "." + h.Name
		}
	}
	return out
}

// InTables tells what the tables hold of an element or a relationship, and what they do with it.
type InTables struct {
	Held      []HeldLine `json:"held"`
	Deletions []Deletion `json:"deletions"` // of an association
}

// Deletion tells what becomes of the objects at one end when one at the other is deleted.
type Deletion struct {
	Text string `json:"text"`
	SQL  string `json:"sql"` // the line that does it
}

// InTablesOf tells by what something of the model is held in the tables: its multiplicities and
// constraints; and of an association what a deletion does, or would do if its classes were stored.
func InTablesOf(m *model.Model, id model.ID) InTables {
	about := map[model.ID]bool{id: true}
	for _, e := range m.Children(id, model.Attribute, model.End) {
		about[e.ID] = true
	}
	out := InTables{Held: []HeldLine{}, Deletions: []Deletion{}}
	p := tableview.Plan(m)
	for _, h := range p.Held {
		if about[h.Subject] {
			out.Held = append(out.Held, heldLine(h))
		}
	}
	r := m.Relationship(id)
	if r == nil || r.Kind != model.Association {
		return out
	}
	if out.Deletions = deletionsOf(m, p, r, about); len(out.Deletions) == 0 {
		o := tables.Defaults(m)
		o.Only = m.Connected(r)
		out.Deletions = deletionsOf(m, tables.NewPlan(m, o), r, about)
	}
	return out
}

func deletionsOf(m *model.Model, p *tables.Plan, r *model.Relationship, about map[model.ID]bool) []Deletion {
	out := []Deletion{}
	name := func(id model.ID) string {
		if e := m.Element(id); e != nil && e.Name != "" {
			return e.Name
		}
		return "row"
	}
	for _, t := range p.Tables {
		for _, ref := range t.References {
			end := m.Element(ref.From)
			if !about[ref.From] || end == nil || end.Kind != model.End {
				continue
			}
			one := english.Article(name(end.Type)) + " " + name(end.Type)
			others := ""
			for _, e := range m.Ends(r.ID) {
				if e.ID != end.ID {
					others = name(e.Type)
				}
			}
			text := ""
			switch {
			case t.Sort == tables.FromLink:
				text = fmt.Sprintf("Deleting %s deletes its links, and not what they lead to.", one)
			case ref.OnDelete == tables.Cascade:
				text = fmt.Sprintf("Deleting %s deletes its %s too.", one, model.Plural(others))
			case ref.OnDelete == tables.SetNull:
				text = fmt.Sprintf("Deleting %s leaves its %s without one.", one, model.Plural(others))
			default:
				text = fmt.Sprintf("Deleting %s is refused while %s refers to it.", one, english.Article(others)+" "+others)
			}
			d := Deletion{text, sql.ReferenceLine(sql.PostgreSQL, p, ref)}
			if !slices.Contains(out, d) {
				out = append(out, d)
			}
		}
	}
	return out
}

// TableOf is one of the derived tables, or the one that a reference belongs to. It fails with
// CodeMissing where there is neither.
func TableOf(m *model.Model, id model.ID) (Table, error) {
	p := tableview.Plan(m)
	for _, t := range p.Tables {
		i := slices.IndexFunc(t.References, func(r *tables.Reference) bool { return r.ID == id })
		if t.ID != id && i < 0 {
			continue
		}
		out := tableOf(m, p, t)
		if i >= 0 {
			out.Reference = id
		}
		return out, nil
	}
	return Table{}, model.Faultf(model.CodeMissing, "There is no such table any more.").At(id, "")
}

var sortWords = map[tables.Sort]string{
	tables.FromClass: "table of a class", tables.FromHierarchy: "one table for all kinds", tables.FromLink: "link table", tables.FromValues: "table of values", tables.FromEnumeration: "lookup table"}

func tableOf(m *model.Model, p *tables.Plan, t *tables.Table) Table {
	origin := func(id model.ID) Origin { return originOf(m, id) }
	out := Table{ID: t.ID, Name: t.Name, Kind: sortWords[t.Sort], Why: t.Why, Definition: t.Definition, From: origin(t.From),
		Columns: []TableColumn{}, Keys: []TableRule{}, References: []TableReference{}, Checks: []TableRule{}, Held: []HeldLine{}, Dialects: []string{}}
	types := []map[*tables.Column]string{}
	for _, d := range sql.Dialects {
		out.Dialects = append(out.Dialects, d.Title)
		types = append(types, sql.TypeNames(d, p))
	}
	for _, c := range t.Columns {
		col := TableColumn{ID: c.ID, Name: c.Name, Types: []string{}, Mandatory: c.Mandatory, Why: c.Why, Question: c.Question, From: origin(c.From)}
		for _, of := range types {
			col.Types = append(col.Types, of[c])
		}
		if t.Primary != nil {
			col.Key = slices.Contains(t.Primary.Columns, c)
		}
		out.Columns = append(out.Columns, col)
	}
	if t.Primary != nil {
		out.Keys = append(out.Keys, TableRule{t.Primary.Name, "primary key (" + columnNames(t.Primary.Columns) + ")", t.Primary.Why, origin(t.Primary.From)})
	}
	for _, k := range t.Uniques {
		out.Keys = append(out.Keys, TableRule{k.Name, "unique (" + columnNames(k.Columns) + ")", k.Why, origin(k.From)})
	}
	for _, c := range t.Checks {
		out.Checks = append(out.Checks, TableRule{c.Name, sql.PostgreSQL.Condition(c.Condition), c.Why, origin(c.From)})
	}
	for _, r := range t.References {
		out.References = append(out.References, TableReference{r.ID, r.Name, columnNames(r.Columns), r.Table.Name, r.Table.ID, deletion(t, r), r.Why, origin(r.From)})
	}
	for _, h := range p.Held {
		if h.Table == t {
			out.Held = append(out.Held, heldLine(h))
		}
	}
	return out
}

// deletion says what becomes of the rows of a table when one that they refer to is deleted.
func deletion(t *tables.Table, r *tables.Reference) string {
	switch r.OnDelete {
	case tables.Cascade:
		return fmt.Sprintf("When a row of %s is deleted, its rows here are deleted too.", r.Table.Name)
	case tables.SetNull:
		return fmt.Sprintf("When a row of %s is deleted, its rows here stay and refer to nothing.", r.Table.Name)
	}
	return fmt.Sprintf("A row of %s cannot be deleted while a row here refers to it.", r.Table.Name)
}

func columnNames(cols []*tables.Column) string {
	names := make([]string, len(cols))
	for i, c := range cols {
		names[i] = c.Name
	}
	return strings.Join(names, ", ")
}

// originOf is something of the model as people know it, with the diagram on which it is looked at.
// ofOwner are kinds that are shown with what they belong to.
var ofOwner = []model.Kind{model.Attribute, model.Operation, model.Reception, model.Literal, model.End, model.GeneralizationSet}

func originOf(m *model.Model, id model.ID) Origin {
	out := Origin{ID: id, Select: id}
	row := m.Row(id)
	if row == nil {
		return out
	}
	out.Title = m.Describe(id)
	if e := m.Element(id); e != nil && slices.Contains(ofOwner, e.Kind) {
		out.Select = e.Owner
		if e.Kind != model.End {
			out.Title = e.Kind.Title() + " " + e.Name + " of " + m.Describe(e.Owner)
		} else {
			out.Title = m.Describe(e.Owner)
		}
	}
	for _, p := range m.PlacementsOf(out.Select) {
		out.At = p.Diagram
		break
	}
	return out
}
