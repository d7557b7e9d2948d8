package document

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/activity"
	"lexeon/core/brief"
	"lexeon/core/model"
)

// briefText writes the brief with its sentences numbered, each with what stems
// from it, and the activity table.
func briefText(b *strings.Builder, m *model.Model) {
	section := model.ID("")
	for _, s := range brief.Sentences(m) {
		if s.Owner != section {
			section = s.Owner
			fmt.Fprintf(b, "\n## %s\n", text(orUnnamed(m.Element(section).Name)))
		}
		d := s.Sentence()
		if s.Number == 0 {
			fmt.Fprintf(b, "\n### %s\n", text(d.Text))
			continue
		}
		var stems []string
		for _, t := range m.TracesTo(s.ID) {
			from := t.Source
			if t.Traced != "" {
				from = t.Traced
			}
			if title := m.Describe(from); !slices.Contains(stems, title) {
				stems = append(stems, title)
			}
		}
		slices.Sort(stems)
		fmt.Fprintf(b, "\n**%d** %s", s.Number, inline(d.Text))
		switch {
		case len(stems) > 0:
			fmt.Fprintf(b, "  \n*%s*", inline(strings.Join(stems, "; ")))
		case d.Irrelevant:
			b.WriteString("  \n*not relevant*")
		}
		b.WriteString("\n")
	}
	rows := activity.Of(m).Rows
	if len(rows) == 0 {
		return
	}
	numbers := brief.Numbers(m)
	b.WriteString("\n## Activities\n\n| Performer | Activity | Inputs | Outputs | Processes | From |\n| --- | --- | --- | --- | --- | --- |\n")
	for _, r := range rows {
		a := r.Activity()
		var from []int
		for _, t := range m.TracesOf(r.ID) {
			if n := numbers[t.Target]; n > 0 {
				from = append(from, n)
			}
		}
		slices.Sort(from)
		fmt.Fprintf(b, "| %s | %s | %s | %s | %s | %s |\n", cell(a.Performer), cell(r.Name), cell(activity.PrintData(a.Inputs, "from")), cell(activity.PrintData(a.Outputs, "to")),
			cell(string(a.Processing)), cell(strings.Trim(fmt.Sprint(from), "[]")))
	}
}
