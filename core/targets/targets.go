// Package targets lists everything that a model can be made into. Whoever adds a target
// adds it here; page, command line, server and their descriptions read this list.
package targets

import (
	"strings"

	"lexeon/core/document"
	"lexeon/core/generate"
	"lexeon/core/generate/code"
	"lexeon/core/generate/csv"
	"lexeon/core/generate/gherkin"
	"lexeon/core/generate/golang"
	"lexeon/core/generate/jsonschema"
	"lexeon/core/generate/processes"
	"lexeon/core/generate/services"
	"lexeon/core/generate/sql"
	"lexeon/core/generate/xsd"
	"lexeon/core/model"
)

// All are the targets, in the order in which they are offered.
var All = []*generate.Target{golang.Target, golang.ComponentsTarget, code.Java, code.CSharp, code.TypeScript, code.Python, code.Cpp, services.Target, processes.Target,
	sql.PostgreSQLTarget, sql.MySQLTarget, sql.SQLiteTarget, jsonschema.Target, xsd.Target, gherkin.Target, document.Target, csv.Target}

// Named finds a target. The error names those that there are.
func Named(name string) (*generate.Target, error) {
	for _, t := range All {
		if t.Name == name {
			return t, nil
		}
	}
	return nil, model.Faultf(model.CodeMissing, "There is no target %q; there are: %s.", name, Names())
}

// Names are those of all targets, for people to read.
func Names() string {
	var out []string
	for _, t := range All {
		out = append(out, t.Name)
	}
	return strings.Join(out, ", ")
}
