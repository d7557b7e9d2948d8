package golang

import "lexeon/core/generate"

// settings are how a package of Go is written.
type settings struct {
	module    string // the path of go.mod; empty: the name of the project gives it
	byMethods bool   // attributes that are public are read and changed by methods
	iterators bool   // what is at an end is given as an iterator
	texts     bool   // a literal is a text, with or without a code
	oneFile   bool   // for all types
}

var (
	accessors = generate.Option{Name: "accessors", Title: "Accessors", Doc: "How attributes are reached that are public.", Default: "fields",
		Choices: []generate.Choice{{Value: "fields", Title: "As fields"}, {Value: "methods", Title: "By methods: Name, SetName"}}}
	collections = generate.Option{Name: "collections", Title: "Lists", Doc: "What is handed out of an end that leads to many.", Default: "copy",
		Choices: []generate.Choice{{Value: "copy", Title: "A copy of what is there"}, {Value: "iterator", Title: "An iterator (Go 1.23)"}}}
	enumerations = generate.Option{Name: "enumerations", Title: "Enumerations", Doc: "What a literal is that has no code of its own.", Default: "number",
		Choices: []generate.Choice{{Value: "number", Title: "A number"}, {Value: "text", Title: "A text"}}}
)

func settingsOf(options map[string]string) settings {
	return settings{
		module: options[module.Name], byMethods: options[accessors.Name] == "methods", iterators: options[collections.Name] == "iterator",
		texts: options[enumerations.Name] == "text", oneFile: options[generate.Files.Name] == "one",
	}
}
