package golang

import (
	"lexeon/core/generate"
	"lexeon/core/generate/code"
)

// InAnyLanguage are the options of what can be written in any language.
var InAnyLanguage = []generate.Option{code.LanguageOption, root()}

func root() generate.Option {
	o := code.Root
	o.Check = code.CheckRoot(module.Check)
	return o
}

// PrintAsDecided prints a plan in the language, and in the package, that those options decide.
func PrintAsDecided(plan *generate.Plan, options map[string]string) (generate.Output, error) {
	language, in := options[code.LanguageOption.Name], options[code.Root.Name]
	if language != "go" {
		return code.PrintIn(language, in, plan)
	}
	if in != "" {
		if err := module.Check(in); err != nil {
			return generate.Output{}, code.Refused(err)
		}
	}
	return newGenerator(plan, settings{module: in}).types()
}
