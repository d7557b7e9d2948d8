package sql

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/model"
	"lexeon/core/tables"
)

var dropOption = generate.Option{Name: "drop", Group: tables.Group, Title: "Drop script", Doc: "Whether there is a second script that takes the tables away.", Default: "no",
	Choices: []generate.Choice{{Value: "no", Title: "No"}, {Value: "yes", Title: "Yes, of its own"}}}

// Targets are the three databases. What is decided for one is decided for all.
var (
	PostgreSQLTarget = target(PostgreSQL, nil)
	MySQLTarget      = target(MySQL, nil)
	SQLiteTarget     = target(SQLite, [][]string{{"sqlite3", "-batch", "-bail", ":memory:", ".read create.sql"}})
)

func target(d *Dialect, proofs [][]string) *generate.Target {
	title := d.Title
	if d == MySQL {
		title = "MariaDB, MySQL"
	}
	return &generate.Target{
		Name: "sql-" + d.Name, Title: title, Group: "Tables", Download: "Download the script", Notes: "How it was settled, and what no table holds",
		Options: append(slices.Clone(tables.Choices), dropOption), Proofs: proofs,
		Rules: []string{"target/undecided", "target/mandatory-cycle", "target/reserved", "class/type-unknown"},
		Make: func(o *generate.Order) (generate.Output, error) {
			options := tables.OptionsOf(o.Options)
			options.Limit = d.Limit
			p := tables.NewPlan(o.Model, options)
			out := generate.Output{Notes: NotesOf(d, p)}
			head := Statement{Comment: heading(d, o.Model)}
			out.Files = append(out.Files, generate.File{Path: "create.sql", Content: Script(append([]Statement{head}, Create(d, p)...))})
			if o.Options["drop"] == "yes" {
				out.Files = append(out.Files, generate.File{Path: "drop.sql", Content: Script(append([]Statement{head}, Drop(d, p)...))})
			}
			return out, nil
		},
	}
}

func heading(d *Dialect, m *model.Model) string {
	text := fmt.Sprintf("The tables of %s, for %s.", m.Project().Name, d.Title)
	if d == MySQL {
		text += "\nTried with MariaDB 10.11; MySQL 8.0.16 and later know what is written here."
	}
	return text
}

// NotesOf tells how a plan was settled, and what is held by nothing in a database.
func NotesOf(d *Dialect, p *tables.Plan) []generate.Note {
	out := []generate.Note{}
	for _, n := range p.Notes {
		out = append(out, generate.Note{Subject: n.Subject, Message: n.Message})
	}
	for _, h := range p.Held {
		if why := Unheld(d, h); why != "" {
			out = append(out, generate.Note{Subject: h.Subject, Message: "Not held: " + strings.TrimSuffix(h.What, ".") + ", since " + why + "."})
		}
	}
	return out
}

// Unheld says why something is not held in a database; "" if it is.
func Unheld(d *Dialect, h tables.Held) string {
	switch {
	case h.By == tables.ByNothing:
		return h.Why
	case slices.Contains(h.Except, d.Name) && h.By == tables.ByTrigger:
		return "rows cannot be counted when a transaction ends"
	case slices.Contains(h.Except, d.Name) && h.By == tables.ByCheck:
		return "a column that a deletion sets to null cannot be checked"
	case slices.Contains(h.Except, d.Name):
		return "two rows need each other, and the database cannot wait until both are there"
	}
	return ""
}

// NotIn are the databases that do not hold what the others do, and why; "" where all do, or none.
func NotIn(h tables.Held) (databases, why string) {
	if h.By == tables.ByNothing {
		return "", ""
	}
	var titles []string
	for _, d := range Dialects {
		if reason := Unheld(d, h); reason != "" {
			titles, why = append(titles, d.Title), reason
		}
	}
	return strings.Join(titles, " and "), why
}

// MigrationText is the script that leads from the tables of one model to those of another, with the
// options that are decided for the second.
func MigrationText(t *generate.Target, old, next *model.Model, over map[string]string) (string, error) {
	i := slices.IndexFunc(Dialects, func(d *Dialect) bool { return "sql-"+d.Name == t.Name })
	if i < 0 {
		return "", model.Faultf(model.CodeInvalid, "%s has no tables; there are sql-postgres, sql-mysql and sql-sqlite.", t.Title)
	}
	d := Dialects[i]
	before, err := t.Decide(old, over)
	if err != nil {
		return "", err
	}
	after, err := t.Decide(next, over)
	if err != nil {
		return "", err
	}
	plan := func(m *model.Model, values map[string]string) *tables.Plan {
		o := tables.OptionsOf(values)
		o.Limit = d.Limit
		return tables.NewPlan(m, o)
	}
	head := fmt.Sprintf("From the tables of one version of %s to those of the next, for %s.", next.Project().Name, d.Title)
	list := Migrate(d, plan(old, before), plan(next, after))
	if len(list) == 0 {
		head += "\nNothing changes."
	}
	return Script(append([]Statement{{Comment: head}}, list...)), nil
}
