// Package jsonschema writes a plan as a JSON Schema (2020-12), with an example that it takes.
package jsonschema

import (
	"bytes"
	"embed"
	"encoding/json"
	"fmt"
	"strings"
	"text/template"

	"lexeon/core/generate"
	"lexeon/core/generate/nesting"
	"lexeon/core/visible"
)

// Target is JSON Schema: one schema, and an example.
var Target = &generate.Target{
	Name: "jsonschema", Title: "JSON Schema", Group: "Schemas", Download: "Download the schema", Notes: "Settled, and not held by JSON Schema",
	Options: []generate.Option{generate.Of, known, generate.Comments},
	Make:    func(o *generate.Order) (generate.Output, error) { return write(nesting.Ordered(o, known.Name)) },
}

// known is the address of the schema (JSON Schema 2020-12, Core, 8.2.1).
var known = nesting.Known("id", "$id", "The address that the schema is known by. Without one it has none.", "https://example.org/lots.schema.json")

//go:embed templates
var files embed.FS

// templates print documents of JSON, whose blanks are put in order afterwards: schema.tmpl of a layout, example.tmpl of
// an example.
var templates = template.Must(template.New("jsonschema").Funcs(template.FuncMap{
	"json": text, "shown": shown, "date": nesting.Date, "clock": nesting.Clock,
}).ParseFS(files, "templates/*.tmpl"))

// text is a text as JSON writes it (RFC 8259, 7).
func text(s string) (string, error) {
	var b bytes.Buffer
	e := json.NewEncoder(&b)
	e.SetEscapeHTML(false)
	err := e.Encode(s)
	return strings.TrimSpace(b.String()), err
}

func shown(s string) string { return visible.Text(strings.TrimSpace(s)) }

func write(l *nesting.Layout) (generate.Output, error) {
	out := generate.Output{Notes: l.Notes}
	add := func(path, name string, of any) error {
		var printed, b bytes.Buffer
		if err := templates.ExecuteTemplate(&printed, name, of); err != nil {
			return err
		}
		var compact bytes.Buffer
		if err := json.Compact(&compact, printed.Bytes()); err != nil {
			return fmt.Errorf("%s: %w", name, err)
		}
		if err := json.Indent(&b, compact.Bytes(), "", "  "); err != nil {
			return err
		}
		out.Files = append(out.Files, generate.File{Path: path, Content: b.String() + "\n"})
		return nil
	}
	if e, ok := nesting.NewExample(l, true); ok {
		if err := add("example.json", "example.tmpl", e); err != nil {
			return out, err
		}
	} else {
		out.Notes = append(out.Notes, nesting.NoExample)
	}
	return out, add("model.schema.json", "schema.tmpl", l)
}
