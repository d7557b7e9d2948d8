// Package xsd writes a plan as an XML Schema (1.0), with an example that it takes.
package xsd

import (
	"bytes"
	"embed"
	"encoding/xml"
	"strings"
	"text/template"

	"lexeon/core/generate"
	"lexeon/core/generate/nesting"
	"lexeon/core/visible"
)

// Target is XML Schema: one schema, and an example.
var Target = &generate.Target{
	Name: "xsd", Title: "XML Schema", Group: "Schemas", Download: "Download the schema", Notes: "Settled, and not held by XML Schema",
	Options: []generate.Option{generate.Of, known, generate.Comments},
	Make:    func(o *generate.Order) (generate.Output, error) { return write(nesting.Ordered(o, known.Name)) },
}

// known is the namespace of all elements (XML Schema 1.0, Part 1, 3.15.2).
var known = nesting.Known("namespace", "Namespace", "The namespace of all elements. Without one they are in none.", "https://example.org/lots")

//go:embed templates
var files embed.FS

// templates print documents of XML, of which indent sets each line in: schema.tmpl of a layout, example.tmpl of an
// example. Each line holds tags that are opened or closed, or an element as a whole.
var templates = template.Must(template.New("xsd").Funcs(template.FuncMap{
	"xml": escaped, "told": told, "date": nesting.Date, "dict": nesting.Dict,
}).ParseFS(files, "templates/*.tmpl"))

func write(l *nesting.Layout) (generate.Output, error) {
	out := generate.Output{Notes: l.Notes}
	add := func(path, name string, of any) error {
		var b bytes.Buffer
		if err := templates.ExecuteTemplate(&b, name, of); err != nil {
			return err
		}
		out.Files = append(out.Files, generate.File{Path: path, Content: indented(b.String())})
		return nil
	}
	if e, ok := nesting.NewExample(l, false); ok {
		if err := add("example.xml", "example.tmpl", e); err != nil {
			return out, err
		}
	} else {
		out.Notes = append(out.Notes, nesting.NoExample)
	}
	return out, add("model.xsd", "schema.tmpl", l)
}

// escaped is a text between tags or in an attribute.
func escaped(s string) string {
	var b strings.Builder
	if xml.EscapeText(&b, []byte(s)) != nil {
		return ""
	}
	return b.String()
}

// told are texts that say what something means, without what nobody sees, each on a line; nothing where all are empty.
func told(texts ...string) string {
	var all []string
	for _, t := range texts {
		if t = strings.TrimSpace(visible.Text(t)); t != "" {
			all = append(all, escaped(t))
		}
	}
	return strings.Join(all, "\n")
}

// indented leaves out what templates leave empty, and sets lines in by what is open above them. Lines within a text
// stay as they are: what somebody wrote is no business of it.
func indented(text string) string {
	var b strings.Builder
	depth, within := 0, false
	for line := range strings.Lines(text) {
		line = strings.TrimRight(line, "\n")
		bare := strings.TrimSpace(line)
		switch {
		case within:
			b.WriteString(line + "\n")
		case bare == "":
		default:
			if strings.HasPrefix(bare, "</") {
				depth--
			}
			b.WriteString(strings.Repeat("  ", max(depth, 0)) + bare + "\n")
			if strings.HasPrefix(bare, "<") && !strings.HasPrefix(bare, "</") && !strings.HasPrefix(bare, "<?") && !strings.Contains(bare, "/>") && !strings.Contains(bare, "</") && !opensText(bare) {
				depth++
			}
		}
		if opensText(bare) {
			within = !strings.Contains(bare, "</")
		} else if within && strings.HasSuffix(bare, textEnd) {
			within = false
		}
	}
	return b.String()
}

const textEnd = "</xs:documentation>"

func opensText(line string) bool { return strings.HasPrefix(line, "<xs:documentation>") }
