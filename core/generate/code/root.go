package code

import (
	"fmt"

	"lexeon/core/generate"
	"lexeon/core/model"
)

// Root is the option of what is written in any language that says in which package, namespace or module it stands.
var Root = generate.Option{
	Name: "package", Title: "Package", Doc: "The package, the namespace or the path of the module. Without one it is the name of the project.",
}

// roots are the options of the languages that say so.
var roots = map[string]generate.Option{"java": javaPackage, "csharp": cSharpNamespace, "typescript": npmPackage, "python": pythonPackage, "cpp": cppNamespace}

// PrintIn prints a plan in a language of Printers, under a root that may be empty. The error says that there is no such
// language, or what is wrong with the root there.
func PrintIn(language, root string, plan *generate.Plan) (generate.Output, error) {
	print := Printers[language]
	if print == nil {
		return generate.Output{}, model.Faultf(model.CodeInvalid, "there is no language %q", language)
	}
	options := map[string]string{}
	if at := roots[language]; root != "" {
		if err := at.Accepts(root); err != nil {
			return generate.Output{}, Refused(err)
		}
		options[at.Name] = root
	}
	return print(plan, options)
}

// Refused is what is wrong with a root.
func Refused(err error) error {
	return model.Faultf(model.CodeInvalid, "the option %s: %v", Root.Name, err)
}

// CheckRoot says what is wrong with a root that no language takes, nor another one that is asked.
func CheckRoot(another func(string) error) func(string) error {
	return func(text string) error {
		if another(text) == nil {
			return nil
		}
		for _, at := range roots {
			if at.Accepts(text) == nil {
				return nil
			}
		}
		return fmt.Errorf("%q is no package, namespace or module path, such as org.example.lots or example.org/lots", text)
	}
}
