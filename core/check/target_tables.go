package check

import (
	"slices"
	"strings"

	"lexeon/core/generate/sql"
	"lexeon/core/model"
	"lexeon/core/tables"
)

var targetUnenforced = &Analyzer{
	Name: "target/unenforced", Title: "No table holds it", Severity: Advice,
	Doc: "What the classes say is held by the tables that are derived from them: by columns, keys, references and checks. Some of it no table can hold, or not in every database: " +
		"a row can be there before those that refer to it, and a key counts to one. A program has to see to it.",
	OnRequest: true,
	Source:    "SQL:2016, 4.18: the constraints of tables, as PostgreSQL, MariaDB and SQLite have them.",
	Finds:     "Each Apiary has at least one Hive, both stored.",
	Leaves:    "Each Hive has exactly one Apiary: a column that has to have a value.",
	Scope: onTables(func(p *Pass, plan *tables.Plan) {
		for _, h := range plan.Held {
			var where []string
			why := ""
			for _, d := range sql.Dialects {
				if said := sql.Unheld(d, h); said != "" {
					where, why = append(where, d.Title), said
				}
			}
			if len(where) == 0 {
				continue
			}
			f := Finding{Subject: drawnFor(p.Model, h.Subject), Key: string(h.Subject) + " " + string(h.By) + " " + h.What, says: say("%s No table holds it: %s.", h.What, why)}
			if len(where) < len(sql.Dialects) {
				f.says = say("%s %s does not hold it: %s.", h.What, strings.Join(where, ", "), why)
			}
			p.Report(f)
		}
	}),
}

var targetMandatoryCycle = &Analyzer{
	Name: "target/mandatory-cycle", Title: "Rows need each other", Severity: Advice,
	Doc: "Each of two rows must refer to the other, or a circle of more. PostgreSQL and SQLite look at one of the references when the transaction ends; MariaDB cannot wait, " +
		"and leaves a column open at first.",
	OnRequest: true,
	Source:    "SQL:2016, 4.18.3: deferrable constraints.",
	Finds:     "Each Crew sails one Ship, and each Ship is sailed by one Crew through another association.",
	Leaves:    "Each Hive stands in one Apiary, and an Apiary has any number of Hives.",
	Scope: onTables(func(p *Pass, plan *tables.Plan) {
		for _, t := range plan.Tables {
			for _, r := range t.References {
				if r.Deferred {
					p.Report(Finding{Subject: drawnFor(p.Model, r.From), Key: string(r.ID), says: say("A row of %s and one of %s need each other. Which of the two can be there first?", t.Name, r.Table.Name)})
				}
			}
		}
	}),
}

// onTables looks at the tables that are derived from the stored classes.
func onTables(run func(p *Pass, plan *tables.Plan)) Scope {
	return Whole{Touched: becomesTables, Run: func(p *Pass) {
		plan := tables.NewPlan(p.Model, tables.Defaults(p.Model))
		run(p, plan)
	}}
}

// becomesTables reports whether tables are derived from a row.
func becomesTables(r model.Row) bool {
	switch r := r.(type) {
	case *model.Project:
		return true
	case *model.Element:
		return r.Kind.IsClassifier() || slices.Contains([]model.Kind{model.Attribute, model.Literal, model.End, model.Constraint, model.GeneralizationSet, model.PackageKind}, r.Kind)
	case *model.Relationship:
		return slices.Contains([]model.Kind{model.Association, model.Generalization, model.Anchor}, r.Kind)
	}
	return false
}

// drawnFor is what is drawn of something: the association of an end, the class of an attribute.
func drawnFor(m *model.Model, id model.ID) model.ID {
	if e := m.Element(id); e != nil && (e.Kind == model.End || e.Kind == model.Attribute || e.Kind == model.GeneralizationSet) {
		return e.Owner
	}
	return id
}
