package code

import "lexeon/core/generate"

// Printer prints a plan that need not be that of a whole model.
type Printer func(plan *generate.Plan, options map[string]string) (generate.Output, error)

// chosen prints what is chosen of a model.
func chosen(o *generate.Order, print Printer) (generate.Output, error) {
	plan, notes := generate.PlanOf(o)
	out, err := print(plan, o.Options)
	out.Notes = append(notes, out.Notes...)
	return out, err
}

// Printers are those of all languages, by the names of their targets.
var Printers = map[string]Printer{"java": printJava, "csharp": printCSharp, "typescript": printTypeScript, "python": printPython, "cpp": printCpp}

// LanguageOption is in which language a target is written that could be in any.
var LanguageOption = generate.Option{
	Name: "language", Title: "Language", Doc: "In which language it is written.", Default: "go",
	Choices: []generate.Choice{{Value: "go", Title: "Go"}, {Value: "java", Title: "Java"}, {Value: "csharp", Title: "C#"}, {Value: "typescript", Title: "TypeScript"}, {Value: "python", Title: "Python"}, {Value: "cpp", Title: "C++"}},
}
