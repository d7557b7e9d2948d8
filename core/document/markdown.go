// Package document writes a model down for people: what there is, what it means,
// how it hangs together, with the diagrams beside the text.
package document

import (
	"fmt"
	"path"
	"slices"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/model"
	"lexeon/core/notation"
)

// Markdown documents a model: the brief, the data flow diagrams with their
// dictionary, the use cases with their descriptions, the classes, the components, the tables, each as a text in Markdown, and every diagram as an SVG
// picture that its text shows. Texts with nothing in them are left out, but for
// the classes. draw gives a diagram as SVG. Equal models give equal files.
func Markdown(m *model.Model, draw func(model.ID) (string, error)) (generate.Output, error) {
	out := generate.Output{Notes: []generate.Note{}}
	pictures := map[model.ID]string{}
	names := map[string]bool{}
	var drawn []generate.File
	for _, row := range m.Diagrams() {
		svg, err := draw(row.ID)
		if err != nil {
			return out, err
		}
		pictures[row.ID] = path.Join("diagrams", fileName(row.Name, names)+".svg")
		drawn = append(drawn, generate.File{Path: pictures[row.ID], Content: svg, Subject: row.ID})
	}
	add := func(file string, always bool, write func(*strings.Builder)) {
		var b strings.Builder
		write(&b)
		if always || b.Len() > 0 {
			out.Files = append(out.Files, generate.File{Path: file, Content: head(m) + b.String()})
		}
	}
	add("classes.md", true, func(b *strings.Builder) {
		diagrams(b, m, pictures, model.ClassDiagram)
		classes(b, m)
	})
	add("data-flow.md", false, func(b *strings.Builder) {
		diagrams(b, m, pictures, model.ContextDiagram, model.LevelDiagram)
		dataFlow(b, m)
	})
	add("use-cases.md", false, func(b *strings.Builder) {
		diagrams(b, m, pictures, model.UseCaseDiagram)
		useCases(b, m)
	})
	add("components.md", false, func(b *strings.Builder) {
		diagrams(b, m, pictures, model.ComponentDiagram)
		components(b, m)
	})
	add("tables.md", false, func(b *strings.Builder) {
		diagrams(b, m, pictures, model.TableDiagram)
		derivedTables(b, m)
	})
	add("brief.md", false, func(b *strings.Builder) { briefText(b, m) })
	out.Files = append(out.Files, drawn...)
	return out, nil
}

// head begins every text.
func head(m *model.Model) string {
	out := "# " + text(orUnnamed(m.Project().Name)) + "\n"
	if def := m.Project().Definition; def != "" {
		out += "\n" + paragraphs(def) + "\n"
	}
	return out
}

func diagrams(b *strings.Builder, m *model.Model, pictures map[model.ID]string, kinds ...model.Kind) {
	first := true
	for _, row := range m.Diagrams() {
		if !slices.Contains(kinds, row.Kind) {
			continue
		}
		if first {
			b.WriteString("\n## Diagrams\n")
			first = false
		}
		fmt.Fprintf(b, "\n### %s\n\n![%s](%s)\n", text(orUnnamed(row.Name)), text(row.Kind.Title()+" "+orUnnamed(row.Name)), pictures[row.ID])
	}
}

func classes(b *strings.Builder, m *model.Model) {
	list := m.Classifiers()
	slices.SortFunc(list, func(a, c *model.Element) int {
		if n := strings.Compare(strings.ToLower(a.Name), strings.ToLower(c.Name)); n != 0 {
			return n
		}
		return strings.Compare(string(a.ID), string(c.ID))
	})
	if len(list) > 0 {
		b.WriteString("\n## Classes\n")
	}
	for _, e := range list {
		classifier(b, m, e)
	}
}

func classifier(b *strings.Builder, m *model.Model, e *model.Element) {
	kind := e.Kind.Title()
	if e.Classifier().Abstract {
		kind = "abstract " + kind
	}
	fmt.Fprintf(b, "\n### %s\n\n*%s*", text(orUnnamed(e.Name)), text(kind))
	if len(e.Stereotypes) > 0 {
		fmt.Fprintf(b, " «%s»", text(strings.Join(e.Stereotypes, ", ")))
	}
	b.WriteString("\n")
	if def := m.Definition(e); def != "" {
		fmt.Fprintf(b, "\n%s\n", paragraphs(def))
	}
	first, operations := notation.FeatureParts(m, e.ID)
	title := "Attributes"
	if e.Kind == model.Enumeration {
		title = "Literals"
	}
	features(b, m, e, title, first)
	features(b, m, e, "Operations", operations)
	relations := m.RelationshipsOf(e.ID)
	relations = slices.DeleteFunc(relations, func(r *model.Relationship) bool { return r.Kind == model.Anchor })
	if len(relations) > 0 {
		b.WriteString("\nRelations:\n\n")
		for _, r := range relations {
			said := notation.ReadBack(m, r)
			if r.Kind == model.Holds { // of the two ways to say it, that of the class
				said = said[1:]
			}
			for _, s := range said {
				fmt.Fprintf(b, "- %s\n", text(s.String()))
			}
			for _, a := range m.Anchors(r.ID) {
				if c := m.Element(a.Source); !model.IsXor(c) { // that is among the sentences
					fmt.Fprintf(b, "- %s\n", inline(textOf(c)))
				}
			}
		}
	}
	for _, r := range m.RelationshipsOf(e.ID) {
		if note := m.Element(r.Source); r.Kind == model.Anchor && note != nil {
			fmt.Fprintf(b, "\n> %s\n", strings.ReplaceAll(paragraphs(textOf(note)), "\n", "\n> "))
		}
	}
	examples(b, m, e)
}

// textOf is the text of a note, or a constraint in its braces.
func textOf(e *model.Element) string {
	if e.Kind == model.Constraint {
		return "{" + strings.Trim(strings.TrimSpace(e.Note().Body), "{}") + "}"
	}
	return e.Note().Body
}

// examples lists the objects of a classifier, with their values and links.
func examples(b *strings.Builder, m *model.Model, e *model.Element) {
	objects := m.ObjectsOf(e.ID)
	if len(objects) > 0 {
		b.WriteString("\nExamples:\n\n")
	}
	for _, o := range objects {
		fmt.Fprintf(b, "- %s", inline(m.ObjectTitle(o)))
		if values := notation.ValueLines(o); len(values) > 0 {
			fmt.Fprintf(b, ": %s", inline(strings.Join(values, ", ")))
		}
		b.WriteString("\n")
		for _, l := range m.Links(o.ID) {
			for _, s := range notation.ReadBack(m, l) {
				fmt.Fprintf(b, "  - %s\n", text(s.String()))
			}
		}
	}
}

func features(b *strings.Builder, m *model.Model, e *model.Element, title string, parts []*model.Element) {
	if len(parts) == 0 {
		return
	}
	fmt.Fprintf(b, "\n%s:\n\n| %s | Definition |\n| --- | --- |\n", title, strings.TrimSuffix(title, "s"))
	ctx := notation.ContextOf(m, e)
	for _, p := range parts {
		fmt.Fprintf(b, "| %s | %s |\n", cell(notation.PrintFeature(ctx, notation.FeatureOf(m, p), notation.Typed)), cell(p.Definition))
	}
}

func orUnnamed(name string) string {
	if strings.TrimSpace(name) == "" {
		return "(no name)"
	}
	return name
}

// inline makes a text from the model harmless within a line of Markdown: no
// markup, no HTML.
func inline(s string) string {
	var b strings.Builder
	for _, r := range s {
		switch {
		case strings.ContainsRune("\\`*_[]|~<>&", r):
			fmt.Fprintf(&b, "&#%d;", r)
		case r == '\n':
			b.WriteByte(' ')
		default:
			b.WriteRune(r)
		}
	}
	return b.String()
}

// text is inline for the start of a line, where more characters have a meaning:
// headings, lists, rules.
func text(s string) string {
	out := strings.TrimLeft(inline(s), " \t")
	at := strings.IndexFunc(out, func(r rune) bool { return r < '0' || r > '9' })
	if at >= 0 && (at == 0 && strings.ContainsRune("#-+=", rune(out[0])) || at > 0 && strings.ContainsRune(".)", rune(out[at]))) {
		out = out[:at] + fmt.Sprintf("&#%d;", out[at]) + out[at+1:]
	}
	return out
}

// paragraphs keeps the line ends of a longer text.
func paragraphs(s string) string {
	lines := strings.Split(s, "\n")
	for i, l := range lines {
		lines[i] = text(strings.TrimSpace(l))
	}
	return strings.Join(lines, "  \n")
}

func cell(s string) string { return inline(s) }

// fileName is a harmless and unique name of a file, without its ending.
func fileName(name string, used map[string]bool) string {
	base := strings.Map(func(r rune) rune {
		switch {
		case r >= 'a' && r <= 'z' || r >= '0' && r <= '9':
			return r
		case r >= 'A' && r <= 'Z':
			return r + 'a' - 'A'
		case r == ' ' || r == '-' || r == '_':
			return '-'
		}
		return -1
	}, name)
	base = strings.Trim(base, "-")
	if len(base) > 60 {
		base = base[:60]
	}
	if base == "" {
		base = "diagram"
	}
	out := base
	for i := 2; used[out]; i++ {
		out = fmt.Sprintf("%s-%d", base, i)
	}
	used[out] = true
	return out
}
