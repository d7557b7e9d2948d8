package document

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/model"
)

// dataFlow documents levels, processes and their specifications, stores, the
// dictionary and the event list.
func dataFlow(b *strings.Builder, m *model.Model) {
	for _, system := range dataflow.Contexts(m) {
		process(b, m, system, 2)
	}
	if entities := m.OfKind(model.Entity); len(entities) > 0 {
		b.WriteString("\n## External entities\n")
		for _, e := range entities {
			part(b, m, e, 3, "")
			flows(b, m, e.ID, "Sends", dataflow.OutOf)
			flows(b, m, e.ID, "Receives", dataflow.Into)
		}
	}
	if stores := m.OfKind(model.Store); len(stores) > 0 {
		b.WriteString("\n## Data stores\n")
		for _, e := range stores {
			part(b, m, e, 3, "")
			if c := e.Store().Contents; c != "" {
				fmt.Fprintf(b, "\nContents: %s\n", text(c))
			}
			for _, mark := range []struct {
				on   bool
				says string
			}{{e.Store().Archive, "An archive: kept for later, read by nobody here."}, {e.Store().Outside, "Maintained outside of the system."}} {
				if mark.on {
					fmt.Fprintf(b, "\n%s\n", mark.says)
				}
			}
			flows(b, m, e.ID, "Read as", dataflow.OutOf)
			flows(b, m, e.ID, "Written as", dataflow.Into)
		}
	}
	items(b, m)
	events(b, m)
}

// deepest is the lowest heading of Markdown.
const deepest = 6

func part(b *strings.Builder, m *model.Model, e *model.Element, depth int, title string) {
	if title == "" {
		title = orUnnamed(e.Name)
	}
	fmt.Fprintf(b, "\n%s %s\n", strings.Repeat("#", min(depth, deepest)), inline(title))
	if def := m.Definition(e); def != "" {
		fmt.Fprintf(b, "\n%s\n", paragraphs(def))
	}
}

func process(b *strings.Builder, m *model.Model, e *model.Element, depth int) {
	title := dataflow.Label(m, e.ID)
	if e.Process().View == model.Physical {
		title += " (physical)"
	}
	part(b, m, e, depth, title)
	flows(b, m, e.ID, "Takes", dataflow.Into)
	flows(b, m, e.ID, "Gives", dataflow.OutOf)
	p := e.Process()
	if p.Specification != "" {
		b.WriteString("\n")
		for line := range strings.SplitSeq(strings.ReplaceAll(p.Specification, "\t", "    "), "\n") {
			fmt.Fprintf(b, "    %s\n", line) // code: nothing in it is markup
		}
	}
	if p.Decision != nil {
		decision(b, p.Decision)
	}
	for _, view := range []model.View{model.Logical, model.Physical} {
		for _, c := range m.Level(e.ID, view) {
			process(b, m, c, depth+1)
		}
	}
}

// flows lists the flows of a process, an entity or a store in a direction, each
// with whom.
func flows(b *strings.Builder, m *model.Model, of model.ID, title string, dir dataflow.Direction) {
	var out []string
	ends := dataflow.EndsOf(m, of)
	for _, end := range ends {
		// What a process below takes up was told with the process above.
		again := slices.ContainsFunc(ends, func(o dataflow.End) bool {
			return o.Direction == dir && o.Partner != end.Partner && dataflow.IsWithin(m, end.Partner, o.Partner)
		})
		if end.Direction == dir && !again {
			with := "what lies around"
			if p := m.Element(end.Partner); p != nil {
				with = orUnnamed(p.Name)
			}
			out = append(out, inline(dataflow.FlowName(m, end.Flow))+" ("+inline(with)+")")
		}
	}
	if len(out) > 0 {
		fmt.Fprintf(b, "\n%s: %s\n", title, strings.Join(out, ", "))
	}
}

func decision(b *strings.Builder, t *model.DecisionTable) {
	b.WriteString("\n|")
	for _, c := range t.Conditions {
		fmt.Fprintf(b, " %s |", cell(c.Text))
	}
	b.WriteString(" Actions |\n|" + strings.Repeat(" --- |", len(t.Conditions)+1) + "\n")
	for _, r := range t.Rules {
		b.WriteString("|")
		for _, w := range r.When {
			fmt.Fprintf(b, " %s |", cell(w))
		}
		var do []string
		for _, a := range r.Do {
			do = append(do, t.Actions[a])
		}
		fmt.Fprintf(b, " %s |\n", cell(strings.Join(do, "; ")))
	}
}

func items(b *strings.Builder, m *model.Model) {
	list := slices.SortedFunc(slices.Values(m.OfKind(model.DataItem)), func(a, c *model.Element) int {
		return cmp.Or(strings.Compare(strings.ToLower(a.Name), strings.ToLower(c.Name)), cmp.Compare(a.ID, c.ID))
	})
	if len(list) == 0 {
		return
	}
	b.WriteString("\n## Data dictionary\n\n| Name | Is | Type, unit, range, values | Definition |\n| --- | --- | --- | --- |\n")
	for _, e := range list {
		d := e.DataItem()
		is := d.Contents
		switch d.Source {
		case model.Elementary:
			is = "elementary"
		case model.CreatedHere:
			is = "created by a process"
		case model.DerivedFrom:
			is = "derived from " + strings.Join(d.From, ", ")
		}
		var kind []string
		for _, s := range []string{d.Type, d.Unit, d.Range, d.Values} {
			if s != "" {
				kind = append(kind, s)
			}
		}
		fmt.Fprintf(b, "| %s | %s | %s | %s |\n", cell(e.Name), cell(is), cell(strings.Join(kind, "; ")), cell(m.Definition(e)))
	}
}

func events(b *strings.Builder, m *model.Model) {
	list := m.OfKind(model.Event)
	if len(list) == 0 {
		return
	}
	b.WriteString("\n## Events\n\n| Event | Told by | Answered by | With |\n| --- | --- | --- | --- |\n")
	for _, e := range list {
		d := e.Event()
		by, told := "", d.Stimulus
		if d.Timed {
			told = "time"
		}
		if d.Process != "" {
			by = dataflow.Label(m, d.Process)
		}
		fmt.Fprintf(b, "| %s | %s | %s | %s |\n", cell(e.Name), cell(told), cell(by), cell(strings.Join(d.Response, ", ")))
	}
}
