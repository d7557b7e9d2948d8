package code

import "lexeon/core/generate"

// Printer prints a plan that need not be that of a whole model.
type Printer func(plan *generate.Plan, options map[string]string) (generate.Output, error)

// Printers are those of all languages, by the names of their targets.
var Printers = map[string]Printer{"java": printJava, "csharp": printCSharp, "typescript": printTypeScript, "python": printPython}
