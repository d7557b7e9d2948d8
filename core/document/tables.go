package document

import (
	"fmt"
	"strings"

	"lexeon/core/generate/sql"
	"lexeon/core/model"
	"lexeon/core/tables"
	"lexeon/core/tableview"
)

// derivedTables documents the tables that follow from the stored classes: their columns, each with what
// it comes from, what a deletion does, and by what the multiplicities are held.
func derivedTables(b *strings.Builder, m *model.Model) {
	p := tableview.Plan(m)
	if len(p.Tables) == 0 {
		return
	}
	b.WriteString("\n## Tables\n")
	for _, t := range p.Tables {
		fmt.Fprintf(b, "\n### %s\n\n%s\n", text(t.Name), text(t.Why))
		if t.Definition != "" {
			fmt.Fprintf(b, "\n%s\n", paragraphs(t.Definition))
		}
		b.WriteString("\nColumns:\n\n")
		for _, c := range t.Columns {
			kind := c.Type.Primitive
			if e := c.Type.Enumeration; e != nil {
				kind = "one of " + strings.Join(e.Names, ", ")
			}
			if !c.Mandatory {
				kind += ", may be empty"
			}
			fmt.Fprintf(b, "- %s: %s. %s\n", text(c.Name), text(kind), text(c.Why))
		}
		if t.Primary != nil {
			fmt.Fprintf(b, "\nKey: %s.\n", text(columnList(t.Primary.Columns)))
		}
		for _, k := range t.Uniques {
			fmt.Fprintf(b, "\nUnique: %s. %s\n", text(columnList(k.Columns)), text(k.Why))
		}
		for _, r := range t.References {
			fmt.Fprintf(b, "\n%s refers to %s: on delete %s. %s\n", text(columnList(r.Columns)), text(r.Table.Name), r.OnDelete, text(r.Why))
		}
	}
	held := map[bool][]string{}
	for _, h := range p.Held {
		if h.By == tables.ByNothing {
			held[false] = append(held[false], fmt.Sprintf("- %s (%s)\n", text(h.What), text(h.Why)))
		} else {
			where := ""
			if h.Table != nil {
				where = " of " + text(h.Table.Name)
			}
			if in, _ := sql.NotIn(h); in != "" {
				where += ", not in " + in
			}
			held[true] = append(held[true], fmt.Sprintf("- %s (%s%s)\n", text(h.What), h.By, where))
		}
	}
	for _, yes := range []bool{true, false} {
		if len(held[yes]) == 0 {
			continue
		}
		title := "Held by the tables"
		if !yes {
			title = "Held by no table"
		}
		fmt.Fprintf(b, "\n## %s\n\n%s", title, strings.Join(held[yes], ""))
	}
}

func columnList(cols []*tables.Column) string {
	names := make([]string, len(cols))
	for i, c := range cols {
		names[i] = c.Name
	}
	return strings.Join(names, ", ")
}
