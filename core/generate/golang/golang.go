// Package golang prints a plan as Go skeletons: one file per classifier, bodies
// that say they are not written yet. The output is gofmt-clean, compiles and
// passes go vet whatever the model holds.
package golang

import (
	"bytes"
	"embed"
	"fmt"
	"go/format"
	"slices"
	"strings"
	"text/template"

	"lexeon/core/generate"
	"lexeon/core/model"
)

//go:embed templates
var templateFiles embed.FS

var templates = template.Must(template.New("go").Funcs(template.FuncMap{
	"comment": comment, "quote": quoted,
}).ParseFS(templateFiles, "templates/*.tmpl"))

// Generate prints the whole model.
func Generate(m *model.Model) (generate.Output, error) {
	plan := generate.NewPlan(m)
	g := &generator{plan: plan, pkg: packageName(plan.Project), struct_: map[*generate.Type]string{}, ref: map[*generate.Type]string{}, methods: map[*generate.Type][]*method{}, classes: map[*generate.Type]classFile{}}
	g.names()
	var out generate.Output
	files := names{"doc": true, "notwritten": true}
	for _, t := range plan.Types {
		content, err := g.file(t)
		if err != nil {
			return out, fmt.Errorf("go: %s: %w", t.Name, err)
		}
		out.Files = append(out.Files, generate.File{Path: files.take(fileName(t.Name, string(t.Kind))) + ".go", Content: content, Subject: t.ID})
	}
	doc, err := g.print("doc.go.tmpl", map[string]any{"Package": g.pkg, "Project": plan.Project, "Definition": plan.Definition})
	if err != nil {
		return out, err
	}
	notWritten, err := g.print("notwritten.go.tmpl", map[string]any{"Package": g.pkg})
	if err != nil {
		return out, err
	}
	out.Files = append(out.Files, generate.File{Path: "doc.go", Content: doc}, generate.File{Path: "notwritten.go", Content: notWritten},
		generate.File{Path: "go.mod", Content: "module " + g.pkg + "\n\ngo 1.21\n"})
	slices.SortFunc(out.Files, func(a, b generate.File) int { return strings.Compare(a.Path, b.Path) })
	out.Notes = g.notes
	return out, nil
}

type generator struct {
	plan    *generate.Plan
	pkg     string
	used    names                     // package level
	struct_ map[*generate.Type]string // name of the struct, or of the only type
	ref     map[*generate.Type]string // name by which it is referred to
	methods map[*generate.Type][]*method
	classes map[*generate.Type]classFile
	notes   []generate.Note
}

func (g *generator) note(t *generate.Type, format string, args ...any) {
	g.notes = append(g.notes, generate.Note{Subject: t.ID, Message: fmt.Sprintf(format, args...)})
}

// polymorphic types have an interface beside the struct, so that what refers to
// them can hold their specifics.
func polymorphic(t *generate.Type) bool {
	return (t.Kind == model.Class || t.Kind == model.DataType) && (t.Abstract || len(t.Specifics) > 0)
}

// names settles all package level names before anything is printed, in the
// order of the plan: types first, so that theirs are the plainest.
func (g *generator) names() {
	g.used = names{"ErrNotWritten": true, "notWritten": true}
	for _, t := range g.plan.Types {
		name := g.used.take(exported(t.Name, exported(string(t.Kind), "Type")))
		g.struct_[t], g.ref[t] = name, name
	}
	for _, t := range g.plan.Types {
		if !polymorphic(t) {
			continue
		}
		if t.Abstract {
			g.struct_[t] = g.used.take(g.ref[t] + "Base")
		} else {
			g.ref[t] = g.used.take(g.struct_[t] + "Like")
		}
	}
	for _, t := range g.plan.Types {
		g.methods[t] = g.ownMethods(t)
	}
}

func (g *generator) print(name string, data any) (string, error) {
	var b bytes.Buffer
	if err := templates.ExecuteTemplate(&b, name, data); err != nil {
		return "", err
	}
	out, err := format.Source(b.Bytes())
	if err != nil {
		return "", fmt.Errorf("%s: %w\n%s", name, err, b.String())
	}
	return string(out), nil
}

func (g *generator) file(t *generate.Type) (string, error) {
	switch t.Kind {
	case model.Enumeration:
		return g.print("enumeration.go.tmpl", g.enumeration(t))
	case model.Interface:
		return g.print("interface.go.tmpl", g.interfaceOf(t))
	}
	return g.print("class.go.tmpl", g.class(t))
}

// comment writes a text as line comments, each line behind "// ", so that
// nothing in it can end the comment or be taken for a directive.
func comment(text string) string {
	text = strings.TrimSpace(text)
	if text == "" {
		return ""
	}
	var b strings.Builder
	for _, line := range strings.Split(text, "\n") {
		b.WriteString(strings.TrimRight("// "+strings.TrimSpace(strings.ReplaceAll(line, "\r", " ")), " ") + "\n")
	}
	return b.String()
}

// sentence joins a name and a definition to a documentation comment.
func sentence(name, definition, otherwise string) string {
	if strings.TrimSpace(definition) == "" {
		return name + " " + otherwise
	}
	return name + ": " + strings.TrimSpace(definition)
}
