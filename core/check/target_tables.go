package check

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/generate/sql"
	"lexeon/core/model"
	"lexeon/core/tables"
)

var targetUnenforced = &Analyzer{
	Name: "target/unenforced", Title: "Neither tables nor code hold it", Severity: Advice,
	Doc: "What the classes say is held by the tables that are derived from them: by columns, keys, references and checks. Some of it no table can hold, or not in every database: " +
		"a row can be there before those that refer to it, and a key counts to one. A program has to see to it. And code does not look at all that is said: an object is of one " +
		"class for good, and conditions are looked at where they compare attributes, values and counts.",
	OnRequest: true,
	Source:    "SQL:2016, 4.18: the constraints of tables, as PostgreSQL, MariaDB and SQLite have them.",
	Finds:     "Each Apiary has at least one Hive, both stored.",
	Leaves:    "Each Hive has exactly one Apiary: a column that has to have a value.",
	Scope: onTables(func(p *Pass, plan *tables.Plan) {
		unheldByCode(p)
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

var targetUndecided = &Analyzer{
	Name: "target/undecided", Title: "Tables guess what is undecided", Severity: Question,
	Doc: "How many there are at an end, or of an attribute, is undecided, and something stored depends on it: the tables take as many as there may be. " +
		"What is decided later may need a migration.",
	OnRequest: true,
	Source:    "UML 2.5.1, 7.5.3.2: multiplicity; structured comments of the scripts keep what was undecided apart from what was never said.",
	Finds:     "How many Hives an Apiary has is undecided, and both are stored.",
	Leaves:    "The same end, between classes of which nothing is stored.",
	Scope: onTables(func(p *Pass, plan *tables.Plan) {
		told := map[model.ID]bool{}
		report := func(from model.ID, question, where string) {
			if told[from] {
				return
			}
			told[from] = true
			p.Report(Finding{Subject: drawnFor(p.Model, from), Key: string(from), says: say("%s%s That is undecided: %s as if there could be any number.", question, ending(question), where)})
		}
		for _, t := range plan.Tables {
			for _, c := range t.Columns {
				if c.Question != "" {
					report(c.From, c.Question, fmt.Sprintf("%s stands in the table %s", c.Name, t.Name))
				}
			}
			for _, r := range t.References {
				end := p.Model.Element(r.From)
				if r.Others.State != model.Undecided || end == nil || end.Kind != model.End {
					continue
				}
				for _, other := range p.Model.Ends(end.Owner) {
					if other.ID != end.ID && other.End().Multiplicity.State == model.Undecided {
						question := other.End().Question
						if question == "" {
							question = fmt.Sprintf("How many of %s are there?", p.Model.Describe(other.ID))
						}
						report(other.ID, question, "the tables are made")
					}
				}
			}
		}
	}),
}

// ending is the full stop that a sentence lacks.
func ending(text string) string {
	if text = strings.TrimSpace(text); text == "" || strings.ContainsAny(text[len(text)-1:], ".?!") {
		return ""
	}
	return "."
}

var targetReserved = &Analyzer{
	Name: "target/reserved", Title: "A word of the database", Severity: Warning,
	Doc: "A table or a column is called by a word that a database takes for its own. The scripts write it in quotes; whoever writes a query has to do so too, " +
		"and the error without them is seldom clear.",
	OnRequest: true,
	Source:    "SQL:2016, 5.2: reserved words; the lists of PostgreSQL, MariaDB and SQLite.",
	Finds:     "A stored class Order: the table order.",
	Leaves:    "A stored class Shipment, or an attribute called kind.",
	Scope: onTables(func(p *Pass, plan *tables.Plan) {
		report := func(from model.ID, what, name, longer string) {
			var where []string
			for _, d := range sql.Dialects {
				if d.Reserves(name) {
					where = append(where, d.Title)
				}
			}
			if len(where) == 0 {
				return
			}
			f := Finding{Subject: from, Key: what + " " + name, says: say("The %s %s is a word of its own in %s: it has to stand in quotes.", what, name, strings.Join(where, ", "))}
			if e := p.Model.Element(from); e != nil && strings.TrimSpace(e.Name) != "" && longer != "" {
				f.Mends = []Mend{{Title: "Call it " + longer, Changes: []model.Change{&model.SetName{ID: from, Name: longer}}}}
			}
			p.Report(f)
		}
		for _, t := range plan.Tables {
			of := p.Model.Element(t.From)
			longer := ""
			if of != nil && of.Kind == model.Class {
				longer = of.Name + "Record"
			}
			report(t.From, "table", t.Name, longer)
			for _, c := range t.Columns {
				a := p.Model.Element(c.From)
				if a == nil || a.Kind != model.Attribute || t.From != a.Owner {
					continue // what else is called by it is called so by its own class, or by an end
				}
				report(a.ID, "column", c.Name, strings.ToLower(of.Name)+upperFirst(a.Name))
			}
		}
	}),
}

func upperFirst(s string) string {
	if s == "" {
		return s
	}
	return strings.ToUpper(s[:1]) + s[1:]
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
