package code

import (
	"bytes"
	"embed"
	"encoding/json"
	"fmt"
	"maps"
	"path"
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
func set(name string, funcs ...template.FuncMap) *template.Template {
	all := template.FuncMap{"quote": quoted, "lines": lines, "join": strings.Join, "dict": dict, "plainLine": func(s string) []string { return []string{strings.ReplaceAll(strings.Join(lines(s), " "), `\u`, `\ u`)} }, "at": generate.At, "back": generate.Back}
	maps.Copy(all, decided(nil))
	for _, more := range funcs {
		maps.Copy(all, more)
	}
	return template.Must(template.New(name).Funcs(all).ParseFS(files, "templates/"+name+"/*.tmpl"))
}

// decided are the functions that tell what was decided; they are bound again for each run.
func decided(options map[string]string) template.FuncMap {
	return template.FuncMap{
		"decided": func(name, value string) bool { return options[name] == value },
		"absent": func() string {
			if options[nullability.Name] == "null" {
				return "null"
			}
			return "undefined"
		},
	}
}

// dict hands several things to a template, by name.
func dict(pairs ...any) map[string]any {
	out := map[string]any{}
	for i := 0; i+1 < len(pairs); i += 2 {
		out[pairs[i].(string)] = pairs[i+1]
	}
	return out
}

// with adds to options what was decided otherwise.
func with(options map[string]string, name, value string) map[string]string {
	out := maps.Clone(options)
	if out == nil {
		out = map[string]string{}
	}
	out[name] = value
	return out
}

// page is what a template prints a unit of. The fields of what is embedded here, in ends and in attributes can be named
// by themselves; named by their structure ($unit.Name, .End.Lower) they are found several times faster.
type page struct {
	*Unit
	Package *Package
	Options map[string]string
	Shares  bool    // the file is not its own
	All     []*Unit // that stand in its file
	Bodies  string  // of all of them, where they share one
}

// printing is how the units of a package become files.
type printing struct {
	of       *template.Template
	tidied   func(string) string
	as       func(*Unit) string            // the template that prints a unit; nil: as its kind is called
	path     func(*Unit) string            // of the file of a unit
	each     map[string]string             // what stands in each space beside the units: paths in the folder of all, by templates
	inside   func(*Space) template.FuncMap // the functions that name units from there; nil: the same from everywhere
	finished func(string) string           // takes away what turns out not to be needed
	once     map[string]string             // what stands beside the units: paths by templates
	all      string                        // the path of one file for all units
	before   func(*Unit) []*Unit           // what has to stand before a unit in such a file
	whole    string                        // the template of it
}

// output prints all units, in a file for each or in one, and what stands beside them.
func (by printing) output(p *Package, options map[string]string) (generate.Output, error) {
	out := generate.Output{Notes: p.Notes}
	bound, err := by.of.Clone()
	if err != nil {
		return out, err
	}
	by.of = bound.Funcs(decided(options))
	if options[generate.Files.Name] == "one" {
		out.Files, err = by.oneFile(p, options)
	} else {
		out.Files, err = by.fileForEach(p, options)
	}
	if err != nil {
		return out, err
	}
	for name, at := range by.once {
		text, err := by.print(name, page{Unit: &Unit{}, Package: p, Options: options})
		if err != nil {
			return out, err
		}
		if content := by.tidied(text); content != "\n" || name == "typed" { // a mark that types are there is empty
			out.Files = append(out.Files, generate.File{Path: at, Content: content})
		}
	}
	for name, at := range by.each {
		for _, s := range p.Spaces {
			of := &Unit{Space: s}
			text, err := by.print(name, page{Unit: of, Package: p, Options: options})
			if err != nil {
				return out, err
			}
			folder, file := path.Split(at)
			out.Files = append(out.Files, generate.File{Path: folder + of.Folder() + file, Content: by.tidied(text), Subject: s.Package.ID})
		}
	}
	slices.SortFunc(out.Files, func(a, b generate.File) int { return strings.Compare(a.Path, b.Path) })
	return out, nil
}

func (by printing) print(name string, data page) (string, error) { return printed(by.of, name, data) }

func printed(set *template.Template, name string, data page) (string, error) {
	var b strings.Builder
	if err := set.ExecuteTemplate(&b, name+".tmpl", data); err != nil {
		return "", fmt.Errorf("%s: %w", name, err)
	}
	return b.String(), nil
}

// eachUnit prints units side by side.
func (by printing) eachUnit(units []*Unit, data func(*Unit) page, done func(i int, text string)) error {
	sets := map[*Space]*template.Template{}
	for _, u := range units {
		if sets[u.Space] != nil {
			continue
		}
		sets[u.Space] = by.of
		if by.inside != nil {
			set, err := by.of.Clone()
			if err != nil {
				return err
			}
			sets[u.Space] = set.Funcs(by.inside(u.Space))
		}
	}
	var work errgroup.Group
	work.SetLimit(runtime.GOMAXPROCS(0))
	for i, u := range units {
		work.Go(func() error {
			as := u.Kind
			if by.as != nil {
				as = by.as(u)
			}
			text, err := printed(sets[u.Space], as, data(u))
			if err == nil {
				done(i, text)
			}
			return err
		})
	}
	return work.Wait()
}

// content takes the marks out, and tells what is made of which element.
func (by printing) content(text string) (string, []generate.Span) {
	if by.finished != nil {
		text = by.finished(text)
	}
	plain, told := generate.Unmarked(text)
	content := by.tidied(plain)
	return content, generate.Spans(content, told)
}

func (by printing) fileForEach(p *Package, options map[string]string) ([]generate.File, error) {
	files := make([]generate.File, len(p.Units))
	err := by.eachUnit(p.Units, func(u *Unit) page { return page{Unit: u, Package: p, Options: options, All: []*Unit{u}} }, func(i int, text string) {
		content, lines := by.content(text)
		files[i] = generate.File{Path: by.path(p.Units[i]), Content: content, Subject: p.Units[i].Type.ID, Lines: lines}
	})
	return files, err
}

// oneFile prints all units into one file: what of each is not made of one of its members is of the unit itself.
func (by printing) oneFile(p *Package, options map[string]string) ([]generate.File, error) {
	units := inOrder(p.Units, by.before)
	bodies := make([]string, len(units))
	err := by.eachUnit(units, func(u *Unit) page { return page{Unit: u, Package: p, Options: options, Shares: true} }, func(i int, text string) {
		own := generate.At(units[i].Type.ID)
		bodies[i] = own + strings.ReplaceAll(text, generate.Back(), own) + generate.Back()
	})
	if err != nil || len(units) == 0 {
		return nil, err
	}
	whole := by.whole
	if whole == "" {
		whole = "all"
	}
	text, err := by.print(whole, page{Unit: &Unit{Type: &generate.Type{}}, Package: p, Options: options, All: units, Bodies: strings.Join(bodies, "\n\n")})
	content, lines := by.content(text)
	return []generate.File{{Path: by.all, Content: content, Lines: lines}}, err
}

// inOrder puts units behind those that have to stand before them, and leaves them in their order else.
func inOrder(units []*Unit, before func(*Unit) []*Unit) []*Unit {
	if before == nil {
		return units
	}
	out := make([]*Unit, 0, len(units))
	done := map[*Unit]bool{}
	there := map[*Unit]bool{}
	for _, u := range units {
		there[u] = true
	}
	var visit func(u *Unit)
	visit = func(u *Unit) {
		if done[u] || !there[u] {
			return
		}
		done[u] = true
		for _, needed := range before(u) {
			visit(needed)
		}
		out = append(out, u)
	}
	for _, u := range units {
		visit(u)
	}
	return out
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
