package code

import (
	"bytes"
	"embed"
	"encoding/json"
	"fmt"
	"regexp"
	"runtime"
	"slices"
	"strings"
	"text/template"

	"golang.org/x/sync/errgroup"

	"lexeon/core/generate"
	"lexeon/core/visible"
)

//go:embed all:templates
var files embed.FS

// set is the templates of a language, in the folder of its name: "class", "interface" and "enumeration"
// print a unit; every other file with an ending before .tmpl is printed once of the whole package.
func set(name string, funcs template.FuncMap) *template.Template {
	all := template.FuncMap{"quote": quoted, "lines": lines, "join": strings.Join, "dict": dict, "plainLine": func(s string) []string { return []string{strings.ReplaceAll(strings.Join(lines(s), " "), `\u`, `\ u`)} }, "at": generate.At, "back": generate.Back}
	for n, f := range funcs {
		all[n] = f
	}
	return template.Must(template.New(name).Funcs(all).ParseFS(files, "templates/"+name+"/*.tmpl"))
}

// dict hands several things to a template, by name.
func dict(pairs ...any) map[string]any {
	out := map[string]any{}
	for i := 0; i+1 < len(pairs); i += 2 {
		out[pairs[i].(string)] = pairs[i+1]
	}
	return out
}

// page is what a template prints a unit of.
type page struct {
	*Unit
	Package *Package
	Options map[string]string
}

var (
	manyBlanks = regexp.MustCompile(`\n{3,}`)
	afterOpen  = regexp.MustCompile(`\{\n\n+`)
	beforeEnd  = regexp.MustCompile(`\n\n+(\s*\})`)
)

// tidy takes away what templates leave: blanks at ends of lines, and blank lines after and before braces.
func tidy(text string) string {
	var b strings.Builder
	for line := range strings.Lines(text) {
		b.WriteString(strings.TrimRight(line, " \t\n") + "\n")
	}
	text = manyBlanks.ReplaceAllString(b.String(), "\n\n")
	text = afterOpen.ReplaceAllString(text, "{\n")
	return strings.TrimSpace(beforeEnd.ReplaceAllString(text, "\n$1")) + "\n"
}

// output prints all units side by side, and what else the language wants.
func output(p *Package, options map[string]string, of *template.Template, tidied func(string) string, path func(*Unit) string, once map[string]string) (generate.Output, error) {
	return outputAs(p, options, of, tidied, func(u *Unit) string { return u.Kind }, path, once)
}

// outputAs is output with the name of the template that a unit is printed by.
func outputAs(p *Package, options map[string]string, of *template.Template, tidied func(string) string, as, path func(*Unit) string, once map[string]string) (generate.Output, error) {
	out := generate.Output{Files: make([]generate.File, len(p.Units)), Notes: p.Notes}
	print := func(name string, data any) (string, []generate.Span, error) {
		var b bytes.Buffer
		if err := of.ExecuteTemplate(&b, name, data); err != nil {
			return "", nil, fmt.Errorf("%s: %w", name, err)
		}
		plain, told := generate.Unmarked(b.String())
		content := tidied(plain)
		return content, generate.Spans(content, told), nil
	}
	var work errgroup.Group
	work.SetLimit(runtime.GOMAXPROCS(0))
	for i, u := range p.Units {
		work.Go(func() error {
			content, lines, err := print(as(u)+".tmpl", page{u, p, options})
			out.Files[i] = generate.File{Path: path(u), Content: content, Subject: u.Type.ID, Lines: lines}
			return err
		})
	}
	if err := work.Wait(); err != nil {
		return out, err
	}
	for name, at := range once {
		content, _, err := print(name+".tmpl", page{&Unit{}, p, options})
		if err != nil {
			return out, err
		}
		if content != "\n" || name == "typed" { // a mark that types are there is empty
			out.Files = append(out.Files, generate.File{Path: at, Content: content})
		}
	}
	slices.SortFunc(out.Files, func(a, b generate.File) int { return strings.Compare(a.Path, b.Path) })
	return out, nil
}

// quoted is a text as JSON writes it, which JavaScript and Python read as well; in it stands nothing that
// nobody sees.
func quoted(s string) string {
	var b bytes.Buffer
	e := json.NewEncoder(&b)
	e.SetEscapeHTML(false)
	if err := e.Encode(visible.Text(s)); err != nil {
		return `""`
	}
	return strings.TrimSpace(b.String())
}

// lines are those of a text for a comment, without what nobody sees.
func lines(text string) (out []string) {
	text = visible.Text(strings.TrimSpace(strings.ReplaceAll(text, "\r", "\n")))
	if text == "" {
		return nil
	}
	for l := range strings.SplitSeq(text, "\n") {
		out = append(out, strings.TrimSpace(l))
	}
	return out
}

func words(list string) map[string]bool {
	out := map[string]bool{}
	for w := range strings.FieldsSeq(list) {
		out[w] = true
	}
	return out
}
