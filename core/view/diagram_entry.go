package view

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
)

// DiagramEntry is what there is to say of a diagram as long as nothing on it is selected.
type DiagramEntry struct {
	ID        model.ID                 `json:"id"`
	KindTitle string                   `json:"kindTitle"`
	Title     string                   `json:"title"`
	Shows     []string                 `json:"shows"`     // "8 classes", the most frequent first
	Questions []OpenQuestion           `json:"questions"` // what is not decided of what it shows
	Legend    []model.StereotypeColour `json:"legend"`    // the colours on it
	Terms     []Term                   `json:"terms"`     // of what it shows, by name; faces on it alone
}

// OpenQuestion is something that is to be decided about a row of a diagram.
type OpenQuestion struct {
	Row  model.ID `json:"row"`
	Text string   `json:"text"`
}

// DiagramEntryOf tells it of a diagram.
func DiagramEntryOf(m *model.Model, diagram model.ID) (DiagramEntry, error) {
	d := m.Diagram(diagram)
	if d == nil {
		return DiagramEntry{}, model.Faultf(model.CodeMissing, "There is no such diagram any more.").At(diagram, "")
	}
	out := DiagramEntry{ID: d.ID, KindTitle: d.Kind.Title(), Title: DiagramTitle(m, d), Shows: []string{}, Questions: []OpenQuestion{}, Legend: []model.StereotypeColour{}, Terms: []Term{}}
	count := map[model.Kind]int{}
	coloured := map[string]bool{}
	terms := map[model.ID]bool{}
	for _, p := range m.PlacementsOn(diagram) {
		switch r := m.Row(p.Subject).(type) {
		case *model.Element:
			count[r.Kind]++
			terms[r.Term] = true
			if _, stereotype := m.ColourOf(r); stereotype != "" {
				coloured[stereotype] = true
			}
			for _, q := range r.UseCase().Questions {
				out.Questions = append(out.Questions, OpenQuestion{r.ID, q})
			}
		case *model.Relationship:
			count[r.Kind]++
			out.Questions = append(out.Questions, undecided(m, r)...)
		}
	}
	out.Shows = counted(count)
	for _, c := range m.Project().Colours {
		if coloured[c.Stereotype] {
			out.Legend = append(out.Legend, c)
		}
	}
	for id := range terms {
		if t := m.Term(id); t != nil {
			term := termOf(m, t)
			term.Faces = slices.DeleteFunc(term.Faces, func(f Face) bool { return !slices.Contains(f.Diagrams, diagram) })
			out.Terms = append(out.Terms, term)
		}
	}
	slices.SortFunc(out.Terms, func(a, b Term) int {
		return strings.Compare(strings.ToLower(a.Name)+string(a.ID), strings.ToLower(b.Name)+string(b.ID))
	})
	slices.SortStableFunc(out.Questions, func(a, b OpenQuestion) int { return strings.Compare(a.Text, b.Text) })
	return out, nil
}

// counted tells how many there are of each kind.
func counted(count map[model.Kind]int) []string {
	type line struct {
		n    int
		text string
	}
	var lines []line
	for k, n := range count {
		title := k.Title()
		if n != 1 {
			title = model.Plural(title)
			if info, ok := k.Info(); ok && info.Plural != "" {
				title = info.Plural
			}
		}
		lines = append(lines, line{n, fmt.Sprintf("%d %s", n, title)})
	}
	slices.SortFunc(lines, func(a, b line) int {
		if a.n != b.n {
			return b.n - a.n
		}
		return strings.Compare(a.text, b.text)
	})
	out := []string{}
	for _, l := range lines {
		out = append(out, l.text)
	}
	return out
}

// undecided are the questions of the ends of an association whose multiplicity is not decided.
func undecided(m *model.Model, r *model.Relationship) []OpenQuestion {
	var out []OpenQuestion
	ends := m.Ends(r.ID)
	for i, e := range ends {
		d := e.End()
		if d.Multiplicity.State != model.Undecided {
			continue
		}
		text := d.Question
		if text == "" && len(ends) == 2 {
			text = fmt.Sprintf("How many %s for each %s?", model.Plural(nameOrNone(m, e.Type)), nameOrNone(m, ends[1-i].Type))
		} else if text == "" {
			text = fmt.Sprintf("How many %s?", model.Plural(nameOrNone(m, e.Type)))
		}
		out = append(out, OpenQuestion{r.ID, text})
	}
	return out
}

func nameOrNone(m *model.Model, id model.ID) string {
	if e := m.Element(id); e != nil && strings.TrimSpace(e.Name) != "" {
		return e.Name
	}
	return "(no name)"
}
