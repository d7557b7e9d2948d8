package code

import "lexeon/core/generate"

// Options that several languages have. Each has what is usual in the language as its default.

// listsOf is what a list of what is at an end is like when it is asked for.
func listsOf(usual string) generate.Option {
	return generate.Option{
		Name: "collections", Title: "Lists", Doc: "What is handed out of an end that leads to many.", Default: usual,
		Choices: []generate.Choice{{Value: "view", Title: "Read-only, and follows what changes"}, {Value: "copy", Title: "A copy of what is there"}},
	}
}

// nullability is how a language that can say it in two ways says that there is none.
var nullability = generate.Option{Name: "nullability", Title: "None"}

func noneAs(doc string, choices ...generate.Choice) generate.Option {
	o := nullability
	o.Doc, o.Default, o.Choices = doc, choices[0].Value, choices
	return o
}

// accessors is how the operations that read and change attributes are called.
func accessorsAs(choices ...generate.Choice) generate.Option {
	return generate.Option{Name: "accessors", Title: "Accessors", Doc: "How what reads an attribute or an end is called.", Default: choices[0].Value, Choices: choices}
}

// accessorsNamed is a language whose accessors have other names, where the option says so.
func accessorsNamed(l *Language, options map[string]string, value, get, is string) *Language {
	if options["accessors"] != value {
		return l
	}
	c := *l
	c.Patterns.Get, c.Patterns.Is = get, is
	return &c
}
