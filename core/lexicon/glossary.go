package lexicon

import (
	"bytes"
	"encoding/csv"
	"slices"
	"strings"

	"lexeon/core/activity"
	"lexeon/core/model"
)

// Entry is a term of the glossary.
type Entry struct {
	Term  *model.Term
	Faces []*model.Element
}

// Entries lists all terms by name.
func Entries(m *model.Model) []Entry {
	var out []Entry
	for _, id := range m.IDs(model.TableTerms) {
		out = append(out, Entry{m.Term(id), m.Faces(id)})
	}
	slices.SortFunc(out, func(a, b Entry) int {
		if c := strings.Compare(strings.ToLower(a.Term.Name), strings.ToLower(b.Term.Name)); c != 0 {
			return c
		}
		return strings.Compare(string(a.Term.ID), string(b.Term.ID))
	})
	return out
}

func kindsOf(faces []*model.Element) string {
	var out []string
	for _, e := range faces {
		if !slices.Contains(out, e.Kind.Title()) {
			out = append(out, e.Kind.Title())
		}
	}
	return strings.Join(out, ", ")
}

// GlossaryCSV writes the glossary as a table. Cells that a spreadsheet would run
// are made harmless.
func GlossaryCSV(m *model.Model) []byte {
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	rows := [][]string{{"term", "definition", "also called", "not to be called", "plural", "used as"}}
	for _, e := range Entries(m) {
		rows = append(rows, []string{e.Term.Name, e.Term.Definition, strings.Join(e.Term.Aliases, ", "), strings.Join(e.Term.Rejected, ", "), e.Term.Plural, kindsOf(e.Faces)})
	}
	for _, r := range rows {
		for i := range r {
			r[i] = activity.Defuse(r[i])
		}
		_ = w.Write(r) // to memory: it cannot fail
	}
	w.Flush()
	return b.Bytes()
}

// GlossaryMarkdown writes the glossary as text.
func GlossaryMarkdown(m *model.Model) []byte {
	var b strings.Builder
	b.WriteString("# Glossary of " + escape(m.Project().Name) + "\n")
	for _, e := range Entries(m) {
		b.WriteString("\n**" + escape(e.Term.Name) + "**")
		if k := kindsOf(e.Faces); k != "" {
			b.WriteString(" (" + k + ")")
		}
		b.WriteString("  \n")
		if e.Term.Definition != "" {
			b.WriteString(escape(e.Term.Definition) + "  \n")
		} else {
			b.WriteString("*not defined yet*  \n")
		}
		if len(e.Term.Aliases) > 0 {
			b.WriteString("Also called: " + escape(strings.Join(e.Term.Aliases, ", ")) + "  \n")
		}
		if len(e.Term.Rejected) > 0 {
			b.WriteString("Not to be called: " + escape(strings.Join(e.Term.Rejected, ", ")) + "  \n")
		}
	}
	return []byte(b.String())
}

// escape keeps texts from being read as Markdown or HTML.
func escape(s string) string {
	s = strings.Join(strings.Fields(s), " ")
	return strings.NewReplacer("\\", "\\\\", "*", "\\*", "_", "\\_", "`", "\\`", "<", "&lt;", ">", "&gt;", "[", "\\[", "]", "\\]", "#", "\\#", "|", "\\|").Replace(s)
}
