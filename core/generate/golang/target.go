package golang

import (
	"fmt"
	"regexp"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/generate/code"
)

// proofs: it is formatted, compiles, and go vet has nothing to say.
var proofs = [][]string{{"gofmt", "-l", "."}, {"go", "vet", "./..."}}

const unheld = "Settled, and not held by Go"

// Target is Go: a package with a type for each classifier.
var Target = &generate.Target{
	Name: "go", Title: "Go", Group: "Code", Download: "Download Go skeletons", Notes: unheld,
	Options: []generate.Option{generate.Of, module, accessors, collections, enumerations, generate.Files, generate.Comments},
	Rules:   generate.RulesOfCode,
	Proofs:  proofs,
	Make: func(o *generate.Order) (generate.Output, error) {
		plan, notes := generate.PlanOf(o)
		out, err := newGenerator(plan, settingsOf(o.Options)).types()
		if plan.InPackages() {
			notes = append(notes, generate.Note{Message: "The packages of the model are one package in Go, where packages cannot need each other; links that are kept at both ends do"})
		}
		out.Notes = append(notes, out.Notes...)
		return out, err
	},
}

// ComponentsTarget is a package or a class for each component, with their wiring.
var ComponentsTarget = &generate.Target{
	Name: "components", Title: "Components", Group: "Code", Download: "Download the components", Notes: "Settled, and not held by the code",
	Options: []generate.Option{{Name: "language", Title: "Language", Doc: "In which language they are written.", Default: "go",
		Choices: []generate.Choice{{Value: "go", Title: "Go"}, {Value: "java", Title: "Java"}, {Value: "typescript", Title: "TypeScript"}}}, module, code.PackageOfComponents},
	Proofs: proofs,
	Make: func(o *generate.Order) (generate.Output, error) {
		if language := o.Options["language"]; language != "go" {
			return code.PrintComponents(language, o.Options[code.PackageOfComponents.Name], o.Model)
		}
		return componentsAs(o.Model, o.Options[module.Name])
	},
}

// module is the path that go.mod declares (The Go Programming Language, go.mod reference:
// module paths are made of letters, digits, and . - _ ~ between slashes).
var module = generate.Option{
	Name: "module", Title: "Module path", Doc: "What go.mod declares; its last part names the package. Without one it is the name of the project.",
	Check: func(text string) error {
		if !modulePath.MatchString(text) || strings.Contains(text, "..") {
			return fmt.Errorf("%q is no module path, such as example.org/lots", text)
		}
		if first, _, _ := strings.Cut(text, "/"); standard[first] {
			return fmt.Errorf("%q begins like Go's own packages: begin with a name of your own, such as example.org", text)
		}
		return nil
	},
}

var (
	modulePath   = regexp.MustCompile(`^[A-Za-z0-9_~-][A-Za-z0-9._~-]*(/[A-Za-z0-9_~-][A-Za-z0-9._~-]*)*$`)
	majorVersion = regexp.MustCompile(`/v[0-9]+$`)
)

// packageOf is the package that a module path names.
func packageOf(path string) string {
	path = majorVersion.ReplaceAllString(path, "")
	return packageName(path[strings.LastIndex(path, "/")+1:])
}
