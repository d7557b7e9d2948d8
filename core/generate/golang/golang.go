// Package golang prints a plan as Go skeletons: one file per classifier, bodies
// that say they are not written yet. The output is gofmt-clean, compiles and
// passes go vet whatever the model holds.
package golang

import (
	"bytes"
	"embed"
	"fmt"
	"go/token"
	"runtime"
	"slices"
	"strconv"
	"strings"
	"text/template"

	"golang.org/x/sync/errgroup"

	"lexeon/core/generate"
	"lexeon/core/model"
	"lexeon/core/visible"
)

//go:embed templates
var templateFiles embed.FS

var templates = template.Must(template.New("go").Funcs(template.FuncMap{
	"comment": comment, "at": generate.At, "back": generate.Back, "quote": strconv.Quote, "literal": literal,
	"under": func(it string, of any) map[string]any { return map[string]any{"It": it, "Condition": of} },
	"isRat": isRat, "ratOf": ratOf,
	"held": func(it, name string, e *end) held { return held{it, name, e} }, "type": (*typeExpr).String,
	"fails":  func(list []linked) bool { return slices.ContainsFunc(list, func(l linked) bool { return l.Fails }) },
	"before": func(list []linked, n int) []linked { return list[:n] },
}).ParseFS(templateFiles, "templates/*.tmpl"))

// held is an end with the name of the receiver and of the struct that has it.
type held struct {
	It, Struct string
	End        *end
}

// Generate prints the whole model, as the package that its project names.
func Generate(m *model.Model) (generate.Output, error) {
	return newGenerator(generate.NewPlan(m), settings{}).types()
}

func newGenerator(plan *generate.Plan, with settings) *generator {
	module := with.module
	pkg := packageOf(module)
	if module == "" {
		if pkg = packageName(plan.Project); standard[pkg] {
			pkg = "model" + pkg
		}
		module = pkg
	}
	g := &generator{plan: plan, settings: with, path: module, pkg: pkg, struct_: map[*generate.Type]string{}, ref: map[*generate.Type]string{}, methods: map[*generate.Type][]*method{}, classes: map[*generate.Type]classFile{},
		links: map[*generate.End]*linkNames{}, families: map[*generate.Type]*generate.Type{}, contested: map[*generate.Type]bool{}, literal: map[*generate.Type][]constant{}, fields: map[*generate.Member]string{}}
	g.notes = plan.NotesOfUnheld()
	g.shared = sharedGenerals(plan.Types)
	g.names()
	return g
}

// types prints all types of the plan.
func (g *generator) types() (generate.Output, error) {
	plan := g.plan
	var out generate.Output
	files := names{"doc": true, "notwritten": true, "unwritten": true}
	pages := make([]page, len(plan.Types))
	for i, t := range plan.Types { // names and notes are settled in order …
		pages[i] = g.page(t)
		out.Files = append(out.Files, generate.File{Path: files.take(fileName(t.Called(), string(t.Kind))) + ".go", Subject: t.ID})
	}
	for _, p := range pages {
		if c, ok := p.data.(classFile); ok {
			g.keyed(c)
		}
	}
	var work errgroup.Group
	work.SetLimit(runtime.GOMAXPROCS(0))
	failed := make([]error, len(pages))
	for i := range pages { // … and printed side by side
		work.Go(func() error {
			out.Files[i].Content, out.Files[i].Lines, failed[i] = g.printLines(pages[i].template, pages[i].data)
			return nil
		})
	}
	if err := work.Wait(); err != nil {
		return out, err
	}
	for i, err := range failed { // one that cannot be printed takes nothing else down
		if err != nil {
			g.note(plan.Types[i], "%s is left out, since it cannot be printed: %v", plan.Types[i].Name, err)
		}
	}
	out.Files = slices.DeleteFunc(out.Files, func(f generate.File) bool { return f.Content == "" })
	if g.oneFile && len(out.Files) > 0 {
		out.Files = []generate.File{oneFile(g.pkg, "model.go", out.Files)}
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
		generate.File{Path: "go.mod", Content: "module " + g.path + "\n\ngo " + g.version() + "\n"})
	slices.SortFunc(out.Files, func(a, b generate.File) int { return strings.Compare(a.Path, b.Path) })
	out.Notes = g.notes
	return out, nil
}

// version is the first of Go that has all that is used.
func (g *generator) version() string {
	if g.iterators {
		return "1.23"
	}
	return "1.21"
}

type generator struct {
	settings
	plan    *generate.Plan
	path    string // of the module
	pkg     string
	used    names                     // package level
	struct_ map[*generate.Type]string // name of the struct, or of the only type
	ref     map[*generate.Type]string // name by which it is referred to
	shared  map[*generate.Type]bool   // generals that some type comes to by several ways
	methods map[*generate.Type][]*method
	classes map[*generate.Type]classFile
	// Links: names for ends that are known from both sides; families of types, and those whose parts can be in several wholes.
	links     map[*generate.End]*linkNames
	families  map[*generate.Type]*generate.Type
	contested map[*generate.Type]bool
	literal   map[*generate.Type][]constant
	fields    map[*generate.Member]string // of attributes that are kept
	notes     []generate.Note
}

func (g *generator) note(t *generate.Type, format string, args ...any) {
	g.notes = append(g.notes, generate.Note{Subject: t.ID, Message: fmt.Sprintf(format, args...)})
}

// renamed tells that something could not be called as it would be.
func (g *generator) renamed(t *generate.Type, what, got, want string) {
	switch {
	case got == want:
	case token.IsKeyword(want) || taken[want]:
		g.note(t, "%s is called %s in Go, where %s means something else", what, got, want)
	default:
		g.note(t, "%s is called %s in Go, since there is %s already", what, got, want)
	}
}

// names settles all package level names before anything is printed, in the
// order of the plan: types first, so that theirs are the plainest.
func (g *generator) names() {
	g.used = names{"ErrNotWritten": true, "notWritten": true, "ErrRefused": true, "refused": true, "remove": true}
	for _, t := range g.plan.Types {
		want := exported(t.Called(), exported(string(t.Kind), "Type"))
		name := g.used.take(want)
		if t.Called() != t.Name {
			g.note(t, "%s", t.CalledSince(name, "Go"))
		} else {
			g.renamed(t, t.Name, name, want)
		}
		g.struct_[t], g.ref[t] = name, name
	}
	for _, t := range g.plan.Types {
		if !t.Polymorphic() { // else it has an interface beside the struct
			continue
		}
		if t.Abstract {
			g.struct_[t] = g.used.take(g.ref[t] + "Base")
		} else {
			g.ref[t] = g.used.take(g.struct_[t] + "Like")
		}
	}
	g.linkAll()
	embedded := names{}
	for _, t := range g.plan.Types {
		if len(t.Generals) > 1 && t.Kind.HasInstances() {
			for _, e := range append(joined(t), t.Generals...) {
				embedded[g.struct_[e]] = true
			}
		}
	}
	for _, t := range g.plan.Types {
		g.methods[t] = g.ownMethods(t, embedded)
	}
}

func (g *generator) print(name string, data any) (string, error) {
	content, _, err := g.printLines(name, data)
	return content, err
}

// printLines tells what is made from which element, too.
func (g *generator) printLines(name string, data any) (string, []generate.Span, error) {
	var b bytes.Buffer
	if err := templates.ExecuteTemplate(&b, name, data); err != nil {
		return "", nil, err
	}
	plain, of := generate.Unmarked(b.String())
	out, err := formatted(plain)
	if err != nil {
		return "", nil, fmt.Errorf("%s: %w", name, err)
	}
	return out, generate.Spans(out, of), nil
}

// page is a file before it is printed.
type page struct {
	template string
	data     any
}

func (g *generator) page(t *generate.Type) page {
	if of := pages[t.Kind]; of != nil {
		return of(g, t)
	}
	return page{"class.go.tmpl", g.class(t)}
}

// pages are the files of kinds that are not printed as classes.
var pages = map[model.Kind]func(*generator, *generate.Type) page{
	model.Enumeration: func(g *generator, t *generate.Type) page { return page{"enumeration.go.tmpl", g.enumeration(t)} },
	model.Interface:   func(g *generator, t *generate.Type) page { return page{"interface.go.tmpl", g.interfaceOf(t)} },
}

// comment writes a text as line comments, each line behind "// ", so that
// nothing in it can end the comment or be taken for a directive.
func comment(text string) string {
	text = visible.Text(strings.TrimSpace(strings.ReplaceAll(text, "\r", "\n"))) // a mark of direction would hide what the code says
	if text == "" {
		return ""
	}
	var b strings.Builder
	for _, line := range strings.Split(text, "\n") {
		b.WriteString(strings.TrimRight("// "+strings.TrimSpace(line), " ") + "\n")
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
